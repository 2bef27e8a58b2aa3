import { expect, test } from "vitest";
import { within } from "../support/marks.js";

test.each([
  [
    "moved",
    "formatOnMove",
    "class Quay {\n  /**\n[[ * Ferries wait.\n]]   * High water.\n   */\n}\n",
    "class Quay {\n  /**\n   * Ferries wait.\n   * High water.\n   */\n}\n",
  ],
  [
    "moved below the last one",
    "formatOnMove",
    "/**\n * High water.\n[[    * Ferries wait.\n]] */\n",
    "/**\n * High water.\n * Ferries wait.\n */\n",
  ],
  [
    "moved, which end it",
    "formatOnMove",
    "  /*\n   * High water.\n[[*/\n]]  moor();\n",
    "  /*\n   * High water.\n   */\n  moor();\n",
  ],
  [
    "pasted, and keep what stands behind the stars",
    "formatOnPaste",
    "/**\n * High water:\n[[    *   - ferries wait\n    *   - ramps rise\n]] */\n",
    "/**\n * High water:\n *   - ferries wait\n *   - ramps rise\n */\n",
  ],
  [
    "pasted behind a star",
    "formatOnPaste",
    "/**\n * High water.\n * [[Ferries wait.\n     * Ramps rise.]]\n */\n",
    "/**\n * High water.\n * Ferries wait.\n * Ramps rise.\n */\n",
  ],
  [
    "pasted under stars that stand elsewhere",
    "formatOnPaste",
    "/**\n* High water.\n[[  * Ferries wait.\n]]*/\n",
    "/**\n* High water.\n* Ferries wait.\n*/\n",
  ],
] as const)("lines of a comment that are %s stand in the column of its stars", (
  _,
  request,
  text,
  wanted,
) => {
  expect(within("typescript", text, request)).toBe(wanted);
});

test.each([
  ["that has no stars", "/*\n  High water.\n[[ * Ferries wait.\n]]*/\n"],
  ["together with what follows it", "/**\n * High water.\n[[   * Ferries wait.\n */\nmoor();\n]]"],
  ["without a star", "/**\n * High water.\n[[Ferries wait.\n]] */\n"],
])("lines of a comment %s stay as they are", (_, text) => {
  expect(within("typescript", text, "formatOnPaste")).toBe(
    text.replace("[[", "").replace("]]", ""),
  );
});
