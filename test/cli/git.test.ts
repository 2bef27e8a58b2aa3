import { chmodSync, existsSync, statSync, symlinkSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, test } from "vitest";
import { folder } from "../support/process.js";
import { Repository } from "../support/repository.js";

const MESSY = "a=1\nb=2\n";
const NEAT = "a = 1\nb = 2\n";

describe("--changed", () => {
  test("formats the lines that differ from the last commit, and files that git does not know", async () => {
    const repository = Repository.of({ "tides.py": "a=1\nb=2\nc=3\n", "fares.py": MESSY });
    repository.write("tides.py", "a=1\nb=20\nc=3\nd=4\n");
    repository.write("lib/new crew\nrota.py", MESSY);
    const { out, code } = await repository.run("format", "--changed");
    expect(code).toBe(0);
    expect(out).toContain("2 files: 2 written");
    expect(repository.read("tides.py")).toBe("a=1\nb = 20\nc=3\nd = 4\n");
    expect(repository.read("fares.py")).toBe(MESSY);
    expect(repository.read("lib/new crew\nrota.py")).toBe(NEAT);
  });

  test("a revision may be named, and folders", async () => {
    const repository = Repository.of({ "lib/a.py": "a=1\n", "b.py": "b=1\n" });
    repository.write("lib/a.py", "a=1\nc=2\n");
    repository.write("b.py", "b=1\nc=2\n");
    repository.git("commit", "-qam", "more");
    expect((await repository.run("check", "--changed")).out).toContain("0 files");
    await repository.run("format", "--changed=HEAD~1", "lib");
    expect([repository.read("lib/a.py"), repository.read("b.py")]).toEqual([
      "a=1\nc = 2\n",
      "b=1\nc=2\n",
    ]);
    const { err, code } = await repository.run("format", "--changed=low-tide");
    expect([code, err]).toEqual([
      2,
      "oak-tide: low-tide: git knows no such commit, and there is no such file\n",
    ]);
  });

  test("what names no revision but a folder is one of the paths", async () => {
    const repository = Repository.of({ "lib/a.py": "a=1\n", "b.py": "b=1\n" });
    repository.write("lib/a.py", "a=1\nc=2\n");
    repository.write("b.py", "b=1\nc=2\n");
    expect((await repository.run("check", "--changed", ".")).out).toContain("2 files");
    expect((await repository.run("format", "--changed", "lib")).out).toContain("1 file: 1 written");
    expect(repository.read("lib/a.py")).toBe("a=1\nc = 2\n");
  });

  test("before the first commit all is new; renamed files keep their old lines, removed ones are passed over", async () => {
    const fresh = Repository.of();
    fresh.write("a.py", MESSY);
    await fresh.run("format", "--changed");
    expect(fresh.read("a.py")).toBe(NEAT);
    const long = Array.from({ length: 20 }, (_, i) => `a${i}=1\n`).join("");
    const repository = Repository.of({ "old.py": long, "gone.py": MESSY });
    repository.git("mv", "old.py", "großer Kahn.py");
    repository.git("rm", "-q", "gone.py");
    repository.write("großer Kahn.py", `${long}z=1\n`);
    const { out } = await repository.run("format", "--changed");
    expect(out).toContain("1 file: 1 written");
    expect(repository.read("großer Kahn.py")).toBe(`${long}z = 1\n`);
  });

  test("without a repository, and without a word of which files, it says what to do", async () => {
    const cwd = new Repository(folder({ "a.py": MESSY }));
    expect((await cwd.run("format", "--changed")).err).toContain("this is no working tree of git");
    expect((await cwd.run("format")).err).toContain("name files or folders, or say --changed");
  });
});

