import { ChangeList } from "./changelist.js";
import { pushChanges } from "./minimise.js";

/** A stretch of the first text that is kept, or text that was put in. */
interface Segment {
  readonly from: number;
  readonly to: number;
  readonly put?: string;
  readonly rule: string;
}

/**
 * Two lists of sorted, disjoint changes as one, the second of which speaks of what the first makes of
 * `text`. What lies between two stretches that both keep is one change, cut to what differs.
 */
export function compose(text: string, first: ChangeList, second: ChangeList): ChangeList {
  if (second.length === 0) return first;
  if (first.length === 0) return second;
  const whole: Segment = { from: 0, to: text.length, rule: "" };
  const segments = changed(changed([whole], first), second);
  const list = new ChangeList();
  let at = 0;
  let put = "";
  let rule = "";
  for (const segment of [...segments, { from: text.length, to: text.length, rule: "" }]) {
    if (segment.rule !== "") rule = segment.rule;
    if (segment.put !== undefined) {
      put += segment.put;
      continue;
    }
    pushChanges(list, text, at, segment.from, put, rule);
    at = segment.to;
    put = "";
  }
  return list;
}

/** Segments after changes of the text that they make. */
function changed(segments: readonly Segment[], changes: ChangeList): Segment[] {
  const result: Segment[] = [];
  let i = 0;
  /** How much of segment i is done, and where in their text that is. */
  let done = 0;
  let place = 0;
  const goTo = (end: number, keep: boolean): void => {
    while (place < end && i < segments.length) {
      const segment = segments[i]!;
      const length = segment.put?.length ?? segment.to - segment.from;
      const taken = Math.min(length - done, end - place);
      if (keep) result.push(part(segment, done, done + taken));
      done += taken;
      place += taken;
      if (done < length) break;
      i++;
      done = 0;
    }
  };
  for (const { from, to, text, rule } of changes) {
    goTo(from, true);
    goTo(to, false);
    result.push({ from: 0, to: 0, put: text, rule });
  }
  goTo(Infinity, true);
  return result;
}

const part = ({ from, put, rule, to }: Segment, begin: number, end: number): Segment =>
  put === undefined
    ? { from: from + begin, to: Math.min(to, from + end), rule }
    : { from, to, put: put.slice(begin, end), rule };
