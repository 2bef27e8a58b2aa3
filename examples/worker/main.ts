import { connectEngine, type Outcome, type RemoteDocument } from "oak-tide/worker";
import { changeBetween } from "../textarea/places.js";

const LANGUAGES = ["typescript", "python", "json", "rust", "shellscript", "yaml"];
/** Which keys are worth a question; the engine says nothing to others. */
const TRIGGERS = /^[\n}\])>;:/{.?&|+\- (]$/;

const find = <E extends HTMLElement>(id: string): E => document.getElementById(id) as E;
const area = find<HTMLTextAreaElement>("text");
const worker = new Worker(new URL("./engine.ts", import.meta.url), { type: "module" });
const engine = connectEngine(worker);

let source: RemoteDocument;
/** The text as the engine was told of it. */
let known = "";
let waiting = 0;
let ours = false; // Whether a change is the engine's, so that nobody is told.

function open(languageId: string): void {
  source?.close();
  known = area.value = "";
  source = engine.open({
    uri: "gullhaven:page",
    languageId,
    text: "",
    apply(changes, carets) {
      // From the last to the first, so that none moves what another speaks of; each is a step of undo.
      ours = true;
      for (const { from, to, text } of [...changes].reverse()) {
        area.setSelectionRange(from, to);
        document.execCommand(text === "" ? "delete" : "insertText", false, text);
      }
      ours = false;
      known = area.value;
      const [caret] = carets;
      if (caret !== undefined) area.setSelectionRange(caret, caret);
    },
  });
}

async function ask(question: Promise<Outcome>, what: string): Promise<void> {
  show(1);
  const { status } = await question;
  find("told").textContent = `${what}: ${status}`;
  show(-1);
}

function show(more: number): void {
  waiting += more;
  find("waiting").textContent = `${waiting} ${waiting === 1 ? "answer" : "answers"} to come`;
}

area.addEventListener("input", (event) => {
  if (ours) return;
  const { inputType, data } = event as InputEvent;
  const change = changeBetween(known, area.value, area.selectionEnd);
  known = area.value;
  source.changed([change]);
  const typed = inputType === "insertLineBreak" ? "\n" : inputType === "insertText" ? data : null;
  if (typed !== null && TRIGGERS.test(typed))
    void ask(source.formatOnType(area.selectionEnd, typed), typed === "\n" ? "Enter" : typed);
});

find("format").addEventListener("click", () => void ask(source.formatDocument(), "Format"));
const choice = find<HTMLSelectElement>("language");
choice.append(...LANGUAGES.map((name) => new Option(name)));
choice.addEventListener("change", () => open(choice.value));
open(LANGUAGES[0]!);
