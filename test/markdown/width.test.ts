import { expect, test } from "vitest";
import { displayWidth } from "../../dist/languages/markdown/layout/width.js";

test.each([
  ["letters", "tide", 4],
  ["letters with marks", "café", 4],
  ["marks by themselves", "cafe\u0301", 4],
  ["wide signs", "潮汐", 4],
  ["Hangul", "조수", 4],
  ["full-width letters", "ＡＢ", 4],
  ["half-width ones", "ｱｲ", 2],
  ["a picture", "🛥", 2],
  ["a picture that is asked for", "🛥️", 2],
  ["several pictures as one", "👩‍✈️", 2],
  ["a flag", "🇳🇴", 2],
  ["a sign that is no picture", "©", 1],
  ["nothing", "", 0],
  ["what nobody sees", "a\u200bb", 2],
])("%s", (_, text, columns) => {
  expect(displayWidth(text)).toBe(columns);
});
