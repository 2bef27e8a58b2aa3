import { blanksEnd, isBlankRow, trimmedEnd } from "../../../core/text/blanks.js";
import { applyChanges, type Change } from "../../../core/text/edits.js";
import { leastOf } from "../../../core/text/least.js";
import { pushChanges } from "../../../core/text/minimise.js";
import { ChangeList } from "../../../core/text/changelist.js";
import { parseBlocks, type Block, type Blocks, type Item, type List } from "../blocks.js";
import { B } from "../kinds.js";
import { RULES, R } from "../rules.js";

/**
 * Answers for text that was pasted at [from, to), or moved there: pasted lines take the column of what holds them,
 * and the numbers of lists follow.
 */
export function placed(text: string, from: number, to: number, pasted: boolean): Change[] {
  const changes = pasted ? [...led(text, from, to)] : [];
  const after = applyChanges(text, changes);
  const end = to + after.length - text.length;
  const blocks = parseBlocks(after);
  const numbers = [...numbered(blocks, blocks.root, from, end)];
  if (numbers.length === 0) return changes;
  // Numbers lie on lines that got nothing but a lead, so that both kinds of changes keep apart.
  const list = new ChangeList();
  const whole = applyChanges(after, numbers);
  pushLines(list, text, whole);
  return [...list];
}

/** Two texts of as many lines, as changes line by line. */
function pushLines(list: ChangeList, before: string, after: string): void {
  const rows = after.split("\n");
  let at = 0;
  for (const [i, row] of before.split("\n").entries()) {
    pushChanges(list, before, at, at + row.length, rows[i] ?? "", RULES[R.Number]!);
    at += row.length + 1;
  }
}

/** What stands before the lines of a paste, the first apart: what holds the place where it begins. */
function* led(text: string, from: number, to: number): Iterable<Change> {
  let start = from;
  while (start > 0 && !/[\r\n]/.test(text[start - 1]!)) start--;
  const before = text.slice(start, from);
  // A marker counts as blanks on the lines after it, a quotation's sign goes on.
  const lead = /^(?:[ \t]|>|[-+*](?=[ \t])|\d{1,9}[.)](?=[ \t])|(?<=[-+*.)] )\[[ xX]\](?=[ \t]))*/.exec(
    before,
  )![0]
    .replace(/[^>\t]/g, " ");
  if (lead === "") return;
  const lines = [...text.slice(from, to).matchAll(/(?:\r\n|\r|\n)([^\r\n]*)/g)];
  const written = lines.map(([, row]) => row!).filter((row) => !isBlankRow(row));
  const common = leastOf(written.map((row) => blanksEnd(row, 0)));
  for (const line of lines) {
    const row = line[1]!;
    const at = from + line.index + line[0].length - row.length;
    const isLast = at + row.length === to;
    if (isBlankRow(row)) {
      if (!isLast && lead.includes(">"))
        yield { from: at, to: at, text: trimmedEnd(lead), rule: RULES[R.Indent]! };
    } else {
      yield { from: at, to: at + common, text: lead, rule: RULES[R.Indent]! };
    }
  }
}

/** The numbers of the lists that touch a stretch, from the least that one of them has. */
function* numbered(blocks: Blocks, block: Block, from: number, to: number): Iterable<Change> {
  for (const child of block.children) {
    const start = blocks.starts[child.first]!;
    const end = blocks.ends[child.last]!;
    if (start > to || end < from) continue;
    if (child.kind === B.List) yield* inOrder(child as List);
    yield* numbered(blocks, child, from, to);
  }
}

function* inOrder(list: List): Iterable<Change> {
  const items = list.children as Item[];
  const numbers = items.map(({ number }) => number ?? 0);
  if (items[0]!.number === undefined || new Set(numbers).size === 1) return;
  const least = leastOf(numbers);
  for (const [i, { marker, length, number }] of items.entries())
    if (number !== least + i)
      yield {
        from: marker,
        to: marker + length - 1,
        text: String(least + i),
        rule: RULES[R.Number]!,
      };
}
