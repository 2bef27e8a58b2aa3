/** A typed array of twice the room with the same contents in front. */
export function doubledBytes(old: Uint8Array): Uint8Array {
  const fresh = new Uint8Array(old.length * 2);
  fresh.set(old);
  return fresh;
}

/** As `doubledBytes`, for 32-bit integers. */
export function doubledInts(old: Int32Array): Int32Array {
  const fresh = new Int32Array(old.length * 2);
  fresh.set(old);
  return fresh;
}
