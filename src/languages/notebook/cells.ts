import type { HeldText } from "../../core/language.js";
import type { Change } from "../../core/text/edits.js";
import { RULES, R } from "./rules.js";
import { readValues, type Value } from "./values.js";

/** Languages of notebooks by the names that kernels have for them. */
const NAMES: Readonly<Record<string, string>> = {
  ipython: "python",
  python: "python",
  python3: "python",
  javascript: "javascript",
  typescript: "typescript",
  rust: "rust",
  ruby: "ruby",
  sql: "sql",
};

/** The cells of a notebook (nbformat 4), each as a text of its language. */
export function* cellsOf(text: string): Iterable<HeldText> {
  const root = readValues(text);
  const languageId = languageIn(root);
  for (const cell of root?.members?.get("cells")?.items ?? []) {
    const source = cell.members?.get("source");
    const kind = cell.members?.get("cell_type")?.text;
    if (source === undefined) continue;
    const lines = source.items ?? [source];
    if (lines.some((line) => line.text === undefined)) continue;
    const whole = lines.map((line) => line.text!).join("");
    if (whole.trim() === "") continue;
    const id = kind === "markdown" ? kind : kind === "code" ? languageId : undefined;
    if (id === undefined) continue;
    yield {
      languageId: id,
      text: whole,
      replaced: (after) => edited(text, source, lines, whole, after),
    };
  }
}

/** The language of a notebook's code, as its metadata have it. */
function languageIn(root: Value | undefined): string | undefined {
  const metadata = root?.members?.get("metadata")?.members;
  const said =
    metadata?.get("language_info")?.members?.get("name")?.text
    ?? metadata?.get("kernelspec")?.members?.get("language")?.text
    ?? metadata?.get("kernelspec")?.members?.get("name")?.text;
  return said === undefined ? "python" : NAMES[said.toLowerCase()];
}

/** A cell's source with another text: strings of lines that stay the same stay to the letter. */
function edited(
  text: string,
  source: Value,
  lines: readonly Value[],
  before: string,
  after: string,
): Change[] {
  if (before === after) return [];
  const rule = RULES[R.Source]!;
  const put = (from: number, to: number, wanted: string): Change[] =>
    text.slice(from, to) === wanted ? [] : [{ from, to, text: wanted, rule }];
  if (source.items === undefined) return put(source.from, source.to, JSON.stringify(after));
  const rows = after.match(/[^\n]*\n|[^\n]+$/g) ?? [];
  let head = 0;
  while (head < lines.length && head < rows.length && lines[head]!.text === rows[head]) head++;
  let tail = 0;
  while (
    tail < lines.length - head
    && tail < rows.length - head
    && lines[lines.length - 1 - tail]!.text === rows[rows.length - 1 - tail]
  ) tail++;
  const old = lines.slice(head, lines.length - tail);
  const now = rows.slice(head, rows.length - tail);
  if (old.length === now.length)
    return old.flatMap((line, i) => put(line.from, line.to, JSON.stringify(now[i])));
  // What stands between strings stands between the new ones too.
  const between = lines.length > 1 ? text.slice(lines[0]!.to, lines[1]!.from) : ", ";
  const strings = now.map((row) => JSON.stringify(row)).join(between);
  if (old.length > 0 && now.length > 0) return put(old[0]!.from, old.at(-1)!.to, strings);
  if (now.length > 0)
    return head > 0
      ? put(lines[head - 1]!.to, lines[head - 1]!.to, between + strings)
      : put(lines[0]!.from, lines[0]!.from, strings + between);
  // Lines go with what stood before them, or after them where nothing does.
  return head > 0
    ? put(lines[head - 1]!.to, old.at(-1)!.to, "")
    : put(old[0]!.from, lines[old.length]?.from ?? old.at(-1)!.to, "");
}
