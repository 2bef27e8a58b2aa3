import type { FormattingOptions } from "vscode-languageserver/node.js";
import type { Change } from "../core/text/edits.js";
import type { Style } from "../core/style/style.js";

/** What an editor's formatting options say of style; values that make no sense say nothing. */
export function styleOf(options: FormattingOptions | undefined): Partial<Style> {
  const { tabSize, insertSpaces, trimTrailingWhitespace, insertFinalNewline } = options ?? {};
  const style: { -readonly [K in keyof Style]?: Style[K] } = {};
  if (Number.isInteger(tabSize) && tabSize! > 0) style.indentSize = style.tabWidth = tabSize!;
  if (typeof insertSpaces === "boolean") style.indentStyle = insertSpaces ? "space" : "tab";
  if (typeof trimTrailingWhitespace === "boolean")
    style.trimTrailingWhitespace = trimTrailingWhitespace;
  if (typeof insertFinalNewline === "boolean") style.insertFinalNewline = insertFinalNewline;
  return style;
}

/** The changes that an editor's options allow: it may ask that blank lines at the text's end stay. */
export function allowed(
  text: string,
  changes: readonly Change[],
  options: FormattingOptions | undefined,
): readonly Change[] {
  if (options?.trimFinalNewlines !== false) return changes;
  const end = text.trimEnd().length;
  const keeps = (change: Change): boolean =>
    change.from >= end && change.text.length < change.to - change.from;
  return changes.filter((change) => !keeps(change));
}
