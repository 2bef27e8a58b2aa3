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

/** Within a text what the editor puts in is part of it. */
const isText = (name: string): boolean => /\bstring\b/.test(name);

test.each(subjects)("%s: Enter where the editor has indented already", (subject) => {
  for (const scenario of readScenarios(subject)) {
    if (scenario.action !== "enter" || isText(scenario.name)) continue;
    const { text, again } = play(scenario, true);
    expect([scenario.name, text]).toEqual([scenario.name, scenario.after.replace(/\n$/, "")]);
    expect(again).toEqual([]);
  }
});
