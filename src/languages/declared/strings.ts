import type { BlockComment } from "../../core/notation.js";
import type { LineComment, StringForm } from "../plain/declaration.js";

/** `// …` */
export const SLASHES: LineComment = { sign: "//" };

/** `# …`, behind white space or at a line's beginning. */
export const HASH: LineComment = { sign: "#", apart: true };

/** A block comment as C has it. */
export const C_COMMENT: BlockComment = {
  open: "/*",
  close: "*/",
  leader: "*",
  documentation: "/**",
};

/** `"…"` on one line, with escapes. */
export const DOUBLE: StringForm = { open: /"/, escape: "\\" };

/** `'…'` on one line, with escapes. */
export const SINGLE: StringForm = { open: /'/, escape: "\\" };

/** `"…"` over any lines, with escapes. */
export const DOUBLE_LINES: StringForm = { ...DOUBLE, multiLine: true };

/** One character in single quotes; a quote alone may be something else. */
export const CHARACTER: StringForm = { open: /'(?:\\.[^'\n]*|[^\\'\n])(?=')/, close: "'" };
