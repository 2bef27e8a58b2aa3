import { Command } from "commander";
import pc from "picocolors";
import type { ChangedOptions } from "../../node/index.js";
import { Exit } from "../exit.js";
import {
  changedOption,
  lineLimitOption,
  quietOption,
  stagedOption,
  styleFileOption,
  type StyleOptions,
} from "../options.js";
import { counted, printUnsettled } from "../report.js";
import { runOver } from "../run.js";

interface Options extends StyleOptions, ChangedOptions {
  readonly quiet?: boolean;
}

export const checkCommand = (): Command => new Command("check")
  .description("Say which files formatting would change. Changes nothing.")
  .argument("[paths...]", "files and folders")
  .addOption(changedOption())
  .addOption(stagedOption())
  .addOption(styleFileOption())
  .addOption(lineLimitOption())
  .addOption(quietOption())
  .action(checkPaths);

async function checkPaths(paths: readonly string[], options: Options): Promise<void> {
  let differing = 0;
  const { files, failed } = await runOver(paths, { ...options, write: false }, (outcome) => {
    const [first] = outcome.answer.edits;
    if (first !== undefined) differing++;
    if (options.quiet === true) return;
    if (first !== undefined) {
      const place = `${outcome.path}:${first.range.start.line + 1}:${first.range.start.character + 1}`;
      const count = counted(outcome.answer.editCount, "edit");
      console.log(
        `${pc.yellow("differs")}  ${place}  ${pc.dim(`${count}, the first by ${first.rule}`)}`,
      );
    }
    printUnsettled(outcome);
  });
  if (options.quiet !== true) {
    const failures = failed > 0 ? `, ${failed} could not be read` : "";
    console.log(
      `${counted(files, "file")}: ${differing} would change, ${files - differing - failed} in order${failures}`,
    );
  }
  process.exitCode = failed > 0 ? Exit.CouldNot : differing > 0 ? Exit.WouldChange : Exit.Fine;
}
