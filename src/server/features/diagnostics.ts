import {
  DocumentDiagnosticReportKind,
  type CancellationToken,
  type Diagnostic,
  type DocumentDiagnosticReport,
} from "vscode-languageserver/node.js";
import { diagnosticsOf } from "../differences.js";
import type { Session } from "../session.js";

/** How long the text must rest before its diagnostics are sent, in milliseconds. */
const REST = 300;

const NEVER: CancellationToken = {
  isCancellationRequested: false,
  onCancellationRequested: () => ({ dispose() {} }),
};

/**
 * Differences from the style, and what is left as written, as diagnostics: on demand where the client asks
 * for them, else sent once the text rests.
 */
export class Diagnostics {
  private readonly waiting = new Map<string, NodeJS.Timeout>();
  /** The documents of which something was sent. */
  private readonly sent = new Set<string>();
  /** Counts what may change all of them: settings and style files. */
  private epoch = 0;

  constructor(private readonly session: Session) {
    session.connection.languages.diagnostics.on(
      async ({ textDocument: { uri }, previousResultId }, token): Promise<
        DocumentDiagnosticReport
      > => {
        const version = session.documents.get(uri)?.document.version;
        const resultId = version === undefined ? undefined : `${this.epoch}.${version}`;
        if (resultId !== undefined && resultId === previousResultId)
          return { kind: DocumentDiagnosticReportKind.Unchanged, resultId };
        const items = await this.found(uri, token);
        return {
          kind: DocumentDiagnosticReportKind.Full,
          ...(resultId !== undefined && { resultId }),
          items,
        };
      },
    );
  }

  private found(uri: string, token: CancellationToken): Promise<Diagnostic[]> {
    const { session } = this;
    return session.answer(uri, token, [], (open) => diagnosticsOf(session, open));
  }

  /** Whether the client asks for diagnostics itself. */
  private get pulls(): boolean {
    return this.session.client.textDocument?.diagnostic !== undefined;
  }

  /** Notes that a document was opened or changed. */
  changed(uri: string): void {
    const { settings } = this.session;
    const told = settings.differences !== "off" || settings.unsettled;
    if (this.pulls || (!told && !this.sent.has(uri))) return;
    clearTimeout(this.waiting.get(uri));
    this.waiting.set(uri, setTimeout(() => void this.send(uri), REST));
  }

  /** Notes that settings or style files have changed. */
  refresh(): void {
    const { client, connection, documents } = this.session;
    this.epoch++;
    if (!this.pulls) for (const { document } of documents) this.changed(document.uri);
    else if (client.workspace?.diagnostics?.refreshSupport === true)
      connection.languages.diagnostics.refresh();
  }

  private async send(uri: string): Promise<void> {
    this.waiting.delete(uri);
    const { session } = this;
    const version = session.documents.get(uri)?.document.version;
    // Where the text has changed meanwhile it is sent again once that rests.
    const diagnostics = await this.found(uri, NEVER).catch(() => undefined);
    if (diagnostics === undefined || session.documents.get(uri) === undefined) return;
    if (diagnostics.length > 0) this.sent.add(uri);
    else this.sent.delete(uri);
    await session.connection.sendDiagnostics(
      { uri, diagnostics, ...(version !== undefined && { version }) },
    );
  }

  /** Takes back what was sent of a document that was closed. */
  closed(uri: string): void {
    clearTimeout(this.waiting.get(uri));
    this.waiting.delete(uri);
    if (this.sent.delete(uri))
      void this.session.connection.sendDiagnostics({ uri, diagnostics: [] });
  }
}
