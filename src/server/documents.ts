import type { Document } from "../core/document.js";
import type { Engine } from "../core/engine.js";
import type {
  TextDocumentContentChangeEvent,
  TextDocumentItem,
} from "vscode-languageserver/node.js";

import type { DocumentStyles } from "./styles.js";

/** What serves languages that the engine does not know. */
const PLAIN_TEXT = "plaintext";
/** Languages in which white space at a line's end says something. */
const MEANT_SPACE = new Set(["markdown"]);

/** The texts that the client has open, each as a document of the engine. */
export class OpenDocuments {
  private readonly documents = new Map<string, Document>();
  private readonly unknown = new Set<string>();

  /** @param report takes one line for each language that the engine does not know. */
  constructor(
    private readonly engine: Engine,
    private readonly styles: DocumentStyles,
    private readonly report: (line: string) => void,
  ) {}

  open({ uri, languageId, version, text }: TextDocumentItem): void {
    const language = this.engine.language(languageId) ?? this.engine.languageFor(uri);
    const id = language?.ids.includes(languageId) === true ? languageId : language?.ids[0];
    if (id === undefined && !this.unknown.has(languageId)) {
      this.report(
        `Oak Tide knows no language "${languageId}"; ${uri} is read by its indentation and brackets only.`,
      );
      this.unknown.add(languageId);
    }
    const style = { trimTrailingWhitespace: !MEANT_SPACE.has(languageId) };
    this.documents.set(
      uri,
      id === undefined
        ? this.engine.open({ uri, languageId: PLAIN_TEXT, text, version, style })
        : this.engine.open({
          uri,
          languageId: id,
          text,
          version,
          style: (language) => this.styles.of(uri)?.styleFor(language) ?? {},
        }),
    );
  }

  /** The characters of every language after which a typing request may have something to say. */
  triggers(): { firstTriggerCharacter: string; moreTriggerCharacter: string[] } {
    const all = new Set(this.engine.languageIds.flatMap((id) => this.engine.triggerCharacters(id)));
    const [first, ...more] = all;
    return { firstTriggerCharacter: first!, moreTriggerCharacter: more };
  }

  change(uri: string, version: number, changes: readonly TextDocumentContentChangeEvent[]): void {
    this.documents.get(uri)?.update(changes, version);
  }

  close(uri: string): void {
    this.documents.delete(uri);
  }

  /** The document of `uri`, or undefined where it is not open. */
  get(uri: string): Document | undefined {
    return this.documents.get(uri);
  }
}
