import type { Document } from "../../core/document.js";
import type { Language } from "../../core/language.js";
import type { Style } from "../../core/style/style.js";
import { applyEdits, type TextEdit } from "../../core/text/edits.js";
import { accept } from "./accept.js";

/** Types into one line of a document, and keeps beside it what stands above and on the line. */
export class Hand {
  /** How much of the line the document has already. */
  private written = 0;

  constructor(
    private readonly document: Document,
    private readonly style: Style,
    /** All that stands before the line, line ends included. */
    public above: string,
    /** What is on the line so far. */
    public line: string,
    private number: number,
  ) {
    this.written = line.length;
  }

  /** Types characters that nobody is asked about. */
  type(text: string): void {
    this.line += text;
  }

  /** Takes back what the engine began the line with and nobody wants: the sign of a comment, or the mark of an item. */
  takeBack(wanted: string, language: Language): void {
    this.deleteSign(wanted, documentationSign(language));
    if (language.typing.entered !== undefined) this.leave(wanted);
  }

  private deleteSign(wanted: string, sign: string | undefined): void {
    const { line, number } = this;
    if (sign === undefined || line.trim() !== sign || wanted.startsWith(line)) return;
    this.send("");
    const from = line.length - line.trimStart().length;
    const range = {
      start: { line: number, character: from },
      end: { line: number, character: line.length },
    };
    this.document.update([{ range, text: "" }]);
    this.line = line.slice(0, from);
    this.written = from;
  }

  /** Ends an item with Enter: each takes one level back. */
  private leave(wanted: string): void {
    for (let tries = 0; tries < 6; tries++) {
      if (this.line.trim() === "" || wanted.startsWith(this.line.trimEnd())) return;
      const { line } = this;
      this.enter();
      this.ask("\n");
      if (this.line === line) return;
    }
  }

  /** Enter at the end of the line. */
  enter(): void {
    this.send("\n");
    this.above += `${this.line}\n`;
    this.line = "";
    this.number++;
    this.written = 0;
  }

  /**
   * Asks about the last character typed and takes the answer. Tells whether that touched another line,
   * where typing may only take white space from the end of those left behind.
   */
  ask(character: string): boolean {
    this.send("");
    const caret = { line: this.number, character: this.line.length };
    const { edits } = this.document.formatOnType(caret, character, this.style);
    if (edits.length === 0) return false;
    const strayed =
      edits.some(({ range }) => range.end.line > this.number)
      || edits.some(
        ({ range: { start } }) => start.line < this.number && !this.trims(start.line, edits),
      );
    accept(this.document, edits);
    const after = applyEdits(this.above + this.line, edits);
    const at = after.lastIndexOf("\n") + 1;
    this.above = after.slice(0, at);
    this.line = after.slice(at);
    this.number = after.split("\n").length - 1;
    this.written = this.line.length;
    return strayed;
  }

  /** Whether all that the edits do to an earlier line is to take white space from its end. */
  private trims(line: number, edits: readonly TextEdit[]): boolean {
    const row = this.above.split("\n")[line] ?? "";
    return edits
      .filter(({ range }) => range.start.line === line)
      .every(
        ({ range, newText }) =>
          newText === ""
          && range.end.character === row.length
          && row.slice(range.start.character).trim() === "",
      );
  }

  /** Has the document and what is kept here read otherwise, where something came out wrong. */
  correct(above: string, line: string): void {
    this.send("");
    const end = { line: this.number, character: this.line.length };
    if (above !== this.above)
      this.document.update([{
        range: { start: { line: 0, character: 0 }, end },
        text: above + line,
      }]);
    else if (line !== this.line)
      this.document.update([{
        range: { start: { line: this.number, character: 0 }, end },
        text: line,
      }]);
    this.number += above.split("\n").length - this.above.split("\n").length;
    this.above = above;
    this.line = line;
    this.written = line.length;
  }

  private send(more: string): void {
    const text = this.line.slice(this.written) + more;
    const at = { line: this.number, character: this.written };
    if (text !== "") this.document.update([{ range: { start: at, end: at }, text }]);
    this.written = this.line.length;
  }
}

/** With what lines of documentation may begin in a text, or in what it holds. */
const documentationSign = ({ notation, regions }: Language): string | undefined =>
  notation.lineDocumentation ?? (regions && "///");
