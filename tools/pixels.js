import { readFileSync, readdirSync, realpathSync } from "node:fs";
import { join, resolve } from "node:path";
import { pathToFileURL } from "node:url";
import { chromium as browsers } from "playwright-core";
import { chromium } from "./chromium.js";
import { format, languageOf } from "./corpus/checks.js";

/**
 * Whether pages look the same before and after formatting: `node tools/pixels.js DIR…`. Chromium draws each of
 * them, scripts off, at two widths; what differs in one pixel is told.
 */
const WIDTHS = [1000, 420];

/** How often a page is drawn at most before it counts as different. */
const TURNS = 3;

/** How much of a page is drawn, in pixels. */
const TALLEST = 6000;

function* pagesIn(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* pagesIn(path);
    else if (/\.html?$/.test(entry.name)) yield realpathSync(path);
  }
}

const browser = await browsers.launch({ executablePath: chromium(), args: ["--no-sandbox"] });
const context = await browser.newContext({ javaScriptEnabled: false });
const page = await context.newPage();
// Only what lies beside the page is read.
await page.route(/^https?:/, (route) => route.abort());

async function drawn(url, width) {
  await page.setViewportSize({ width, height: 900 });
  await page.goto(url, { waitUntil: "load", timeout: 20_000 });
  const height = Math.min(TALLEST, await page.evaluate("document.documentElement.scrollHeight"));
  return page.screenshot({
    clip: { x: 0, y: 0, width, height: Math.max(1, Number(height)) },
    fullPage: true,
    animations: "disabled",
    timeout: 20_000,
  });
}

let equal = 0;
let differing = 0;
for (const folder of process.argv.slice(2)) {
  for (const path of pagesIn(resolve(folder))) {
    const text = readFileSync(path, "utf8");
    // The engine's texts are Unicode.
    if (text.includes("\ufffd")) continue;
    const after = format(languageOf(path), text).text;
    const url = pathToFileURL(path).href;
    try {
      let same = true;
      for (const width of WIDTHS) {
        let equal = false;
        // What loads late is not always there.
        for (let turn = 0; turn < TURNS && !equal; turn++) {
          const old = await drawn(url, width);
          await page.route(
            url,
            (route) => route.fulfill({ contentType: "text/html", body: Buffer.from(after) }),
          );
          const fresh = await drawn(url, width);
          await page.unroute(url);
          equal = old.equals(fresh);
        }
        same &&= equal;
      }
      if (same) equal++;
      else {
        differing++;
        console.log(`differs: ${path}`);
      }
    } catch (error) {
      await page.unroute(url);
      console.log(`not drawn: ${path}: ${String(error).split("\n")[0]}`);
    }
  }
}
await browser.close();
console.log(
  `${equal} pages equal in every pixel at ${WIDTHS.join(" and ")} columns, ${differing} not`,
);
process.exitCode = differing > 0 ? 1 : 0;
