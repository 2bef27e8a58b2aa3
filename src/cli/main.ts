#!/usr/bin/env node
import { Command, CommanderError } from "commander";
import { askCommand } from "./commands/ask.js";
import { checkCommand } from "./commands/check.js";
import { explainCommand } from "./commands/explain.js";
import { formatCommand } from "./commands/format.js";
import { hookCommand } from "./commands/hook.js";
import { replayCommand } from "./commands/replay.js";
import { serveCommand } from "./commands/serve.js";
import { Exit } from "./exit.js";
import { version } from "./version.js";
import { SourceError } from "../node/index.js";

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
for (
  const command of [
    formatCommand(),
    checkCommand(),
    explainCommand(),
    hookCommand(),
    askCommand(),
    replayCommand(),
    serveCommand(),
  ]
) {
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
