import { describe, expect, test } from "vitest";
import { format } from "../support/format.js";

/** Markup within 50 columns, in a component that then is at rest. */
function markup(text: string, style = {}): string {
  const all = { maxLineLength: 50, ...style };
  const after = format("vue", `<template>\n${text}</template>\n`, all);
  expect(format("vue", after, all)).toBe(after);
  return after.slice("<template>\n".length, after.lastIndexOf("</template>"));
}

describe("an expression that is too long beside what holds it", () => {
  test.each([
    [
      "a call",
      ':title="board(tide.low, tide.high, late, pier)"',
      ':title="board(\n      tide.low,\n      tide.high,\n      late,\n      pier,\n    )"',
    ],
    [
      "a run of operators",
      ':late="tide.isLow && berth.isFree && !ferry.isIn"',
      ':late="tide.isLow\n      && berth.isFree\n      && !ferry.isIn"',
    ],
    [
      "a conditional",
      ':pier="tide.isLow ? berths.north : berths.southern"',
      ':pier="tide.isLow\n      ? berths.north\n      : berths.southern"',
    ],
    [
      "a chain",
      ':rows="ferries.filter((f) => f.late).map((f) => f.id)"',
      ':rows="ferries\n      .filter((f) => f.late)\n      .map((f) => f.id)"',
    ],
    [
      "an object, for its attribute's name",
      ':class="{ late: ferry.isLate, in: ferry.isIn }"',
      ':class="{\n      late: ferry.isLate,\n      in: ferry.isIn,\n    }"',
    ],
    [
      "a loop's source, and not its names",
      'v-for="(ferry, i) in ferries.filter((f) => f.late)"',
      'v-for="(ferry, i) in ferries.filter(\n      (f) => f.late,\n    )"',
    ],
    [
      "a handler's last statement, for the first's room",
      '@click="late = true; moor(berth.north, ferry.id)"',
      '@click="late = true; moor(\n      berth.north,\n      ferry.id,\n    )"',
    ],
    [
      "nothing where all fits",
      ':title="board(tide.low, tide.high, late)"',
      ':title="board(tide.low, tide.high, late)"',
    ],
  ])("%s", (_, attribute, wanted) => {
    expect(markup(`  <Ferry\n    id="one"\n    ${attribute}\n  />\n`)).toBe(
      `  <Ferry\n    id="one"\n    ${wanted}\n  />\n`,
    );
  });

  test("in a text, with the tag and the words that it hangs on", () => {
    expect(markup("  <p>Low water {{ board(tide.low, tide.high, pier) }}</p>\n")).toBe(
      "  <p>Low water\n    {{ board(tide.low, tide.high, pier) }}</p>\n",
    );
    expect(markup("  <p>Low water {{ board(tide.low, tide.high, pier.ferries) }}</p>\n")).toBe(
      "  <p>Low water\n    {{ board(\n      tide.low,\n      tide.high,\n      pier.ferries,\n    ) }}</p>\n",
    );
  });
});

test.each([32, 33, 34, 35, 45, 46])(
  "a value comes to rest by the width alone, at %d columns",
  (maxLineLength) => {
    const style = { maxLineLength, listSplit: "by-width", expressionSplit: "by-width" };
    const one = `  <div :class="[prefix + '-picker-wrapper']">\n    <p />\n  </div>\n`;
    const split = one.replace("[", "[\n      ").replace("]", ",\n    ]");
    const stacked = one.replace("<div ", "<div\n    ").replace('">', '"\n  >');
    expect(markup(split, style)).toBe(markup(one, style));
    expect(markup(stacked, style)).toBe(markup(one, style));
  },
);
