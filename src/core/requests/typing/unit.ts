import { Signs } from "../../notation.js";
import { SequenceFlag } from "../../outline/sequence.js";
import { NONE, type Tree } from "../../syntax/tree.js";
import type { Change } from "../../text/edits.js";
import { formatLines } from "../selection.js";
import type { Context } from "./context.js";

/** Formats what was typed of the statement that the character ended, and nothing else. */
export function formatUnit(context: Context): Change[] {
  const { language, syntax, style, lines, offset } = context;
  const { tokens, tree } = syntax;
  const unit = endedUnit(context);
  if (unit === NONE || withinUnparsed(tree, unit, language.unparsed)) return [];
  const from = tokens.start(tree.first(unit));
  const first = lines.lineAt(from);
  const last = lines.lineAt(offset);
  const signs = Signs.of(language.notation);
  const typed = new Set<number>();
  let whole = true;
  for (let line = first; line <= last; line++) {
    if (context.typed(line)) typed.add(line);
    else
      whole &&= signs.isClosing(lines.text.slice(lines.lineStart(line), lines.lineEnd(line)));
  }
  if (typed.size === 0) return [];
  // What stood there in part keeps its lines, but closers go with what they close.
  const inside = (line: number): boolean => whole || typed.has(line);
  const options = { withinLines: !whole, first: tree.first(unit) + 1 };
  const changes = formatLines(language, syntax, style, lines, inside, options).filter(
    (change) => change.to > from && change.from < offset && change.to <= offset,
  );
  // The line with the caret is never joined with the one before.
  const start = lines.lineStart(last);
  const joins = changes.some(
    (change) => change.from < start && change.to >= start && !/[\r\n]/.test(change.text),
  );
  return joins ? [] : changes;
}

/**
 * The innermost unit that the character ended, or the one around it that ends with it; what is still open
 * ends here too, but further out.
 */
function endedUnit({ language, syntax: { tokens, tree }, offset }: Context): number {
  const { terminator } = language.notation;
  const sign = tokens.lastAt(offset - 1);
  let unit = NONE;
  for (let node = 1; node <= tree.size; node++) {
    const last = tree.end(node) - 1;
    if (last < tree.first(node)) continue;
    // A list's separator stands behind its items.
    const before = last === sign - 1 && tokens.textOf(sign) === terminator;
    if (tokens.end(last) !== offset && !before) continue;
    if (!language.isUnit(tree.kind(node))) {
      if (unit !== NONE && !before) break;
      continue;
    }
    if (before) {
      unit = node;
      continue;
    }
    const around = unit !== NONE && tree.end(unit) - 1 !== sign - 1;
    unit = node;
    if (around || tokens.textOf(last) === terminator) break;
  }
  return unit;
}

/** Whether the sign that ends at `offset` ends a block, a class body or the like, not just a value. */
export function endsSequence({ language, syntax: { tokens, tree }, offset }: Context): boolean {
  for (let node = 1; node <= tree.size; node++) {
    const last = tree.end(node) - 1;
    // The innermost node comes first.
    if (last >= tree.first(node) && tokens.end(last) === offset)
      return ((language.sequence?.(tree.kind(node)) ?? 0) & SequenceFlag.Is) !== 0;
  }
  return false;
}

/** Whether what is around a node does not parse, so that nothing in it is laid out. */
function withinUnparsed(tree: Tree, node: number, unparsed: number): boolean {
  // A parent comes after its children.
  for (let outer = node; outer <= tree.size; outer++) {
    if (
      tree.kind(outer) === unparsed
      && tree.first(outer) <= tree.first(node)
      && tree.end(outer) >= tree.end(node)
    ) return true;
  }
  return false;
}
