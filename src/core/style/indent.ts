import type { Style } from "./style.js";

/** The white space that reaches a column from the left edge. */
export function indentText(style: Style, column: number): string {
  if (style.indentStyle === "space") return " ".repeat(column);
  const tabs = Math.floor(column / style.indentSize);
  return "\t".repeat(tabs) + " ".repeat(column - tabs * style.indentSize);
}

/** White space that stands there already, and columns beyond it in its kind. */
export function whiteBeyond(white: string, columns: number, style: Style): string {
  if (white === "") return indentText(style, columns);
  if (!white.endsWith("\t")) return white + " ".repeat(columns);
  const tabs = Math.floor(columns / style.indentSize);
  return white + "\t".repeat(tabs) + " ".repeat(columns - tabs * style.indentSize);
}

export const LINE_ENDS = { lf: "\n", crlf: "\r\n", cr: "\r" } as const;