describe("--staged", () => {
  test("formats what is staged, in the index and in the working tree", async () => {
    const repository = Repository.of({ "tides.py": NEAT, "fares.py": NEAT });
    repository.write("tides.py", MESSY);
    repository.write("fares.py", MESSY);
    repository.git("add", "tides.py");
    const { out } = await repository.run("format", "--staged");
    expect(out).toBe("written  tides.py  4 edits\n1 file: 1 written, 0 in order already\n");
    expect([repository.staged("tides.py"), repository.read("tides.py")]).toEqual([NEAT, NEAT]);
    expect(repository.read("fares.py")).toBe(MESSY);
    expect(repository.git("diff", "--name-only").trim()).toBe("fares.py");
  });

  test("a partly staged file: the staged text, and the rest stays what it is", async () => {
    const repository = Repository.of({ "tides.py": "x = 0\n\n\ndef f():\n    pass\n" });
    repository.write("tides.py", "x=1\n\n\ndef f():\n    pass\n");
    repository.git("add", "tides.py");
    repository.write("tides.py", "x=1\n\n\ndef f():\n    pass\n\n\ny=2\n");
    await repository.run("format", "--staged");
    expect(repository.staged("tides.py")).toBe("x = 1\n\n\ndef f():\n    pass\n");
    expect(repository.read("tides.py")).toBe("x = 1\n\n\ndef f():\n    pass\n\n\ny=2\n");
    // The same line is changed again: the working tree keeps it.
    repository.git("commit", "-qm", "x");
    repository.write("tides.py", "x=2\n");
    repository.git("add", "tides.py");
    repository.write("tides.py", "x=3\n");
    await repository.run("format", "--staged");
    expect([repository.staged("tides.py"), repository.read("tides.py")]).toEqual([
      "x = 2\n",
      "x=3\n",
    ]);
  });

  test("many files at once: each is staged, and the others with it", async () => {
    const names = Array.from({ length: 30 }, (_, i) => `lib/f${i}.py`);
    const repository = Repository.of(Object.fromEntries(names.map((name) => [name, NEAT])));
    for (const name of names) repository.write(name, MESSY);
    repository.git("add", "-A");
    const { code, out, err } = await repository.run("format", "--staged");
    expect([code, err, out.split("\n").at(-2)]).toEqual([
      0,
      "",
      "30 files: 30 written, 0 in order already",
    ]);
    for (const name of names)
      expect([repository.staged(name), repository.read(name)]).toEqual([NEAT, NEAT]);
    expect(repository.git("status", "--porcelain")).toBe("");
  });

  test("with --changed only the staged lines; modes stay, links and removed files are passed over", async () => {
    const repository = Repository.of({ "run.py": "a=1\nb=1\n", "gone.py": MESSY });
    chmodSync(join(repository.root, "run.py"), 0o755);
    repository.write("run.py", "a=1\nb=2\n");
    repository.git("rm", "-q", "gone.py");
    symlinkSync("run.py", join(repository.root, "link.py"));
    repository.git("add", "-A");
    await repository.run("format", "--staged", "--changed");
    expect(repository.staged("run.py")).toBe("a=1\nb = 2\n");
    expect(repository.git("ls-files", "--stage", "run.py")).toMatch(/^100755/);
    expect(statSync(join(repository.root, "run.py")).mode & 0o777).toBe(0o755);
  });

  test("CRLF, names with odd characters, a submodule, a linked working tree", async () => {
    const repository = Repository.of({ "tides.py": "a = 1\n" });
    repository.git("config", "core.autocrlf", "true");
    repository.write('lib/low "tide"\t1.py', "a=1\r\n");
    repository.git(
      "-c",
      "protocol.file.allow=always",
      "submodule",
      "--quiet",
      "add",
      repository.root,
      "quay",
    );
    repository.git("add", "-A");
    const { out, err } = await repository.run("format", "--staged");
    expect([out.includes("1 file: 1 written"), err]).toEqual([true, ""]);
    expect(repository.staged('lib/low "tide"\t1.py')).toBe("a = 1\n");
    expect(repository.read('lib/low "tide"\t1.py')).toBe("a = 1\r\n");
    repository.git("commit", "-qm", "b");
    const other = new Repository(join(repository.root, "../linked-tree"));
    repository.git("worktree", "add", "-q", other.root);
    other.write("tides.py", MESSY);
    other.git("add", "tides.py");
    await other.run("format", "--staged");
    expect(other.staged("tides.py")).toBe(NEAT);
    repository.git("worktree", "remove", "--force", other.root);
  });
});

