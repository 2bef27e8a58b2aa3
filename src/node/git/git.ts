import { spawn } from "node:child_process";
import { SourceError } from "../error.js";

/** A repository, by the folder in which git is asked. */
export class Git {
  /** What is being written to the index: git lets nobody else at it meanwhile. */
  private writing: Promise<unknown> = Promise.resolve();

  private constructor(
    /** The top folder of the working tree. */
    readonly root: string,
  ) {}

  /** @throws SourceError where the folder lies in no working tree, or git is not there. */
  static async of(folder: string): Promise<Git> {
    const out = await output(folder, ["rev-parse", "--show-toplevel"]).catch((error: unknown) => {
      const missing = (error as { code?: string }).code === "ENOENT";
      throw new SourceError(
        folder,
        missing
          ? "git is not installed; install it, or name the files to work on"
          : "this is no working tree of git; name the files to work on",
      );
    });
    return new Git(out.toString("utf8").replace(/\r?\n$/, ""));
  }

  /**
   * What a git command prints.
   *
   * @param index the file of the index it works on, where that is another than git's environment says.
   * @throws SourceError with what git says.
   */
  async run(
    args: readonly string[],
    input?: string | Uint8Array,
    index?: string,
  ): Promise<string> {
    return (await this.bytes(args, input, index)).toString("utf8");
  }

  async bytes(
    args: readonly string[],
    input?: string | Uint8Array,
    index?: string,
  ): Promise<Buffer> {
    try {
      return await output(this.root, args, input, index);
    } catch (error) {
      const said = error instanceof Error
        ? error.message.trim().split("\n").at(-1)!
        : String(error);
      throw new SourceError(`git ${args[0]}`, said);
    }
  }

  /** Does what writes to the index once all that was asked for before is done. */
  async inTurn<T>(work: () => Promise<T>): Promise<T> {
    const done = this.writing.then(work);
    this.writing = done.catch(() => undefined);
    return done;
  }

  /** Names that a command prints with `-z`. */
  async names(args: readonly string[]): Promise<string[]> {
    return (await this.run(args)).split("\0").filter((name) => name !== "");
  }

  /** The commit that a revision names; undefined where there is none. */
  async commit(revision: string): Promise<string | undefined> {
    try {
      return (await output(this.root, [
        "rev-parse",
        "--verify",
        "--quiet",
        "--end-of-options",
        `${revision}^{commit}`,
      ])).toString("utf8").trim();
    } catch {
      return undefined;
    }
  }

  /** The last commit; the empty tree where there is none yet. */
  async head(): Promise<string> {
    return (
      await this.commit("HEAD")
      ?? (await this.run(["hash-object", "-t", "tree", "--stdin"], "")).trim()
    );
  }
}

/** What a git command prints in a folder. */
async function output(
  folder: string,
  args: readonly string[],
  input: string | Uint8Array = "",
  index?: string,
): Promise<Buffer> {
  const env = index === undefined ? process.env : { ...process.env, GIT_INDEX_FILE: index };
  return await new Promise((resolve, reject) => {
    const child = spawn("git", args, { cwd: folder, env });
    const out: Buffer[] = [];
    const err: Buffer[] = [];
    child.stdout.on("data", (chunk: Buffer) => out.push(chunk));
    child.stderr.on("data", (chunk: Buffer) => err.push(chunk));
    child.on("error", reject);
    child.on("close", (code) => (
      code === 0
        ? resolve(Buffer.concat(out))
        : reject(new Error(Buffer.concat(err).toString("utf8") || `it ended with ${code}`))
    ));
    child.stdin.on("error", () => undefined);
    child.stdin.end(input);
  });
}
