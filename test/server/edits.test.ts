import fc from "fast-check";
import { expect, test } from "vitest";
import { applyChanges } from "../../dist/core/text/edits.js";
import { joined } from "../../dist/server/edits.js";

const change = fc.record({
  gap: fc.nat(6),
  taken: fc.nat(3),
  text: fc.stringMatching(/^[a-c ]{0,3}$/),
});

test("joined edits are as many as may be, and say the same", () => {
  fc.assert(
    fc.property(
      fc.array(change, { maxLength: 40 }),
      fc.integer({ min: 1, max: 20 }),
      (list, most) => {
        let at = 0;
        const changes = list.map(({ gap, taken, text }) => {
          const from = at + gap;
          at = from + taken;
          return { from, to: at, text, rule: "" };
        });
        const text = Array.from({ length: at + 5 }, (_, i) => String(i % 10)).join("");
        const few = joined(text, changes, most);
        expect(few).toHaveLength(Math.min(most, changes.length));
        expect(applyChanges(text, few)).toBe(applyChanges(text, changes));
        // No stretch between two edits that is left is shorter than one that was closed.
        const open = few.slice(1).map(({ from }, i) => from - few[i]!.to);
        const all = changes.slice(1)
          .map(({ from }, i) => from - changes[i]!.to)
          .sort((a, b) => b - a);
        expect(open.sort((a, b) => b - a)).toEqual(all.slice(0, open.length));
      },
    ),
  );
});
