import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { javascript, typescript, typescriptreact, type Style } from "oak-tide";
import { format } from "../../tools/corpus/checks.js";
import { ecmaTree } from "../../tools/corpus/oracles/ecma.js";
import { damaged, invariants, unclosed } from "../support/invariants.js";
import { packageFiles } from "../support/packages.js";

const scripts = [
  ...packageFiles("commander/lib", /\.js$/),
  ...packageFiles("vscode-jsonrpc/lib", /\.js$/, 3),
  ...packageFiles("postcss", /\.js$/, 4),
];
const types = [
  ...packageFiles("fast-check/lib", /\.d\.ts$/, 60),
  ...packageFiles("vite/types", /\.d\.ts$/, 2),
];

describe("scripts", () => invariants(scripts));
describe("types", () => invariants(types));
describe(
  "damaged files",
  () => damaged(
    [...scripts.slice(0, 4), ...types.slice(0, 4)].filter(({ text }) => text.length < 12_000),
  ),
);

describe(
  "unclosed files",
  () => unclosed([...scripts, ...types].filter(({ text }) => /\{\n[^]*\n\s*\}/.test(text))),
);

const styles: Partial<Style>[] = [
  { statementTerminator: "omitted" },
  { statementTerminator: "as-written", bracePlacement: "own-line" },
  { operatorSplit: "after", stringDelimiter: "single", closingComma: "never" },
];

describe.each(styles)("under %j", (style) => {
  test.each(scripts)("$name keeps its meaning and settles at once", ({ name, text }) => {
    const once = format(javascript, text, style).text;
    expect(ecmaTree(name, once)).toBe(ecmaTree(name, text));
    expect(format(javascript, once, style).edits).toEqual([]);
  });
});

test.each([javascript, typescript, typescriptreact])(
  "any text formats as $name without a throw",
  (language) => {
    const piece = fc.constantFrom(
      "if",
      "a",
      "(",
      ")",
      "{",
      "}",
      "[",
      "]",
      ";",
      ",",
      ":",
      "?",
      "=>",
      "=",
      "+",
      "<",
      ">",
      "/",
      "`",
      "${",
      "'",
      "\n",
      " ",
      "//c\n",
      "/*d*/",
      "function",
      "class",
      "async",
      "return",
      "type",
      "interface",
      "import",
      "case",
      "switch",
      "for",
      "@",
      "|",
      "...",
      ".",
      "!",
      "as",
      "<b/>",
      "enum",
      "extends",
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 40 }), (pieces) => {
        format(language, pieces.join(" "));
        format(language, pieces.join(""));
      }),
      { numRuns: 700 },
    );
  },
);
