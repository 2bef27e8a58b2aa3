import { readFileSync, readdirSync } from "node:fs";
import { gzipSync } from "node:zlib";
import { createRequire } from "node:module";
import { afterAll, beforeAll, beforeEach, describe, expect, test } from "vitest";
import { format } from "../support/format.js";
import { openExample, type Opened } from "../support/page.js";

let opened: Opened;
beforeAll(async () => {
  opened = await openExample("workbench");
});
afterAll(() => opened.close());

const READY = "html[data-ready]";

/** The text of a surface, whatever of it is drawn. */
const text = (id: "source" | "result"): Promise<string> =>
  opened.page.evaluate(
    (name) =>
      (document.querySelector(`#${name} .cm-content`) as any).cmTile.view.state.doc.toString(),
    id,
  );

const caret = (): Promise<number> =>
  opened.page.evaluate(
    () =>
      (document.querySelector("#source .cm-content") as any).cmTile.view.state.selection.main.head,
  );

/** Opens the page with a text in a language, by its address. */
async function start(languageId: string, source: string): Promise<void> {
  const { page } = opened;
  await page.goto("about:blank");
  await page.goto(opened.url);
  await page.waitForSelector(READY);
  await page.evaluate(([language]) => {
    const select = document.getElementById("language") as any;
    select.value = language;
    select.dispatchEvent(new CustomEvent("sl-change"));
  }, [languageId]);
  await page.locator("#source .cm-content").click();
  await page.keyboard.press("Control+A");
  await page.keyboard.press("Delete");
  if (source !== "") {
    await page.evaluate((clip) => navigator.clipboard.writeText(clip), source);
    await page.keyboard.press("Control+V");
  }
  await settled();
}

/** Waits until the answers are in and the text was judged. */
const settled = (): Promise<unknown> => opened.page.waitForTimeout(260);

describe("typing", () => {
  beforeEach(() => start("typescript", ""));

  test("Enter and closers go to their depth, and the caret with them", async () => {
    const { page } = opened;
    for (const key of "if (tide) {") await page.keyboard.press(key === " " ? "Space" : key);
    await page.keyboard.press("Enter");
    await settled();
    expect([await text("source"), await caret()]).toEqual(["if (tide) {\n  ", 14]);
    await page.keyboard.type("moor()");
    await page.keyboard.press("Enter");
    await settled();
    await page.keyboard.type("}");
    await settled();
    expect(await text("source")).toBe("if (tide) {\n  moor();\n}");
  });

  test("what is pasted goes to the depth of its place", async () => {
    const { page } = opened;
    await page.keyboard.type("{");
    await page.keyboard.press("Enter");
    await page.evaluate(() => navigator.clipboard.writeText("        a();\n        b();"));
    await page.keyboard.press("Control+V");
    await settled();
    expect(await text("source")).toBe("{\n  a();\n  b();");
  });

  test("moved lines take the depth of their new place", async () => {
    await start("typescript", "a();\nif (b) {\n  c();\n}\n");
    const { page } = opened;
    await page.keyboard.press("Control+Home");
    await page.keyboard.press("Alt+ArrowDown");
    await settled();
    expect(await text("source")).toBe("if (b) {\n  a();\n  c();\n}\n");
  });
});

describe("what the text becomes", () => {
  const source = "const tide={low:1,high:'two'}\n";

  test("stands beside it, each edit with its rule", async () => {
    await start("typescript", source);
    expect(await text("result")).toBe(format("typescript", source));
    const { page } = opened;
    await page.click("#edit-next");
    expect(await page.textContent("#edit-told")).toMatch(
      /One blank expected here\.One blank stands.*ecma\/operator-space/,
    );
    await page.locator("#edit-list").focus();
    await page.keyboard.press("ArrowDown");
    expect(await page.getAttribute("#edit-1", "aria-selected")).toBe("true");
  });

  test("goes by the style that is chosen, and the file says so", async () => {
    await start("typescript", source);
    const { page } = opened;
    await page.click("sl-tab[panel=style]");
    await page.click("#style-stringDelimiter");
    await page.click("#style-stringDelimiter sl-option[value=single]");
    await settled();
    expect(await text("result")).toBe("const tide = { low: 1, high: 'two' };\n");
    expect(JSON.parse((await page.textContent("#style-file"))!)).toEqual({
      stringDelimiter: "single",
    });
    // The address holds all of it.
    const address = page.url();
    await page.goto("about:blank");
    await page.goto(address);
    await page.waitForSelector(READY);
    await settled();
    expect(await text("source")).toBe(source);
    expect(await text("result")).toBe("const tide = { low: 1, high: 'two' };\n");
  });

  test("stays calm where a brace is taken away, which comes back", async () => {
    await start("typescript", "function tide() {\n  return { low: 1 };\n}\n\nconst pier = 2;\n");
    const { page } = opened;
    const before = await text("source");
    await page.click("#break");
    await settled();
    expect(await text("source")).toHaveLength(before.length - 1);
    expect(await text("result")).toContain("\n\nconst pier = 2;\n");
    await page.click("#break");
    await settled();
    expect(await text("source")).toBe(before);
  });
});

