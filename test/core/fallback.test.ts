import { describe, expect, test } from "vitest";
import { applyEdits, createEngine, type Style } from "oak-tide";

const engine = createEngine();

/** A document with a style that ranks below what its text shows. */
const open = (text: string, fallback: Partial<Style>, style: Partial<Style> = {}) =>
  engine.open({ uri: "", languageId: "javascript", text, style, fallback: () => fallback });

describe("what holds where nobody says anything", () => {
  const eight: Partial<Style> = { indentStyle: "space", indentSize: 8, tabWidth: 8 };

  test.each([
    [
      "ranks below what the text shows",
      "if (a) {\n    b();\n}\nif (c) {\nd();\n}\n",
      "if (c) {\n    d();\n}\n",
    ],
    ["and above the language's own default", "if (c) {\nd();\n}\n", "if (c) {\n        d();\n}\n"],
    [
      "tabs that the text shows are as wide as it says",
      "if (a) {\n\tb();\n}\nif (c) {\nd();\n}\n",
      "if (c) {\n\td();\n}\n",
    ],
  ])("%s", (_, text, end) => {
    expect(open(text, eight).formatDocument().text.endsWith(end)).toBe(true);
  });

  test("a document's style rules over it", () => {
    const document = open("if (c) {\nd();\n}\n", eight, { indentSize: 3 });
    expect(document.formatDocument().text).toBe("if (c) {\n   d();\n}\n");
    expect(document.style().tabWidth).toBe(8);
  });

  test("it is asked anew, and acts on Enter", () => {
    let size = 2;
    const document = engine.open({
      uri: "",
      languageId: "javascript",
      text: "if (a) {\n",
      fallback: () => ({ indentSize: size }),
    });
    const caret = (): number =>
      document.formatOnType({ line: 1, character: 0 }, "\n").caret.character;
    expect(caret()).toBe(2);
    size = 5;
    expect(caret()).toBe(5);
  });

  test("it acts in regions too", () => {
    const document = engine.open({
      uri: "",
      languageId: "html",
      text: "<script>\nif (a) {\nb();\n}\n</script>\n",
      fallback: () => ({ indentSize: 3 }),
    });
    expect(document.formatDocument().text).toBe(
      "<script>\nif (a) {\n   b();\n}\n</script>\n",
    );
  });
});

describe("answers that were worked out elsewhere", () => {
  const text = "a=1\nb=2\n";

  test("are the document's own: what they change counts as formatted", () => {
    const document = open(text, {});
    document.update([{
      range: { start: { line: 0, character: 2 }, end: { line: 0, character: 3 } },
      text: "3",
    }]);
    expect(document.touched).toHaveLength(1);
    const elsewhere = open(document.text, {}).formatDocument();
    const { edits } = document.adopt(elsewhere);
    expect(edits).toEqual(elsewhere.edits);
    document.update([...edits].reverse().map(({ range, newText }) => ({ range, text: newText })));
    expect(document.touched).toEqual([]);
    expect(document.text).toBe("a = 3;\nb = 2;\n");
  });

  test("other changes count as before", () => {
    const document = open(text, {});
    document.adopt(open(text, {}).formatDocument());
    document.update([{
      range: { start: { line: 1, character: 0 }, end: { line: 1, character: 1 } },
      text: "c",
    }]);
    expect(document.touched).toEqual([
      { start: { line: 1, character: 0 }, end: { line: 2, character: 0 } },
    ]);
  });

  test("of some lines only those are formatted then", () => {
    const document = open(text, {});
    const change = (line: number) => ({
      range: { start: { line, character: 0 }, end: { line, character: 1 } },
      text: "x",
    });
    document.update([change(0)]);
    document.update([change(1)]);
    const range = { start: { line: 0, character: 0 }, end: { line: 1, character: 0 } };
    const elsewhere = open(document.text, {}).formatSelection(range);
    const { edits } = document.adopt(elsewhere, [range]);
    expect(applyEdits(document.text, edits)).toBe("x = 1;\nx=2\n");
    document.update([...edits].reverse().map(({ range, newText }) => ({ range, text: newText })));
    expect(document.touched).toEqual([
      { start: { line: 1, character: 0 }, end: { line: 2, character: 0 } },
    ]);
  });
});
