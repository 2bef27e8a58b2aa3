import type { Style } from "./style.js";

/** The white space that reaches a column from the left edge. */
export function indentText(style: Style, column: number): string {
  if (style.indentStyle === "space") return " ".repeat(column);
  const tabs = Math.floor(column / style.indentSize);
  return "\t".repeat(tabs) + " ".repeat(column - tabs * style.indentSize);
}

export const LINE_ENDS = { lf: "\n", crlf: "\r\n", cr: "\r" } as const;
