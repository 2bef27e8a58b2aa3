import { Command } from "commander";

export const serveCommand = (): Command => new Command("serve")
  .description("Serve editors over the Language Server Protocol on standard input and output.")
  .action(async () => {
    const { serve } = await import("../../server/index.js");
    serve(process.stdin, process.stdout);
  });
