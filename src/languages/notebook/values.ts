/** A value of JSON with its place. */
export interface Value {
  readonly from: number;
  readonly to: number;
  readonly members?: ReadonlyMap<string, Value>;
  readonly items?: readonly Value[];
  /** What a string says. */
  readonly text?: string;
}

/** Values nest no deeper in a notebook. */
const MOST_DEPTH = 200;

/** Reads JSON (RFC 8259) with places; undefined where it is none. */
export function readValues(text: string): Value | undefined {
  const reader = new Reader(text);
  const value = reader.value(0);
  reader.white();
  return value !== undefined && reader.at === text.length ? value : undefined;
}

const TEXT = /"(?:[^"\\\u0000-\u001f]|\\(?:["\\/bfnrt]|u[\da-fA-F]{4}))*"/y;
const PLAIN = /-?(?:0|[1-9]\d*)(?:\.\d+)?(?:[eE][+-]?\d+)?|true|false|null/y;

class Reader {
  at: number;

  constructor(private readonly source: string) {
    this.at = source.charCodeAt(0) === 0xfeff ? 1 : 0;
  }

  white(): void {
    const { source } = this;
    while (this.at < source.length && /[ \t\r\n]/.test(source[this.at]!)) this.at++;
  }

  value(depth: number): Value | undefined {
    if (depth > MOST_DEPTH) return undefined;
    this.white();
    const from = this.at;
    switch (this.source[from]) {
      case "{": return this.object(from, depth);
      case "[": return this.array(from, depth);
      case '"': {
        const text = this.take(TEXT);
        return text === undefined
          ? undefined
          : { from, to: this.at, text: JSON.parse(text) as string };
      }
      default: return this.take(PLAIN) === undefined ? undefined : { from, to: this.at };
    }
  }

  private take(sign: RegExp): string | undefined {
    sign.lastIndex = this.at;
    const found = sign.exec(this.source)?.[0];
    if (found === undefined) return undefined;
    this.at += found.length;
    return found;
  }

  /** Takes a sign after white space; false where another stands there. */
  private sign(sign: string): boolean {
    this.white();
    if (this.source[this.at] !== sign) return false;
    this.at++;
    return true;
  }

  private object(from: number, depth: number): Value | undefined {
    const members = new Map<string, Value>();
    this.at++;
    if (this.sign("}")) return { from, to: this.at, members };
    do {
      this.white();
      const name = this.take(TEXT);
      if (name === undefined || !this.sign(":")) return undefined;
      const value = this.value(depth + 1);
      if (value === undefined) return undefined;
      members.set(JSON.parse(name) as string, value);
    } while (this.sign(","));
    return this.sign("}") ? { from, to: this.at, members } : undefined;
  }

  private array(from: number, depth: number): Value | undefined {
    const items: Value[] = [];
    this.at++;
    if (this.sign("]")) return { from, to: this.at, items };
    do {
      const value = this.value(depth + 1);
      if (value === undefined) return undefined;
      items.push(value);
    } while (this.sign(","));
    return this.sign("]") ? { from, to: this.at, items } : undefined;
  }
}