test("files that are given have their style proposed", async () => {
  await start("typescript", "");
  const { page } = opened;
  await page.click("sl-tab[panel=learn]");
  const code = "if (a) {\n    moor('north');\n    sail('south');\n}\n".repeat(30);
  await page.setInputFiles("#learn-files", [{
    name: "pier.ts",
    mimeType: "text/plain",
    buffer: Buffer.from(code),
  }]);
  await page.waitForSelector(".finding");
  expect(await page.textContent("#learn-told")).toMatch(
    /^1 of 1 files, 120 lines: 0\.0 % would change/,
  );
  await page.click("#learn-take");
  await settled();
  expect(JSON.parse((await page.textContent("#style-file"))!)).toMatchObject({
    stringDelimiter: "single",
  });
});

test("a replay types the text out from nothing, line by line right", async () => {
  const source =
    "/**\n * Tides.\n */\nexport class Pier {\n  berth(tide: number) {\n    return tide;\n  }\n}\n";
  await start("typescript", source);
  const { page } = opened;
  await page.click("sl-tab[panel=replay]");
  await page.evaluate(() => ((document.getElementById("replay-speed") as any).value = 200));
  await page.click("#replay-play");
  await page.getByText("8 of 8 lines right so far").waitFor();
  expect(await text("source")).toBe(source.trimEnd());
  expect(await page.locator("#replay-plot canvas").count()).toBe(1);
});

describe("for everybody", () => {
  const axe = readFileSync(createRequire(import.meta.url).resolve("axe-core/axe.min.js"), "utf8");

  test.each(
    ["light", "dark"] as const,
  )("nothing is found amiss by an accessibility checker: %s", async (colorScheme) => {
    const { page } = opened;
    await page.emulateMedia({ colorScheme });
    await start("typescript", "const tide={low:1}\n");
    await page.addScriptTag({ content: axe });
    for (const panel of ["edits", "style", "learn", "replay"]) {
      await page.click(`sl-tab[panel=${panel}]`);
      await page.waitForTimeout(400);
      const found = await page.evaluate(async () => {
        const { violations } = await (globalThis as any).axe.run();
        return violations.map(
          (
            { id, nodes }: any,
          ) => `${id}: ${nodes.map(({ target }: any) => target.join(" ")).join(", ")}`,
        );
      });
      expect(found, panel).toEqual([]);
    }
    await page.emulateMedia({ colorScheme: "light" });
  });

  test.each([[1280, 800], [800, 800]])("at %d by %d nothing scrolls but texts and lists", async (
    width,
    height,
  ) => {
    const { page } = opened;
    await page.setViewportSize({ width, height });
    const size = await page.evaluate(() => [
      document.documentElement.scrollWidth,
      document.documentElement.scrollHeight,
    ]);
    expect(size).toEqual([width, height]);
    await page.setViewportSize({ width: 1280, height: 800 });
  });

  test("the keyboard alone gets in and out of the text", async () => {
    await start("typescript", "");
    const { page } = opened;
    await page.keyboard.press("Escape");
    await page.keyboard.press("Tab");
    expect(await page.evaluate(() => document.activeElement?.closest("#result") !== null)).toBe(
      true,
    );
  });
});

test("the engine with one language is small, and others come when they are used", () => {
  const folder = "examples/workbench/dist/assets";
  const size = (name: RegExp): number =>
    readdirSync(folder)
      .filter((file) => name.test(file))
      .reduce(
        (sum, file) => sum + gzipSync(readFileSync(`${folder}/${file}`)).length,
        0,
      );
  const shared = size(/^(?:worker|linked|block|parser|items|tokens)-/);
  for (const language of ["json", "python", "ecma", "css"])
    console.log(
      `engine with ${language}: ${((shared + size(new RegExp(`^${language}-`))) / 1000).toFixed(1)} kB compressed`,
    );
  expect(shared + size(/^json-/)).toBeLessThan(63_800);
});
