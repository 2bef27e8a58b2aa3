/** How large a buffer is that allotments share, in bytes, and the largest that takes a part of it. */
const SHARED = 1 << 16;
const SMALL = SHARED >> 2;

/** What small allotments are cut from next, and how much of it is taken. No part is given twice. */
let shared = new ArrayBuffer(SHARED);
let taken = 0;

/**
 * A stretch of a buffer that is cut into typed arrays of zeros, those of wide elements first. Short
 * texts feel every buffer that is made, so that small stretches lie in one.
 */
export class Allotment {
  private readonly buffer: ArrayBuffer;
  private at: number;

  /** @param size in bytes. */
  constructor(size: number) {
    if (size > SMALL) {
      this.buffer = new ArrayBuffer(size);
      this.at = 0;
      return;
    }
    if (taken + size > SHARED) {
      shared = new ArrayBuffer(SHARED);
      taken = 0;
    }
    this.buffer = shared;
    this.at = taken;
    // The next one begins where wide elements may.
    taken += (size + 3) & ~3;
  }

  ints(length: number): Int32Array {
    return new Int32Array(this.buffer, this.take(length * 4), length);
  }

  shorts(length: number): Int16Array {
    return new Int16Array(this.buffer, this.take(length * 2), length);
  }

  words(length: number): Uint16Array {
    return new Uint16Array(this.buffer, this.take(length * 2), length);
  }

  bytes(length: number): Uint8Array {
    return new Uint8Array(this.buffer, this.take(length), length);
  }

  private take(bytes: number): number {
    const at = this.at;
    this.at += bytes;
    return at;
  }
}

/** A typed array of twice the room with the same contents in front. */
export function doubledBytes(old: Uint8Array): Uint8Array {
  const fresh = new Allotment(old.length * 2).bytes(old.length * 2);
  fresh.set(old);
  return fresh;
}

/** As `doubledBytes`, for 32-bit integers. */
export function doubledInts(old: Int32Array): Int32Array {
  const fresh = new Allotment(old.length * 8).ints(old.length * 2);
  fresh.set(old);
  return fresh;
}
