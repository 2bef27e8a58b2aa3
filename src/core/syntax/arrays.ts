/**
 * One buffer that is cut into typed arrays, those of wide elements first: short texts feel every allocation.
 */
export class Allotment {
  private readonly buffer: ArrayBuffer;
  private at = 0;

  /** @param size in bytes. */
  constructor(size: number) {
    this.buffer = new ArrayBuffer(size);
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
