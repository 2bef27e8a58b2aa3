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

  test("those of the lines that are asked for alone", () => {
    const range = { start: { line: 0, character: 0 }, end: { line: 2, character: 0 } };
    const document = open("javascript", "/* a\nb\nc */\nmoor();\n");
    expect(document.formatSelection(range, { endOfLine: "crlf" }).text).toBe(
      "/* a\r\nb\nc */\nmoor();\n",
    );
  });
});
