import { Command, Option } from "commander";
import pc from "picocolors";
import { createEngine } from "../../index.js";
import { SourceError, findSources, formatFiles } from "../../node/index.js";
import { Exit } from "../exit.js";
import { readInput, writeOutput } from "../input.js";
import { lineLimitOption, quietOption, styleOf, type StyleOptions } from "../options.js";
import { counted, printError, printUnsettled } from "../report.js";

interface Options extends StyleOptions {
  readonly as?: string;
  readonly quiet?: boolean;
}

export const formatCommand = (): Command => new Command("format")
  .description("Format files, and the files below folders, in place.")
  .argument("<paths...>", "files and folders; - reads standard input and writes standard output")
  .addOption(
    new Option(
      "--as <file>",
      "the name that standard input goes by; its ending tells the language",
    ),
  )
  .addOption(lineLimitOption())
  .addOption(quietOption())
  .action((paths: string[], options: Options) => (
    paths.includes("-") ? formatInput(paths, options) : formatPaths(paths, options)
  ));

async function formatInput(paths: readonly string[], options: Options): Promise<void> {
  if (paths.length > 1)
    throw new RangeError("- stands for the whole input; name no other path beside it.");
  if (options.as === undefined)
    throw new RangeError(
      "- needs --as with a file name, whose ending tells the language: --as lib/tides.py",
    );
  const engine = createEngine();
  const language = engine.languageFor(options.as);
  if (language === undefined)
    throw new RangeError(`${options.as}: no language is known for its ending.`);
  const text = await readInput("standard input");
  const document = engine.open({ uri: options.as, languageId: language.ids[0]!, text });
  const answer = document.formatDocument(styleOf(options));
  await writeOutput(answer.text);
  if (options.quiet !== true) printUnsettled({ path: options.as, answer });
}

async function formatPaths(paths: readonly string[], options: Options): Promise<void> {
  const engine = createEngine();
  const files = findSources(paths, (path) => engine.languageFor(path) !== undefined);
  let changed = 0;
  let failed = 0;
  for await (
    const outcome of formatFiles(engine, files, { write: true, style: styleOf(options) })
  ) {
    if (outcome instanceof SourceError) {
      failed++;
      printError(outcome);
      continue;
    }
    const { editCount } = outcome.answer;
    if (editCount > 0) changed++;
    if (options.quiet === true) continue;
    if (editCount > 0)
      console.log(
        `${pc.green("written")}  ${outcome.path}  ${pc.dim(counted(editCount, "edit"))}`,
      );
    printUnsettled(outcome);
  }
  if (options.quiet !== true) {
    const rest = files.length - changed - failed;
    console.log(
      `${counted(files.length, "file")}: ${changed} written, ${rest} in order already${failed > 0 ? `, ${failed} could not be done` : ""}`,
    );
  }
  if (failed > 0) process.exitCode = Exit.CouldNot;
}
