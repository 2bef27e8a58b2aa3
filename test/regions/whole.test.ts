import { describe, expect, test } from "vitest";
import { applyEdits } from "oak-tide";
import { engine } from "../support/format.js";
import { fixtures } from "../support/fixtures.js";

const open = (languageId: string, text: string) => engine.open({ uri: "", languageId, text });

describe("lines of a region that hold nothing", () => {
  const page = (white: string): string =>
    `<div>\n  <script>\n    low();\n${white}\n    high();\n  </script>\n</div>\n`;

  test.each(["    ", "  ", "\t", "       "])("lose their white space: %j", (white) => {
    expect(open("html", page(white)).formatDocument().text).toBe(page(""));
  });

  test("lose it in a selection only there", () => {
    const text = page("    ");
    const select = (line: number): string => {
      const range = { start: { line, character: 0 }, end: { line: line + 1, character: 0 } };
      return applyEdits(text, open("html", text).formatSelection(range).edits);
    };
    expect(select(5)).toBe(text);
    expect(select(3)).toBe(page(""));
  });

  test("keep it in a text of several lines", () => {
    const text = "<div>\n  <script>\n    let a = `\n    \n    `;\n  </script>\n</div>\n";
    expect(open("html", text).formatDocument().text).toBe(text);
  });

  fixtures("html", [
    ["go with what goes", "<script>\n  a();\n  \n\t\n  \n  b();\n</script>\n", `
      <script>
        a();

        b();
      </script>
      `],
    ["leave the next line its place", "<script>\n  if (a) {\n    b();\n   \n  }\n</script>\n", `
      <script>
        if (a) {
          b();
        }
      </script>
      `],
  ]);
});

describe("a page whose values change their length", () => {
  test("comes to rest at once", () => {
    const text = `<p>\n${"low {{a+b}} and high ".repeat(12)}\n</p>\n`;
    const once = open("component-template", text).formatDocument().text;
    expect(once).toContain("{{ a + b }}");
    expect(open("component-template", once).formatDocument().edits).toEqual([]);
  });
});

describe("a style that a call asks for", () => {
  const page = "<script>\n    let a = 'low';\n</script>\n<p>\n  x\n</p>\n";

  test("rules what is in a region", () => {
    const { text } = open("html", page).formatDocument({ stringDelimiter: "double" });
    expect(text).toContain('"low"');
  });

  test("is no wish where it is the page's own", () => {
    const document = open(
      "html",
      "<p>\n  x\n</p>\n<script>\n    let a = 'low';\n    f();\n</script>\n",
    );
    expect(document.formatDocument(document.style()).text).toBe(document.formatDocument().text);
  });
});
