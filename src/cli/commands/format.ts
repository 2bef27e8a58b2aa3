import { Command, Option } from "commander";
import type { ChangedOptions } from "../../node/index.js";
import {
  cacheOption,
  changedOption,
  lineLimitOption,
  quietOption,
  saveOption,
  stagedOption,
  styleFileOption,
  type StyleOptions,
} from "../options.js";

export interface FormatOptions extends StyleOptions, ChangedOptions {
  readonly as?: string;
  readonly quiet?: boolean;
  readonly cache?: boolean;
  readonly save?: string;
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
  .addOption(saveOption())
  .addOption(styleFileOption())
  .addOption(lineLimitOption())
  .addOption(cacheOption())
  .addOption(quietOption())
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
