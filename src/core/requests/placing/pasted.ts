import type { Language, Syntax } from "../../language.js";
import type { Style } from "../../style/style.js";
import { indentColumn, lineColumn } from "../../text/width.js";
import { shownWhite } from "./head.js";
import type { MovedLine } from "./moved.js";
import type { Site } from "./site.js";

/** What is known of a pasted block before its shape. */
export interface Pasted {
  readonly language: Language;
  readonly syntax: Syntax;
  readonly style: Style;
  readonly text: string;
  readonly lines: readonly MovedLine[];
  /** The column of the white space that the pasted text brought before its first line. */
  readonly brought: number;
  /** The column at which the caret stood, 0 at the margin and behind code. */
  readonly lead: number;
  /** Whether tabs indent it, each one step. */
  readonly tabbed: boolean;
  /** Whether its first line stands deeper than the caret did, and so has lost nothing. */
  readonly isSure: boolean;
  /** Whether its first line goes on a line that has code before it. */
  readonly behindCode: boolean;
  /** Whether the brackets of the whole text do not add up. */
  readonly unbalanced: boolean;
  /** Whether what stands around line i shows that it is no deeper than the one above it. */
  isFlush(i: number): boolean;
  /** Whether white space stands before all lines of the text. */
  readonly isPrefixed: boolean | undefined;
}

/** What is known of a pasted block behind `lead` on its first line. */
export function pastedAt(
  site: Site,
  block: readonly MovedLine[],
  lead: string,
  tabWidth: number,
): Pasted {
  const { language, syntax, style, lines, unbalanced, isPrefixed } = site;
  const { text } = lines;
  const behindCode = lead.trim() !== "";
  const { from, to } = block[0]!;
  const brought = behindCode ? 0 : indentColumn(text, from + lead.length, to, tabWidth);
  const put = behindCode ? 0 : indentColumn(lead, 0, lead.length, style.tabWidth);
  return {
    language,
    syntax,
    style,
    text: text.slice(0, lines.lineEnd(lines.lineAt(block.at(-1)!.to))),
    lines: block,
    brought,
    lead: put,
    tabbed: block.slice(1).some((line) => text[line.from] === "\t"),
    isSure: brought > put && !isPrefixed,
    behindCode,
    unbalanced,
    isFlush: (i) => {
      const white = shownWhite(site, block, i);
      return white !== undefined && lineColumn(white, 0, tabWidth) <= block[i - 1]!.column;
    },
    isPrefixed,
  };
}
