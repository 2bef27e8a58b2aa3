import { Command, Option } from "commander";
import { overFiles, type RunCommandOptions } from "../options.js";

export interface FormatOptions extends RunCommandOptions {
  readonly as?: string;
}

export const formatCommand = (): Command => overFiles(
  new Command("format")
    .description("Format files, and the files below folders, in place.")
    .argument("[paths...]", "files and folders; - reads standard input and writes standard output")
    .addOption(
      new Option(
        "--as <file>",
        "the name that standard input goes by; its ending tells the language",
      ),
    ),
)
  .action(async (paths: string[], options: FormatOptions) => {
    // Standard input needs little of what a run over files does.
    if (paths.includes("-")) {
      const { formatInput } = await import("../format-input.js");
      await formatInput(paths, options);
    } else {
      const { formatPaths } = await import("../format-paths.js");
      await formatPaths(paths, options);
    }
  });
