/** How many patterns are known at most. */
const MOST = 500;

const known = new Map<string, RegExp>();

/**
 * The regular expression of a source that is put together from names: made once for each, as making one takes longer
 * than searching a short text. Who uses its `lastIndex` sets it first.
 */
export function pattern(source: string, flags = ""): RegExp {
  const key = `${flags}/${source}`;
  let made = known.get(key);
  if (made === undefined) {
    if (known.size === MOST) known.clear();
    known.set(key, made = new RegExp(source, flags));
  }
  return made;
}
