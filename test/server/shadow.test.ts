import { readFileSync } from "node:fs";
import { describe, expect, test } from "vitest";
import {
  applyEdits,
  createEngine,
  type PositionEncoding,
  type Range,
  type TextEdit,
} from "oak-tide";
import { Client, OPTIONS } from "../support/client.js";

/** How many edits each session takes. */
const EDITS = Number(process.env["OAK_TIDE_EDITS"] ?? 120);

const SNIPPETS = [
  "",
  "a",
  "\n",
  "  ",
  "(",
  ")",
  "{",
  "}",
  ";",
  "🛥",
  "é",
  '"',
  "<b>",
  "</b>",
  "\t",
  "x = [1,2]\n",
  "/*",
  "*/",
];

/** Numbers that look random and are the same for a seed (Park and Miller, 1988). */
function random(seed: number): (below: number) => number {
  let state = (seed % 2147483646) + 1;
  return (below) => (state = (state * 48271) % 2147483647) % below;
}

describe.each<[string, string, PositionEncoding, string]>([
  ["tides.py", "python", "utf-8", "\n"],
  ["scheduler.ts", "typescript", "utf-16", "\r\n"],
  ["departures.html", "html", "utf-32", "\n"],
  ["departures.html", "html", "utf-8", "\r\n"],
  ["tides.scss", "scss", "utf-16", "\r"],
])("%s as %s in %s, line ends %j", (file, languageId, encoding, lineEnd) => {
  test("answers for a text that it was told in pieces as for one told whole", async () => {
    const client = new Client();
    await client.start([encoding]);
    const engine = createEngine({ positionEncoding: encoding });
    const uri = `file:///gullhaven/${file}`;
    const next = random(Number(process.env["OAK_TIDE_SEED"] ?? 17));
    let text = readFileSync(`demo/data/${file}`, "utf8").replaceAll("\n", lineEnd);
    await client.open(uri, text, languageId);
    const open = () =>
      engine.open({
        uri,
        languageId,
        text,
        fallback: () => ({ indentSize: 4, tabWidth: 4, indentStyle: "space" }),
      });
    for (let i = 0; i < EDITS; i++) {
      const lines = open();
      const from = next(text.length + 1);
      const to = Math.min(text.length, from + (next(3) === 0 ? next(12) : 0));
      const range: Range = { start: lines.positionAt(from), end: lines.positionAt(to) };
      const newText = SNIPPETS[next(SNIPPETS.length)]!.replaceAll("\n", lineEnd);
      await client.change(uri, i + 2, [{ range, text: newText }]);
      text = applyEdits(text, [{ range, newText }], encoding);
      if (i % 6 > 0) continue;
      const wanted = open()
        .formatDocument()
        .edits.map(({ range, newText }) => ({ range, newText }));
      const given = await client.format(uri, OPTIONS);
      expect(given, `edit ${i}`).toEqual(wanted);
      // Now and then the client puts them in.
      if (i % 30 > 0) continue;
      await client.change(
        uri,
        i + 2,
        [...given].reverse().map(({ range, newText }: TextEdit) => ({ range, text: newText })),
      );
      text = applyEdits(text, given, encoding);
    }
  });
});
