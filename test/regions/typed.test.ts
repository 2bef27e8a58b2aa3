import fc from "fast-check";
import { expect, test } from "vitest";
import { json, python, createEngine, type Document } from "oak-tide";
import { ledgers } from "../support/ledger.js";

const plain = createEngine({ languages: [json, python], style: { maxLineLength: 80 } });

const TEXTS = {
  json: '{\n  "berths": [1, 2],\n  "tides": {\n    "low": [3]\n  }\n}',
  python:
    "if tide:\n    moor(1, 2)\n    for berth in berths:\n        free(berth)\nx = [\n    1,\n]",
};

/** Types a character where a caret stands, takes what is answered, and tells where the caret stands then. */
function type(document: Document, caret: number, key: string): number {
  document.replace([{ from: caret, to: caret, text: key }]);
  const after = document.positionAt(caret + key.length);
  const { edits, caret: next } = document.formatOnType(after, key);
  accept(document, edits);
  return document.offsetAt(next);
}

const accept = (document: Document, edits: ReturnType<Document["formatOnType"]>["edits"]): void =>
  document.replace(document.changesOf(edits));

/**
 * A text alone, and as an island between others: every key and save must come to the same.
 *
 *     "a": 1,        |   "a": 1,
 */
class Both {
  readonly alone: Document;
  readonly host: Document;
  private readonly prefix: string;

  constructor(languageId: "json" | "python", indent: string) {
    this.prefix = `${indent}| `;
    const rows = TEXTS[languageId].split("\n").map((row) => this.prefix + row);
    const head = `pier <<a + b>> North\n${indent}json:\n${indent}| [1]\n${indent}${languageId}:\n`;
    const text = `${head}${rows.join("\n")}\n${indent}tidal:\n${indent}| a   b\n`;
    this.alone = plain.open({ uri: "", languageId, text: TEXTS[languageId] });
    this.host = ledgers.open({
      uri: "",
      languageId: "ledger",
      text,
      style: { maxLineLength: 80 + this.prefix.length },
    });
  }

  private place(alone: number): number {
    const { line, character } = this.alone.positionAt(alone);
    return this.host.offsetAt({ line: line + 4, character: character + this.prefix.length });
  }

  type(offset: number, key: string): number {
    const inside = type(this.host, this.place(offset), key);
    const caret = type(this.alone, offset, key);
    this.compare();
    expect(inside).toBe(this.place(caret));
    return caret;
  }

  take(from: number, to: number): void {
    const [begin, end] = [this.place(from), this.place(to)];
    this.host.replace([{ from: begin, to: end, text: "" }]);
    this.alone.replace([{ from, to, text: "" }]);
    this.compare();
  }

  save(): void {
    accept(this.host, this.host.formatDocument().edits);
    const { edits, unsettled } = this.alone.formatDocument({ insertFinalNewline: false });
    if (unsettled.length === 0) accept(this.alone, edits);
    this.compare();
  }

  compare(): void {
    const rows = this.host.text.split("\n").slice(4, -3);
    expect(rows.map((row) => row.slice(this.prefix.length)).join("\n")).toBe(this.alone.text);
  }
}

test.each([["json", "  "], ["python", ""], ["python", "\t"]] as const)(
  "keys and saves in an island of %s come to what they come to alone (%j before its bar)",
  (languageId, indent) => {
    const key = fc.constantFrom(
      "x",
      "\n",
      " ",
      "{",
      "}",
      "[",
      "]",
      ":",
      ",",
      "(",
      ")",
      "\b",
      "save",
    );
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(), key), { maxLength: 40 }), (steps) => {
        const both = new Both(languageId, indent);
        let caret = 12;
        for (const [jump, what] of steps) {
          if (jump % 5 === 0) caret = jump % (both.alone.text.length + 1);
          caret = Math.min(caret, both.alone.text.length);
          if (what === "save") both.save();
          else if (what !== "\b") caret = both.type(caret, what);
          else both.take(caret, Math.min(both.alone.text.length, caret + 1 + jump % 3));
        }
      }),
      { numRuns: 100 },
    );
  },
);
