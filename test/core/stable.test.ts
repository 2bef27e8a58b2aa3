import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { format } from "../support/format.js";
import { packageFiles } from "../support/packages.js";
import { libraryModules } from "../support/python.js";

/** What is put into a text to damage it. */
const PIECES = [
  ..."(){}[]<>;:,.=+-!?'\"`#\\\n \t",
  '""',
  "'''",
  "${",
  "=>",
  "/*",
  "*/",
  "//",
  "</a>",
  "async ",
  "return ",
  "if ",
  "else ",
  "class ",
  "def ",
  "lambda:",
  "\\\n",
  "\r\n",
];
const IDS = ["javascript", "typescript", "typescriptreact", "python", "json"];
const piece = fc.constantFrom(...PIECES);

/** Formatting once is formatting for good. */
function settles(languageId: string, text: string): void {
  const once = format(languageId, text);
  expect(format(languageId, once)).toBe(once);
}

test("random texts are formatted once and for all", () => {
  const texts = fc.array(fc.oneof(piece, fc.constantFrom("x", "1", "a b")), { maxLength: 16 });
  fc.assert(
    fc.property(fc.constantFrom(...IDS), texts, (id, parts) => settles(id, parts.join(""))),
    { numRuns: 1_500 },
  );
});

describe.each([
  ...packageFiles("commander/lib", /^(?:option|help)\.js$/).map((file) => [
    "javascript",
    file,
  ] as const),
  ...packageFiles("vite/types", /^importGlob\.d\.ts$/).map((file) => ["typescript", file] as const),
  ...libraryModules(12, 9_000).slice(0, 3).map((file) => ["python", file] as const),
])("%s, $name", (id, { text }) => {
  test("damaged, is formatted once and for all", () => {
    const damage = fc.tuple(fc.nat(), fc.nat(3), fc.oneof(piece, fc.constant("")));
    fc.assert(
      fc.property(fc.nat(), fc.array(damage, { minLength: 1, maxLength: 3 }), (where, damages) => {
        const from = where % text.length;
        let part = text.slice(text.lastIndexOf("\n", from) + 1, from + 900);
        for (const [at, length, put] of damages) {
          const place = at % (part.length + 1);
          part = part.slice(0, place) + put + part.slice(place + length);
        }
        settles(id, part);
      }),
      { numRuns: 120 },
    );
  });
});
