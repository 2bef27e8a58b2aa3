import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { Style } from "oak-tide";
import { StringReader } from "../../dist/core/text/strings.js";
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

describe.each([
  ["as-written", "by-width"],
  ["by-width", "as-written"],
] as const)("lists %s in expressions %s come to rest", (listSplit, expressionSplit) => {
  test.each([
    [
      "typescript",
      "return berths.filter(isFree)\n  .map(berth => nameOf(berth, season)).join(', ');\n",
    ],
    [
      "typescript",
      "class Board extends Table<\n  RowOfTheTimetable<Season>\n> implements Shown {}\n",
    ],
    ["typescript", "wait(tideOverTheSill + draughtOfTheFerry, berth);\n"],
    ["python", "board.announce(timetable_of_gullhaven(season)).to(passengers.waiting(at=pier))\n"],
  ])("%s, %s", (languageId, code) => {
    const style = { listSplit, expressionSplit, maxLineLength: 40 };
    const once = format(languageId, code.repeat(8), style);
    expect(format(languageId, once, style)).toBe(once);
  });
});

// A long text is looked at once, so that nothing is mended by a second look.
describe("long texts come to rest at once", () => {
  test.each<[string, string, string, Partial<Style>, string]>([
    [
      "a call of a word that does not fit beside its name",
      "python",
      "timetable = ReadTheTimetableOfTheRiver(season)\n",
      { maxLineLength: 36 },
      "timetable = (\n    ReadTheTimetableOfTheRiver(\n        season,\n    )\n)\n",
    ],
    [
      "the comma that brackets bring behind their last item",
      "python",
      "def fare(): return zone, (zones(season).first, p.fares)\n",
      { maxLineLength: 40 },
      "def fare():\n    return (\n        zone,\n        (zones(season).first, p.fares),\n    )\n",
    ],
    [
      "the comma behind what a titled call takes",
      "javascript",
      'board.announce("DeparturesOfGullhaven",(pier, day, hour) => {},);\n',
      { maxLineLength: 40, closingComma: "never", listSplit: "by-width" },
      'board.announce("DeparturesOfGullhaven", (\n  pier,\n  day,\n  hour\n) => {});\n',
    ],
    [
      "an operator that was a line's first",
      "javascript",
      "waits = tideOverTheSill\n  < draughtOfTheFerry;\n",
      { listSplit: "by-width" },
      "waits = tideOverTheSill < draughtOfTheFerry;\n",
    ],
    [
      "a step that only one type shows",
      "typescript",
      "type Fare = Zone & {\n    adults: number\n}\n",
      { maxLineLength: 40, listSplit: "by-width" },
      "type Fare = Zone & { adults: number };\n",
    ],
    [
      "a clause with a comment before it, on a line of its own",
      "javascript",
      "class GullhavenTimetable /* by tide */ extends (sailings(winter, tidetable )) {}\n",
      { maxLineLength: 50 },
      "class GullhavenTimetable\n  /* by tide */ extends (\n    sailings(winter, tidetable)\n  ) {}\n",
    ],
    [
      "a comment of several lines in a row",
      "javascript",
      'berth = { pier: { "name"/* of\nold */: "North", depth: "4.2" }, slip: a };\n',
      { maxLineLength: 40 },
      'berth = {\n  pier: {\n    "name"/* of\nold */: "North",\n    depth: "4.2",\n  },\n  slip: a,\n};\n',
    ],
    [
      "an element in brackets whose attribute needs lines",
      "typescriptreact",
      "berth = <Pier depth={tide\n/* now */} />\n",
      { listSplit: "by-width" },
      "berth = (\n  <Pier depth={\n    tide\n    /* now */\n  } />\n);\n",
    ],
    [
      "several values behind one that takes lines",
      "javascript",
      "function board(rows) {\n  return rows.forEach(function (row) {\n    show(row);\n  }), rows.late = !!rows.late, (rows.first || rows.last) && (rows.shown = true);\n}\n",
      { maxLineLength: 60 },
      "function board(rows) {\n  return (\n    rows.forEach(function (row) {\n      show(row);\n    }),\n    rows.late = !!rows.late,\n    (rows.first || rows.last) && (rows.shown = true)\n  );\n}\n",
    ],
    [
      "a comment of its own line before a terminator, which stays",
      "javascript",
      "{  let pier,  berth\n// low\n;  }\n",
      { statementTerminator: "omitted" },
      "{\n  let pier,\n    berth\n    // low\n    ;\n}\n",
    ],
    [
      "a comment of its own line before an element that is an operand",
      "typescriptreact",
      "open = loading && \n/* low */\n<Spinner className={Classes.SPINNER} />\n",
      { maxLineLength: 40 },
      "open =\n  loading &&\n  /* low */\n  <Spinner\n    className={Classes.SPINNER}\n  />;\n",
    ],
    [
      "a step that only stands behind a comment",
      "typescript",
      "declare const {\n// the pier\n[pier]: {\n        a\n}}\n",
      { listSplit: "by-width", statementTerminator: "as-written" },
      "declare const {\n        // the pier\n        [pier]: { a },\n}\n",
    ],
    [
      "the block of a branch, which alone shows the step",
      "javascript",
      "a =\n    tide\n        ? b\n        : () => {\n                low();\n            };\n",
      {},
      "a =\n    tide\n        ? b\n        : () => {\n                low();\n            };\n",
    ],
    [
      "a line end before an element that is an operand",
      "javascriptreact",
      "a = (tide &&\n<b\nc/>)\n",
      { operatorSplit: "after" },
      "a = (\n  tide && (\n    <b\n      c\n    />\n  )\n);\n",
    ],
    [
      "a comment that begins a line of a tag",
      "javascriptreact",
      "a = <b\n/* low */\n>tide</b>;\n",
      {},
      "a = (\n  <b\n    /* low */\n  >\n    tide\n  </b>\n);\n",
    ],
    [
      "a text of several lines that is called",
      "python",
      "fare = '''a\n  b'''  (ZONES_OF_THE_RIVER | SEASONS_OF_THE_FERRY)\n",
      { maxLineLength: 48 },
      'fare = """a\n  b"""(\n    ZONES_OF_THE_RIVER | SEASONS_OF_THE_FERRY,\n)\n',
    ],
  ])("%s", (_, languageId, short, style, expected) => {
    const remark = `${languageId === "python" ? "#" : "//"}${" tide".repeat(420)}\n`;
    const once = format(languageId, short + remark, style);
    expect(once.startsWith(expected), once.slice(0, 200)).toBe(true);
    expect(format(languageId, once, style)).toBe(once);
  });
});

test("strings end where their quote, line or text does, whatever is asked first", () => {
  const part = fc.constantFrom('"', "'", "\\", "\n", "\r\n", "\r", "a", " ");
  fc.assert(fc.property(fc.array(part, { maxLength: 30 }), fc.nat(), (parts, nat) => {
    const text = parts.join("");
    const reader = new StringReader(text);
    const starts = [...text.matchAll(/["']/g)].map(({ index }) => index);
    for (const start of [...starts, ...starts.slice(nat % (starts.length + 1))]) {
      const [body] = new RegExp(
        `^${text[start]}(?:\\\\(?:\\r\\n|[^])?|[^\\\\\\r\\n${text[start]}])*${text[start]}?`,
      ).exec(text.slice(start))!;
      expect(reader.end(start)).toBe(start + body.length);
    }
  }));
});
