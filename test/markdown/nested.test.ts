import { describe, expect, test } from "vitest";
import { format } from "../support/format.js";

/** Code that loses and gains lines, and what it comes to. */
const CODE: readonly (readonly [info: string, before: string, after: string])[] = [
  ["py", "x=1\ndef low(): return 1", "x = 1\n\n\ndef low():\n    return 1"],
  [
    "py",
    "        if x:\n            y()\n\n    # at noon\n    z = 1",
    "if x:\n    y()\n\n# at noon\nz = 1",
  ],
  [
    "py",
    "if a:\n    return b if isinstance(b, tide.Berth) else tide.berth_of_the_ferry_at(north.pier)\n\nc()",
    "if a:\n    return (\n        b\n        if isinstance(b, tide.Berth)\n        else tide.berth_of_the_ferry_at(north.pier)\n    )\n\nc()",
  ],
  ["js", "if(a){\n\n\n\nb()\n\n}", "if (a) {\n  b();\n}"],
  ["json", '{"a":[\n\n1,\n\n2]}', '{\n  "a": [\n    1,\n\n    2\n  ]\n}'],
  ["css", "a{b:c}\n\n\n\nd{e:f}", "a {\n  b: c;\n}\n\nd {\n  e: f;\n}"],
  ["html", "<div>\n\n<p>low</p>\n\n\n</div>", "<div>\n  <p>low</p>\n</div>"],
  ["html", "\n\n<p>low</p>", "<p>low</p>"],
  ["tidal", "a\n\n  b", "a\n\n  b"],
];

/** What holds a fence: what stands before its first line, and before its others. */
const HOLDERS = [
  ["", ""],
  ["- ", "  "],
  ["- pier\n\n  ", "  "],
  ["> ", "> "],
  ["> > ", "> > "],
  ["1. pier\n   - berth\n\n     ", "     "],
  ["> - pier\n>\n>   ", ">   "],
  ["- > pier\n  >\n  > ", "  > "],
] as const;

function fence(info: string, code: string, first: string, others: string): string {
  const lines = [`\`\`\`${info}`, ...code.split("\n"), "```"].map((line, i) => (
    i === 0 ? first + line : line === "" ? others.trimEnd() : others + line
  ));
  return `${lines.join("\n")}\n`;
}

describe.each(HOLDERS)("a fence behind %j", (first, others) => {
  test.each(CODE)("of %s: %j", (info, before, after) => {
    const wanted = fence(info, after, first, others);
    expect(format("markdown", fence(info, before, first, others))).toBe(wanted);
    expect(format("markdown", wanted)).toBe(wanted);
  });
});
