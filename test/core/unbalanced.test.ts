import { describe, expect, test } from "vitest";
import { text, typed, within } from "../support/marks.js";

const TYPESCRIPT = text(`
import { boats } from "./boats";

const quays = {
  north: { depth: 4 },
  south: { depth: 3 },
};

export class Board {
  rows(tide: number): string[] {
    const late = boats.filter((boat) => {
      return boat.draught > tide;
    });
    if (late.length === 0) {
      return [];
    }
    return late.map((boat) => boat.name);
  }

  clear(): void {
    this.rows(0).forEach((row) => {
      hide(row);
    });
    show(quays);
  }
}
`);

const SCSS = text(`
.quay {
  color: teal;
}

.board {
  width: calc(100% - 2px);
  .row {
    color: navy;
    &:hover {
      color: rgb(0, 0, 0);
    }
  }
  .late {
    color: red;
  }
}
`);

const CSHARP = text(`
namespace Gullhaven
{
    class Quay
    {
        int depth = Read();
    }

    class Board
    {
        void Clear(int tide)
        {
            if (tide > 0)
            {
                Hide(rows[0]);
            }
            Show();
        }
    }
}
`);

const TSX = text(`
import { boats } from "./boats";

export function Board({ tide }: Props) {
  const late = boats.filter((boat) => {
    return boat.draught > tide;
  });
  return (
    <main>
      <ul
        className={kindOf(tide)}
      >
        <li>low</li>
        <>
          <b>high</b>
        </>
      </ul>
      <p>{late.length}</p>
    </main>
  );
}
`);

const JSON_TEXT = text(`
{
  "quays": {
    "north": 4,
    "south": 3
  },
  "boats": [
    {
      "name": "Heron",
      "draught": 1
    },
    {
      "name": "Otter"
    }
  ],
  "crew": 2
}
`);

const SOURCES = [
  ["typescript", TYPESCRIPT],
  ["typescriptreact", TSX],
  ["scss", SCSS],
  ["csharp", CSHARP],
  ["json", JSON_TEXT],
] as const;

const CARET = "@";

const whiteOf = (row: string): string => /^\s*/.exec(row)![0];

/**
 * A text without one of its brackets, once for each that stands three lines away from a line at least.
 *
 * @param but a line whose brackets stay.
 */
function* unbalancedTexts(source: string, line: number, but = -1): Generator<string> {
  for (const { index } of source.matchAll(/[()[\]{}]/g)) {
    const at = source.slice(0, index).split("\n").length - 1;
    if (Math.abs(at - line) >= 3 && at !== but)
      yield source.slice(0, index) + source.slice(index + 1);
  }
}

/** The line with the caret after a key. */
const lineAfter = (languageId: string, marked: string, key: string): string =>
  typed(languageId, marked, key).split("\n").find((row) => row.includes(CARET))!;

/** What a key comes to where one bracket is missing elsewhere, and not so in the whole text. */
function otherwise(
  languageId: string,
  source: string,
  line: number,
  key: string,
  mark: (rows: string[]) => void,
  but?: number,
): string[] {
  const after = (text: string): string => {
    const rows = text.split("\n");
    mark(rows);
    return lineAfter(languageId, rows.join("\n"), key);
  };
  const wanted = after(source);
  return [...unbalancedTexts(source, line, but)].filter((damaged) => after(damaged) !== wanted);
}

describe.each(SOURCES)("where a bracket is missing elsewhere in %s", (languageId, source) => {
  const rows = source.split("\n").slice(0, -1);

  test("Enter goes where it does without", () => {
    for (const line of rows.keys()) {
      const mark = (all: string[]): void => {
        all[line] += CARET;
      };
      expect(otherwise(languageId, source, line, "\n", mark)).toEqual([]);
    }
  });

  test("a closer finds its opener, and an end tag the tag", () => {
    for (const [line, row] of rows.entries()) {
      const [, first = "", key] = /^\s*(<?)((?<=<)\/|[)\]}])/.exec(row) ?? [];
      if (key === undefined) continue;
      // Where its own opener is missing it closes another one.
      const isIn = (above: string): boolean =>
        whiteOf(above) === whiteOf(row) && above.trim() !== "";
      const own = line - 1 - rows.slice(0, line).reverse().findIndex(isIn);
      // The caret stands in the column of the line above.
      const white = whiteOf(rows[line - 1]!);
      const mark = (all: string[]): void => {
        all[line] = white + first + CARET + row.trimStart().slice(first.length + 1);
      };
      expect(otherwise(languageId, source, line, key, mark, own)).toEqual([]);
    }
  });

  test("a pasted block goes where it does without", () => {
    for (const [from, row] of rows.entries()) {
      // A block of several lines, copied without the white space that all of them have.
      const white = whiteOf(row);
      const size = rows.slice(from + 1).findIndex((other) => whiteOf(other) === white);
      if (size < 1 || white === "" || !/[{[]$/.test(row)) continue;
      const to = from + 1 + size;
      for (const damaged of [source, ...unbalancedTexts(source, from)].filter(isWhole(from, to))) {
        const all = damaged.split("\n");
        const block = all.slice(from, to + 1).map((line) => line.slice(white.length));
        const marked = [
          ...all.slice(0, from),
          `${white}[[${block.join("\n")}`,
          `]]${all.slice(to + 1).join("\n")}`,
        ];
        expect(within(languageId, marked.join("\n"), "formatOnPaste")).toBe(damaged);
      }
    }
  });

  /** Whether some lines have lost nothing. */
  function isWhole(from: number, to: number): (damaged: string) => boolean {
    const lines = (text: string): string => text.split("\n").slice(from, to + 1).join("\n");
    return (damaged) => lines(damaged) === lines(source);
  }
});
