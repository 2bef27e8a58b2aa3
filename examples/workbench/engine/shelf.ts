import { createEngine, type Engine, type Language } from "oak-tide/core";
import { languagesFor } from "./languages.js";

/** An engine whose languages come when they are used. */
export class Shelf {
  private readonly languages = new Set<Language>();
  private current = createEngine({ languages: [] });

  /** The engine with all languages that have come. */
  get engine(): Engine {
    return this.current;
  }

  /** Always the newest engine, for who keeps hold of one. */
  readonly live: Engine = new Proxy(this.current, {
    get: (_, name) => Reflect.get(this.current, name) as unknown,
  });

  /** Fetches a language, with those that may stand in it. */
  async fetch(languageId: string): Promise<void> {
    const before = this.languages.size;
    for (const language of await languagesFor(languageId)) this.languages.add(language);
    if (this.languages.size > before)
      this.current = createEngine({ languages: [...this.languages] });
  }
}
