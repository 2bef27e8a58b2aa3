import { fileURLToPath } from "node:url";
import { defineConfig } from "vite";

const built = (path: string): string =>
  fileURLToPath(new URL(`../../dist/${path}.js`, import.meta.url));

/** Entries of the library with the files that they are. */
const ENTRIES = {
  "aspx": "languages/aspx/index",
  "astro": "languages/astro/index",
  "component": "languages/component/index",
  "core": "core/index",
  "csharp": "languages/csharp/index",
  "css": "languages/css/index",
  "declared": "languages/declared/index",
  "html": "languages/html/index",
  "javascript": "languages/ecma/index",
  "json": "languages/json/index",
  "learn": "core/learn",
  "markdown": "languages/markdown/index",
  "notebook": "languages/notebook/index",
  "plain": "languages/plain/index",
  "python": "languages/python/index",
  "razor": "languages/razor/index",
  "svelte": "languages/svelte/index",
  "worker": "worker/index",
  "xml": "languages/xml/index",
};

export default defineConfig({
  root: fileURLToPath(new URL(".", import.meta.url)),
  base: "./",
  resolve: {
    alias: Object.entries(ENTRIES).map(
      ([name, path]) => ({ find: `oak-tide/${name}`, replacement: built(path) }),
    ),
  },
  worker: { format: "es" },
  build: { outDir: "dist", emptyOutDir: true, target: "es2022", chunkSizeWarningLimit: 1500 },
});
