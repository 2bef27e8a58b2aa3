import { chmodSync, rmSync } from "node:fs";
import { build } from "esbuild";

rmSync("dist/bin", { recursive: true, force: true });

/** Puts the command line in one file a command, so that a call reads what it needs and little more. */
await build({
  entryPoints: {
    "oak-tide": "dist/cli/main.js",
    "pool-worker": "dist/node/pool-worker.js",
    "format-worker": "dist/server/format-worker.js",
  },
  bundle: true,
  splitting: true,
  platform: "node",
  format: "esm",
  target: "node20",
  outdir: "dist/bin",
  minify: true,
  legalComments: "none",
  // They read files beside themselves.
  external: ["editorconfig", "tinypool"],
  // Some packages ask for others as older modules do.
  banner: {
    js: [
      'import { createRequire as requireOf } from "node:module";',
      'import { fileURLToPath as pathOf } from "node:url";',
      "const require = requireOf(import.meta.url);",
      "const __filename = pathOf(import.meta.url);",
    ].join(" "),
  },
  logLevel: "warning",
});
chmodSync("dist/bin/oak-tide.js", 0o755);
