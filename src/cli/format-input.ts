import { engineFor } from "../node/engine.js";
import { Saver } from "../node/save.js";
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
  const saver = new Saver(await engineFor(path), {
    style: styleOf(options),
    save: options.save,
    styles: styleFilesOf(options),
  });
  const text = await readInput("standard input");
  const acting = await saver.acting(path, text);
  if ("excludedBy" in acting) {
    await writeOutput(text);
    if (options.quiet !== true) printExcluded({ path, excludedBy: acting.excludedBy });
    return;
  }
  const answer = await saver.answer(path, text, acting);
  await writeOutput(answer.text);
  if (options.quiet !== true) printUnsettled({ path, answer });
}
