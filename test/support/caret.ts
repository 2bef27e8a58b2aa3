import { engine } from "./format.js";

/**
 * A text after a key at the caret `¦` and what is answered to it, with the caret where that puts it.
 *
 *     keyed("css", ".a {¦}", "\n")    .a {⏎  ¦⏎}
 */
export function keyed(languageId: string, text: string, key = "\n"): string {
  const document = engine.open({ uri: "", languageId, text: text.replace("¦", "") });
  const at = document.positionAt(text.indexOf("¦"));
  document.update([{ range: { start: at, end: at }, text: key }]);
  const after = key === "\n"
    ? { line: at.line + 1, character: 0 }
    : { ...at, character: at.character + key.length };
  const { edits, caret } = document.formatOnType(after, key);
  document.update([...edits].reverse().map(({ range, newText }) => ({ range, text: newText })));
  const offset = document.offsetAt(caret);
  return `${document.text.slice(0, offset)}¦${document.text.slice(offset)}`;
}
