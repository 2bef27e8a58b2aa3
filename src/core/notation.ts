import { pattern } from "./text/patterns.js";

/** A comment that may go over several lines. */
export interface BlockComment {
  readonly open: string;
  readonly close: string;
  /** What its lines may begin with, one column to the right of the opener: `*`. */
  readonly leader?: string;
  /** The opener of those whose lines begin so unless they show otherwise, as `/**`. */
  readonly documentation?: string;
  /** Whether programs are told what it holds, as those that read XML: its lines stay where they are. */
  readonly isData?: boolean;
}

/** A bracket and its closer, one character each. */
export type Pair = readonly [opener: string, closer: string];

/** The signs with which a language is written. What it does not have is left out. */
export interface Notation {
  /** What begins a comment that ends with its line: `//`, `#`. */
  readonly lineComments?: readonly string[];
  /** The line comment that documents what follows: Enter behind its text begins another one. */
  readonly lineDocumentation?: string;
  readonly blockComment?: BlockComment;
  readonly brackets?: readonly Pair[];
  /** The brackets among them that hold statements or members. */
  readonly block?: Pair;
  /** The brackets that may be put around what goes on over several lines. */
  readonly group?: Pair;
  /** Stands between items, one column wide: a comma. */
  readonly separator?: string;
  /** Stands behind statements, one column wide: a semicolon. */
  readonly terminator?: string;
  /** Has a line go on with the next where it stands at its end: a backslash. */
  readonly continuation?: string;
  /** Whether elements stand in tags: `<p>…</p>`. */
  readonly tags?: boolean;
  /** Two tokens, a line end between them, of which the second hangs from the first: after `=`, after a start tag. */
  readonly hangs?: RegExp;
  /** What begins a line that only carries on with the one before: a dot, an operator. */
  readonly carriesOn?: RegExp;
  /** What an operand begins with, rather than an operator or the end of a list. */
  readonly operand?: RegExp;
  /** Signs before an opener on its line from which what it holds hangs, as in `| {`; one character each. */
  readonly leads?: readonly string[];
}

/** Brackets that most languages share. */
export const BRACKETS: readonly Pair[] = [["(", ")"], ["[", "]"], ["{", "}"]];

const compiled = new WeakMap<Notation, Signs>();

/** Answers questions about the signs of a language. */
export class Signs {
  /** What opens or closes a bracket, by its character's code. */
  private readonly openers: ReadonlySet<number>;
  private readonly closers: ReadonlySet<number>;
  private readonly closerByOpener: ReadonlyMap<string, string>;
  private readonly leadCodes: ReadonlySet<number>;
  /** What may close something, or open a block below its header, and stand first on its line. */
  private readonly firsts: ReadonlySet<string>;
  /** The sign of a line comment with the blanks behind it. */
  readonly lineComment: RegExp | undefined;
  /** A line with a comment on it, or with nothing. */
  readonly remarked: RegExp;
  /** The code of what the lines of a block comment may begin with, or -1. */
  readonly leader: number;
  /** The white space before lines of a text that are no blank ones, and do not go on with a block comment. */
  private readonly whites: RegExp;

  private constructor(readonly notation: Notation) {
    const { brackets = [], lineComments = [], blockComment, block, tags } = notation;
    const code = (sign: string): number => sign.charCodeAt(0);
    this.openers = new Set(brackets.map(([opener]) => code(opener)));
    this.closers = new Set(brackets.map(([, closer]) => code(closer)));
    this.closerByOpener = new Map(brackets);
    this.leadCodes = new Set(notation.leads?.map(code));
    this.firsts = new Set([
      ...brackets.map(([, closer]) => closer),
      ...(block === undefined ? [] : [block[0]]),
      ...(tags === true ? [">", "/>", "</"] : []),
    ]);
    this.leader = blockComment?.leader === undefined ? -1 : code(blockComment.leader);
    // What tags hold may have comments of its own.
    const leader = blockComment?.leader ?? (tags ? "*" : "");
    this.whites = new RegExp(`^[ \\t]*(?=[^\\s${escaped(leader)}])`, "gm");
    // The last character may be repeated, and one more may say what kind of comment it is.
    const runs = lineComments.map((sign) => `${escaped(sign)}${escaped(sign.at(-1)!)}*`);
    this.lineComment = runs.length === 0
      ? undefined
      : new RegExp(`^(?:${runs.join("|")})[!:]?[ \\t]*`);
    const within = [...lineComments, blockComment?.open, blockComment?.leader].filter(
      (sign) => sign !== undefined,
    );
    this.remarked = within.length === 0
      ? /^[ \t]*$/
      : new RegExp(`^[ \\t]*$|(?:^|[ \\t])(?:${within.map(escaped).join("|")})`);
  }

  static of(notation: Notation): Signs {
    let signs = compiled.get(notation);
    if (signs === undefined) compiled.set(notation, signs = new Signs(notation));
    return signs;
  }

  /** The white space before each line of code in a text; a block comment's lines have a sign of their own there. */
  whiteBefore(text: string): string[] {
    return text.match(this.whites) ?? [];
  }

  /** Finds a line that begins with a closing bracket less than `columns` deep, but not at the margin. */
  closerWithin(columns: number): RegExp {
    const closers = String.fromCharCode(...this.closers);
    return pattern(`^ {1,${columns - 1}}[${escaped(closers)}]`, "m");
  }

  /** Whether a token ends with an opening bracket, as the head of a template does too. */
  opens(token: string): boolean {
    return this.openers.has(token.charCodeAt(token.length - 1));
  }

  /** Whether a token begins with a closing bracket. */
  closes(token: string): boolean {
    return this.closers.has(token.charCodeAt(0));
  }

  isOpener(code: number): boolean {
    return this.openers.has(code);
  }

  /** Whether what an opener holds hangs from a sign before it. */
  isLead(code: number): boolean {
    return this.leadCodes.has(code);
  }

  closerOf(opener: string): string | undefined {
    return this.closerByOpener.get(opener);
  }

  /** Whether a line that begins with `head` and nothing more may belong elsewhere. */
  isFirst(head: string): boolean {
    return this.firsts.has(head);
  }

  /** Whether a line begins with what closes a bracket or an element. */
  beginsClosing(line: string): boolean {
    if (this.closes(line)) return true;
    return this.notation.tags === true && (line.startsWith("</") || line.startsWith("/>"));
  }

  /** What closes a bracket or an element at the beginning of a text; undefined for none. */
  closingHead(text: string): string | undefined {
    if (this.closes(text)) return text[0];
    return this.notation.tags === true ? /^<\/[^>]*>/.exec(text)?.[0] : undefined;
  }

  /** Whether a text ends with an opening bracket, blanks apart. */
  endsOpen(text: string): boolean {
    return this.opens(text.trimEnd());
  }

  /** Whether a sign ends statements, blocks or items. */
  endsPart(token: string): boolean {
    const { separator, terminator, block } = this.notation;
    return (
      token === separator || token === terminator || token === block?.[0] || token === block?.[1]
    );
  }

  /** Whether a character ends a statement or a block. */
  completes(character: string): boolean {
    const { terminator, block } = this.notation;
    return character === terminator || character === block?.[1];
  }

  /** Whether nothing but white space, closers and terminators stands in a text. */
  isClosing(text: string): boolean {
    for (const sign of text.trim())
      if (sign.trim() !== "" && sign !== this.notation.terminator && !this.closes(sign))
        return false;
    return true;
  }
}

/** A sign as a pattern that matches it. */
export const escaped = (sign: string): string => sign.replace(/[.*+?^${}()|[\]\\/-]/g, "\\$&");
