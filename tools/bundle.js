import { chmodSync, mkdirSync, rmSync, writeFileSync } from "node:fs";
import { createHash } from "node:crypto";
import { basename, join } from "node:path";
import { build, transform } from "esbuild";

const FOLDER = "dist/bin";
/** @satisfies {import("esbuild").BuildOptions} */
const shared = /** @type {const} */ ({
  bundle: true,
  platform: "node",
  target: "node20",
  minify: true,
  legalComments: "none",
  logLevel: "warning",
});

/**
 * The package that reads arguments asks at once for what starts programs, which takes long to load. It is for
 * commands that are programs of their own, of which there are none.
 */
const noPrograms = {
  name: "no programs",
  setup({ onResolve, onLoad }) {
    onResolve({ filter: /^(?:node:)?child_process$/ }, ({ importer }) =>
      /[\\/]commander[\\/]/.test(importer) ? { path: "programs", namespace: "none" } : undefined);
    onLoad({ filter: /./, namespace: "none" }, () => ({ contents: "" }));
  },
};

rmSync(FOLDER, { recursive: true, force: true });
mkdirSync(FOLDER, { recursive: true });
writeFileSync(join(FOLDER, "package.json"), '{ "type": "commonjs" }\n');

// The command line in one file a command, so that a call reads what it needs and little more.
const { outputFiles } = await build({
  ...shared,
  entryPoints: {
    main: "dist/cli/main.js",
    "pool-worker": "dist/node/pool-worker.js",
    "format-worker": "dist/server/format-worker.js",
  },
  splitting: true,
  format: "esm",
  outdir: FOLDER,
  // They read files beside themselves.
  external: ["editorconfig", "tinypool"],
  plugins: [noPrograms],
  write: false,
});
const hash = createHash("sha256");
for (const { path, text } of outputFiles) {
  hash.update(text);
  const code = await commonJs(text);
  writeFileSync(join(FOLDER, basename(path)), code);
}

// What imports packages that are no CommonJS modules.
writeFileSync(join(FOLDER, "packages.js"), "exports.load = (name) => import(name);\n");

// What loads them.
await build({
  ...shared,
  entryPoints: { "oak-tide": "dist/cli/start.js" },
  format: "cjs",
  outdir: FOLDER,
  external: ["./main.js"],
  define: {
    "import.meta.url": "undefined",
    BUILD: JSON.stringify(hash.digest("hex").slice(0, 16)),
  },
});
chmodSync(join(FOLDER, "oak-tide.js"), 0o755);

/** A file as a CommonJS module: these are loaded without waiting, and what was made of them can be kept. */
async function commonJs(text) {
  const required = text
    .replace(/\bimport\("(\.\/[^"]+)"\)/g, 'Promise.resolve().then(()=>require("$1"))')
    .replace(/\bimport\("/g, 'require("./packages.js").load("');
  const { code } = await transform(required, {
    format: "cjs",
    platform: "node",
    target: "node20",
    minify: true,
    define: { "import.meta.url": "FILE_URL" },
  });
  return code.includes("FILE_URL")
    ? `const FILE_URL=require("node:url").pathToFileURL(__filename).href;${code}`
    : code;
}
