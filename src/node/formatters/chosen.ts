import which from "which";
import { SourceError } from "../error.js";
import type { FormatterCommand } from "./command.js";

/** What a style file says of the formatters of a file. */
export interface SaidFormatters {
  /** `built-in` for the engine, `none`, or commands by their names, in the order in which they are tried. */
  readonly names: readonly string[];
  /** Where it is said, as `oak-tide.json:3:5`. */
  readonly place: string;
  /** The folder of that file, in which commands run. */
  readonly folder: string;
}

/** What formats a file: one of those that are said. */
export interface ChosenFormatter extends SaidFormatters {
  readonly name: string;
  /** Undefined for the engine and for none. */
  readonly command: FormatterCommand | undefined;
  /** Why those before it do not: they are not there, or not allowed. */
  readonly passedOver: readonly string[];
}

/** The commands that a person's own settings allow, and where those lie. */
export interface AllowedCommands {
  readonly commands: Readonly<Record<string, FormatterCommand>>;
  readonly path: string;
}

/**
 * The first of the formatters of a file that can be used here. A command counts only where the person's own
 * settings hold it: what a repository says is never run.
 *
 * @throws SourceError where none can.
 */
export async function chosenFormatter(
  said: SaidFormatters,
  allowed: AllowedCommands,
): Promise<ChosenFormatter> {
  const passedOver: string[] = [];
  for (const name of said.names) {
    const found = await usable(name, allowed);
    if (typeof found !== "string") return { ...said, name, command: found.command, passedOver };
    passedOver.push(found);
  }
  throw new SourceError(said.place, passedOver.join("; "));
}

/** A formatter of a name, or why it cannot be used. */
async function usable(
  name: string,
  { commands, path }: AllowedCommands,
): Promise<{ readonly command: FormatterCommand | undefined } | string> {
  if (name === "built-in" || name === "none") return { command: undefined };
  const command = commands[name];
  if (command === undefined)
    return `the formatter "${name}" is no command of your own settings; if you trust it, say under "commands" in ${path} what it runs`;
  const [program = ""] = command.run;
  if (await which(program, { nothrow: true }) !== null) return { command };
  return `${program} of the formatter "${name}" is not installed${
    command.install === undefined ? "" : `; to install it: ${command.install}`
  }`;
}
