import { trimmed, trimmedEnd } from "../../../core/text/blanks.js";
import { cellsOf } from "../blocks.js";
import { displayWidth } from "./width.js";

/** Columns of the shortest row under a head. */
const LEAST = 3;

/** A row with a pipe at its end, and one without any at its ends. */
const CLOSED = /^\|.*[^\\]\|$/;
const BARE = /^(?!\|).*(?:[^|]|\\\|)$/;

/**
 * The rows of a table with their columns aligned; undefined where one row begins with a pipe and another does not, or
 * a row would be longer than the limit. A pipe at a row's end stays, and none comes there.
 *
 * @param rows from their first pipe on; the second is the one under the head.
 * @param room how many columns a row may take.
 */
export function alignedRows(rows: readonly string[], room: number): string[] | undefined {
  const bare = rows.every((row) => BARE.test(trimmed(row)));
  if (!bare && !rows.every((row) => trimmed(row).startsWith("|"))) return undefined;
  const cells = rows.map(cellsOf);
  // Where nothing stands beside it, a pipe would be one at the row's end.
  if (bare && cells.some((row) => row[0] === "" || row.at(-1) === "")) return undefined;
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
  const width = widths.reduce((sum, own) => sum + own + 3, bare ? -3 : 1);
  if (width > room) return undefined;
  const cell = (text: string, n: number, i: number): string => {
    if (n === 1) return ruleOf(text, widths[i]!);
    // Blanks in front of a bare row would make code of it.
    return padded(text, bare && i === 0 ? "" : rules[i]!, widths[i]! - taken[n]![i]!);
  };
  return cells.map((row, n) => {
    const inner = row.map((text, i) => cell(text, n, i)).join(" | ");
    if (bare) return trimmedEnd(inner);
    return CLOSED.test(trimmed(rows[n]!)) ? `| ${inner} |` : trimmedEnd(`| ${inner}`);
  });
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
