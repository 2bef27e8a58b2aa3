import { readFileSync } from "node:fs";
import { expect } from "vitest";
import {
  applyEdits,
  mapPosition,
  type Document,
  type Position,
  type Style,
  type TextEdit,
} from "oak-tide";
import { LineIndex } from "../../dist/core/text/lines.js";
import { engine } from "./format.js";

/**
 * One row of a table in `test/scenarios`: a text before and after, drawn side by side.
 *
 *     == a name | language | action
 *     if (tide) {¦}            │ if (tide) {
 *     ~                        │   ¦
 *     ~                        │ }
 *
 * Actions are `enter`, `type KEYS`, `paste`, `move`, `select` and `format`; `¦` is the caret, `⟦⟧` hold
 * what was pasted, moved or is selected, `→` is a tab, `⏎` the Enter key, `␣` a blank, and `~` a line
 * that is not there.
 */
export interface Scenario {
  readonly name: string;
  readonly languageId: string;
  readonly action: string;
  readonly before: string;
  readonly after: string;
}

const CARET = "¦";

export function readScenarios(subject: string): Scenario[] {
  const table = readFileSync(new URL(`../scenarios/${subject}.txt`, import.meta.url), "utf8");
  return table.split(/^== /m).slice(1).map((row) => {
    const [head, ...lines] = row.replace(/\n+$/, "").split("\n");
    const [name, languageId, action] = head!.split(" | ");
    const halves = lines.map((line) => line.split("│"));
    const side = (half: 0 | 1): string => halves
      .map(
        (line) => (half === 0 ? line[0]! : line[1]!.slice(1)).trimEnd()
          .replaceAll("→", "\t")
          .replaceAll("␣", " "),
      )
      .filter((line) => line !== "~")
      .join("\n");
    return {
      name: name!,
      languageId: languageId!,
      action: action!,
      before: side(0),
      after: side(1),
    };
  });
}

/**
 * What a scenario comes to, and the answers that its last request gives when it is asked again.
 *
 * @param indents whether the editor itself copies a line's indentation on Enter, before anybody is asked.
 */
export function play(
  scenario: Scenario,
  indents = false,
): { text: string; again: readonly TextEdit[] } {
  const [action, ...words] = scenario.action.split(" ");
  const [keys = "", style = {}] = optionsOf(words.join(" "));
  switch (action) {
    case "enter": return typeInto(scenario, "\n", style, indents);
    case "type": return typeInto(scenario, keys.replaceAll("⏎", "\n").replaceAll("␣", " "), style);
    case "format": return asked(scenario, (document) => document.formatDocument().edits);
    case "paste": return asked(scenario, (document, range) => document.formatOnPaste(range).edits);
    case "move": return asked(scenario, (document, range) => document.formatOnMove(range).edits);
    case "select":
      return asked(scenario, (document, range) => document.formatSelection(range).edits);
    default: throw new Error(`${scenario.name}: no action is called ${action}`);
  }
}

function optionsOf(words: string): [keys: string, style: Partial<Style>] {
  const [keys, option] = words.split(" with ");
  const [name, value] = option?.split("=") ?? [];
  return [keys!, name === undefined ? {} : { [name]: value }];
}

function typeInto(
  { languageId, before }: Scenario,
  keys: string,
  style: Partial<Style>,
  indents = false,
): ReturnType<typeof play> {
  const at = before.indexOf(CARET);
  const text = before.replace(CARET, "");
  const document = engine.open({ uri: "file:///gullhaven", languageId, text });
  const triggers = new Set(engine.triggerCharacters(languageId));
  let caret = LineIndex.of(text).positionAt(at);
  let again: readonly TextEdit[] = [];
  for (const key of keys) {
    const row = document.text.split("\n")[caret.line]!;
    const lead = indents ? /^[ \t]*/.exec(row.slice(0, caret.character))![0] : "";
    // Such an editor takes the blanks behind the caret away.
    const behind = lead === "" ? 0 : /^[ \t]*/.exec(row.slice(caret.character))![0].length;
    const end = { ...caret, character: caret.character + behind };
    document.update([{ range: { start: caret, end }, text: key + lead }]);
    caret = key === "\n"
      ? { line: caret.line + 1, character: lead.length }
      : { ...caret, character: caret.character + 1 };
    if (!triggers.has(key)) continue;
    const answer = document.formatOnType(caret, key, style);
    // Without an edit nothing moves a client's caret.
    if (answer.edits.length > 0) for (const affinity of ["before", "after"] as const)
      expect(mapPosition(caret, answer.clientEdits, { affinity })).toEqual(answer.caret);
    expect(applyEdits(document.text, answer.clientEdits)).toBe(
      applyEdits(document.text, answer.edits),
    );
    take(document, answer.edits);
    caret = answer.caret;
    again = document.formatOnType(caret, key, style).edits;
  }
  return { text: marked(document.text, caret), again };
}

/** Opens a text without its marks, and asks for what they hold: that came in with a change. */
function asked(
  { languageId, before, action }: Scenario,
  request: (document: Document, range: { start: Position; end: Position }) => readonly TextEdit[],
): ReturnType<typeof play> {
  const from = before.indexOf("⟦");
  const to = before.indexOf("⟧") - 1;
  const text = before.replace("⟦", "").replace("⟧", "");
  const pasted = action === "paste";
  const document = engine.open({
    uri: "file:///gullhaven",
    languageId,
    text: pasted ? text.slice(0, from) + text.slice(to) : text,
  });
  const lines = LineIndex.of(text);
  const start = lines.positionAt(Math.max(0, from));
  if (pasted) document.update([{ range: { start, end: start }, text: text.slice(from, to) }]);
  const end = lines.positionAt(Math.max(0, to));
  const behind = text.length - to;
  const edits = request(document, { start, end });
  take(document, edits);
  const line = Math.min(start.line, document.lineCount - 1);
  const now = LineIndex.of(document.text);
  const range = {
    start: { line, character: Math.min(start.character, now.lineEnd(line) - now.lineStart(line)) },
    end: now.positionAt(document.text.length - behind),
  };
  return { text: document.text.replace(/\n$/, ""), again: request(document, range) };
}

/** What any language declares: a region answers by its own. */
const declared = new Set(engine.languageIds.flatMap((id) => engine.rules(id)));

function take(document: Document, edits: readonly TextEdit[]): void {
  for (const { rule } of edits)
    if (!declared.has(rule)) throw new Error(`the rule ${rule} is declared nowhere`);
  const wanted = applyEdits(document.text, edits);
  document.update([...edits].reverse().map(({ range, newText }) => ({ range, text: newText })));
  if (document.text !== wanted) throw new Error("the edits came to another text");
}

const marked = (text: string, caret: Position): string => {
  const offset = LineIndex.of(text).offsetAt(caret);
  return text.slice(0, offset) + CARET + text.slice(offset);
};
