import { createEngine } from "../index.js";
import { resolve } from "node:path";
import { checkConflicts } from "../node/conflicts.js";
import { ProjectPackages } from "../node/packages.js";
import { stepsOf } from "../node/steps.js";
import type { FormatOptions } from "./commands/format.js";
import { readInput, writeOutput } from "./input.js";
import { styleFilesOf, styleOf } from "./options.js";
import { printExcluded, printUnsettled } from "./report.js";

/** Formats standard input onto standard output. */
export async function formatInput(
  paths: readonly string[],
  options: FormatOptions,
): Promise<void> {
  if (paths.length > 1)
    throw new RangeError("- stands for the whole input; name no other path beside it.");
  const { as: path } = options;
  if (path === undefined)
    throw new RangeError(
      "- needs --as with a file name, whose ending tells the language: --as lib/tides.py",
    );
  const engine = createEngine();
  const language = engine.languageFor(path);
  if (language === undefined) throw new RangeError(`${path}: no language is known for its ending.`);
  const said = await styleFilesOf(options).of(path);
  const { excludedBy, styleFor, ownPackages } = said;
  const text = await readInput("standard input");
  if (excludedBy !== undefined) {
    await writeOutput(text);
    if (options.quiet !== true) printExcluded({ path, excludedBy });
    return;
  }
  checkConflicts(path, text);
  const document = engine.open({
    uri: path,
    languageId: language.ids[0]!,
    text,
    style: styleFor,
  });
  const steps = stepsOf(options.save, said);
  const own = steps.includes("organizeImports") ? new ProjectPackages().of(resolve(path)) : [];
  const answer = document.formatOnSave({
    steps,
    ownPackages: [...ownPackages, ...own],
    style: styleOf(options),
  });
  await writeOutput(answer.text);
  if (options.quiet !== true) printUnsettled({ path, answer });
}
