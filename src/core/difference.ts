import type { Change } from "./text/edits.js";
import { LINE_END_RULE } from "./text/minimise.js";

/** A number with what it counts: `one blank`, `3 blanks`, `no blank`. */
const counted = (count: number, what: string): string =>
  count === 0 ? `no ${what}` : count === 1 ? `one ${what}` : `${count} ${what}s`;

/**
 * What an edit asks for, as a person says it: "2 blank lines expected here, no blank line found".
 *
 * @param before what it replaces.
 * @param after the new text.
 * @param atLineStart whether it begins where a line does.
 */
export function describeDifference(
  { before, after, rule, atLineStart }: {
    readonly before: string;
    readonly after: string;
    readonly rule: string;
    readonly atLineStart: boolean;
  },
): string {
  if (rule.endsWith(`/${LINE_END_RULE}`)) return "this line ends otherwise than the others";
  if (/\S/.test(before + after)) {
    if (after === "") return `${quoted(before)} is not expected here`;
    if (before === "") return `${quoted(after)} expected here`;
    return `${quoted(after)} expected here, ${quoted(before)} found`;
  }
  const [old, now] = [lineEnds(before), lineEnds(after)];
  if (old !== now) return lines(old, now, atLineStart);
  // White space before a line, where it ends, or within it.
  const [found, wanted] = [before.length, after.length];
  if (now > 0) return "the white space at the end of the line goes";
  if (atLineStart) {
    const change = wanted > found ? wanted - found : found - wanted;
    return /\t/.test(before + after)
      ? "this line is indented otherwise than its place asks"
      : `this line stands ${counted(change, "column")} too ${wanted > found ? "far left" : "far right"}`;
  }
  if (wanted === 0) return "no blank expected here";
  return found === 0
    ? `${counted(wanted, "blank")} expected here`
    : `${counted(wanted, "blank")} expected here, ${counted(found, "blank")} found`;
}

/**
 * What a change of a text asks for, as {@link describeDifference} says it.
 *
 * @param text the text before the change.
 */
export function describeChange(text: string, { from, to, text: after, rule }: Change): string {
  const atLineStart = from === 0 || /[\r\n]/.test(text[from - 1]!);
  return describeDifference({ before: text.slice(from, to), after, rule, atLineStart });
}

function lines(old: number, now: number, atLineStart: boolean): string {
  if (atLineStart && old === 0) return `${counted(now, "more blank line")} expected above`;
  if (atLineStart && now === 0) return `${counted(old, "blank line")} fewer expected above`;
  if (old === 0)
    return now === 1
      ? "a new line expected to begin here"
      : `${counted(now - 1, "blank line")} expected after this line`;
  if (now === 0) return "this is expected on one line with what follows";
  return `${counted(now - 1, "blank line")} expected here, ${counted(old - 1, "blank line")} found`;
}

const lineEnds = (text: string): number => text.match(/\r\n|\r|\n/g)?.length ?? 0;

const quoted = (text: string): string => {
  const shown = text.replace(/\s+/g, " ");
  return `\`${shown.length > 40 ? `${shown.slice(0, 37)}…` : shown}\``;
};
