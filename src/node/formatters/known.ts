import type { Engine } from "../../core/engine.js";
import { languageOfFile } from "../program.js";
import type { StyleFiles } from "../style/files.js";

/** The files that something is said to format: the engine by their names or first lines, or a command by a style file. */
export class KnownFiles {
  constructor(private readonly engine: Engine, private readonly styles: StyleFiles) {}

  async has(path: string): Promise<boolean> {
    if (languageOfFile(this.engine, path) !== undefined) return true;
    // A style file that cannot be used is told of with the files that the engine knows.
    const said = await this.styles.formattersOf(path).catch(() => undefined);
    return said?.names.some((name) => name !== "built-in" && name !== "none") === true;
  }

  /** Those of some things whose path is one of them, or that have none. */
  async among<T>(things: readonly T[], pathOf: (thing: T) => string | undefined): Promise<T[]> {
    const kept: T[] = [];
    for (const thing of things) {
      const path = pathOf(thing);
      if (path === undefined || await this.has(path)) kept.push(thing);
    }
    return kept;
  }
}
