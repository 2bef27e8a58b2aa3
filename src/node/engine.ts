import { extname } from "node:path";
import { createEngine, type Engine } from "../core/engine.js";
import type { Language } from "../core/language.js";

/** Loads a family of languages. */
type Load = () => Promise<readonly Language[]>;

const ecma: Load = async () => {
  const { javascript, typescript, typescriptreact } = await import("../languages/ecma/index.js");
  return [javascript, typescript, typescriptreact];
};

const python: Load = async () => [(await import("../languages/python/index.js")).python];

const css: Load = async () => {
  const sheets = await import("../languages/css/index.js");
  return [sheets.css, sheets.scss, sheets.less];
};

const json: Load = async () => {
  const { json, jsonc } = await import("../languages/json/index.js");
  return [json, jsonc];
};

const csharp: Load = async () => [(await import("../languages/csharp/index.js")).csharp];

/** The languages that hold no others, by the endings of their files. */
const ALONE: Readonly<Record<string, Load>> = {
  ".cjs": ecma,
  ".cs": csharp,
  ".css": css,
  ".cts": ecma,
  ".js": ecma,
  ".json": json,
  ".jsx": ecma,
  ".less": css,
  ".mjs": ecma,
  ".mts": ecma,
  ".py": python,
  ".pyi": python,
  ".scss": css,
  ".ts": ecma,
  ".tsx": ecma,
};

/** An engine for one file: with the languages that its name needs, as all of them take a while to load. */
export async function engineFor(path: string): Promise<Engine> {
  const ending = extname(path).toLowerCase();
  if (!Object.hasOwn(ALONE, ending)) return (await import("../index.js")).createEngine();
  return createEngine({ languages: await ALONE[ending]!() });
}
