import { fileURLToPath } from "node:url";
import type { ChosenFormatter } from "../node/formatters/chosen.js";
import { SourceError } from "../node/error.js";
import { StyleFiles, type FileStyle } from "../node/style/files.js";

/** How long what style files say is believed, in milliseconds. */
const FRESH = 500;

/** What style files say of the documents that a client has open. */
export class DocumentStyles {
  private current = new StyleFiles();
  private readonly known = new Map<string, FileStyle | SourceError>();
  private read = 0;

  get files(): StyleFiles {
    return this.current;
  }

  /** Forgets what was read: a style file has changed. */
  forget(): void {
    this.current = new StyleFiles();
    this.known.clear();
    this.read = Date.now();
  }

  /** Looks up what is said of a document, where that was not done lately. */
  async refresh(uri: string): Promise<void> {
    if (!uri.startsWith("file:")) return;
    if (Date.now() - this.read > FRESH) this.forget();
    if (this.known.has(uri)) return;
    const { files } = this;
    const said = await files.of(fileURLToPath(uri)).catch((error: unknown) => {
      if (error instanceof SourceError) return error;
      throw error;
    });
    if (files === this.files) this.known.set(uri, said);
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
    if (said === undefined || said.names[0] === "built-in") return undefined;
    const { chosenFormatter } = await import("../node/formatters/chosen.js");
    const chosen = await chosenFormatter(said, await this.files.allowedCommands());
    return chosen.name === "built-in" ? undefined : chosen;
  }

  /** Forgets a document that was closed. */
  close(uri: string): void {
    this.known.delete(uri);
  }
}
