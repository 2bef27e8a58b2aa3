import { applyEdits } from "oak-tide";
import { engine } from "./format.js";

/**
 * A text after what stands between `«` and `»` was pasted or moved to there, and what is answered to it.
 *
 *     put("css", "formatOnPaste", ".a {\n«top: 0;\n»}\n")    .a {⏎  top: 0;⏎}⏎
 */
export function put(
  languageId: string,
  request: "formatOnPaste" | "formatOnMove",
  marked: string,
): string {
  const text = marked.replace(/[«»]/g, "");
  const document = engine.open({ uri: "", languageId, text });
  const start = document.positionAt(marked.indexOf("«"));
  const end = document.positionAt(marked.indexOf("»") - 1);
  return applyEdits(text, document[request]({ start, end }).edits);
}
