import { expect, test } from "vitest";
import { open } from "../support/format.js";

const organized = (text: string): string =>
  open("csharp", text).formatOnSave({ steps: ["organizeImports"] }).text;

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
