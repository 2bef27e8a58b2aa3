import { blanksEnd } from "../text/blanks.js";
import { Char } from "../text/characters.js";
import type { Language } from "../language.js";
import { Signs } from "../notation.js";
import { LINE_ENDS, indentText } from "../style/indent.js";
import type { Style } from "../style/style.js";
import type { Span } from "../outline/excerpt.js";
import type { TokenTable } from "../syntax/tokens.js";
import { ChangeList } from "../text/changelist.js";
import { byPlace, type Change } from "../text/edits.js";
import { pushChanges } from "../text/minimise.js";
import { pattern } from "../text/patterns.js";
import { leastOf } from "../text/least.js";
import { endsLineAt, isLineEnd } from "../text/line-ends.js";
import { indentColumn, startOfLine } from "../text/width.js";
import { lastLineStart } from "./measure.js";
import { Mark, type Sheet } from "./sheet.js";
import { KEPT, type Insert, type Solution } from "./solution.js";
import { whiteAt } from "./white.js";

/**
 * The changes that turn a sheet's text into the solution, sorted and minimal.
 *
 * @param frozen which gaps count as they stand: blanks before their line ends go all the same.
 */
export function render(
  sheet: Sheet,
  solution: Solution,
  style: Style,
  language: Words,
  frozen?: (gap: number) => boolean,
): ChangeList {
  return new Renderer(sheet, solution, style, language, frozen).run();
}

/** What rendering asks of a language. */
type Words = Pick<
  Language,
  "rules" | "splitRule" | "insertRules" | "mergingPairs" | "notation" | "typing"
>;

const WORD = /[\p{L}\p{N}_$]/u;

class Renderer {
  private readonly changes = new ChangeList();
  private readonly eol: string;
  private readonly blanks = new Map<number, string>();
  private readonly tokens: TokenTable;
  private inserted = 0;
  private readonly signs: Signs;
  /** Whether only some lines are laid out, blanks make blocks, and lines begin with tabs here and with blanks there. */
  private readonly isMixed: boolean;
  /** The next gap into which something is put, or -1. */
  private nextInsert: number;
  /** Where what is held ends of which `getsTabs` told last, and what. */
  private heldEnd = -1;
  private heldGetsTabs = false;

  constructor(
    private readonly sheet: Sheet,
    private readonly solution: Solution,
    private readonly style: Style,
    private readonly language: Words,
    private readonly frozen: ((gap: number) => boolean) | undefined,
  ) {
    this.eol = LINE_ENDS[style.endOfLine];
    this.tokens = sheet.tokens;
    this.signs = Signs.of(language.notation);
    this.isMixed =
      frozen !== undefined
      && language.typing.blocks !== undefined
      && /^ /m.test(sheet.tokens.text)
      && /^\t/m.test(sheet.tokens.text);
    this.nextInsert = solution.inserts[0]?.gap ?? -1;
  }

  run(): ChangeList {
    const { tokens, solution } = this;
    const { lines, columns } = solution;
    const { marks } = this.sheet;
    const { text, count } = tokens;
    let from = tokens.textStart;
    for (let g = 0; g < count; g++) {
      // Most gaps hold what they should: nothing, or one space.
      const width = tokens.start(g) - from;
      const stands =
        lines[g] === 0
        && columns[g] === width
        && width <= 1
        && (width === 0 || text.charCodeAt(from) === Char.Space)
        && g !== this.nextInsert;
      if (!stands) this.gap(g);
      if (marks[g] !== 0) this.token(g);
      from = tokens.end(g);
    }
    this.gap(count);
    return this.changes;
  }

