import { readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, test } from "vitest";
import { folder, oakTide } from "../support/process.js";

describe("programs without an ending", () => {
  test.each([
    ["#!/usr/bin/env python3\nx=1\n", "#!/usr/bin/env python3\nx = 1\n"],
    ["#!/usr/bin/python3.11\nx=1\n", "#!/usr/bin/python3.11\nx = 1\n"],
    [
      "#!/usr/bin/env -S node --no-warnings\nlet x=1\n",
      "#!/usr/bin/env -S node --no-warnings\nlet x = 1;\n",
    ],
    ["#!/usr/bin/env deno\nlet x:number=1\n", "#!/usr/bin/env deno\nlet x: number = 1;\n"],
    ["#!/bin/sh\nls  \n", "#!/bin/sh\nls\n"],
  ])("%j", async (text, wanted) => {
    const cwd = folder({ "bin/moor": text });
    // Named, and below a folder.
    expect((await oakTide(["check", "bin/moor"], { cwd })).code).toBe(1);
    expect((await oakTide(["format", "bin", "--no-cache"], { cwd })).code).toBe(0);
    expect(readFileSync(join(cwd, "bin/moor"), "utf8")).toBe(wanted);
  });

  test.each([
    ["another program's", "#!/usr/bin/perl\n$x=1;\n"],
    ["no program", "x=1\n"],
    ["an empty file", ""],
  ])("%s is left alone", async (_, text) => {
    const cwd = folder({ "moor": text, "a.py": "x = 1\n" });
    expect((await oakTide(["check", ".", "--no-cache"], { cwd })).code).toBe(0);
    const { code, err } = await oakTide(["check", "moor"], { cwd });
    expect(code).toBe(2);
    expect(err).toMatch(/moor: no language is known/);
  });

  test("an ending says more than a first line", async () => {
    const cwd = folder({ "moor.js": "#!/usr/bin/env python3\nlet x=1\n" });
    await oakTide(["format", "moor.js"], { cwd });
    expect(readFileSync(join(cwd, "moor.js"), "utf8")).toBe("#!/usr/bin/env python3\nlet x = 1;\n");
  });

  test("explain says what told the language", async () => {
    const cwd = folder({ "moor": "#!/usr/bin/env python3\nx = 1\n" });
    const { out } = await oakTide(["explain", "moor"], { cwd });
    expect(out).toMatch(/language\s+python\s+\(its first line\)/);
  });
});

describe("templates, told by what they begin with", () => {
  test("in a tree, named, on standard input and explained", async () => {
    const cwd = folder({
      "berths.hbs": "{{#if late}}\n<p>low\n{{/if}}\n",
      "letter.hbs": "Dear {{name}},\n   you are late\n",
    });
    expect((await oakTide(["format", ".", "--no-cache"], { cwd })).code).toBe(0);
    const made = "{{#if late}}\n  <p>low\n{{/if}}\n";
    expect(readFileSync(join(cwd, "berths.hbs"), "utf8")).toBe(made);
    expect(readFileSync(join(cwd, "letter.hbs"), "utf8")).toMatch(/^Dear .*\n {3}you/);
    const { code, err } = await oakTide(["check", "letter.hbs"], { cwd });
    expect(code).toBe(2);
    expect(err).toMatch(/letter\.hbs: no language is known/);
    // The text that comes in is what tells, whatever stands there.
    const input = "<ul>\n<li>low\n</ul>\n";
    const { out } = await oakTide(["format", "-", "--as", "letter.hbs"], { cwd, input });
    expect(out).toBe("<ul>\n  <li>low\n</ul>\n");
    const explained = await oakTide(["explain", "berths.hbs"], { cwd });
    expect(explained.out).toMatch(/language\s+html\s+\(markup in a file that ends with \.hbs\)/);
  });
});
