import { fileURLToPath } from "node:url";
import { chromium as browsers, type Browser, type Page } from "playwright-core";
import { build, preview, type PreviewServer } from "vite";
import { chromium } from "../../tools/chromium.js";

/** An example, built and opened in a real browser. */
export interface Opened {
  readonly page: Page;
  readonly url: string;
  close(): Promise<void>;
}

/** Builds an example into a folder of its own, serves it, and opens it. */
export async function openExample(name: string): Promise<Opened> {
  const configFile = fileURLToPath(
    new URL(`../../examples/${name}/vite.config.ts`, import.meta.url),
  );
  await build({ configFile, logLevel: "error" });
  const server: PreviewServer = await preview({
    configFile,
    logLevel: "error",
    preview: { port: 0, host: "127.0.0.1" },
  });
  const browser: Browser = await browsers.launch({
    executablePath: chromium()!,
    args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking", "--disable-sync"],
  });
  const url = server.resolvedUrls!.local[0]!;
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  await context.grantPermissions(
    ["clipboard-read", "clipboard-write"],
    { origin: new URL(url).origin },
  );
  const page = await context.newPage();
  page.setDefaultTimeout(120_000);
  await page.goto(url);
  return {
    page,
    url,
    async close() {
      await browser.close();
      await server.close();
    },
  };
}
