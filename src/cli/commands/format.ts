import { Command, Option } from "commander";
import pc from "picocolors";
import { createEngine } from "../../index.js";
import { checkConflicts, type ChangedOptions } from "../../node/index.js";
import { Exit } from "../exit.js";
import { readInput, writeOutput } from "../input.js";
import {
  changedOption,
  lineLimitOption,
  quietOption,
  stagedOption,
  styleFileOption,
  styleFilesOf,
  styleOf,
  type StyleOptions,
} from "../options.js";
import { counted, printExcluded, printUnsettled } from "../report.js";
import { runOver } from "../run.js";

interface Options extends StyleOptions, ChangedOptions {
  readonly as?: string;
  readonly quiet?: boolean;
}

export const formatCommand = (): Command => new Command("format")
  .description("Format files, and the files below folders, in place.")
  .argument("[paths...]", "files and folders; - reads standard input and writes standard output")
  .addOption(
    new Option(
      "--as <file>",
      "the name that standard input goes by; its ending tells the language",
    ),
  )
  .addOption(changedOption())
  .addOption(stagedOption())
  .addOption(styleFileOption())
  .addOption(lineLimitOption())
  .addOption(quietOption())
  .action((paths: string[], options: Options) => (
    paths.includes("-") ? formatInput(paths, options) : formatPaths(paths, options)
  ));

async function formatInput(paths: readonly string[], options: Options): Promise<void> {
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
  const { excludedBy, styleFor } = styleFilesOf(options).of(path);
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
  const answer = document.formatDocument(styleOf(options));
  await writeOutput(answer.text);
  if (options.quiet !== true) printUnsettled({ path, answer });
}

async function formatPaths(paths: readonly string[], options: Options): Promise<void> {
  let changed = 0;
  const { files, failed } = await runOver(paths, { ...options, write: true }, (outcome) => {
    const { editCount } = outcome.answer;
    if (editCount > 0) changed++;
    if (options.quiet === true) return;
    if (editCount > 0)
      console.log(
        `${pc.green("written")}  ${outcome.path}  ${pc.dim(counted(editCount, "edit"))}`,
      );
    printUnsettled(outcome);
  });
  if (options.quiet !== true) {
    const rest = files - changed - failed;
    console.log(
      `${counted(files, "file")}: ${changed} written, ${rest} in order already${failed > 0 ? `, ${failed} could not be done` : ""}`,
    );
  }
  if (failed > 0) process.exitCode = Exit.CouldNot;
}
