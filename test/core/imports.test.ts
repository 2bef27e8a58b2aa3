import { describe, expect, test } from "vitest";
import { createEngine } from "oak-tide";
import { dedent } from "../support/format.js";

const engine = createEngine();
const OWN = ["gullhaven"];

function save(
  languageId: string,
  text: string,
  steps: readonly ("organizeImports" | "format")[] = ["organizeImports", "format"],
): string {
  const document = engine.open({ uri: "", languageId, text });
  return document.formatOnSave({ steps, ownPackages: OWN }).text;
}

const CASES: readonly (readonly [string, string, string, string])[] = [
  ["python", "groups: the library, others, the project's own", `
    from . import tides
    import requests
    import gullhaven.board
    import sys
    from collections import deque
    from __future__ import annotations
    import collections
    x = 1
    `, `
    from __future__ import annotations

    import collections
    from collections import deque
    import sys

    import requests

    import gullhaven.board
    from . import tides

    x = 1
    `],
  ["python", "comments go with the import below them, or on whose line they stand", `
    """The fares."""
    # for the tables
    # of the year
    import sys  # for argv
    import os
    `, `
    """The fares."""

    import os
    # for the tables
    # of the year
    import sys  # for argv
    `],
  ["python", "a comment by itself and code are not crossed; several on a line are parted", `
    import sys
    import os

    # Second part.

    import b
    import a; import c
    import z
    import y
    x = 1
    import w
    import v
    `, `
    import os
    import sys

    # Second part.

    import a
    import b
    import c
    import y
    import z

    x = 1
    import v
    import w
    `],
  ["python", "what a comment holds stays", `
    # oak-tide: leave
    import sys
    import os
    # oak-tide: resume
    import b
    import a
    `, `
    # oak-tide: leave
    import sys
    import os
    # oak-tide: resume
    import a
    import b
    `],
  ["typescript", "groups: the runtime, packages, the project's own from far to near", `
    import { b } from "./b";
    import { a } from "../../a";
    import type { Tide } from "gullhaven";
    import { z } from "zod";
    import fs from "node:fs";
    import path from "path";
    run();
    `, `
    import fs from "node:fs";
    import path from "path";

    import { z } from "zod";

    import type { Tide } from "gullhaven";
    import { a } from "../../a";
    import { b } from "./b";
    run();
    `],
  ["javascript", "one for its effects is never crossed", `
    import b from "b";
    import a from "a";
    import "./start";
    import d from "d";
    import c from "c";
    `, `
    import a from "a";
    import b from "b";
    import "./start";
    import c from "c";
    import d from "d";
    `],
];

describe("imports in order", () => {
  test.each(CASES)("%s: %s", (languageId, _, before, after) => {
    const wanted = dedent(after);
    expect(save(languageId, dedent(before))).toBe(wanted);
    // Both steps agree in one save.
    expect(save(languageId, wanted)).toBe(wanted);
  });
});

test("line ends stay, and edits are whole lines", () => {
  const text = "import b\r\nimport a\r\nx = 1\r\n";
  const document = engine.open({ uri: "", languageId: "python", text });
  const { changes } = document.formatOnSave({ steps: ["organizeImports"] });
  expect(changes).toEqual([
    { from: 0, to: 10, text: "", rule: "python/import-order" },
    { from: 20, to: 20, text: "import b\r\n", rule: "python/import-order" },
  ]);
});

test.each([
  [
    "python",
    "import os\nimport anchors\nfrom . import tides\n",
    "import anchors\nimport os\n\nfrom . import tides\n",
  ],
  [
    "typescript",
    'import { join } from "node:path";\nimport a from "anchors";\n',
    'import a from "anchors";\nimport { join } from "node:path";\n',
  ],
  [
    "vue",
    '<script>\nimport { join } from "node:path";\nimport a from "anchors";\n</script>\n',
    '<script>\nimport a from "anchors";\nimport { join } from "node:path";\n</script>\n',
  ],
])("%s: what the platform brings stands among packages where the style says so", (
  languageId,
  text,
  wanted,
) => {
  const document = engine.open({ uri: "", languageId, text });
  const style = { platformImports: "by-name" } as const;
  expect(document.formatOnSave({ steps: ["organizeImports", "format"], style }).text).toBe(wanted);
});

test("a text that ends with imports ends as it did", () => {
  const imports = "import b from './b';\nimport fs from 'node:fs';";
  const sorted = "import fs from 'node:fs';\n\nimport b from './b';";
  expect(save("javascript", imports, ["organizeImports"])).toBe(sorted);
  const script = (text: string): string => `<script>\n${text}\n</script>\n`;
  expect(save("vue", script(imports), ["organizeImports"])).toBe(script(sorted));
});

test("only what was touched is saved", () => {
  const text = "import b\nimport a\n\nx=1\ny=2\n";
  const document = engine.open({ uri: "", languageId: "python", text });
  document.update([{
    range: { start: { line: 3, character: 3 }, end: { line: 3, character: 3 } },
    text: "0",
  }]);
  const steps = ["organizeImports", "format"] as const;
  expect(document.formatOnSave({ steps, lines: "touched" }).text).toBe(
    "import b\nimport a\n\nx = 10\ny=2\n",
  );
  const first = { start: { line: 0, character: 0 }, end: { line: 1, character: 0 } };
  expect(document.formatOnSave({ steps, lines: [first] }).text).toBe(
    "import a\nimport b\n\nx=10\ny=2\n",
  );
});

test("a step that there is not is refused by name", () => {
  const document = engine.open({ uri: "", languageId: "json", text: "" });
  expect(() => document.formatOnSave({ steps: ["sort" as "format"] })).toThrow(/no step "sort"/);
});
