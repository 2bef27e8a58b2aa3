import { writeFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { styleFileSchema } from "../../dist/node/index.js";
import { rulesPage } from "./rules.js";
import { writeSite } from "./site.js";
import { stylePage } from "./style.js";

/** The pages that are written from the code, by their paths. */
export const PAGES = {
  "docs/rules.md": rulesPage,
  "docs/style.md": stylePage,
  "docs/style-file.schema.json": () => `${JSON.stringify(styleFileSchema(), null, 2)}\n`,
};

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  for (const [path, page] of Object.entries(PAGES))
    writeFileSync(new URL(`../../${path}`, import.meta.url), page());
  writeSite(fileURLToPath(new URL("../../site", import.meta.url)));
  console.log("The pages are in site/; open site/index.html.");
}
