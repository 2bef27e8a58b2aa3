import { diffArrays } from "diff";
import { Answer } from "../../core/answer.js";
import { ChangeList } from "../../core/text/changelist.js";
import { LineIndex, type PositionEncoding, type Range } from "../../core/text/lines.js";
import { pushChanges } from "../../core/text/minimise.js";

/**
 * The answer that turns a text into another one, with minimal edits: lines that both have stay.
 *
 * @param lines the lines, counted from 0, that may change; all of them where they are left out.
 * @param rule what the edits are told to come from.
 */
export function answerFor(
  text: string,
  wanted: string,
  rule: string,
  { lines, encoding = "utf-16" }: {
    readonly lines?: readonly Range[] | undefined;
    readonly encoding?: PositionEncoding;
  } = {},
): Answer {
  const changes = new ChangeList();
  for (const hunk of hunksOf(text, wanted))
    if (lines === undefined || lines.some((range) => touches(hunk, range)))
      pushChanges(changes, text, hunk.from, hunk.to, hunk.text, rule);
  return new Answer(LineIndex.of(text), changes, encoding, undefined, []);
}

/** Lines that another text has otherwise. */
interface Hunk {
  readonly firstLine: number;
  readonly endLine: number;
  readonly from: number;
  readonly to: number;
  readonly text: string;
}

function* hunksOf(text: string, wanted: string): Iterable<Hunk> {
  const [old, now] = [linesOf(text), linesOf(wanted)];
  let line = 0;
  let offset = 0;
  let open: Hunk | undefined;
  for (const { added, removed, value, count } of diffArrays(old, now)) {
    const part = value.join("");
    if (!added && !removed) {
      if (open !== undefined) yield open;
      open = undefined;
      line += count;
      offset += part.length;
      continue;
    }
    open ??= { firstLine: line, endLine: line, from: offset, to: offset, text: "" };
    if (added) {
      open = { ...open, text: open.text + part };
      continue;
    }
    line += count;
    offset += part.length;
    open = { ...open, endLine: line, to: offset };
  }
  if (open !== undefined) yield open;
}

/** The lines of a text, each with its end. */
const linesOf = (text: string): string[] => text.match(/[^\r\n]*(?:\r\n|\r|\n)|[^\r\n]+$/g) ?? [];

const touches = ({ firstLine, endLine }: Hunk, { start, end }: Range): boolean =>
  firstLine <= end.line && Math.max(endLine, firstLine + 1) > start.line;
