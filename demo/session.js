import pc from "picocolors";
import { applyEdits, createEngine } from "../dist/index.js";

const engine = createEngine();

/** Plays a short typing session, a paste and a move, and shows what the engine made of each. */
export function playSession() {
  heading("Typing: only the characters shown are typed, never an indentation");
  const typed = typeLines("typescript", [
    "export function open(gangways: Gangway[]) {",
    "for (const gangway of gangways) {",
    "if (!gangway.clear)",
    "continue;",
    "crew.call(",
    "gangway.id,",
    ");",
    "}",
    "}",
  ]);
  listing(typed);

  heading("Pasting: copied from the middle of a line, indented for another place");
  const pasted = [
    "function evening() {",
    "if (tide.high) {",
    "          bell.ring();",
    "        }",
    "}",
    "",
  ].join("\n");
  both(pasted, (document) => document.formatOnPaste(lines(1, 3)));

  heading("Moving: a statement dragged out of its block, its comment with it");
  const moved = [
    "if (storm) {",
    "  close();",
    "}",
    "  // tell the crew",
    "  call(",
    "    crew,",
    "  );",
    "",
  ].join("\n");
  both(moved, (document) => document.formatOnMove(lines(3, 6)));
}

function typeLines(languageId, rows) {
  const triggers = new Set(engine.triggerCharacters(languageId));
  const document = engine.open({ uri: "session", languageId, text: "" });
  const type = (character) => {
    const row = document.lineCount - 1;
    const column = document.text.length - (document.text.lastIndexOf("\n") + 1);
    document.update([{ range: at(row, column), text: character }]);
    if (!triggers.has(character)) return;
    const position = character === "\n"
      ? { line: row + 1, character: 0 }
      : { line: row, character: column + 1 };
    const { edits } = document.formatOnType(position, character);
    document.update([{ text: applyEdits(document.text, edits) }]);
  };
  rows.forEach((row, i) => [...(i > 0 ? "\n" : ""), ...row].forEach(type));
  return document.text;
}

function both(text, request) {
  listing(text, pc.dim);
  console.log(pc.dim("      becomes"));
  listing(
    applyEdits(
      text,
      request(engine.open({ uri: "session", languageId: "typescript", text })).edits,
    ),
  );
}

const at = (line, character) => ({ start: { line, character }, end: { line, character } });
const lines = (first, last) => ({
  start: { line: first, character: 0 },
  end: { line: last + 1, character: 0 },
});

export function heading(words) {
  console.log(`\n${pc.cyan(pc.bold(words))}`);
}

export function listing(text, paint = (row) => row) {
  const rows = text.replace(/\n$/, "").split("\n");
  rows.forEach(
    (row, i) =>
      console.log(`${pc.dim(String(i + 1).padStart(4))}  ${paint(row.replace(/\t/g, "    "))}`),
  );
}
