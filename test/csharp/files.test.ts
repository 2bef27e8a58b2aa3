import { readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { createEngine } from "oak-tide";
import { csharp } from "oak-tide/csharp";
import { violationsOf } from "oak-tide/language";
import { playBlocks, retype, typeOut } from "oak-tide/node";
import { judge } from "../../tools/corpus/oracles/index.js";
import { format } from "../support/format.js";
import { changing, damaged, invariants } from "../support/invariants.js";

const read = (path: string) => ({ name: path, text: readFileSync(path, "utf8") });
const files = [read("demo/data/BerthService.cs")];

invariants(files);
changing(files, 60);

test("a touched member between conditions leaves what the others come to", () => {
  const member = `#if DEEP
    [Deep]
#else
    [Shallow]
#endif
    void Moor( int rope )
    {
        if (rope > 2)
        {
${"            Berth( rope );\n".repeat(30)}        }
    }

`;
  const text = `class Ferry\n{\n${member.repeat(8)}}\n`;
  const engine = createEngine();
  const opened = () => engine.open({ uri: "", languageId: "csharp", text });
  const fresh = opened().formatDocument().edits;
  for (let line = 0; line < text.split("\n").length; line += 3) {
    const document = opened();
    document.formatDocument();
    const here = { line, character: 0 };
    document.update([{ range: { start: here, end: here }, text: "" }]);
    expect(document.formatDocument().edits).toEqual(fresh);
  }
});
damaged(files);

const PIECES = [
  "class A",
  "{",
  "}",
  "(",
  ")",
  "[",
  "]",
  "<",
  ">",
  ";",
  ",",
  "=>",
  "=",
  "?",
  ":",
  ".",
  "..",
  "a",
  "b",
  " int x ",
  "if (a)",
  "else ",
  "switch ",
  "case 1:",
  "new ",
  "from x in y ",
  "select x",
  "where ",
  "is ",
  "not ",
  "and ",
  "when ",
  '"s"',
  "'c'",
  '$"{a}"',
  '"""',
  '@"',
  "\n",
  "\n#if X\n",
  "\n#else\n",
  "\n#endif\n",
  "\n#region r\n",
  "// c\n",
  "/* d */",
  "1",
  "async ",
  "await ",
  "static ",
  "public ",
  "operator +",
  "this",
  "delegate ",
  "with ",
  "return ",
  "ref ",
  "out ",
  "/",
];

test("whatever is written, tokens stay, and formatting comes to rest", () => {
  fc.assert(
    fc.property(fc.array(fc.constantFrom(...PIECES), { maxLength: 24 }), (pieces) => {
      expect(violationsOf(csharp, pieces.join(""))).toEqual([]);
    }),
    { numRuns: 400 },
  );
});

describe.each(files)("$name", ({ name, text }) => {
  const engine = createEngine();
  const language = engine.languageFor(name)!;
  const settled = format(language.name, text);

  test("an independent grammar reads the same program", async () => {
    for (
      const style of [
        {},
        { listSplit: "by-width", maxLineLength: 50 },
        { bracePlacement: "same-line" },
      ] as const
    )
      expect(await judge(language, name, text, format(language.name, text, style))).toMatchObject({
        equal: true,
      });
  });

  test("is typed from nothing, each line in its place, pasted and moved", () => {
    for (const play of [typeOut, retype]) {
      const { lines, misses } = play(engine, language.name, settled);
      expect(misses.length).toBeLessThanOrEqual(lines * 0.02);
    }
    for (const [way, { misses, trespasses }] of playBlocks(engine, language, settled)) {
      // A query whose clauses stand under the first goes by no bracket when it is pasted.
      expect([way, misses.length > 1]).toEqual([way, false]);
      expect([way, trespasses]).toEqual([way, 0]);
    }
  });
});
