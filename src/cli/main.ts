import { Command, CommanderError } from "commander";
import { Exit } from "./exit.js";
import { version } from "./version.js";
import { SourceError } from "../node/error.js";

/** The commands, each loaded when it is called, in the order of the help. */
const COMMANDS = {
  format: async () => (await import("./commands/format.js")).formatCommand(),
  check: async () => (await import("./commands/check.js")).checkCommand(),
  explain: async () => (await import("./commands/explain.js")).explainCommand(),
  learn: async () => (await import("./commands/learn.js")).learnCommand(),
  watch: async () => (await import("./commands/watch.js")).watchCommand(),
  hook: async () => (await import("./commands/hook.js")).hookCommand(),
  ask: async () => (await import("./commands/ask.js")).askCommand(),
  replay: async () => (await import("./commands/replay.js")).replayCommand(),
  serve: async () => (await import("./commands/serve.js")).serveCommand(),
};

/** Does what the arguments of this process ask for, and sets its exit code. */
export async function main(): Promise<void> {
  // Whoever reads the output may have had enough of it.
  process.stdout.on("error", (error: NodeJS.ErrnoException) => {
    if (error.code !== "EPIPE") throw error;
    process.exit();
  });

  const program = new Command("oak-tide")
    .description("Formats source files, and answers editors' formatting requests.")
    .version(version)
    .addHelpText(
      "after",
      "\nExit codes: 0 fine, 1 something would change (check), 2 something could not be done.",
    )
    .exitOverride();
  // Only the command that is called is loaded, but for help.
  const named = process.argv[2] ?? "";
  const wanted = Object.hasOwn(COMMANDS, named) ? [named] : Object.keys(COMMANDS);
  for (const name of wanted) {
    const command = await COMMANDS[name as keyof typeof COMMANDS]();
    program.addCommand(command.copyInheritedSettings(program));
  }

  try {
    await program.parseAsync();
  } catch (error) {
    if (error instanceof CommanderError) {
      process.exitCode = error.exitCode === 0 ? Exit.Fine : Exit.CouldNot;
    } else {
      const known = error instanceof SourceError || error instanceof RangeError;
      console.error(
        `oak-tide: ${known ? error.message : error instanceof Error ? error.stack : String(error)}`,
      );
      process.exitCode = Exit.CouldNot;
    }
  }
}
