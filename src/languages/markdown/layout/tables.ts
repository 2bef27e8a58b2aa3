import { cellsOf } from "../blocks.js";
import { displayWidth } from "./width.js";

/** Columns of the shortest row under a head. */
const LEAST = 3;

/**
 * The rows of a table with their columns aligned; undefined where a row lacks a pipe at an end, or one would be
 * longer than the limit.
 *
 * @param rows from their first pipe on; the second is the one under the head.
 * @param room how many columns a row may take.
 */
export function alignedRows(rows: readonly string[], room: number): string[] | undefined {
  if (!rows.every((row) => /^\|.*[^\\]\|$/.test(row.trim()))) return undefined;
  const cells = rows.map(cellsOf);
  const count = cells[0]!.length;
  const rules = cells[1]!;
  if (cells.some((row) => row.length > count)) return undefined;
  const taken = cells.map((row, n) => row.map((cell) => (n === 1 ? 0 : displayWidth(cell))));
  const widths = rules.map((rule, i) => Math.max(
    LEAST,
    rule.replace(/-+/, "").length + 1,
    ...taken.map((row) => row[i] ?? 0),
  ));
  // A row that lacks cells is shorter than others.
  const width = widths.reduce((sum, own) => sum + own + 3, 1);
  if (width > room) return undefined;
  const cell = (text: string, n: number, i: number): string =>
    n === 1 ? ruleOf(text, widths[i]!) : padded(text, rules[i]!, widths[i]! - taken[n]![i]!);
  return cells.map((row, n) => `| ${row.map((text, i) => cell(text, n, i)).join(" | ")} |`);
}

function ruleOf(rule: string, width: number): string {
  const [left, right] = [rule.startsWith(":") ? ":" : "", rule.endsWith(":") ? ":" : ""];
  return left + "-".repeat(width - left.length - right.length) + right;
}

/** A cell with the columns over that it does not fill. */
function padded(cell: string, rule: string, over: number): string {
  if (!rule.endsWith(":")) return cell + " ".repeat(over);
  const before = rule.startsWith(":") ? over >> 1 : over;
  return " ".repeat(before) + cell + " ".repeat(over - before);
}
