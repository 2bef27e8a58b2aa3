/** The engine without any language. */
export { Answer } from "./answer.js";
export type { AnswerData } from "./answer.js";
export { Document } from "./document.js";
export type {
  ContentChange,
  OpenOptions,
  TypedAnswer,
} from "./document.js";
export { createEngine } from "./engine.js";
export type { Engine, EngineOptions } from "./engine.js";
export type { IndentedBlocks, Language, Syntax, Typing } from "./language.js";
export type { BlockComment, Notation, Pair } from "./notation.js";
export { describeChange, describeDifference } from "./difference.js";
export { leftAlone } from "./left-alone.js";
export { describeRule } from "./described.js";
export type { Rule } from "./described.js";
export { SAVE_STEPS } from "./save.js";
export type { SaveOptions, SaveStep } from "./save.js";
export { BASE_STYLE, STYLE_VALUES } from "./style/style.js";
export type { Style } from "./style/style.js";
export { STYLE_SCHEMA } from "./style/schema.js";
export type { OptionSchema } from "./style/schema.js";
export { applyEdits, mapPosition } from "./text/edits.js";
export type { Change, MapOptions, OffsetChange, TextEdit } from "./text/edits.js";
export { LineIndex } from "./text/lines.js";
export type { Position, PositionEncoding, Range } from "./text/lines.js";
