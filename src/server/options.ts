import type { Style } from "../core/style/style.js";
import type { FormattingOptions } from "vscode-languageserver/node.js";

/** What an editor's formatting options say of style; values that make no sense say nothing. */
export function styleOf(options: FormattingOptions): Partial<Style> {
  const { tabSize, insertSpaces, trimTrailingWhitespace, insertFinalNewline } = options;
  const style: { -readonly [K in keyof Style]?: Style[K] } = {};
  if (Number.isInteger(tabSize) && tabSize > 0) style.indentSize = style.tabWidth = tabSize;
  if (typeof insertSpaces === "boolean") style.indentStyle = insertSpaces ? "space" : "tab";
  if (typeof trimTrailingWhitespace === "boolean")
    style.trimTrailingWhitespace = trimTrailingWhitespace;
  if (typeof insertFinalNewline === "boolean") style.insertFinalNewline = insertFinalNewline;
  return style;
}
