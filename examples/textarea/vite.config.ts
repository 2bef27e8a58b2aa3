import { fileURLToPath } from "node:url";
import { defineConfig } from "vite";

export default defineConfig({
  root: fileURLToPath(new URL(".", import.meta.url)),
  base: "./",
  resolve: {
    alias: { "oak-tide": fileURLToPath(new URL("../../dist/index.js", import.meta.url)) },
  },
  build: { outDir: "dist", emptyOutDir: true, target: "es2022" },
});
