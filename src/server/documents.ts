import type {
  TextDocumentContentChangeEvent,
  TextDocumentItem,
} from "vscode-languageserver/node.js";
import type { Document } from "../core/document.js";
import type { Engine } from "../core/engine.js";
import { PLAIN_TEXT, languageFor, type ChosenLanguage } from "./languages.js";
import type { Style } from "../core/style/style.js";
import type { DocumentStyles } from "./styles.js";

/** Languages in which white space at a line's end says something. */
const MEANT_SPACE = new Set(["markdown"]);

/** A text that the client has open. */
export interface OpenDocument {
  readonly document: Document;
  readonly language: ChosenLanguage;
  /** The notebook of which it is a cell. */
  readonly notebook: string | undefined;
}

/** Who says something of the style of documents. */
export interface StyleSources {
  readonly styles: DocumentStyles;
  /** The editor, where neither style files nor the text do. */
  fallback(uri: string): Partial<Style>;
}

/** The texts that the client has open, each as a document of the engine. */
export class OpenDocuments {
  private readonly documents = new Map<string, OpenDocument>();
  /** Why the text of a document is not known any more, until the client says it anew. */
  private readonly lost = new Map<string, string>();
  private readonly told = new Set<string>();

  /** @param report takes one line for people. */
  constructor(
    readonly engine: Engine,
    private readonly said: StyleSources,
    private readonly report: (line: string) => void,
  ) {}

  [Symbol.iterator](): Iterator<OpenDocument> {
    return this.documents.values();
  }

  open({ uri, languageId, version, text }: TextDocumentItem, notebook?: string): void {
    const language = languageFor(
      this.engine,
      // The ending of a notebook tells nothing of its cells.
      { uri: notebook === undefined ? uri : "", languageId, text },
    );
    this.sayLanguage(uri, languageId, language);
    const { styles, fallback } = this.said;
    const isKnown = language.languageId !== PLAIN_TEXT || languageId === PLAIN_TEXT;
    const style = { trimTrailingWhitespace: !MEANT_SPACE.has(languageId) };
    const document = this.engine.open({
      uri,
      languageId: language.languageId,
      text,
      isCell: notebook !== undefined,
      ...(Number.isInteger(version) && { version }),
      style: isKnown ? (id) => styles.of(notebook ?? uri)?.styleFor(id) ?? {} : style,
      fallback: () => fallback(uri),
    });
    this.lost.delete(uri);
    this.documents.set(uri, { document, language, notebook });
  }

  /** Says once which language rules where it is not the client's. */
  private sayLanguage(uri: string, said: string, { languageId, differs }: ChosenLanguage): void {
    const key = `${said} ${languageId}`;
    if (!differs || this.told.has(key)) return;
    this.told.add(key);
    this.report(
      languageId === PLAIN_TEXT
        ? `Oak Tide knows no language "${said}"; ${uri} is read by its indentation and brackets only.`
        : `${uri} is said to be "${said}"; by its ending it is read as "${languageId}".`,
    );
  }

  /**
   * Takes the changes of a document, all of them or none.
   *
   * @returns why its text is not known any more, where that is new.
   */
  change(
    uri: string,
    version: number | null | undefined,
    changes: readonly TextDocumentContentChangeEvent[],
  ): string | undefined {
    const open = this.documents.get(uri);
    if (open === undefined) return undefined;
    // The whole text, said anew, mends what was lost.
    const whole = changes.findLastIndex((change) => !("range" in change));
    if (this.lost.has(uri) && whole < 0) return undefined;
    try {
      open.document.update(whole < 0 ? changes : changes.slice(whole), version ?? undefined);
      this.lost.delete(uri);
      return undefined;
    } catch (error) {
      return this.lose(uri, (error as Error).message);
    }
  }

  /** Marks a document whose text is not known any more; answers why, where that is new. */
  lose(uri: string, reason: string): string | undefined {
    if (!this.documents.has(uri) || this.lost.has(uri)) return undefined;
    this.lost.set(uri, reason);
    return reason;
  }

  /** Takes a text that was read again in place of one that was lost. */
  restore(uri: string, text: string): void {
    if (!this.lost.delete(uri)) return;
    this.documents.get(uri)?.document.update([{ text }]);
  }

  /** Why the text of a document is not known; undefined where it is. */
  whyLost(uri: string): string | undefined {
    return this.lost.get(uri);
  }

  close(uri: string): void {
    this.documents.delete(uri);
    this.lost.delete(uri);
  }

  /** The document of `uri`, or undefined where it is not open. */
  get(uri: string): OpenDocument | undefined {
    return this.documents.get(uri);
  }
}
