import { readFileSync } from "node:fs";
import { expect, test } from "vitest";
import { Repository } from "../support/repository.js";

const PAGE = readFileSync(new URL("../../docs/teams.md", import.meta.url), "utf8");

/** The page's commands, in their order. */
const COMMANDS = Array.from(
  PAGE.matchAll(/```sh\n([^]*?)```/g),
  ([, lines]) => lines!.trim().split("\n"),
).flat();

/** The page's style file. */
const STYLE = /```json\n([^]*?)```/.exec(PAGE)![1]!;

test("the page for teams holds as it is written", async () => {
  const repository = Repository.of({
    "lib/tides.py": "import sys\nimport os\ntide = 'low'\nfare = 'x'\n".repeat(9),
  });
  const ran: string[] = [];
  for (const command of COMMANDS) {
    const [program, ...args] = command.replace(/ > \S+$/, "").split(" ");
    expect(program).toBe("oak-tide");
    const { code, err, out } = await repository.run(...args);
    ran.push(`${code} ${args[0]}`);
    if (code === 2) throw new Error(`${command}: ${err}`);
    if (command === "oak-tide explain lib/tides.py")
      expect(out).toMatch(/stringDelimiter +single +oak-tide\.json:\d+:3/);
    if (args.includes("sarif")) expect(JSON.parse(out).version).toBe("2.1.0");
  }
  expect(ran).toEqual([
    "0 learn",
    "0 learn",
    "0 explain",
    "0 explain",
    "0 hook",
    "1 check",
    "0 check",
    "1 check",
  ]);
});

test("the page's style file is one", async () => {
  const repository = Repository.of({ "oak-tide.json": STYLE, "lib/tides.py": "a=1\n" });
  const { code, err } = await repository.run("format", "lib", "--save", "commit");
  expect([code, err]).toEqual([0, ""]);
});
