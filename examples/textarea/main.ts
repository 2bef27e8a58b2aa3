import { createEngine, mapPosition, type Document, type Range, type TextEdit } from "oak-tide";
import { changeBetween, offsetAt, positionAt } from "./places.js";
import { samples } from "./samples.js";

const find = <E extends HTMLElement>(id: string): E => document.getElementById(id) as E;
const area = find<HTMLTextAreaElement>("text");
const engine = createEngine();
/** The document that the engine has open, and the text as it knows it. */
let source: Document;
let known = "";
let ours = false; // Whether a change is the engine's, so that nobody is asked about it.

function open({ languageId, text }: (typeof samples)[number]): void {
  source = engine.open({ uri: "gullhaven:sample", languageId, text });
  known = area.value = text;
  area.setSelectionRange(0, 0);
  tell("Type, paste, or move lines");
}

/** Tells the engine what has become of the text; answers where that changed. */
function sync(): Range {
  const { from, to, text } = changeBetween(known, area.value, area.selectionEnd);
  source.update([{ range: { start: positionAt(known, from), end: positionAt(known, to) }, text }]);
  known = area.value;
  return { start: positionAt(known, from), end: positionAt(known, from + text.length) };
}

/** Has the text area read `wanted`, as one step of its own undo. */
function write(wanted: string): void {
  const { from, to, text } = changeBetween(area.value, wanted, wanted.length);
  ours = true;
  area.setSelectionRange(from, to);
  document.execCommand(text === "" ? "delete" : "insertText", false, text);
  ours = false;
}

/** Puts an answer into the text, and the caret where it belongs. */
function take(edits: readonly TextEdit[], what: string, place?: Range["start"]): void {
  const caret = place ?? mapPosition(positionAt(known, area.selectionEnd), edits);
  // From the last to the first, so that none moves what another speaks of.
  source.update([...edits].reverse().map(({ range, newText }) => ({ range, text: newText })));
  if (edits.length > 0) write((known = source.text));
  const at = offsetAt(known, caret);
  area.setSelectionRange(at, at);
  tell(`${what}: ${edits.length === 1 ? "1 edit" : `${edits.length} edits`}`);
}

function tell(what: string): void {
  const count = source.touched.reduce((sum, { start, end }) => sum + end.line - start.line, 0);
  find("told").textContent = what;
  find("lines").textContent = `${count === 1 ? "1 line" : `${count} lines`} changed`;
}

area.addEventListener("input", (event) => {
  if (ours) return;
  const { inputType, data } = event as InputEvent;
  const range = sync();
  const typed = inputType === "insertLineBreak" ? "\n" : inputType === "insertText" ? data : null;
  if (inputType === "insertFromPaste") return take(source.formatOnPaste(range).edits, "Paste");
  if (typed === null || !engine.triggerCharacters(source.language.ids[0]!).includes(typed))
    return tell(inputType === "historyUndo" ? "Undone" : "Typed");
  const { edits, caret } = source.formatOnType(range.end, typed);
  take(edits, typed === "\n" ? "Enter" : `Typed ${typed}`, caret);
});

/** Moves the selected lines over the next, or the one before, and has them settle there. */
function move(by: -1 | 1): void {
  const rows = known.split("\n");
  const { start, end } = selected();
  const over = by < 0 ? start.line - 1 : end.line + 1;
  if (over < 0 || over >= rows.length) return;
  // The caret keeps its distance from the end of its line.
  const behind = rows[end.line]!.length - end.character;
  rows.splice(by < 0 ? end.line : start.line, 0, ...rows.splice(over, 1));
  write(rows.join("\n"));
  sync();
  const [line, below] = [start.line + by, end.line + by + 1];
  const range = { start: { line, character: 0 }, end: { line: below, character: 0 } };
  take(source.formatOnMove(range).edits, "Move");
  const at = known.split("\n").slice(0, below).join("\n").length - behind;
  area.setSelectionRange(at, at);
}

const selected = (): Range => ({
  start: positionAt(known, area.selectionStart),
  end: positionAt(known, area.selectionEnd),
});

/** What the buttons do, and the keys that do it too. */
const acts: Record<string, () => void> = {
  "format Ctrl+S": () => take(source.formatDocument().edits, "Format"),
  "selection Ctrl+E": () => take(source.formatSelection(selected()).edits, "Format selection"),
  "touched Ctrl+D": () =>
    take(source.formatSelection(source.touched).edits, "Format what I changed"),
  "up Alt+ArrowUp": () => move(-1),
  "down Alt+ArrowDown": () => move(1),
  "undo Ctrl+Z": () => void document.execCommand("undo"),
  "redo Ctrl+Y": () => void document.execCommand("redo"),
};
const byKeys = new Map<string, () => void>();
for (const [name, act] of Object.entries(acts)) {
  const [id, keys] = name.split(" ") as [string, string];
  byKeys.set(keys.toLowerCase(), act);
  find(id).title = keys;
  find(id).addEventListener("click", () => {
    area.focus();
    act();
  });
}
area.addEventListener("keydown", (event) => {
  const held = `${event.ctrlKey || event.metaKey ? "ctrl+" : ""}${event.altKey ? "alt+" : ""}`;
  const act = byKeys.get(held + event.key.toLowerCase());
  if (act === undefined || event.shiftKey) return;
  event.preventDefault();
  act();
});

const choice = find<HTMLSelectElement>("sample");
choice.append(...samples.map(({ name }, i) => new Option(name, String(i))));
choice.addEventListener("change", () => open(samples[Number(choice.value)]!));
open(samples[0]!);