  private gap(g: number): void {
    const { text } = this.tokens;
    let from = this.tokens.gapStart(g);
    const to = this.tokens.gapEnd(g);
    const lines = this.solution.lines[g]!;
    const column = this.solution.columns[g]!;
    let prefix = g === this.nextInsert ? this.prefix(g) : "";
    // Of the lines that the gap lies on some may stay: what is put in goes to the first.
    if (prefix !== "" && this.frozen && lines !== 0 && this.tokens.lineEndsIn(g) > 0) {
      from = this.atLineEnd(g, from, prefix);
      prefix = "";
    }
    if (lines < 0) return this.asWritten(g, from, to, column, prefix);
    const fuses = lines === 0 && column === 0 && from < to && this.fuses(from, to);
    const white = column === KEPT
      ? this.eol.repeat(lines) + text.slice(lastLineStart(text, from, to), to)
      : this.followedWhite(g, lines)
        ?? this.whiteBeside(g, lines, column)
        ?? this.white(lines, fuses ? 1 : column);
    if (prefix === "" && to - from === white.length && text.startsWith(white, from)) return;
    let kept = from;
    if (lines > 0 && !this.losesBlanks(g)) {
      while (text[kept] === " " || text[kept] === "\t") kept++;
      // What stood between two tokens on a line was not at its end.
      const held = this.sheet.is(g, Mark.KeepsBlanks);
      if (!held && kept === to && to < text.length) kept = from;
    }
    pushChanges(
      this.changes,
      text,
      from,
      to,
      prefix + text.slice(from, kept) + white,
      this.gapRule(g, prefix, lines, from, to, white),
    );
  }

  /** Puts something in at the end of a line, and answers where that line now ends in the text as it was. */
  private atLineEnd(g: number, from: number, prefix: string): number {
    const to = this.losesBlanks(g) ? blanksEnd(this.tokens.text, from) : from;
    this.changes.push({ from, to, text: prefix, rule: this.insertRule(g, prefix) });
    return to;
  }

  /** Whether the tokens around the gap [from, to) would become one without it. */
  private fuses(from: number, to: number): boolean {
    const { text } = this.tokens;
    if (from === 0 || to === text.length) return false;
    const before = text[from - 1]!;
    const after = text[to]!;
    return (
      this.language.mergingPairs.has(before + after) || (WORD.test(before) && WORD.test(after))
    );
  }

  private asWritten(g: number, from: number, to: number, column: number, prefix: string): void {
    const { text } = this.tokens;
    const endsLine = this.tokens.lineEndsIn(g) > 0;
    const start = endsLine ? lastLineStart(text, from, to) : to;
    const moves =
      endsLine
      && (indentColumn(text, start, to, this.style.tabWidth) !== column || this.getsTabs(g, start));
    const trims = endsLine && this.trims(g);
    if (!moves && !trims && prefix === "") return;
    const above = text.slice(from, start);
    const indent = moves ? indentText(this.style, column) : text.slice(start, to);
    pushChanges(
      this.changes,
      text,
      from,
      to,
      prefix + (trims ? above.replace(/[ \t]+/g, "") : above) + indent,
      this.ruleOf(g),
    );
  }

  /** Whether blanks before the line ends of a gap that stands go. */
  private trims(g: number): boolean {
    return this.frozen?.(g) === true && this.losesBlanks(g) && this.sheet.isStated(g);
  }

  /** Whether blanks before a line end in gap g go. */
  private losesBlanks(g: number): boolean {
    return this.style.trimTrailingWhitespace && !this.sheet.is(g, Mark.KeepsBlanks);
  }

  /** Whether a line that is held begins with blanks, where those make blocks and a line next to what is held gets tabs. */
  private getsTabs(g: number, start: number): boolean {
    const { text } = this.tokens;
    const { typing: { blocks } } = this.language;
    if (!blocks || this.style.indentStyle !== "tab" || text[start] !== " ") return false;
    // From one line to the next of what is held the answer is the same.
    if (g >= this.heldEnd) {
      let first = g;
      while (first > 0 && this.sheet.is(first, Mark.KeepsBlanks)) first--;
      this.heldEnd = g;
      while (this.sheet.is(this.heldEnd, Mark.KeepsBlanks)) this.heldEnd++;
      this.heldGetsTabs = first < g && (this.isIndented(first) || this.isIndented(this.heldEnd));
    }
    return this.heldGetsTabs;
  }

  /** Whether blanks begin the line of token t. */
  private isIndented(t: number): boolean {
    const { text, count } = this.tokens;
    return t < count && text[startOfLine(text, this.tokens.start(t))] === " ";
  }

  private prefix(g: number): string {
    let text = "";
    for (; this.inserted < this.solution.inserts.length; this.inserted++) {
      const insert: Insert = this.solution.inserts[this.inserted]!;
      if (insert.gap !== g) break;
      text += insert.column < 0
        ? insert.text
        : this.eol + indentText(this.style, insert.column) + insert.text;
    }
    this.nextInsert = this.solution.inserts[this.inserted]?.gap ?? -1;
    return text;
  }

