import { fileURLToPath } from "node:url";
import { defineConfig } from "vite";

const built = (path: string): string =>
  fileURLToPath(new URL(`../../dist/${path}.js`, import.meta.url));

export default defineConfig({
  root: fileURLToPath(new URL(".", import.meta.url)),
  base: "./",
  resolve: {
    alias: [
      { find: "oak-tide/worker", replacement: built("worker/index") },
      { find: "oak-tide", replacement: built("index") },
    ],
  },
  worker: { format: "es" },
  build: { outDir: "dist", emptyOutDir: true, target: "es2022" },
});
