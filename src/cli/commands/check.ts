import { Command } from "commander";
import pc from "picocolors";
import { createEngine } from "../../index.js";
import { SourceError, findSources, formatFiles } from "../../node/index.js";
import { Exit } from "../exit.js";
import { lineLimitOption, quietOption, styleOf, type StyleOptions } from "../options.js";
import { counted, printError, printUnsettled } from "../report.js";

interface Options extends StyleOptions {
  readonly quiet?: boolean;
}

export const checkCommand = (): Command => new Command("check")
  .description("Say which files formatting would change. Changes nothing.")
  .argument("<paths...>", "files and folders")
  .addOption(lineLimitOption())
  .addOption(quietOption())
  .action(checkPaths);

async function checkPaths(paths: readonly string[], options: Options): Promise<void> {
  const engine = createEngine();
  const files = findSources(paths, (path) => engine.languageFor(path) !== undefined);
  let differing = 0;
  let failed = 0;
  for await (
    const outcome of formatFiles(engine, files, { write: false, style: styleOf(options) })
  ) {
    if (outcome instanceof SourceError) {
      failed++;
      printError(outcome);
      continue;
    }
    const [first] = outcome.answer.edits;
    if (first !== undefined) differing++;
    if (options.quiet === true) continue;
    if (first !== undefined) {
      const place = `${outcome.path}:${first.range.start.line + 1}:${first.range.start.character + 1}`;
      const count = counted(outcome.answer.editCount, "edit");
      console.log(
        `${pc.yellow("differs")}  ${place}  ${pc.dim(`${count}, the first by ${first.rule}`)}`,
      );
    }
    printUnsettled(outcome);
  }
  if (options.quiet !== true) {
    const failures = failed > 0 ? `, ${failed} could not be read` : "";
    console.log(
      `${counted(files.length, "file")}: ${differing} would change, ${files.length - differing - failed} in order${failures}`,
    );
  }
  process.exitCode = failed > 0 ? Exit.CouldNot : differing > 0 ? Exit.WouldChange : Exit.Fine;
}
