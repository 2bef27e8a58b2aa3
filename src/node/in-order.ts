import { createHash } from "node:crypto";
import { mkdirSync, readFileSync, statSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import envPaths from "env-paths";
import { languages } from "../languages/index.js";
import { replaceFile } from "./replace.js";
import type { Acting } from "./save.js";

/** Regions of a text may be in any language. */
const ALL = languages.flatMap(({ ids }) => ids);

/** How many texts are remembered of a folder. */
const MOST = 50_000;

/** What this program is: another one may format otherwise. Beside it, in a checkout, lies what tells of each compilation. */
const PROGRAM = [import.meta.url, new URL("../core.tsbuildinfo", import.meta.url)].map((url) => {
  const stats = statSync(fileURLToPath(url), { throwIfNoEntry: false });
  return `${stats?.mtimeMs}:${stats?.size}`;
}).join();

/**
 * Texts that were in order when they were last formatted, by hashes of them and of all that acts on them. A
 * file is read each time: what is remembered only spares the formatting.
 */
export class InOrder {
  private readonly known: Set<string>;
  private readonly fresh = new Set<string>();

  private constructor(private readonly path: string, hashes: readonly string[]) {
    this.known = new Set(hashes);
  }

  /** What is remembered of a folder; nothing where that cannot be read. */
  static of(folder: string): InOrder {
    const name = createHash("sha1").update(folder).digest("hex");
    const path = join(envPaths("oak-tide", { suffix: "" }).cache, "in-order", name);
    try {
      return new InOrder(
        path,
        readFileSync(path, "utf8").split("\n").filter((line) => line !== ""),
      );
    } catch {
      return new InOrder(path, []);
    }
  }

  /** The hash of a text and of what acts on it, in every language of the text. */
  static keyOf(text: string, { language, steps, ownPackages, styleFor, style }: Acting): string {
    const ids = language?.regions === undefined ? language?.ids.slice(0, 1) ?? [] : ALL;
    const said = ids.map((id) => styleFor?.(id));
    return createHash("sha1")
      .update(PROGRAM)
      .update(JSON.stringify([language?.name, steps, ownPackages, style, said]))
      .update("\0")
      .update(text)
      .digest("base64url");
  }

  has(key: string): boolean {
    const known = this.known.has(key) || this.fresh.has(key);
    if (known) this.fresh.add(key);
    return known;
  }

  add(key: string): void {
    this.fresh.add(key);
  }

  /** Remembers what was found, those of this run before those of earlier ones. */
  async save(): Promise<void> {
    if ([...this.fresh].every((hash) => this.known.has(hash))) return;
    const hashes = [...new Set([...this.fresh, ...this.known])].slice(0, MOST);
    try {
      mkdirSync(dirname(this.path), { recursive: true });
      await replaceFile(this.path, `${hashes.join("\n")}\n`);
    } catch {
      // It only spares time.
    }
  }
}
