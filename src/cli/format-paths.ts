import type { FormatOptions } from "./commands/format.js";
import { Exit } from "./exit.js";
import { counted, printWritten } from "./report.js";
import { runOver } from "./run.js";

/** Formats files in place. */
export async function formatPaths(
  paths: readonly string[],
  options: FormatOptions,
): Promise<void> {
  let changed = 0;
  const { files, failed, took } = await runOver(
    paths,
    { ...options, write: true, most: 0 },
    (outcome) => {
      if (outcome.answer.editCount > 0) changed++;
      if (options.quiet !== true) printWritten(outcome);
    },
  );
  if (options.quiet !== true) {
    const rest = files - changed - failed;
    console.log(
      `${counted(files, "file")}: ${changed} written, ${rest} in order already${failed > 0 ? `, ${failed} could not be done` : ""}; ${took}`,
    );
  }
  if (failed > 0) process.exitCode = Exit.CouldNot;
}
