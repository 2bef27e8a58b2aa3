import { readFileSync, readdirSync } from "node:fs";
import { describe, expect, test } from "vitest";
import { applyEdits } from "oak-tide";
import { engine } from "../support/format.js";

const DATA = new URL("../../demo/data/", import.meta.url);

/** How far apart the places are at which a file is cut; no divisor of what files repeat. */
const STEP = 23;

// What is being written ends anywhere: amid a tag, a string, the types of a call.
/** How many line ends stand in the white space at the end of a text. */
const lineEndsAfter = (text: string): number => /\s*$/.exec(text)![0].split("\n").length - 1;

describe("files cut anywhere", () => {
  test.each(readdirSync(DATA))("%s comes to rest at once, and grows by one line end at most", (
    file,
  ) => {
    const text = readFileSync(new URL(file, DATA), "utf8");
    const languageId = engine.languageFor(file)?.ids[0];
    if (languageId === undefined) return;
    const formatted = (part: string): string => {
      const { edits } = engine.open({ uri: file, languageId, text: part }).formatDocument();
      return applyEdits(part, edits);
    };
    for (let end = 1; end < text.length; end += STEP) {
      const part = text.slice(0, end);
      const once = formatted(part);
      expect(formatted(once), `cut at ${end}`).toBe(once);
      expect(lineEndsAfter(once), `cut at ${end}`).toBeLessThanOrEqual(
        Math.max(1, lineEndsAfter(part)),
      );
    }
  });
});
