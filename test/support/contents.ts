import fc from "fast-check";

const GAPS = ["", " ", "\n", "\n\n", "\n  "];

/** White space between parts of a content. */
export const gap = fc.constantFrom(...GAPS);

/**
 * Contents of markup put together at random, of so many levels as it is called with.
 *
 * @param leaves what holds no content.
 * @param holders what holds one, by how many levels that has; asked late, as it is made of contents.
 */
export function contents(
  leaves: readonly string[],
  holders: () => readonly fc.Memo<string>[],
): fc.Memo<string> {
  const leaf = fc.constantFrom(...leaves);
  return fc.memo((depth) => {
    const part = depth > 1
      ? fc.oneof(leaf, ...holders().map((holder) => holder(depth - 1)))
      : leaf;
    return fc.array(fc.tuple(gap, part), { maxLength: 4 })
      .chain((parts) => gap.map((last) => parts.flat().join("") + last));
  });
}