test("nothing is formatted across a merge conflict", async () => {
  const repository = Repository.of({ "tides.py": "a=1\n", "fares.py": "f=1\n" });
  repository.git("checkout", "-qb", "spring");
  repository.write("tides.py", "a=2\n");
  repository.git("commit", "-qam", "spring");
  repository.git("checkout", "-q", "main");
  repository.write("tides.py", "a=3\n");
  repository.git("commit", "-qam", "neap");
  expect(() => repository.git("merge", "spring")).toThrow();
  const torn = repository.read("tides.py");
  const { code, err } = await repository.run("format", "tides.py", "fares.py");
  expect([code, err]).toEqual([
    2,
    "error    tides.py:1: it holds a merge conflict; resolve that first\n",
  ]);
  expect([repository.read("tides.py"), repository.read("fares.py")]).toEqual([torn, "f = 1\n"]);
  const staged = await repository.run("format", "--staged");
  expect(staged.out).toContain("0 files");
});

describe("hook", () => {
  const hook = ".git/hooks/pre-commit";

  test("formats what is committed, beside a hook that is there, and goes again", async () => {
    const repository = Repository.of({ "tides.py": NEAT });
    repository.write(hook, "#!/bin/sh\necho checked >> checked.txt\n");
    chmodSync(join(repository.root, hook), 0o755);
    await repository.run("hook", "add");
    await repository.run("hook", "add");
    repository.write("tides.py", "a=5\n");
    repository.git("commit", "-qam", "five");
    expect(repository.git("show", "HEAD:tides.py")).toBe("a = 5\n");
    expect(repository.read("checked.txt")).toBe("checked\n");
    repository.write("tides.py", "a=6\n");
    repository.git("commit", "-qam", "six", "--no-verify");
    expect(repository.git("show", "HEAD:tides.py")).toBe("a=6\n");
    await repository.run("hook", "remove");
    expect(repository.read(hook)).toBe("#!/bin/sh\necho checked >> checked.txt\n");
  });

  test("a commit of named files leaves them as it has them, and the others staged as they were", async () => {
    const repository = Repository.of({ "a.py": "a = 1\n", "b.py": "b = 1\n" });
    await repository.run("hook", "add");
    repository.write("b.py", "b=2\n");
    repository.git("add", "b.py");
    repository.write("a.py", "a=2\n");
    repository.git("commit", "-qm", "named", "a.py");
    expect(repository.git("show", "HEAD:a.py")).toBe("a = 2\n");
    expect(repository.read("a.py")).toBe("a = 2\n");
    expect(repository.git("status", "--short", "--untracked-files=no")).toBe("M  b.py\n");
    expect(repository.git("show", ":b.py")).toBe("b=2\n");
  });

  test("a commit stops where a staged file cannot be done", async () => {
    const repository = Repository.of({ "tides.py": NEAT });
    await repository.run("hook", "add");
    repository.write("oak-tide.json", '{ "indentsize": 2 }\n');
    repository.write("tides.py", MESSY);
    repository.git("add", "-A");
    expect(() => repository.git("commit", "-qm", "bad")).toThrow(/the nearest is "indentSize"/);
    await repository.run("hook", "remove");
    expect(existsSync(join(repository.root, hook))).toBe(false);
  });

  test("one that is no shell script stays as it is", async () => {
    const repository = Repository.of({ "tides.py": NEAT });
    repository.write(hook, "#!/usr/bin/env python3\nprint(1)\n");
    const { code, err } = await repository.run("hook", "add");
    expect([code, err.includes("this hook is no shell script")]).toEqual([2, true]);
    expect(repository.read(hook)).toBe("#!/usr/bin/env python3\nprint(1)\n");
  });
});
