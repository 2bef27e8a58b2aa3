import { expect, test } from "vitest";
import type { Style } from "oak-tide";
import { open } from "../support/format.js";

const organized = (text: string, style: Partial<Style> = {}): string =>
  open("csharp", text).formatOnSave({ steps: ["organizeImports"], style }).text;

test.each([
  [
    "the system's first, then others, statics and other names",
    "using Pair = System.Tuple;\nusing static System.Math;\nusing Gullhaven.Tides;\nusing System.Linq;\nusing System;\nusing Berths;\n",
    "using System;\nusing System.Linq;\nusing Berths;\nusing Gullhaven.Tides;\nusing static System.Math;\nusing Pair = System.Tuple;\n",
  ],
  [
    "comments travel",
    "using C;\n// low\nusing B; // b\nusing A; // a\n",
    "using A; // a\n// low\nusing B; // b\nusing C;\n",
  ],
  [
    "those of the whole program stand before others",
    "using System;\nglobal using Berths;\n",
    "global using Berths;\nusing System;\n",
  ],
  [
    "none crosses a line for the preprocessor",
    "using B;\n#if X\nusing A;\n#endif\nusing D;\nusing C;\n",
    "using B;\n#if X\nusing A;\n#endif\nusing D;\nusing C;\n",
  ],
  [
    "in a namespace",
    "namespace Pier\n{\n    using System;\n    using A;\n}\n",
    "namespace Pier\n{\n    using System;\n    using A;\n}\n",
  ],
])("%s", (_, text, wanted) => {
  expect(organized(text)).toBe(wanted);
  expect(organized(wanted)).toBe(wanted);
});

test("the system's stand among others where the style says so", () => {
  const text = "using System;\nusing static System.Math;\nusing Berths;\nusing System.Linq;\n";
  expect(organized(text, { platformImports: "by-name" })).toBe(
    "using Berths;\nusing System;\nusing System.Linq;\nusing static System.Math;\n",
  );
});
