import { lexJson } from "../../../languages/json/lexer.js";
import { T } from "../../../languages/json/kinds.js";
import type { TokenTable } from "../../../core/syntax/tokens.js";
import { SettingsError, type Path, type Settings } from "./read.js";

/** Reads JSON with comments and closing commas. */
export function readJson(file: string, text: string): Settings {
  return new JsonReader(file, lexJson(text)).read();
}

class JsonReader {
  private t = 0;
  /** Where members begin, by their paths. */
  private readonly places = new Map<string, number>();

  constructor(private readonly file: string, private readonly tokens: TokenTable) {
    this.t = tokens.skipTrivia(0);
  }

  read(): Settings {
    const value = this.value([]);
    if (this.t < this.tokens.count) this.fail("the end of the file");
    const { places } = this;
    return {
      value,
      offsetOf(path) {
        for (let length = path.length; length > 0; length--) {
          const place = places.get(keyOf(path.slice(0, length)));
          if (place !== undefined) return place;
        }
        return 0;
      },
    };
  }

  private get kind(): T {
    return this.t < this.tokens.count ? this.tokens.kind(this.t) : T.End;
  }

  private next(): void {
    this.t = this.tokens.skipTrivia(this.t + 1);
  }

  private value(path: Path): unknown {
    const { tokens, t } = this;
    switch (this.kind) {
      case T.LeftBrace: return this.object(path);
      case T.LeftBracket: return this.list(path);
      case T.String: return this.string();
      case T.Word: {
        const word = tokens.textOf(t);
        this.next();
        try {
          return JSON.parse(word);
        } catch {
          this.t = t;
          return this.fail("a value");
        }
      }
      default: return this.fail("a value");
    }
  }

  private string(): string {
    const { tokens, t } = this;
    const text = tokens.textOf(t);
    this.next();
    try {
      return JSON.parse(text) as string;
    } catch {
      this.t = t;
      return this.fail("a string in double quotes that ends on its line");
    }
  }

  private object(path: Path): Record<string, unknown> {
    const members: Record<string, unknown> = Object.create(null);
    this.next();
    while (this.kind !== T.RightBrace) {
      if (this.kind !== T.String) this.fail('a name in double quotes, or "}"');
      const start = this.tokens.start(this.t);
      const before = this.t;
      const name = this.string();
      if (Object.hasOwn(members, name)) {
        this.t = before;
        this.fail(`another name: ${JSON.stringify(name)} stands here twice`);
      }
      const own = [...path, name];
      this.places.set(keyOf(own), start);
      if ((this.kind as T) !== T.Colon) this.fail('":"');
      this.next();
      members[name] = this.value(own);
      if (!this.goesOn(T.RightBrace, '"," or "}"')) break;
    }
    this.next();
    return { ...members };
  }

  private list(path: Path): unknown[] {
    const items: unknown[] = [];
    this.next();
    while (this.kind !== T.RightBracket) {
      const own = [...path, items.length];
      if (this.t < this.tokens.count) this.places.set(keyOf(own), this.tokens.start(this.t));
      items.push(this.value(own));
      if (!this.goesOn(T.RightBracket, '"," or "]"')) break;
    }
    this.next();
    return items;
  }

  /** Passes a comma; false where the closer stands here. */
  private goesOn(closer: T, expected: string): boolean {
    if (this.kind === closer) return false;
    if (this.kind !== T.Comma) this.fail(expected);
    this.next();
    return true;
  }

  private fail(expected: string): never {
    const { tokens, t, file } = this;
    const at = t < tokens.count ? tokens.start(t) : tokens.text.length;
    throw new SettingsError(file, tokens.text, at, `expected ${expected}`);
  }
}

const keyOf = (path: Path): string => JSON.stringify(path);
