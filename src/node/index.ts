export { formatFiles } from "./run.js";
export type { Outcome, RunOptions } from "./run.js";
export { SourceError, decode, readSource, replaceSource } from "./source.js";
export type { Source } from "./source.js";
export { findSources } from "./walk.js";
