import type { Engine } from "../../core/engine.js";
import type { Language } from "../../core/language.js";
import { applyEdits } from "../../core/text/edits.js";
import { playBlocks } from "./blocks.js";
import { enterBefore } from "./entered.js";
import { playForeign } from "./foreign.js";
import { playPairs } from "./paired.js";
import { pasteRestepped } from "./restepped.js";
import { retype } from "./retype.js";
import { playSmall } from "./small.js";
import { still } from "./still.js";
import type { Tally } from "./tally.js";
import { typeOut } from "./typing.js";

/** What playing one file in every way came to. */
export interface Played {
  readonly lines: number;
  /** Lines whose depth the text before them cannot tell. */
  readonly undecided: number;
  readonly ways: ReadonlyMap<string, Tally>;
}

/** The ways of each column of a table, in their order. */
export const COLUMNS: readonly (readonly [column: string, ways: readonly string[]])[] = [
  ["typed", ["typed"]],
  ["retyped", ["retyped"]],
  ["pasted", ["whole", "unindented", "otherwise indented", "first line lost"]],
  ["restepped", ["restepped"]],
  ["moved", ["moved"]],
  ["before", ["entered before"]],
  ["between", ["entered between", "pasted between"]],
  ["foreign", ["foreign"]],
  ["small", ["cut small"]],
  ["still", ["left alone"]],
];

/**
 * Plays a file's text against the engine in every way in which people edit: all but `foreign` play the
 * formatted text.
 */
export function playFile(engine: Engine, language: Language, source: string): Played {
  const languageId = language.ids[0]!;
  const unix = source.replace(/\r\n?/g, "\n");
  const open = (text: string) => engine.open({ uri: "replay:", languageId, text });
  const text = applyEdits(unix, open(unix).formatDocument().edits);
  const typed = typeOut(engine, languageId, text);
  const again = retype(engine, languageId, text);
  const rest = still(engine, language, text);
  const document = open(text);
  const lines = typed.lines - typed.undecided;
  return {
    lines,
    undecided: typed.undecided,
    ways: new Map<string, Tally>([
      ["typed", { ...typed, tried: lines, equal: lines - typed.misses.length }],
      ["retyped", { ...again, tried: again.lines, equal: again.lines - again.misses.length }],
      ...playBlocks(engine, language, text),
      ["restepped", pasteRestepped(engine, language, text)],
      ["entered before", enterBefore(document, language, document.style())],
      ...playPairs(open, language, text),
      ["foreign", playForeign(engine, language, unix)],
      ["cut small", playSmall(engine, language, text)],
      ["left alone", {
        tried: rest.asked,
        equal: rest.asked - rest.disturbed.length,
        trespasses: 0,
        misses: rest.disturbed,
      }],
    ]),
  };
}
