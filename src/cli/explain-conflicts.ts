import pc from "picocolors";
import { createEngine } from "../index.js";
import { SourceError } from "../node/error.js";
import { readSource } from "../node/source.js";
import { conflictsOf, type Conflict, type Tried } from "../node/formatters/conflicts.js";
import { Saver, type Acting } from "../node/save.js";
import { Exit } from "./exit.js";
import { writeOutput } from "./input.js";
import { styleFilesOf, styleOf, type StyleOptions } from "./options.js";

/** Tells which of the formatters that are said for a file, the engine among them, undo each other. */
export async function explainConflicts(
  path: string,
  options: StyleOptions & { readonly report: "text" | "json" },
): Promise<void> {
  const { text } = await readSource(path);
  const formatters = await formattersOf(path, options);
  const conflicts = await conflictsOf(formatters, text);
  if (conflicts.length > 0) process.exitCode = Exit.WouldChange;
  await writeOutput(
    options.report === "json"
      ? `${JSON.stringify({ file: path, formatters: formatters.map(({ name }) => name), conflicts }, null, 2)}\n`
      : `${textOf(path, formatters, conflicts)}\n`,
  );
}

/** @throws SourceError where one of them cannot be used, or a style file excludes the file. */
async function formattersOf(path: string, options: StyleOptions): Promise<Tried[]> {
  const styles = styleFilesOf(options);
  const said = await styles.of(path);
  const engine = createEngine();
  const saver = new Saver(engine, { style: styleOf(options), styles });
  const acting = await saver.acting(path);
  if ("excludedBy" in acting)
    throw new SourceError(path, `it is excluded by ${acting.excludedBy}`);
  const { chosenFormatter } = await import("../node/formatters/chosen.js");
  const allowed = await styles.allowedCommands();
  const tried = (name: string, external: Acting["external"]): Tried => ({
    name,
    format: async (text) => (await saver.answer(path, text, { ...acting, external })).text,
  });
  const formatters: Tried[] = [];
  for (const name of said.formatters?.names ?? []) {
    if (name === "built-in" || name === "none") continue;
    formatters.push(
      tried(name, await chosenFormatter({ ...said.formatters!, names: [name] }, allowed)),
    );
  }
  if (acting.language !== undefined) formatters.push(tried("built-in", undefined));
  return formatters;
}

function textOf(
  path: string,
  formatters: readonly Tried[],
  conflicts: readonly Conflict[],
): string {
  const names = formatters.map(({ name }) => name).join(", ");
  if (formatters.length < 2)
    return `${pc.bold(path)}: one formatter acts on it (${names}); there is none to differ from`;
  if (conflicts.length === 0)
    return `${pc.bold(path)}: ${names} come to rest; none undoes what another does`;
  return conflicts.flatMap(({ first, second, lines }) => [
    `${pc.bold(path)}: ${pc.yellow(first)} and ${pc.yellow(second)} undo each other`,
    ...new Set(
      lines.map(({ start, end }) => (
        start.line === end.line
          ? `  line ${start.line + 1}`
          : `  lines ${start.line + 1} to ${end.line + 1}`
      )),
    ),
  ]).join("\n");
}
