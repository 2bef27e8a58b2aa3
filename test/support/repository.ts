import { execFileSync } from "node:child_process";
import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { folder, oakTide, type Ran } from "./process.js";

const IDENTITY = {
  GIT_AUTHOR_NAME: "Gullhaven Ferry",
  GIT_AUTHOR_EMAIL: "pier@gullhaven.example",
  GIT_COMMITTER_NAME: "Gullhaven Ferry",
  GIT_COMMITTER_EMAIL: "pier@gullhaven.example",
  GIT_CONFIG_GLOBAL: "/dev/null",
  GIT_CONFIG_SYSTEM: "/dev/null",
};

/** A temporary git repository. */
export class Repository {
  constructor(readonly root: string) {}

  /** A new one, with these files committed where there are any. */
  static of(files: Readonly<Record<string, string>> = {}): Repository {
    const repository = new Repository(folder(files));
    repository.git("init", "-q", "-b", "main");
    if (Object.keys(files).length > 0) {
      repository.git("add", "-A");
      repository.git("commit", "-qm", "as it was");
    }
    return repository;
  }

  git(...args: string[]): string {
    return execFileSync("git", args, {
      cwd: this.root,
      encoding: "utf8",
      env: { ...process.env, ...IDENTITY },
      stdio: ["ignore", "pipe", "pipe"],
    });
  }

  write(name: string, text: string): void {
    mkdirSync(dirname(join(this.root, name)), { recursive: true });
    writeFileSync(join(this.root, name), text);
  }

  read(name: string): string {
    return readFileSync(join(this.root, name), "utf8");
  }

  staged(name: string): string {
    return this.git("cat-file", "blob", `:0:${name}`);
  }

  run(...args: string[]): Promise<Ran> {
    return oakTide(args, { cwd: this.root, env: IDENTITY });
  }
}
