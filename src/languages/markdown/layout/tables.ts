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
  const widths = rules.map((rule, i) => Math.max(
    LEAST,
    rule.replace(/-+/, "").length + 1,
    ...cells.map((row, n) => (n === 1 ? 0 : displayWidth(row[i] ?? ""))),
  ));
  const aligned = cells.map((row, n) => (
    `| ${row.map((cell, i) => (n === 1 ? ruleOf(cell, widths[i]!) : padded(cell, rules[i]!, widths[i]!))).join(" | ")} |`
  ));
  return aligned.every((row) => displayWidth(row) <= room) ? aligned : undefined;
}

function ruleOf(rule: string, width: number): string {
  const [left, right] = [rule.startsWith(":") ? ":" : "", rule.endsWith(":") ? ":" : ""];
  return left + "-".repeat(width - left.length - right.length) + right;
}

function padded(cell: string, rule: string, width: number): string {
  const over = width - displayWidth(cell);
  if (!rule.endsWith(":")) return cell + " ".repeat(over);
  const before = rule.startsWith(":") ? over >> 1 : over;
  return " ".repeat(before) + cell + " ".repeat(over - before);
}
