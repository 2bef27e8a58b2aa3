import { expect, test } from "vitest";
import { createEngine } from "oak-tide";
import { playBlocks, still, typeOut } from "oak-tide/node";
import { inPage } from "../support/browser.js";
import { format } from "../support/format.js";
import { changing, damaged, invariants } from "../support/invariants.js";
import { packageFiles } from "../support/packages.js";

const files = [
  ...packageFiles("spectre.css/docs/elements", /\.html$/, 4),
  ...packageFiles("playwright-core/lib/vite", /\.html$/, 3),
];

invariants(files);
changing(files.slice(0, 2), 40);
damaged(files.slice(0, 1));

test("pages are typed out, pasted back and left alone", () => {
  const engine = createEngine();
  const language = engine.language("html")!;
  const text = format("html", files[0]!.text);
  const { lines, misses } = typeOut(engine, "html", text);
  expect(misses.length).toBeLessThanOrEqual(lines * 0.1);
  for (const [, { tried, equal }] of playBlocks(engine, language, text))
    expect(equal).toBeGreaterThanOrEqual(tried * 0.9);
  const { asked, disturbed } = still(engine, language, text);
  expect(disturbed.length).toBeLessThanOrEqual(asked * 0.02);
});

test("a browser draws the same page", () => inPage({ javaScriptEnabled: false }, async (page) => {
  for (const { text } of files) {
    const drawn = async (content: string): Promise<Buffer> => {
      await page.setContent(content.replace(/(?:src|href)="[^"#]*"/g, ""));
      return page.screenshot({ fullPage: true, animations: "disabled" });
    };
    const before = await drawn(text);
    expect(before.equals(await drawn(format("html", text)))).toBe(true);
  }
}));