  /** Line ends and the white space of a sibling whose column the line takes over, to the letter. */
  private followedWhite(g: number, lines: number): string | undefined {
    const sibling = this.solution.followed.get(g);
    if (sibling === undefined) return undefined;
    const { text } = this.tokens;
    const end = this.tokens.gapEnd(sibling);
    const start = lastLineStart(text, this.tokens.gapStart(sibling), end);
    return this.eol.repeat(lines) + text.slice(start, end);
  }

  /**
   * Line ends and white space as the lines around have it that stay. Where blanks make blocks, a line that begins with
   * tabs is compared to one that begins with blanks by both (The Python Language Reference, 2.1.8).
   */
  private whiteBeside(g: number, lines: number, column: number): string | undefined {
    if (!this.isMixed || lines === 0) return undefined;
    const { text } = this.tokens;
    const above = text.slice(0, startOfLine(text, this.tokens.start(g)));
    return this.eol.repeat(lines) + whiteAt(this.signs, above, column, this.style);
  }

  private white(lines: number, column: number): string {
    const key = lines * 4096 + column;
    let white = this.blanks.get(key);
    if (white === undefined || column >= 4096) {
      white = lines === 0
        ? " ".repeat(column)
        : this.eol.repeat(lines) + indentText(this.style, column);
      this.blanks.set(key, white);
    }
    return white;
  }

  private token(t: number): void {
    const { sheet, solution } = this;
    if (sheet.is(t, Mark.Removed) || solution.dropped[t] === 1) {
      this.changes.push({
        from: this.tokens.start(t),
        to: this.tokens.end(t),
        text: "",
        rule: this.ruleOf(t),
      });
      return;
    }
    if (!sheet.is(t, Mark.Reindent | Mark.Rewritten)) return;
    const rewrites = sheet.rewritesOf(t);
    const inner = sheet.is(t, Mark.Reindent) ? this.reindent(t, solution.shifts.get(t) ?? 0) : [];
    const changes = inner.length === 0 ? rewrites : [...rewrites, ...inner].sort(byPlace);
    for (const change of changes) this.changes.push(change);
  }

