#!/usr/bin/env node
import nodeModule from "node:module";
import { join } from "node:path";
import envPaths from "env-paths";
import { CompiledFiles, canKeepCode } from "./compiled.js";

/** What tells this build from others, stated when it is bundled. */
declare const BUILD: string;

/** How this file, bundled as a CommonJS module, loads others. */
declare const require: NodeJS.Require;

type Main = typeof import("./main.js");

// Newer versions of Node keep what they have compiled of the packages that they load.
(nodeModule as { readonly enableCompileCache?: () => unknown }).enableCompileCache?.();

void loadMain().main();

function loadMain(): Main {
  if (!canKeepCode) return require("./main.js") as Main;
  const { cache } = envPaths("oak-tide", { suffix: "" });
  const kept = join(cache, "compiled", `${BUILD}-${process.version}-${process.arch}`);
  const files = new CompiledFiles(__dirname, kept, require);
  process.on("exit", () => files.keep());
  return files.load("./main.js") as Main;
}
