import fc from "fast-check";
import { expect, test } from "vitest";
import { createEngine } from "oak-tide";

/** The length of the longest common subsequence, by its definition. */
function longest(a: readonly string[], b: readonly string[]): number {
  if (a.length === 0 || b.length === 0) return 0;
  const [first, ...rest] = a;
  const at = b.indexOf(first!);
  const without = longest(rest, b);
  return at < 0 ? without : Math.max(without, 1 + longest(rest, b.slice(at + 1)));
}

const engine = createEngine();
const name = fc.constantFrom("a", "b", "c", "d", "e", "f");

test("imports that change places leave as many lines as can stay where they are", () => {
  fc.assert(
    fc.property(fc.array(name, { minLength: 1, maxLength: 7 }), (names) => {
      const old = names.map((one) => `import ${one}\n`);
      const document = engine.open({ uri: "", languageId: "python", text: old.join("") });
      const { changes, text } = document.formatOnSave({ steps: ["organizeImports"] });
      const now = text.match(/.*\n/g)!;
      expect(now).toEqual([...old].sort());
      const put = changes.reduce((sum, change) => sum + (change.text.match(/\n/g)?.length ?? 0), 0);
      const taken = changes.reduce(
        (sum, { from, to }) => sum + (to - from) / "import a\n".length,
        0,
      );
      const moved = old.length - longest(old, now);
      expect([put, taken]).toEqual([moved, moved]);
    }),
    { numRuns: 300 },
  );
});
