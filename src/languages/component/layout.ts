import type { Syntax } from "../../core/language.js";
import { Demand, FrameFlag, Mark, type Sheet } from "../../core/layout/sheet.js";
import type { Span } from "../../core/outline/excerpt.js";
import { reindentCode, textsIn } from "../../core/regions/texts.js";
import { indentText } from "../../core/style/indent.js";
import type { Style } from "../../core/style/style.js";
import type { TokenTable } from "../../core/syntax/tokens.js";
import { indentColumn, lineColumn, startOfLine, whiteOf } from "../../core/text/width.js";
import type { Change } from "../../core/text/edits.js";
import { pushChanges } from "../../core/text/minimise.js";
import { T } from "./kinds.js";
import { languageOf } from "./regions.js";
import { R, RULES } from "./rules.js";

/** Elements whose white space is shown as it stands. */
const SHOWN = /<(?:pre|textarea)\b/i;

/** What a line that holds something begins with. */
const WHITE = /(?<=[\r\n])[ \t]+(?=[^ \t\r\n])/g;

/** States the demands on the gaps of a component: blocks stay where they are, and what they hold gets its place. */
export function layoutComponent(sheet: Sheet, { tokens }: Syntax, style: Style): void {
  sheet.demand.fill(Demand.AsWritten);
  if (tokens.count === 0) return;
  sheet.open(0, tokens.count, FrameFlag.Block, 0);
  for (let t = 1; t < tokens.count; t++) {
    const kind: T = tokens.kind(t);
    // A block is not moved with the end tag above it.
    if (tokens.onNewLine(t) && (kind === T.Opening || kind === T.Whole))
      sheet.set(t, Demand.Level, R.Block);
    if (kind !== T.Raw) continue;
    const code = tokens.textOf(t);
    const language = languageOf(tokens.textOf(t - 1));
    const isClosed = tokens.kind(t + 1) === T.Closing;
    if (language === undefined || !isClosed) continue;
    const columnOf = (at: number): number =>
      lineColumn(tokens.text, tokens.start(at), style.tabWidth);
    // White space beside a text of the markup would be shown.
    const isMarkup = language === "component-template";
    const deeper = tokens.onNewLine(t) ? columnOf(t) - columnOf(t - 1) : 0;
    const isDeeper = deeper > 0;
    // What stands deeper is meant to, but not in blanks where tabs are asked for, nor the other way round, and not by
    // one column where a step has several.
    const other = style.indentStyle === "tab" ? " " : "\t";
    const isOther = isDeeper && whiteOf(tokens.text, tokens.start(t)).includes(other);
    const isSlight = deeper === 1 && style.indentStyle === "space" && style.indentSize > 1;
    const texts = (isOther || isSlight) && !SHOWN.test(code) ? textsIn(code) : undefined;
    const frame = sheet.open(t, t + 1, FrameFlag.Block, texts === undefined ? 0 : 1);
    sheet.frames.anchor.set(frame, t - 1);
    if (texts !== undefined) {
      sheet.line(t, 0, 0, R.Block);
      const column = columnOf(t - 1) + style.indentSize;
      sheet.rewrite(t, otherWhite(tokens, t, texts, column, style));
    } else if (!isDeeper && !(isMarkup && isText(tokens, t, 0))) {
      if (reindentCode(sheet, t) || !tokens.onNewLine(t)) sheet.line(t, 0, 0, R.Block);
      else sheet.set(t, Demand.Level, R.Block);
    }
    if (!isMarkup || !isText(tokens, t + 1, -1)) {
      sheet.line(t + 1, 0, 0, R.Block);
      sheet.mark(t + 1, Mark.Dedent);
    }
    sheet.close();
  }
  sheet.close();
}

/**
 * The changes that indent the lines of token t but the first in the style's kind, moved as that is.
 *
 * @param texts those in it over several lines, which stay.
 * @param column that of the first line from now on.
 */
function otherWhite(
  tokens: TokenTable,
  t: number,
  texts: readonly Span[],
  column: number,
  style: Style,
): Change[] {
  const { text } = tokens;
  const start = tokens.start(t);
  const lines: Span[] = [];
  for (const { 0: white, index } of tokens.textOf(t).matchAll(WHITE)) {
    if (texts.some(({ from, to }) => from < index && index < to)) continue;
    lines.push({ from: start + index, to: start + index + white.length });
  }
  const first = { from: startOfLine(text, start), to: start };
  // Where tabs alone stand before lines, each is a step.
  const areSteps =
    style.indentStyle === "space"
    && [first, ...lines].every(({ from, to }) => /^\t+$/.test(text.slice(from, to)));
  const tab = areSteps ? style.indentSize : style.tabWidth;
  const columnIn = ({ from, to }: Span): number => indentColumn(text, from, to, tab);
  const changes: Change[] = [];
  for (const line of lines) {
    const own = Math.max(0, columnIn(line) + column - columnIn(first));
    pushChanges(changes, text, line.from, line.to, indentText(style, own), RULES[R.Block]!);
  }
  return changes;
}

/** Whether no white space stands before token t, and no tag there, or before that. */
function isText(tokens: TokenTable, t: number, side: 0 | -1): boolean {
  const { text } = tokens;
  const at = tokens.start(t);
  return tokens.gapStart(t) === at && (side === 0 ? text[at] !== "<" : text[at - 1] !== ">");
}
