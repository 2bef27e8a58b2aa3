import { fileURLToPath } from "node:url";
import type { Style } from "../core/style/style.js";
import { chosenFormatter, type ChosenFormatter } from "../node/formatters/chosen.js";
import { SourceError, StyleFiles, type FileStyle } from "../node/index.js";

/** How long what style files say is believed, in milliseconds: an edit of one acts with the next request. */
const FRESH = 500;

/** What style files say of the documents that a client has open. */
export class DocumentStyles {
  private files = new StyleFiles();
  private readonly known = new Map<string, FileStyle | SourceError>();
  private read = 0;

  /** Looks up what is said of a document, where that was not done lately. */
  async refresh(uri: string): Promise<void> {
    if (!uri.startsWith("file:")) return;
    const now = Date.now();
    if (now - this.read > FRESH) {
      this.files = new StyleFiles();
      this.known.clear();
      this.read = now;
    }
    if (this.known.has(uri)) return;
    const said = await this.files.of(fileURLToPath(uri)).catch((error: unknown) => {
      if (error instanceof SourceError) return error;
      throw error;
    });
    this.known.set(uri, said);
  }

  /**
   * What was said of a document when it was last looked up; undefined where it is no file.
   *
   * @throws SourceError where a style file that governs it cannot be used.
   */
  of(uri: string): FileStyle | undefined {
    const said = this.known.get(uri);
    if (said instanceof SourceError) throw said;
    return said;
  }

  /**
   * What formats a document in place of the engine; undefined for the engine.
   *
   * @throws SourceError where nothing that is said can be used.
   */
  async formatter(uri: string): Promise<ChosenFormatter | undefined> {
    const said = this.of(uri)?.formatters;
    if (said === undefined) return undefined;
    const chosen = await chosenFormatter(said, await this.files.allowedCommands());
    return chosen.name === "built-in" ? undefined : chosen;
  }

  /** An editor's options without those that style files rule. */
  under(uri: string, languageId: string, options: Partial<Style>): Partial<Style> {
    const ruled = this.of(uri)?.styleFor(languageId) ?? {};
    return Object.fromEntries(
      Object.entries(options).filter(([name]) => ruled[name as keyof Style] === undefined),
    );
  }
}
