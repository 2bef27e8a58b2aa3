import { chromium as browsers, type BrowserContextOptions, type Page } from "playwright-core";
import { chromium } from "../../tools/chromium.js";

/** Has a page of a browser of its own do something. */
export async function inPage(
  options: BrowserContextOptions,
  run: (page: Page) => Promise<void>,
): Promise<void> {
  const browser = await browsers.launch({ executablePath: chromium()!, args: ["--no-sandbox"] });
  try {
    await run(await browser.newPage(options));
  } finally {
    await browser.close();
  }
}
