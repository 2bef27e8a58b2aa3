import { afterAll, beforeAll, beforeEach, describe, expect, test } from "vitest";
import { engine, format } from "../support/format.js";
import { openExample, type Opened } from "../support/page.js";

let opened: Opened;
beforeAll(async () => {
  opened = await openExample("textarea");
});
afterAll(() => opened.close());

const area = () => opened.page.locator("#text");
const press = async (...keys: string[]): Promise<void> => {
  for (const key of keys) await opened.page.keyboard.press(key);
};
const type = (text: string): Promise<void> => opened.page.keyboard.type(text);

/** The text with the caret at its mark. */
const marked = (): Promise<string> => area().evaluate((element) => {
  const { value, selectionEnd } = element as HTMLTextAreaElement;
  return `${value.slice(0, selectionEnd)}¦${value.slice(selectionEnd)}`;
});

/** Opens a sample and clears it. */
async function empty(sample: string): Promise<void> {
  await opened.page.selectOption("#sample", { label: sample });
  await area().focus();
  await press("Control+a", "Delete");
}

async function paste(text: string): Promise<void> {
  await opened.page.evaluate((copied) => navigator.clipboard.writeText(copied), text);
  await press("Control+v");
}

describe("typing", () => {
  beforeEach(() => empty("gangway.js"));

  test("keeps the caret's depth, line after line", async () => {
    await type("function sail(boat) {\nif (boat.ready) {\nboat.leave();\n}\n}");
    expect(await marked()).toBe(
      "function sail(boat) {\n  if (boat.ready) {\n    boat.leave();\n  }\n}¦",
    );
  });

  test("opens a pair on three lines", async () => {
    await type("const rota = [];");
    await press("ArrowLeft", "ArrowLeft", "Enter");
    expect(await marked()).toBe("const rota = [\n  ¦\n];");
  });

  test("is undone one step at a time: first the answer, then the key", async () => {
    await type("if (tide) {");
    await press("Enter");
    expect(await marked()).toBe("if (tide) {\n  ¦");
    await press("Control+z");
    expect(await marked()).toBe("if (tide) {\n¦");
    await press("Control+z");
    expect(await marked()).toBe("if (tide) {¦");
    await press("Control+y", "Control+y");
    expect(await area().inputValue()).toBe("if (tide) {\n  ");
  });

  test("goes on from an undone answer as if it had not been", async () => {
    await type("if (tide) {\n");
    await press("Control+z");
    await type("sail();");
    await press("Enter");
    expect(await marked()).toBe("if (tide) {\nsail();\n¦");
  });
});

describe("pasting and moving", () => {
  test("brings pasted lines into this file's step", async () => {
    await empty("gangway.js");
    await type("function f() {\nmoor();\n");
    await paste("if (tide) {\n\tsail();\n}\n");
    expect(await area().inputValue()).toBe(
      "function f() {\n  moor();\n  if (tide) {\n    sail();\n  }\n",
    );
    await press("Control+z");
    expect(await area().inputValue()).toBe(
      "function f() {\n  moor();\n  if (tide) {\n\tsail();\n}\n",
    );
  });

  test("moves a line into a block and back", async () => {
    await empty("tides.py");
    await paste("moor()\nif tide:\n    sail()\n");
    await press("Control+Home", "Alt+ArrowDown");
    expect(await marked()).toBe("if tide:\n    ¦moor()\n    sail()\n");
    await press("Alt+ArrowUp");
    expect(await area().inputValue()).toBe("moor()\nif tide:\n    sail()\n");
  });
});

describe("formatting", () => {
  test.each(["tides.py", "scheduler.ts", "board.tsx", "gangway.js", "fleet.json", "notice.txt"])(
    "%s comes out as the library has it, and comes back with one undo",
    async (sample) => {
      await opened.page.selectOption("#sample", { label: sample });
      const before = await area().inputValue();
      const id = engine.languageFor(sample)?.ids[0] ?? "plaintext";
      await opened.page.click("#format");
      expect(await area().inputValue()).toBe(format(id, before));
      if (before === format(id, before)) return;
      await opened.page.click("#undo");
      expect(await area().inputValue()).toBe(before);
    },
  );

  test("of what was changed leaves all other lines alone", async () => {
    await empty("gangway.js");
    await paste("let  a=1\nlet  b=2\nlet  c=3\n");
    await press("Control+s", "Control+Home", "ArrowDown", "End");
    expect(await area().inputValue()).toBe("let a = 1;\nlet b = 2;\nlet c = 3;\n");
    await press("Backspace");
    await type("+ 1");
    await opened.page.click("#touched");
    expect(await area().inputValue()).toBe("let a = 1;\nlet b = 2 + 1;\nlet c = 3;\n");
    expect(await opened.page.textContent("#lines")).toBe("0 lines changed");
  });
});
