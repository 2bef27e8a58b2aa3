import fc from "fast-check";
import ts from "typescript";
import { expect, test } from "vitest";
import { format } from "../support/format.js";
import "../support/seed.js";

const PARTS = [
  "low tide",
  "  low  tide  ",
  "\u00a0",
  "high&nbsp;",
  "\u00a0at six",
  "=&gt; late",
  "//quay",
  "it's \"six\"",
  "{' '}",
  `{" "}`,
  "{tide}",
  "{/* at noon */}",
  "{\n// at noon\n}",
  "{late ? <b>late</b> : null}",
  "{late && (\n<b>\nlate\n</b>\n)}",
  "{rows.map(row => <li key={row}>{row}</li>)}",
  "<b>six</b>",
  "<b> six </b>",
  "<b/>",
  "<></>",
  `<a href="low\n high">pier</a>`,
  "<Berth name='quay' {...rest} free />",
];

const gap = fc.constantFrom("", "", " ", "  ", "\t", "\n", "\n\n", " \n ");
const content = fc.letrec<{ all: string; part: string }>((tie) => ({
  all: fc.tuple(gap, fc.array(fc.tuple(tie("part"), gap), { minLength: 1, maxLength: 5 }))
    .map(([first, parts]) => first + parts.flat().join("")),
  part: fc.oneof(
    { depthSize: "small" },
    fc.constantFrom(...PARTS),
    tie("all").map((inner) => `<ul>${inner}</ul>`),
  ),
})).all;

const around = fc.constantFrom<[string, string]>(
  ["const board = ", ";"],
  ["const Board = () => (", ");"],
  ["function Board() {\nreturn ", "\n}"],
  ["show(", ", rows);"],
  ["late ? null : (\n", "\n)"],
);

/** What a compiler makes of the elements in a text: its tokens, brackets and commas at ends of lists apart. */
function compiled(text: string): string {
  const { outputText, diagnostics } = ts.transpileModule(text, {
    fileName: "board.tsx",
    reportDiagnostics: true,
    compilerOptions: {
      jsx: ts.JsxEmit.React,
      target: ts.ScriptTarget.ESNext,
      removeComments: true,
    },
  });
  expect(diagnostics).toEqual([]);
  const scanner = ts.createScanner(ts.ScriptTarget.ESNext, true, undefined, outputText);
  const tokens = [];
  for (let kind = scanner.scan(); kind !== ts.SyntaxKind.EndOfFileToken; kind = scanner.scan())
    tokens.push(
      kind === ts.SyntaxKind.StringLiteral ? scanner.getTokenValue() : scanner.getTokenText(),
    );
  return tokens.filter((token) => !/^[(),;]$/.test(token)).join("\n");
}

test("elements of any parts say the same to a compiler, however wide", () => {
  fc.assert(
    fc.property(around, content, fc.constantFrom(40, 100), fc.boolean(), (
      [before, after],
      inner,
      maxLineLength,
      byWidth,
    ) => {
      const text = `${before}<p>${inner}</p>${after}\n`;
      const style = byWidth ? { listSplit: "by-width", expressionSplit: "by-width" } as const : {};
      const formatted = format("typescriptreact", text, { maxLineLength, ...style });
      expect(compiled(formatted)).toBe(compiled(text));
      expect(format("typescriptreact", formatted, { maxLineLength, ...style })).toBe(formatted);
    }),
    { numRuns: 400 },
  );
});
