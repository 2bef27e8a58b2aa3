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

export { Answer } from "./core/answer.js";
export { Document } from "./core/document.js";
export type { ContentChange, OpenOptions, TypedAnswer } from "./core/document.js";
export type { Engine, EngineOptions } from "./core/engine.js";
export type { IndentedBlocks, Language, Syntax, Typing } from "./core/language.js";
export type { Style } from "./core/style/style.js";
export { applyEdits, mapPosition } from "./core/text/edits.js";
export type { TextEdit } from "./core/text/edits.js";
export type { Position, PositionEncoding, Range } from "./core/text/lines.js";
export { javascript, typescript, typescriptreact } from "./languages/ecma/index.js";
export { json, jsonc } from "./languages/json/index.js";
export { plain } from "./languages/plain/index.js";
export { python } from "./languages/python/index.js";
export { languages };
