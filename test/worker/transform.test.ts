import fc from "fast-check";
import { expect, test } from "vitest";
import { applyChanges } from "../../dist/core/text/edits.js";
import {
  stepsOf,
  transform,
  type Operation,
  type Steps,
} from "../../dist/worker/transform.js";

const applyOperation = (text: string, operation: Operation): string =>
  operation.reduce(applyChanges, text);

const TEXT = "moor(boat);\nsail();\n";

/** Sorted, disjoint replacements of a text. */
const steps = (text: string) => fc.array(
  fc.tuple(fc.nat(5), fc.nat(2), fc.constantFrom("", "x", "yz", "\n")),
  { maxLength: 3 },
).map((list): Steps => {
  let at = 0;
  const changes = list.map(([skip, length, put]) => {
    const from = Math.min(text.length, at + skip);
    at = Math.min(text.length, from + length);
    return { from, to: at, text: put };
  });
  return stepsOf(text, changes);
});

/** Replacements one after another. */
const operation = (text: string): fc.Arbitrary<Operation> => steps(text).chain((first) => (
  steps(applyOperation(text, [first])).map((second) => [first, second])
));

test("an answer and a change come to one text whichever went first", () => {
  let dropped = 0;
  fc.assert(
    fc.property(steps(TEXT), operation(TEXT), (answer, change) => {
      const both = transform([answer], change);
      const page = applyOperation(applyOperation(TEXT, change), both.answer);
      const host = applyOperation(applyOperation(TEXT, [answer]), both.change);
      expect(host).toBe(page);
      if (both.dropped) {
        dropped++;
        expect(page).toBe(applyOperation(TEXT, change));
      }
    }),
    { numRuns: 3000 },
  );
  expect(dropped).toBeGreaterThan(100);
});
