import { describe, expect, test } from "vitest";
import { format, open } from "../support/format.js";

/** A text with other line ends. */
const ending = (end: string, text: string): string => text.replace(/\r?\n/g, end);

describe("all lines end as the style says", () => {
  test.each([
    ["javascript", "/*\n * Low water\n */\nlet tide = `low\nwater`;\n"],
    ["javascript", 'let tide = "low \\\nwater";\n\nmoor();\n'],
    ["python", 'def low():\n    """Low\n\n    water."""\n    return """a\nb"""\n'],
    ["css", "/* low\n   water */\na {\n  --tide: low\n  water;\n}\n"],
    ["html", "<p>low</p>\n<!-- low\n  water -->\n<pre>\na\n b\n</pre>\n"],
    ["html", "<script>\n  /*\n   * low\n   */\n  moor(`a\n  b`);\n</script>\n"],
    [
      "vue",
      "<template>\n  <p>low</p>\n</template>\n\n<style lang=\"stylus\">\n.a\n  b  c\n</style>\n",
    ],
    ["markdown", "# Low\n\n> water\n\n- ```js\n  moor();\n\n  go();\n  ```\n\n~~~\na\n~~~\n"],
    ["xml", "<tide>\n  <!-- low\n       water -->\n  <![CDATA[\na\n]]>\n</tide>\n"],
    ["csharp", "/* low\n   water */\nclass Tide\n{\n}\n"],
  ])("in %s: %j", (language, text) => {
    for (const [endOfLine, end] of [["crlf", "\r\n"], ["lf", "\n"], ["cr", "\r"]] as const) {
      expect(format(language, text, { endOfLine })).toBe(ending(end, text));
      expect(format(language, ending("\r\n", text), { endOfLine })).toBe(ending(end, text));
    }
  });

  test.each([
    ["where they are what a program does", "csharp", 'var tide = @"low\n|water";\n'],
    ["where a value is handed over", "javascript", 'moor(<a tide="low\n|water" />);\n'],
    [
      "where formatting is held off",
      "javascript",
      "// oak-tide: leave\n|moor( );\n// oak-tide: resume\ngo();\n",
    ],
    ["in a shell's texts", "shellscript", "cat <<END\n|low\n|END\n"],
  ])("but stay %s", (_, language, text) => {
    const wanted = ending("\r\n", text).replaceAll("\r\n|", "\n");
    expect(format(language, text.replaceAll("|", ""), { endOfLine: "crlf" })).toBe(wanted);
  });

  test("each is replaced whole, by a rule of its own", () => {
    const { edits } = open("javascript", "/* low\nwater */\nmoor()\n").formatDocument({
      endOfLine: "crlf",
    });
    expect(edits.map(({ rule, newText }) => [rule, newText])).toEqual([
      ["ecma/line-end", "\r\n"],
      ["ecma/line-end", "\r\n"],
      ["ecma/line", ";\r\n"],
    ]);
  });

  // Behind so many lines nothing is laid out a second time, which would hide what the first has left.
  const behind = (end: string): string => `// tide${end}`.repeat(1200);

  test.each([
    ["a return before a whole one", "moor();\r\r\nsail();\r\n", "moor();\r\n\r\nsail();\r\n"],
    ["the same before a bracket", "moor(\r\n  a,\r\r\n);\r\n", "moor(\r\n  a,\r\n);\r\n"],
    ["a return with a tab behind it", "moor(\r\t\n  a,\r\n);\r\n", "moor(\r\n  a,\r\n);\r\n"],
    ["all of them doubled", "a();\r\r\nb();\r\r\n", "a();\r\n\r\nb();\r\n\r\n"],
    [
      "a separator in code",
      "if (a) {\r\n    x = {\r\n        m\u2028oor: a,\r\n    };\r\n}\r\n",
      "if (a) {\r\n  x = {\r\n      m\u2028oor: a,\r\n  };\r\n}\r\n",
    ],
  ])("%s leaves no other sign", (_, text, wanted) => {
    const rest = behind("\r\n");
    const after = format("javascript", text + rest, { indentSize: 2, indentStyle: "space" });
    expect(after).toBe(wanted + rest);
    expect(format("javascript", after, { indentSize: 2, indentStyle: "space" })).toBe(after);
  });

  test("a star stands under the first one in whatever lines", () => {
    const rule = ".tide {\r  color: navy;\r}\r";
    expect(format("css", `/*\r* Low\r*/\r${rule}`)).toBe(`/*\r * Low\r */\r${rule}`);
  });

  test("those of the lines that are asked for alone", () => {
    const range = { start: { line: 0, character: 0 }, end: { line: 2, character: 0 } };
    const document = open("javascript", "/* a\nb\nc */\nmoor();\n");
    expect(document.formatSelection(range, { endOfLine: "crlf" }).text).toBe(
      "/* a\r\nb\nc */\nmoor();\n",
    );
  });
});
