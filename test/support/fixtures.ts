import { expect, test } from "vitest";
import type { Style } from "oak-tide";
import { dedent, format } from "./format.js";

/** A name, a text, and the text formatted: equal to the first where it is left out. */
export type Fixture = readonly [name: string, before: string, after?: string];

/** Each fixture formats as it says, and what comes out stays as it is. */
export function fixtures(
  languageId: string,
  table: readonly Fixture[],
  style: Partial<Style> = {},
): void {
  for (const [name, before, after = before] of table) {
    test(name, () => {
      const wanted = dedent(after);
      expect(format(languageId, dedent(before), style)).toBe(wanted);
      expect(format(languageId, wanted, style)).toBe(wanted);
    });
  }
}
