import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { applyEdits, createEngine, python, type Range } from "oak-tide";
import { dedent, format, open } from "../support/format.js";

const range = (first: number, last: number): Range => ({
  start: { line: first, character: 0 },
  end: { line: last + 1, character: 0 },
});

describe("opening", () => {
  test("an unknown language is named, with those that are known", () => {
    expect(() => createEngine().open({ uri: "a", languageId: "tidal", text: "" })).toThrow(
      /"tidal".*python/,
    );
  });

  test.each([
    [{ maxLineLength: 0 }, /maxLineLength is 0; it must be a whole number, 1 or more/],
    [
      { stringDelimiter: "both" },
      /stringDelimiter is "both"; it must be one of "double", "single", "as-written"/,
    ],
    [{ quay: 1 }, /Unknown style option "quay"\. Known: /],
  ])("a style that is not valid is refused: %j", (style, message) => {
    expect(() => createEngine({ style: style as object })).toThrow(message);
    expect(() => open("python", "").formatDocument(style as object)).toThrow(message);
    const opened = { uri: "a", languageId: "python", text: "" };
    const told = (): object => style;
    for (const options of [{ style }, { style: told }, { fallback: told }])
      expect(() => createEngine().open({ ...opened, ...options as object }).style()).toThrow(
        message,
      );
    const defaults = { ...python, defaults: style as object };
    expect(() => createEngine({ languages: [defaults] }).open(opened).style()).toThrow(message);
  });

  test("languages are found by ending", () => {
    const engine = createEngine();
    expect(engine.languageFor("/gullhaven/lib/tides.py")?.name).toBe("python");
    expect(engine.languageFor("pier.PYI")?.name).toBe("python");
    expect(engine.languageFor("notes.tide")).toBeUndefined();
  });
});

describe("style", () => {
  test("what is given is read once, what a function tells anew", () => {
    const ours = { indentSize: 3 };
    const opened = { uri: "a", languageId: "python", text: "if a:\n  b\n" };
    const given = createEngine().open({ ...opened, style: ours });
    const told = createEngine().open({ ...opened, style: () => ours });
    const last = createEngine().open({ ...opened, text: "", fallback: () => ours });
    ours.indentSize = 5;
    expect([given, told, last].map((document) => document.style().indentSize)).toEqual([3, 5, 5]);
    ours.indentSize = 6;
    expect([given, told, last].map((document) => document.style().indentSize)).toEqual([3, 6, 6]);
  });

  test("it follows what the text shows", () => {
    const document = createEngine().open({ uri: "a", languageId: "python", text: "if a:\n  b\n" });
    expect(document.style().indentSize).toBe(2);
    document.update([{ text: "if a:\n   b\n" }]);
    expect(document.style().indentSize).toBe(3);
  });

  test(
    "the nearer word rules: the call's, the document's, the engine's, the text's, the language's",
    () => {
      const engine = createEngine({ style: { maxLineLength: 50, indentSize: 3 } });
      const text = "if a:\n  b\n";
      const document = engine.open({
        uri: "a",
        languageId: "python",
        text,
        style: { maxLineLength: 60 },
      });
      expect(document.style()).toMatchObject({
        maxLineLength: 60,
        indentSize: 3,
        blankLineLimit: 2,
        stringDelimiter: "double",
      });
      expect(document.style({ maxLineLength: 70 }).maxLineLength).toBe(70);
      expect(open("python", text).style()).toMatchObject({ indentSize: 2, maxLineLength: 79 });
    },
  );

  test("a text in spaces does not tell how wide tabs are", () => {
    const text = "if (a) {\n    b();\n}\n";
    expect(open("javascript", text).style().indentSize).toBe(4);
    const style = open("javascript", text).style({ indentStyle: "tab" });
    expect(style).toEqual(open("javascript", "if (a) {\n\tb();\n}\n").style());
  });

  test("lines tell the step where no block does, but not those within a text", () => {
    const item = (i: number): string => `    "${i}": \`\${f({\n            a: 1,\n        })}\`,\n`;
    const text = `x = {\n${[1, 2, 3].map(item).join("")}};\n`;
    expect(open("javascript", text).style().indentSize).toBe(4);
  });

  test("what stands behind a sign tells the step from where it closes", () => {
    const flush = "type Tide =\n    | {\n        high: 1;\n    }\n    | Low;\n";
    const deeper = "type Tide =\n  | {\n      high: 1;\n    }\n  | Low;\n";
    for (const text of [flush, deeper])
      expect(open("typescript", text).formatDocument().edits).toEqual([]);
  });

  test("what a header holds shows the step from where it closes, as one that goes on is indented", () => {
    const held =
      "if (low || boats.filter(function (boat) {\n        return boat.late;\n    }).length)";
    const text = `${held} {\n    wait();\n}\n`;
    expect(open("javascript", text).style().indentSize).toBe(4);
  });

  test("an empty string changes both of its delimiters at once", () => {
    expect(open("less", "@quay: ~'';\n").formatDocument().changes).toEqual([
      { from: 8, to: 10, text: '""', rule: "css/string-delimiter" },
    ]);
  });

  test("lines one column deep show a step only where others stand in two", () => {
    const rows = (
      second: string,
    ): string => `<pre>\n${` 06:40\n${second}07:10\n`.repeat(5)}</pre>\n`;
    expect(open("html", rows("")).style().indentSize).toBe(2);
    expect(open("html", rows("  ")).style().indentSize).toBe(1);
  });

  test("what lost its beginning shows no step", () => {
    const text =
      "class Pier\n{\n    bool Low()\n    {\n\n            && a\n            && b;\n    }\n}\n";
    expect(open("csharp", text).style().indentSize).toBe(4);
    const alone = "bool Low()\n{\n        && a\n        && b;\n}\n";
    expect(open("csharp", alone).style().indentSize).toBe(4);
  });

  test.each([
    ["a\r\nb\r\nc\n", "crlf"],
    ["a\nb\n", "lf"],
    ["a\rb\r", "cr"],
    ["", "lf"],
  ])("line ends of %j are %s", (text, endOfLine) => {
    expect(open("python", text).style().endOfLine).toBe(endOfLine);
  });
});

