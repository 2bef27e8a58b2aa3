import { InvalidArgumentError, Option, type Command } from "commander";
import type { Style } from "../core/style/style.js";
import type { ChangedOptions } from "../node/git/jobs.js";
import { StyleFiles } from "../node/style/files.js";

/** The options that say how the result shall look. */
export interface StyleOptions {
  readonly lineLimit?: number;
  readonly style?: string;
}

export const lineLimitOption = (): Option => new Option(
  "--line-limit <columns>",
  "the most columns a line should fill",
).argParser(count);

/** @throws InvalidArgumentError where a value is no whole number above 0. */
function count(value: string): number {
  const number = Number(value);
  if (!Number.isInteger(number) || number < 1)
    throw new InvalidArgumentError("It must be a whole number, 1 or more.");
  return number;
}

export const styleFileOption = (): Option => new Option(
  "--style <file>",
  "the only style file that counts, in place of those found beside and above each file",
);

/** The options of a command that goes over files. */
export interface RunCommandOptions extends StyleOptions, ChangedOptions {
  readonly quiet?: boolean;
  readonly cache?: boolean;
  readonly workers?: number;
  readonly save?: string;
}

/** Gives a command the options of one that goes over files. */
export const overFiles = (command: Command): Command => command
  .addOption(changedOption())
  .addOption(stagedOption())
  .addOption(saveOption())
  .addOption(styleFileOption())
  .addOption(lineLimitOption())
  .addOption(cacheOption())
  .addOption(workersOption())
  .addOption(quietOption());

const changedOption = (): Option => new Option(
  "--changed [revision]",
  "only the lines that differ from a revision, the last commit where none is named",
);

const stagedOption = (): Option => new Option(
  "--staged",
  "what is staged for the next commit, in place of the working tree's files",
);

export const saveOption = (): Option => new Option(
  "--save <set>",
  "the steps to take: a set that a style file names, organizeImports, or format (the default)",
);

const cacheOption = (): Option => new Option(
  "--no-cache",
  "format files anew that were in order when they were last looked at",
);

const workersOption = (): Option => new Option(
  "--workers <number>",
  "how many threads format; by the files and the cores where left out",
).argParser(count);

export const quietOption = (): Option => new Option("--quiet", "print nothing but errors");

export function styleOf({ lineLimit }: StyleOptions): Partial<Style> {
  return lineLimit === undefined ? {} : { maxLineLength: lineLimit };
}

/** What style files say, as far as the options let them. */
export const styleFilesOf = ({ style }: StyleOptions): StyleFiles =>
  new StyleFiles(style === undefined ? {} : { only: style });
