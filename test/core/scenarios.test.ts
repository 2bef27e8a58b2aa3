import { describe, expect, test } from "vitest";
import { readdirSync } from "node:fs";
import { play, readScenarios } from "../support/scenario.js";

const subjects = readdirSync(new URL("../scenarios/", import.meta.url))
  .filter((name) => name.endsWith(".txt"))
  .map((name) => name.replace(".txt", ""));

describe.each(subjects)("%s", (subject) => {
  test.each(readScenarios(subject))("$name ($languageId, $action)", (scenario) => {
    const { text, again } = play(scenario);
    expect(text).toBe(scenario.after.replace(/\n$/, ""));
    expect(again).toEqual([]);
  });
});
