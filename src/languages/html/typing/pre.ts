import { whiteOf } from "../../../core/text/width.js";
import { FIXED } from "../elements.js";
import { htmlClosers } from "./closers.js";

/** How far before an offset a tag is looked for. */
const BEFORE = 20_000;

/** A tag of an element whose text is kept to the letter; its slash, its name and its bracket apart. */
const TAG = new RegExp(`<(/?)(${[...FIXED].join("|")})\\b[^<>]*(>?)`, "gi");

/**
 * The white space that a line begins with in text that is kept to the letter, as the last line there that holds something
 * has it; undefined elsewhere, and where none does yet.
 *
 *     <pre>
 *       Low tide    08:40
 *       |
 */
export function whiteInPre(text: string, at: number): string | undefined {
  const before = text.slice(Math.max(0, at - BEFORE), at);
  const tag = [...before.matchAll(TAG)].at(-1);
  if (tag === undefined) return undefined;
  const [, slash, name, bracket] = tag as unknown as [string, string, string, string];
  if (slash !== "" || bracket === "") return undefined;
  // A script may name it, or a comment.
  if (!htmlClosers(text.slice(0, at)).includes(`</${name}>`)) return undefined;
  const written = before.slice(tag.index + tag[0].length).trimEnd();
  return /[\r\n]/.test(written) ? whiteOf(written, written.length) : undefined;
}