  /** Moves the inner lines of a token by as many columns as all of them allow. */
  private reindent(t: number, shift: number): Change[] {
    const { text } = this.tokens;
    const start = startOfLine(text, this.tokens.start(t));
    const { indentSize, indentStyle, tabWidth } = this.style;
    const isString = /["']/.test(text[this.tokens.end(t) - 1]!);
    // In a string programs read a tab as eight columns.
    const isTabbed =
      text.charCodeAt(start) === Char.Tab && indentStyle === "space" && !isString;
    if (shift === 0 && !isTabbed && (!this.tokens.isTrivia(t) || this.aligned(t))) return [];
    const lines: Span[] = [];
    const blanks: Span[] = [];
    for (let i = this.tokens.start(t), end = this.tokens.end(t); i < end; i++) {
      if (!endsLineAt(text, i)) continue;
      const to = blanksEnd(text, i + 1);
      // Behind a backslash the line goes on, and its blanks are text.
      const goesOn = !this.tokens.isTrivia(t) && this.continues(i);
      if (!goesOn && !this.sheet.inTexts.has(i)) {
        if (!isLineEnd(text.charCodeAt(to))) lines.push({ from: i + 1, to });
        else if (isString && to > i + 1) blanks.push({ from: i + 1, to });
      }
      i = to - 1;
    }
    if (this.starred(t, lines)) {
      const column = this.solution.columns[t]! + 1;
      return lines.flatMap(({ from, to }) => this.moved(t, from, to, column));
    }
    // A tab after the indentation would come to stand in another column.
    if (
      shift % tabWidth !== 0
      && lines.some(({ to }) => /^[^\r\n]*\t/.test(text.slice(to, text.indexOf("\n", to))))
    ) return [];
    const own = { from: start, to: blanksEnd(text, start) };
    // Tabs are a step each, but where a text has one for each eight columns: as many spaces as a step stand behind those.
    const isSteps = ({ from, to }: Span): boolean =>
      pattern(`^\\t* {0,${indentSize - 1}}$`).test(text.slice(from, to));
    const areSteps = isTabbed && [own, ...lines].every(isSteps);
    const tab = areSteps ? indentSize : tabWidth;
    const columnIn = (width: number) => ({ from, to }: Span): number =>
      indentColumn(text, from, to, width);
    const columns = lines.map(columnIn(tab));
    const wanted = shift + columnIn(tabWidth)(own) - columnIn(tab)(own);
    const moved = Math.max(wanted, -leastOf(columns));
    if (moved === 0 && tab === tabWidth) return [];
    const white = text.slice(own.from, own.to);
    const column = columnIn(tab)(own) + moved;
    const changes = lines.flatMap(({ from, to }, i) => (
      // Blanks behind its own tabs stay blanks, whatever width a reader gives to a tab.
      indentStyle === "tab" && column >= 0 && text.startsWith(white, from)
        ? this.moved(t, from, from + white.length, column)
        : this.moved(t, from, to, columns[i]! + moved)
    ));
    // Programs that take the margin away take it from these too, and read what is left.
    for (const blank of blanks)
      changes.push(
        ...this.moved(t, blank.from, blank.to, Math.max(0, columnIn(tab)(blank) + moved)),
      );
    return changes.sort(byPlace);
  }

  private moved(t: number, from: number, to: number, column: number): Change[] {
    const changes: Change[] = [];
    pushChanges(
      changes,
      this.tokens.text,
      from,
      to,
      indentText(this.style, column),
      this.ruleOf(t),
    );
    return changes;
  }

  /** Whether every inner line of a comment begins with a star that stands under the first one, or is blank. */
  private aligned(t: number): boolean {
    const { text } = this.tokens;
    if (!this.tokens.isTrivia(t) || this.style.indentStyle === "tab") return false;
    const column = this.solution.columns[t]! + 1;
    for (let i = this.tokens.start(t), end = this.tokens.end(t); i < end; i++) {
      if (!endsLineAt(text, i)) continue;
      const star = i + 1 + column;
      if (text.charCodeAt(star) !== this.signs.leader) return false;
      for (let k = i + 1; k < star; k++) if (text.charCodeAt(k) !== Char.Space) return false;
    }
    return true;
  }

  /** Whether every inner line of a comment begins with a star: they then stand under the first one. */
  private starred(t: number, lines: readonly { to: number }[]): boolean {
    const { text } = this.tokens;
    return (
      this.tokens.isTrivia(t)
      && lines.length > 0
      && lines.every(({ to }) => text.charCodeAt(to) === this.signs.leader)
    );
  }

  /** The rule that answers for a gap: that of what is put in where the white space stays as it was. */
  private gapRule(
    g: number,
    prefix: string,
    lines: number,
    from: number,
    to: number,
    white: string,
  ): string {
    const unchanged = to - from === white.length && this.tokens.text.startsWith(white, from);
    if (unchanged && prefix !== "") return this.insertRule(g, prefix);
    return lines > 0 || prefix !== "" ? this.lineRuleOf(g) : this.ruleOf(g);
  }

  /** The rule that answers for what is put in before gap g: a sign, or brackets that let lines end. */
  private insertRule(g: number, prefix: string): string {
    const { rules, insertRules, splitRule, notation: { separator, terminator } } = this.language;
    if (prefix === separator) return rules[insertRules?.separator ?? this.sheet.rule[g]!]!;
    if (prefix === terminator) return rules[insertRules?.terminator ?? this.sheet.rule[g]!]!;
    return rules[splitRule]!;
  }

  /** The rule for a gap where a line ends or something is put in. */
  private lineRuleOf(g: number): string {
    return this.sheet.folds(g)
      ? this.language.rules[this.language.splitRule]!
      : this.ruleOf(g);
  }

  /** Whether the line that ends at `at` ends with the sign that continues it, escaped by no other one. */
  private continues(at: number): boolean {
    const { continuation } = this.language.notation;
    const { text } = this.tokens;
    let i = text[at - 1] === "\r" ? at - 1 : at;
    const end = i;
    while (i > 0 && text[i - 1] === continuation) i--;
    return (end - i) % 2 === 1;
  }

  private ruleOf(g: number): string {
    return this.language.rules[this.sheet.rule[g]!]!;
  }
}
