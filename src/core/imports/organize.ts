import type { Syntax } from "../language.js";
import { holdsFile } from "../layout/holds.js";
import type { Span } from "../outline/excerpt.js";
import { commandOf, heldOf } from "../outline/holds.js";
import { NONE } from "../syntax/tree.js";
import type { Change } from "../text/edits.js";
import { LineIndex } from "../text/lines.js";
import type { ImportOrder, ImportPlace, ImportSettings, OrganizeImports } from "./order.js";
import { IMPORT_RULE } from "../rules.js";
import { replaceLines } from "./lines.js";

/** An import with the comments above it and on its line, as whole lines. */
interface Item extends ImportPlace {
  readonly text: string;
}

/** Imports that follow one another, and the whole lines on which they stand. */
interface Run extends Span {
  readonly items: readonly Item[];
}

/**
 * A step that brings imports into order: groups one after another with a blank line between them, each
 * sorted, what is alike left in its order. Comments travel with the import below them or on whose line they
 * stand. Nothing else moves, and no import crosses code, or another that may not be crossed.
 */
export const organizeBy = (order: ImportOrder): OrganizeImports =>
  (
    language,
    syntax,
    settings,
    within,
  ) => {
    if (holdsFile(syntax)) return [];
    const { text } = syntax.tokens;
    const rule = `${language.family}/${IMPORT_RULE}`;
    const changes: Change[] = [];
    for (const run of runsOf(order, syntax, settings)) {
      const asked = within?.some(({ from, to }) => from < run.to && to > run.from) !== false;
      if (!asked || isSorted(run.items)) continue;
      changes.push(...replaceLines(text, run, sortedText(run.items, text), rule));
    }
    return changes;
  };

/** Whether imports are in order; the blank lines between them are the layout's matter then. */
const isSorted = (items: readonly Item[]): boolean =>
  items.every((item, i) => i === 0 || compare(items[i - 1]!, item) <= 0);

const compare = (a: Item, b: Item): number =>
  a.group - b.group || (a.key < b.key ? -1 : a.key > b.key ? 1 : 0);

function sortedText(items: readonly Item[], text: string): string {
  const lineEnd = /\r\n|\r|\n/.exec(text)?.[0] ?? "\n";
  const sorted = items.map((item, i) => ({ item, i }))
    .sort(
      (a, b) => compare(a.item, b.item) || a.i - b.i,
    );
  const lines = sorted.map(({ item }, i) => {
    const parts = i > 0 && sorted[i - 1]!.item.group !== item.group;
    return `${parts ? lineEnd : ""}${item.text.replace(ENDS, "")}`;
  });
  // A text that ends with them ends as it did.
  return lines.join(lineEnd) + ENDS.exec(items.at(-1)!.text)![0];
}

/** The line end behind a line, if any. */
const ENDS = /[\r\n]*$/;

function* runsOf(order: ImportOrder, syntax: Syntax, settings: ImportSettings): Iterable<Run> {
  const { text } = syntax.tokens;
  const lines = LineIndex.of(text);
  const held = heldOf(syntax);
  let items: Item[] = [];
  let from = 0;
  let to = 0;
  for (const line of statementLines(syntax, lines)) {
    const places = line.statements.map((node) => order(syntax, node, settings));
    const free = !held.some((span) => span.from < line.to && span.to > line.from);
    const movable = free && places.every((place) => place !== undefined && place !== "barrier");
    const start = movable
      ? startWithComments(syntax, lines, line, items.length > 0 ? to : 0)
      : line.from;
    // What stands between two of a run is nothing, or comments of neither.
    const follows = items.length > 0 && text.slice(to, start).trim() === "";
    if (!movable || !follows) {
      if (items.length > 1) yield { items, from, to };
      items = [];
    }
    if (!movable) continue;
    if (items.length === 0) from = start;
    items.push(...itemsOf(syntax, line, start, places as ImportPlace[]));
    to = line.to;
  }
  if (items.length > 1) yield { items, from, to };
}

/** Statements that share lines, and those lines whole. */
interface StatementLine extends Span {
  readonly statements: readonly number[];
}

function* statementLines({ tokens, tree }: Syntax, lines: LineIndex): Iterable<StatementLine> {
  let statements: number[] = [];
  let first = 0;
  let last = 0;
  const whole = (): StatementLine => ({
    statements,
    from: lines.lineStart(first),
    to: last + 1 < lines.count ? lines.lineStart(last + 1) : tokens.text.length,
  });
  for (let node = tree.child(tree.root); node !== NONE; node = tree.next(node)) {
    if (tree.end(node) === tree.first(node)) continue;
    const begins = lines.lineAt(tokens.start(tree.first(node)));
    if (statements.length > 0 && begins > last) {
      yield whole();
      statements = [];
    }
    if (statements.length === 0) first = begins;
    statements.push(node);
    last = lines.lineAt(tokens.end(tree.end(node) - 1) - 1);
  }
  if (statements.length > 0) yield whole();
}

/** The imports of a line, each as whole lines of its own; what else is on the line goes with the last. */
function itemsOf(
  { tokens, tree }: Syntax,
  { statements, to }: StatementLine,
  start: number,
  places: readonly ImportPlace[],
): Item[] {
  const { text } = tokens;
  return places.map((place, i) => {
    const begin = i === 0 ? start : tokens.start(tree.first(statements[i]!));
    const end = i < places.length - 1 ? tokens.end(tree.end(statements[i]!) - 1) : to;
    return { ...place, text: text.slice(begin, end) };
  });
}

/** Where a line begins with the comments that stand right above it, each on a line of its own. */
function startWithComments(
  { tokens, tree }: Syntax,
  lines: LineIndex,
  { statements, from }: StatementLine,
  after: number,
): number {
  const { text } = tokens;
  let start = from;
  for (let t = tree.first(statements[0]!) - 1; t >= 0; t--) {
    const begin = lines.lineStart(lines.lineAt(tokens.start(t)));
    const own =
      tokens.isTrivia(t)
      && begin >= after
      && tokens.start(t) < start
      && text.slice(begin, tokens.start(t)).trim() === ""
      && text.slice(tokens.end(t), start).trim() === ""
      && lines.lineAt(tokens.end(t) - 1) + 1 === lines.lineAt(start)
      && commandOf(tokens.textOf(t)) === "";
    if (!own) break;
    // The first comment of a file is its head, and no import's.
    if (begin === 0 || t === 0) break;
    start = begin;
  }
  return start;
}
