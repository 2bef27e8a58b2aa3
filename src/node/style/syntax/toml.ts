import { TomlError, parse } from "smol-toml";
import { LineIndex } from "../../../core/index.js";
import { SettingsError, type Path, type Settings } from "./read.js";

/** Reads TOML 1.0. */
export function readToml(file: string, text: string): Settings {
  try {
    return { value: parse(text), offsetOf: (path) => offsetOf(text, path) };
  } catch (error) {
    if (!(error instanceof TomlError)) throw error;
    const lines = LineIndex.of(text);
    const at = lines.lineStart(error.line - 1) + Math.max(0, error.column - 1);
    const [, reason = error.message] = /^Invalid TOML document: (.*)/.exec(error.message) ?? [];
    throw new SettingsError(file, text, at, `this is no TOML: ${reason}`);
  }
}

/** A table's header, or the beginning of a pair; keys with their parts still joined by dots. */
const LINE =
  /^[ \t]*(?:\[\[?([^\]]+)\]\]?|((?:[\w-]+|"[^"]*"|'[^']*')(?:[ \t]*\.[ \t]*(?:[\w-]+|"[^"]*"|'[^']*'))*)[ \t]*=)/gm;
const PART = /[\w-]+|"([^"]*)"|'([^']*)'/g;

const partsOf = (key: string): string[] =>
  Array.from(key.matchAll(PART), ([word, double, single]) => double ?? single ?? word);

/** Where a member stands, by the lines on which tables and pairs begin; the parser does not tell. */
function offsetOf(text: string, path: Path): number {
  const wanted = path.filter((part) => typeof part === "string");
  let table: string[] = [];
  let best = 0;
  let most = 0;
  for (const { 0: line, 1: header, 2: key, index } of text.matchAll(LINE)) {
    if (header !== undefined) table = partsOf(header);
    const own = key === undefined ? table : [...table, ...partsOf(key)];
    const shared = own.findIndex((part, i) => part !== wanted[i]);
    const length = shared < 0 ? own.length : 0;
    if (length <= most) continue;
    most = length;
    best = index + line.search(/\S/);
  }
  return best;
}
