import { describe, expect, test } from "vitest";
import { createEngine, applyEdits } from "oak-tide";
import { within } from "../support/marks.js";

describe("a text that shows no step takes that of what is pasted into it", () => {
  test.each([
    ["javascript", "[[if (low) {\n   wait();\n   if (late)\n      call();\n}\n]]"],
    ["javascript", "[[if (low) {\n\twait();\n\tif (late)\n\t\tcall();\n}\n]]"],
    ["python", "[[if low:\n  if late:\n    call()\n]]"],
    ["html", "<hr>\n[[<ul>\n    <li>low</li>\n</ul>\n]]<hr>\n"],
  ])("%s %j", (languageId, marked) => {
    const text = marked.replace("[[", "").replace("]]", "");
    expect(within(languageId, marked, "formatOnPaste")).toBe(text);
  });

  test("though its first line stands elsewhere", () => {
    expect(within("javascript", "{[[a();\n    if (b)\n        c();\n]]}", "formatOnPaste"))
      .toBe("{a();\n    if (b)\n        c();\n}");
    expect(within("javascript", "{\n[[if (a) {\n            b();\n        }\n]]}", "formatOnPaste"))
      .toBe("{\n    if (a) {\n        b();\n    }\n}");
  });

  test("but the step that is asked for rules", () => {
    const text = "if (low) {\n    wait();\n}\n";
    const range = { start: { line: 0, character: 0 }, end: { line: 3, character: 0 } };
    const wanted = "if (low) {\n  wait();\n}\n";
    const document = createEngine().open({ uri: "", languageId: "javascript", text });
    expect(applyEdits(text, document.formatOnPaste(range, { indentSize: 2 }).edits)).toBe(wanted);
    const told = createEngine({ style: { indentSize: 2 } })
      .open({ uri: "", languageId: "javascript", text });
    expect(applyEdits(text, told.formatOnPaste(range).edits)).toBe(wanted);
  });
});

test("what is moved shows the step of a text that shows none besides", () => {
  const text = "quay({\n[[    tide: low,\n    ferry: {\n        late: 2,\n    },\n]]});\n";
  const stays = text.replace("[[", "").replace("]]", "");
  expect(within("javascript", text, "formatOnMove")).toBe(stays);
});
