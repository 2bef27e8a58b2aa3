import { Argument, Command } from "commander";
import { Git } from "../../node/git/git.js";
import { addHook, removeHook } from "../../node/git/hook.js";

export const hookCommand = (): Command => new Command("hook")
  .description("Have git format what is staged before each commit of this repository.")
  .addArgument(new Argument("<action>", "what to do").choices(["add", "remove"]))
  .action(hook);

async function hook(action: string): Promise<void> {
  const git = await Git.of(process.cwd());
  if (action === "add") {
    const path = await addHook(git, [process.execPath, process.argv[1]!]);
    console.log(`${path} formats what is staged; git commit --no-verify passes by it`);
    return;
  }
  const path = await removeHook(git);
  console.log(path === undefined ? "there was none" : `${path} formats nothing any more`);
}
