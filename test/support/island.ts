import {
  type Document,
  type Engine,
  type Position,
  type Range,
  type Style,
  type TextEdit,
} from "oak-tide";
import { ledgers } from "./ledger.js";

const PREFIX = "  | ";
const BARS = /(?<=\n) {2}\|(?: |(?=\n|$))/g;

/** What replaying asks of a document. */
type Played = Pick<
  Document,
  "formatDocument"
    | "formatSelection"
    | "formatOnType"
    | "formatOnPaste"
    | "formatOnMove"
    | "style"
    | "update"
>;

/**
 * A text as an island of a ledger, with places and edits told as if it stood alone. Somebody who types
 * never types the bar; an editor that puts lines in brings it.
 *
 *     "a": 1,        json:
 *                  | "a": 1,
 */
class Island implements Played {
  private readonly host: Document;
  /** What the last request answered, here and there. */
  private answered: { readonly own: readonly TextEdit[]; readonly host: readonly TextEdit[] } = {
    own: [],
    host: [],
  };

  constructor(private readonly plain: Engine, private readonly languageId: string, text: string) {
    const rows = text.split("\n").map((row) => PREFIX + row).join("\n");
    this.host = ledgers.open({
      uri: "",
      languageId: "ledger",
      text: `  ${languageId}:\n${rows}\npier\n`,
    });
  }

  get text(): string {
    return this.host.text
      .split("\n")
      .slice(1, -2)
      .map((row) => row.slice(PREFIX.length))
      .join("\n");
  }

  style(): Style {
    const { plain, languageId, text } = this;
    return plain.open({ uri: "", languageId, text }).style();
  }

  update(changes: readonly { readonly range?: Range; readonly text: string }[]): void {
    const { own, host } = this.answered;
    const reversed = [...own].reverse();
    const comes = own.length > 0
      && own.length === changes.length
      && reversed.every(({ newText, range }, i) => (
        newText === changes[i]!.text && range === changes[i]!.range
      ));
    this.answered = { own: [], host: [] };
    if (comes)
      this.host.update([...host].reverse().map(({ range, newText: text }) => ({ range, text })));
    else
      this.host.update(changes.map(({ range, text }) => ({
        range: this.there(range!),
        text: text === "\n" ? text : text.replaceAll("\n", `\n${PREFIX}`),
      })));
  }

  formatDocument(style?: Partial<Style>) {
    return this.here(this.host.formatDocument(this.wider(style)));
  }

  formatSelection(ranges: Range, style?: Partial<Style>) {
    return this.here(this.host.formatSelection(this.there(ranges), this.wider(style)));
  }

  formatOnPaste(range: Range, style?: Partial<Style>) {
    return this.here(this.host.formatOnPaste(this.there(range), this.wider(style)));
  }

  formatOnMove(range: Range, style?: Partial<Style>) {
    return this.here(this.host.formatOnMove(this.there(range), this.wider(style)));
  }

  formatOnType(position: Position, character: string, style?: Partial<Style>) {
    const { line, character: column } = position;
    // The line that Enter began has no bar yet.
    const bar = character === "\n" ? 0 : PREFIX.length;
    const at = { line: line + 1, character: column + bar };
    return this.here(this.host.formatOnType(at, character, this.wider(style)));
  }

  /** A style by which lines may be as long as alone. */
  private wider(style: Partial<Style> | undefined): Partial<Style> {
    const { maxLineLength } = style ?? this.style();
    return { ...style, maxLineLength: maxLineLength! + PREFIX.length };
  }

  private there({ start, end }: Range): Range {
    const place = ({ line, character }: Position): Position => ({
      line: line + 1,
      character: character + PREFIX.length,
    });
    return { start: place(start), end: place(end) };
  }

  private here<A extends { readonly edits: readonly TextEdit[] }>(answer: A): any {
    const host = [...answer.edits];
    const place = ({ line, character }: Position): Position => ({
      line: line - 1,
      character: Math.max(0, character - PREFIX.length),
    });
    const own = host.map(({ range, newText, rule }) => {
      const lacks = PREFIX.slice(range.start.character);
      const text = newText.startsWith(lacks) ? newText.slice(lacks.length) : newText;
      return {
        range: { start: place(range.start), end: place(range.end) },
        newText: text.replace(BARS, ""),
        rule,
      };
    });
    this.answered = { own, host };
    return { ...answer, edits: own };
  }
}

/** An engine whose documents are islands of ledgers. */
export const islands = (plain: Engine): Engine => ({
  ...plain,
  open: ({ languageId, text }) => new Island(plain, languageId, text) as unknown as Document,
});
