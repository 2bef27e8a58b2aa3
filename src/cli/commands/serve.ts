import { Command, InvalidArgumentError, Option } from "commander";
import type { Channel } from "../../server/index.js";

interface Options {
  readonly socket?: number;
  readonly pipe?: string;
}

export const serveCommand = (): Command => new Command("serve")
  .description("Serve editors over the Language Server Protocol, on standard input and output.")
  .option("--stdio", "on standard input and output, as where nothing else is said")
  .addOption(
    new Option("--socket <port>", "over a port of this machine on which the editor listens")
      .argParser(portOf)
      .conflicts(["stdio", "pipe"]),
  )
  .addOption(
    new Option("--pipe <name>", "over a pipe, or a socket file, on which the editor listens")
      .conflicts("stdio"),
  )
  .option("--clientProcessId <number>", "the process with which the server ends")
  .action(async ({ socket, pipe }: Options) => {
    const channel: Channel = socket !== undefined
      ? { kind: "socket", port: socket }
      : pipe !== undefined
      ? { kind: "pipe", name: pipe }
      : { kind: "stdio" };
    const { serve } = await import("../../server/index.js");
    await serve(channel);
  });

function portOf(value: string): number {
  const port = Number(value);
  if (Number.isInteger(port) && port > 0 && port < 65536) return port;
  throw new InvalidArgumentError("It must be a port, 1 to 65535.");
}
