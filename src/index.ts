import {
  createEngine as createCoreEngine,
  type Engine,
  type EngineOptions,
} from "./core/engine.js";
import { languages } from "./languages/index.js";

/**
 * An engine with every language that comes with Oak Tide, unless `languages` names others.
 *
 * @throws RangeError where a style option is not valid.
 * @example
 * const engine = createEngine();
 * const document = engine.open({ uri: "file:///fares.py", languageId: "python", text: "fare=2" });
 * applyEdits(document.text, document.formatDocument().edits); // "fare = 2\n"
 */
export function createEngine(options: Partial<EngineOptions> = {}): Engine {
  return createCoreEngine({ languages, ...options });
}

export * from "./core/index.js";
export { aspx } from "./languages/aspx/index.js";
export { astro } from "./languages/astro/index.js";
export { declared } from "./languages/declared/index.js";
export { javascript, typescript, typescriptreact } from "./languages/ecma/index.js";
export { component, template } from "./languages/component/index.js";
export { csharp } from "./languages/csharp/index.js";
export { css, less, scss } from "./languages/css/index.js";
export { html } from "./languages/html/index.js";
export { json, jsonc } from "./languages/json/index.js";
export { markdown } from "./languages/markdown/index.js";
export { notebook } from "./languages/notebook/index.js";
export { plain } from "./languages/plain/index.js";
export { python } from "./languages/python/index.js";
export { razor } from "./languages/razor/index.js";
export { svelte } from "./languages/svelte/index.js";
export { xml } from "./languages/xml/index.js";
export { languages };
