import { Mark, type Sheet } from "../layout/sheet.js";
import type { Span } from "../outline/excerpt.js";
import { isLineEnd } from "../text/line-ends.js";

/** What begins a text that may go on over several lines, in one language or another. */
const BEGINS = /`|"""|'''|@\$?"|\\[\r\n]/;

/** Those texts where they end on the line on which they begin, as `` `pier ${berth}` `` does. */
const ON_ONE_LINE =
  /`(?:[^`\r\n\\$]|\\.|\$(?!\{)|\$\{[^`{}\r\n]*\})*`|"""[^\r\n]*?"""|'''[^\r\n]*?'''|@\$?"(?:[^"\r\n]|"")*"(?!")/g;

/** What white space, names, comments and texts of one line come to; texts of several lines in C#. */
const PIECE =
  /\s+|[\w$]+|\/\/[^\r\n]*|\/\*[^]*?\*\/|@"(?:[^"]|"")*"(?!")|("{3,})(?!")[^]*?[^"]\1(?!")|"(?!"")(?:[^"\\\r\n]|\\(?:\r\n|[^]))*"|'(?!'')(?:[^'\\\r\n]|\\(?:\r\n|[^]))*'/y;

/** A regular expression (ECMA-262, 12.9.5). */
const PATTERN = /\/(?:[^/\\[\r\n]|\\.|\[(?:[^\]\\\r\n]|\\.)*\])+\/\w*/y;

/** Words whose brackets hold no value. */
const HEAD = /^(?:if|while|for|with)$/;

/** Words before which no value ends. */
export const OPERATOR =
  /^(?:return|typeof|case|in|of|do|else|void|delete|throw|new|yield|await|instanceof)$/;

/** How deep texts may stand in each other; beyond that nothing is told. */
const DEEPEST = 100;

/** How long a line may be of which the rest is looked at. */
const FAR = 400;

/**
 * The texts over several lines in the code of a region, whose lines must not move with the others. It is told
 * without reading the code, for languages whose comments and strings are those of C.
 *
 * @returns undefined where a look at the signs does not tell them.
 */
export function textsIn(code: string): readonly Span[] | undefined {
  if (!BEGINS.test(code) || !BEGINS.test(code.replace(ON_ONE_LINE, ""))) return [];
  return new Scanner(code).run();
}

/** Has the lines of token t move with its first, but for those of texts; false where these are not told. */
export function reindentCode(sheet: Sheet, t: number): boolean {
  const { tokens } = sheet;
  const code = tokens.textOf(t);
  const texts = textsIn(code);
  if (texts === undefined) return false;
  for (const { from, to } of texts)
    for (let i = from; i < to; i++)
      if (isLineEnd(code.charCodeAt(i))) sheet.inTexts.add(tokens.start(t) + i);
  sheet.mark(t, Mark.Reindent);
  return true;
}

/** Where the brace stands that closes code, and the braces that are open where none does. */
export interface CodeEnd {
  /** -1 where there is none, or a look at the signs does not tell. */
  readonly brace: number;
  readonly open: readonly number[];
  /** Whether nothing but an end lacks. */
  readonly isOpen: boolean;
}

/** Where code ends that begins at a UTF-16 offset, behind a brace, and is told as by `textsIn`. */
export const codeEnd = (text: string, from: number): CodeEnd => new Scanner(text, from).toBrace();

/** Where a text between back quotes ends that begins at a UTF-16 offset; 0 where a look at the signs does not tell. */
export const templateEnd = (text: string, from: number): number =>
  new Scanner(text, from).toTemplateEnd();

/** Looks through code for texts, sign by sign. */
export class Scanner {
  /** The last piece that is neither white space nor a comment; where a head ends, what opens that. */
  protected last = "";
  /** How many texts are open around each other. */
  protected depth = 0;
  /** Of round brackets that are open, whether each begins a head. */
  private readonly heads: boolean[] = [];
  private readonly texts: Span[] = [];
  /** Where the braces stand that are open, those around a text's values apart. */
  protected readonly open: number[] = [];

  /** @param at where it begins, as a UTF-16 offset. */
  constructor(protected readonly code: string, protected at = 0) {}

  run(): readonly Span[] | undefined {
    return this.codeUpTo("") ? this.texts : undefined;
  }

  toBrace(): CodeEnd {
    const brace = this.codeUpTo("}") ? this.at : -1;
    return { brace, open: this.open, isOpen: brace < 0 && this.at >= this.code.length };
  }

  toTemplateEnd(): number {
    return this.template() ? this.at : 0;
  }

  /** Takes note of a piece that was passed: white space, a comment, a word, a text or a sign. */
  protected passed(_from: number): void {}

  /** Passes what begins with `<` and is no code; false where nothing of that kind stands here. */
  protected markup(): boolean {
    return false;
  }

  /** Takes code up to a closing brace of its own, or its end; false where it cannot be told. */
  protected codeUpTo(closer: "" | "}"): boolean {
    const { code, open } = this;
    const { length } = open;
    while (this.at < code.length) {
      const from = this.at;
      const piece = this.take(PIECE);
      if (piece !== undefined) {
        if (!/^(?:\s|\/[/*])/.test(piece)) {
          // A member's name is no word of the language.
          this.last = this.last === "." ? `.${piece}` : piece;
          if (/^["'@]/.test(piece) && /[\r\n]/.test(piece)) this.texts.push({ from, to: this.at });
        }
        this.passed(from);
        continue;
      }
      const sign = code[from]!;
      if (sign === "<" && this.markup()) continue;
      const isTold = sign === "`"
        ? this.template()
        : sign === "/"
        ? this.slash()
        : !/^(?:["']|#\W)/.test(code.slice(from, from + 2));
      if (!isTold) return false;
      if (sign !== "`" && sign !== "/") {
        if (sign === "}" && open.length === length) return closer === "}";
        if (sign === "}") open.pop();
        if (sign === "{") open.push(from);
        if (sign === "(") this.heads.push(HEAD.test(this.last));
        this.last = sign === ")" && this.heads.pop() === true ? "(" : sign;
        this.at++;
      }
      this.passed(from);
    }
    return closer === "";
  }

  private take(pattern: RegExp): string | undefined {
    pattern.lastIndex = this.at;
    const piece = pattern.exec(this.code)?.[0];
    this.at += piece?.length ?? 0;
    return piece;
  }

  /** A text in back quotes, with what is put into it. */
  private template(): boolean {
    const { code, texts } = this;
    const { length } = texts;
    const from = this.at++;
    for (; this.at < code.length; this.at++) {
      const sign = code[this.at];
      if (sign === "\\") {
        this.at++;
      } else if (sign === "`") {
        this.at++;
        this.last = "`";
        // Those within it are part of it.
        texts.splice(length, Infinity, { from, to: this.at });
        return true;
      } else if (sign === "$" && code[this.at + 1] === "{") {
        this.at += 2;
        this.last = "{";
        if (++this.depth > DEEPEST || !this.codeUpTo("}")) return false;
        this.depth--;
      }
    }
    return false;
  }

  /** A division or a regular expression, where what stands before it tells which, or it is all the same. */
  private slash(): boolean {
    const { code, last } = this;
    const isStep = /(?:\+\+|--)\s*$/.test(code.slice(Math.max(0, this.at - 9), this.at));
    const isValue = isStep || (/^[\w$"'`\]).]/.test(last) && !OPERATOR.test(last));
    if (!isValue && last !== "}") {
      this.last = "]";
      return this.take(PATTERN) !== undefined;
    }
    this.last = "/";
    this.at++;
    return isValue || !/^[^\r\n]*["'`]/.test(code.slice(this.at, this.at + FAR));
  }
}
