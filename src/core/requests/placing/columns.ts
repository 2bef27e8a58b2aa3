import type { Language, Syntax } from "../../language.js";
import { Demand, ROOT, type Sheet } from "../../layout/sheet.js";
import { solve } from "../../layout/solver/index.js";
import { forceLine } from "../../layout/trivia.js";
import type { Style } from "../../style/style.js";
import { whiteOf } from "../../text/width.js";
import { demands } from "../document.js";
import { columnOf } from "./places.js";

/** Where a line goes. */
export interface Depth {
  readonly column: number;
  /** The white space of a sibling that stands there, to the letter. */
  readonly white?: string;
}

/**
 * The depths of lines that begin at the given tokens, where every other line counts as it stands;
 * undefined for a line in what does not parse. A line goes to the column of the one before it in its
 * frame.
 */
export function lineDepths(
  language: Language,
  syntax: Syntax,
  style: Style,
  tokens: readonly number[],
  follows = true,
): (Depth | undefined)[] {
  return depthsIn(demands(language, syntax, style), language, style, tokens, follows);
}

/** The same by a sheet that is there already, whose gaps before the tokens become line ends. */
export function depthsIn(
  sheet: Sheet,
  language: Language,
  style: Style,
  tokens: readonly number[],
  follows: boolean,
): (Depth | undefined)[] {
  const spaced = new Set(tokens.filter((t) => sheet.demand[t] === Demand.Space));
  const forced = new Set(tokens.filter((t) => forceLine(sheet, t)));
  const { columns, followed } = solve(sheet, {
    style,
    language,
    frozen: (gap) => !forced.has(gap),
    follows,
    spaced,
  });
  return tokens.map((t) => {
    if (!forced.has(t)) return undefined;
    const column = columns[t]!;
    const sibling = followed.get(t);
    return sibling === undefined
      ? {
        column: spaced.has(t) && carriesOn(sheet, language, t, column, style)
          ? column + style.indentSize
          : column,
      }
      : { column, white: whiteOf(sheet.tokens.text, sheet.tokens.start(sibling)) };
  });
}

/**
 * Whether a line that begins where none should end goes on with the one before it, which stands in the
 * same column: then it goes one step in.
 */
function carriesOn(
  sheet: Sheet,
  { notation, typing }: Language,
  t: number,
  column: number,
  style: Style,
): boolean {
  const { tokens, frames } = sheet;
  // A block's brace, or a word that goes on with a construct, stands below what it goes on with.
  if ((notation.block && tokens.is(t, notation.block[0])) || typing.words.has(tokens.textOf(t)))
    return false;
  const head = tokens.lineFirst(t - 1);
  const owner = sheet.owner[t]!;
  return (
    head >= 0
    && columnOf(tokens, head, style) === column
    && (owner === ROOT || frames.begin(owner) <= head)
  );
}
