import { writeFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { rulesPage } from "./rules.js";
import { stylePage } from "./style.js";

/** The pages that are written from the code, by their paths. */
export const PAGES = { "docs/rules.md": rulesPage, "docs/style.md": stylePage };

if (process.argv[1] === fileURLToPath(import.meta.url))
  for (const [path, page] of Object.entries(PAGES))
    writeFileSync(new URL(`../../${path}`, import.meta.url), page());