describe("empty and short texts", () => {
  test.each([
    ["", ""],
    ["\n", ""],
    ["  \n\n", ""],
    ["a", "a\n"],
    ["\ufeffa=1", "\ufeffa = 1\n"],
    ["#c", "# c\n"],
    ["a\f\n\fb", "a\n\f\nb\n"],
  ])("%j becomes %j", (before, after) => {
    expect(format("python", before)).toBe(after);
  });
});

describe("update", () => {
  test("takes changes in order, each in the text that the one before left", () => {
    const document = open("python", "pier = 1\n");
    document.update(
      [
        {
          range: { start: { line: 0, character: 0 }, end: { line: 0, character: 4 } },
          text: "quay",
        },
        {
          range: { start: { line: 1, character: 0 }, end: { line: 1, character: 0 } },
          text: "a=quay\n",
        },
      ],
      7,
    );
    expect(document.text).toBe("quay = 1\na=quay\n");
    expect(document.version).toBe(7);
    document.update([{ text: "b=2" }]);
    expect(applyEdits(document.text, document.formatDocument().edits)).toBe("b = 2\n");
  });

  test("any changes leave the document as if it had been opened so", () => {
    const piece = fc.constantFrom(
      "a",
      "(",
      ")",
      "\n",
      "  ",
      ":",
      "if ",
      "'",
      '"""',
      ",",
      "潮",
      "# ",
    );
    const step = fc.tuple(fc.nat(), fc.nat(6), fc.array(piece, { maxLength: 4 }));
    fc.assert(
      fc.property(fc.array(step, { maxLength: 12 }), (steps) => {
        const document = open("python", "def f(a, b):\n    return (a,\n        b)\n");
        let text = document.text;
        for (const [at, length, pieces] of steps) {
          const lines = text.split("\n");
          const line = at % lines.length;
          const character = at % (lines[line]!.length + 1);
          const end = Math.min(character + length, lines[line]!.length);
          const range = { start: { line, character }, end: { line, character: end } };
          lines[line] =
            lines[line]!.slice(0, character) + pieces.join("") + lines[line]!.slice(end);
          text = lines.join("\n");
          document.update([{ range, text: pieces.join("") }]);
          expect(document.text).toBe(text);
          const [kept, fresh] = [document, open("python", text)].map(
            (each) => each.formatDocument(),
          );
          expect([kept!.edits, kept!.unsettled]).toEqual([fresh!.edits, fresh!.unsettled]);
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe("answers", () => {
  test("name the rule of every edit", () => {
    const { edits } = open("python", "x=f (1,2)\n").formatDocument();
    expect(edits.map(({ rule }) => rule)).toEqual([
      "python/operator-space",
      "python/operator-space",
      "python/call-space",
      "python/comma-space",
    ]);
  });

  test("tell what does not parse, and leave it alone", () => {
    const text = "a=1\nb = = 2 +\nc=3\n";
    const { edits, unsettled } = open("python", text).formatDocument();
    expect(unsettled).toEqual([
      { start: { line: 1, character: 0 }, end: { line: 1, character: 9 } },
    ]);
    expect(applyEdits(text, edits)).toBe("a = 1\nb = = 2 +\nc = 3\n");
  });

  test.each(["utf-8", "utf-32"] as const)(
    "count positions in %s where that is asked",
    (positionEncoding) => {
      const text = "潮='🛥'+x\n";
      const document = createEngine({ positionEncoding }).open({
        uri: "a",
        languageId: "python",
        text,
      });
      const { edits } = document.formatDocument();
      expect(applyEdits(text, edits, positionEncoding)).toBe('潮 = "🛥" + x\n');
      expect(edits[0]!.range.start.character).toBe(positionEncoding === "utf-8" ? 3 : 1);
    },
  );
});

describe("selection", () => {
  const text = dedent(`
    a=1
    if a :
        b=[ 1,
          2 ]
        c=3
    d=4
    `);
  const selected = (...ranges: Range[]): string =>
    applyEdits(text, open("python", text).formatSelection(ranges).edits);

  test("formats its lines only", () => {
    expect(selected(range(0, 0))).toBe(text.replace("a=1", "a = 1"));
    expect(selected(range(4, 4))).toBe(text.replace("c=3", "c = 3"));
  });

  test("takes several ranges as one request", () => {
    expect(selected(range(0, 0), range(5, 5))).toBe(
      text.replace("a=1", "a = 1").replace("d=4", "d = 4"),
    );
  });

  test("an empty one stands for the line that it is on", () => {
    const caret = { line: 5, character: 1 };
    expect(selected({ start: caret, end: caret })).toBe(text.replace("d=4", "d = 4"));
  });

  test("takes its depth from the parent as it stands", () => {
    const odd = "if a:\n       if b:\n        c=1\n";
    expect(
      applyEdits(odd, open("python", odd).formatSelection(range(2, 2), { indentSize: 4 }).edits),
    ).toBe("if a:\n       if b:\n           c = 1\n");
  });

  test("of all lines is the document's", () => {
    const vue =
      '<template>\n  <p\n    a="b"\n    :c="{\n\td,\n\te\n}"\n  />\n</template>\n<script>\nlow({\n\ta: 1,\n\tb: 2,\n});\n</script>\n';
    const document = open("vue", vue);
    expect(document.formatSelection(range(0, 16)).text).toBe(document.formatDocument().text);
  });

  test.each([
    ["javascript", "moor(\n  northernPier,\n  ferry,\n);\n"],
    ["python", "moor(\n    northern_pier,\n    ferry,\n)\n"],
    [
      "vue",
      '<template>\n  <p\n    :a="moor(\n      pier,\n      ferry,\n    )"\n  />\n</template>\n',
    ],
  ])("of some rows of a list leaves it split, by width in %s", (language, text) => {
    const style = { listSplit: "by-width", maxLineLength: 20 } as const;
    const document = open(language, format(language, text, style));
    expect(document.lineCount).toBeGreaterThan(4);
    for (let line = 0; line < document.lineCount; line++)
      for (let last = line; last < document.lineCount; last++)
        expect(document.formatSelection(range(line, last), style).edits).toEqual([]);
  });

  test("in a region that does not parse comes to nothing, as the whole does", () => {
    const fence = "```js\nmoor( 1 );\nlow (\n```\n";
    const document = open("markdown", fence);
    expect(document.formatDocument().edits).toEqual([]);
    expect(document.formatSelection(range(1, 1)).edits).toEqual([]);
  });

  test("tells of the places in it that do not parse", () => {
    const broken = "a = = 1\nb=2\nc = = 3\n";
    expect(
      open("python", broken).formatSelection(range(1, 2)).unsettled.map(({ start }) => start.line),
    ).toEqual([2]);
  });
});
