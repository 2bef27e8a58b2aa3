import { fileURLToPath } from "node:url";
import {
  LSPErrorCodes,
  MessageType,
  ResponseError,
  ShowMessageNotification,
  type CancellationToken,
  type ClientCapabilities,
  type Connection,
  type FormattingOptions,
  type TextEdit,
  type WorkspaceEdit,
} from "vscode-languageserver/node.js";
import type { Document } from "../core/document.js";
import type { PositionEncoding } from "../core/text/lines.js";
import { createEngine, type Style } from "../index.js";
import { SourceError } from "../node/error.js";
import { readSource } from "../node/source.js";
import { ProjectPackages } from "../node/packages.js";
import { OpenDocuments, type OpenDocument } from "./documents.js";
import { styleOf } from "./options.js";
import { DEFAULT_SETTINGS, type Settings } from "./settings.js";
import { DocumentStyles } from "./styles.js";

/** How long a request waits for the settings that the client was asked for, in milliseconds. */
const SETTINGS_WAIT = 1000;

/** What one client has opened and said, for all that answers it. */
export class Session {
  readonly styles = new DocumentStyles();
  readonly packages = new ProjectPackages();
  documents: OpenDocuments;
  encoding: PositionEncoding = "utf-16";
  client: ClientCapabilities = {};
  settings: Settings = DEFAULT_SETTINGS;
  /** Over once the settings are those that the client was last asked for, or it keeps them to itself. */
  private settingsKnown: Promise<unknown> = Promise.resolve();
  /** The options that the client sent last with a request for a document, by its address. */
  private readonly options = new Map<string, FormattingOptions>();

  constructor(readonly connection: Connection) {
    this.documents = this.fresh();
  }

  /** Begins with a client that counts positions in an encoding. */
  begin(encoding: PositionEncoding, client: ClientCapabilities): void {
    this.encoding = encoding;
    this.client = client;
    this.documents = this.fresh();
  }

  /** Has requests wait for settings that the client was asked for: the first save may come before them. */
  waitForSettings(asked: Promise<void>): void {
    const waited = new Promise<void>((resolve) => {
      setTimeout(resolve, SETTINGS_WAIT).unref();
    });
    this.settingsKnown = Promise.race([asked.catch(() => undefined), waited]);
  }

  private fresh(): OpenDocuments {
    return new OpenDocuments(
      createEngine({ positionEncoding: this.encoding }),
      { styles: this.styles, fallback: (uri) => this.fallback(uri) },
      (line) => this.connection.console.warn(line),
    );
  }

  /** What the editor's options say of a document's style, where what the text shows comes first. */
  fallback(uri: string): Partial<Style> {
    return this.settings.indentation === "text" ? styleOf(this.options.get(uri)) : {};
  }

  /** Notes the editor's options for a document. */
  note(uri: string, options: FormattingOptions | null | undefined): void {
    if (options !== null && options !== undefined) this.options.set(uri, options);
  }

  optionsFor(uri: string): FormattingOptions | undefined {
    return this.options.get(uri);
  }

  /** The editor's options where they rule over what the text shows, though not over style files. */
  callStyle({ document: { uri, languageId } }: OpenDocument): Partial<Style> {
    if (this.settings.indentation === "text") return {};
    const ruled = this.styles.of(this.styleUri(uri))?.styleFor(languageId) ?? {};
    return Object.fromEntries(
      Object.entries(styleOf(this.options.get(uri))).filter(
        ([name]) => ruled[name as keyof Style] === undefined,
      ),
    );
  }

  /** The address by which style files are found: of a cell, that of its notebook. */
  styleUri(uri: string): string {
    return this.documents.get(uri)?.notebook ?? uri;
  }

  close(uri: string): void {
    this.documents.close(uri);
    this.styles.close(uri);
    this.options.delete(uri);
  }

  /** Notes that the text of a document is not known any more, and says what helps. */
  lose(uri: string, reason: string | undefined): void {
    if (reason === undefined) return;
    void this.connection.sendNotification(ShowMessageNotification.type, {
      type: MessageType.Warning,
      message: `Oak Tide does not know the text of ${uri} any more: ${lostText(reason)}`,
    });
  }

  /** Reads a document again that was saved, where its text is not known. */
  async saved(uri: string): Promise<void> {
    if (this.documents.whyLost(uri) === undefined || !uri.startsWith("file:")) return;
    const { text } = await readSource(fileURLToPath(uri));
    this.documents.restore(uri, text);
  }

  /**
   * Answers one request for the text as it stood when the request came. Messages that have arrived
   * meanwhile are read before the work and after it, so that a request that was taken back is not
   * worked on, and one whose text has changed is not answered with edits that no longer fit.
   *
   * @param nothing the answer where the document is not open, or excluded.
   * @throws ResponseError where the answer would be none of this text, or cannot be had.
   */
  async answer<T>(
    uri: string,
    token: CancellationToken,
    nothing: T,
    request: (open: OpenDocument) => T | Promise<T>,
  ): Promise<T> {
    const open = this.documents.get(uri);
    if (open === undefined) return nothing;
    const { document } = open;
    const { version } = document;
    const checkFresh = (): void => {
      if (token.isCancellationRequested)
        throw new ResponseError(LSPErrorCodes.RequestCancelled, "The request was cancelled.");
      if (this.documents.get(uri) !== open || document.version !== version)
        throw new ResponseError(
          LSPErrorCodes.ContentModified,
          "The text changed before the request was answered.",
        );
    };
    await this.settingsKnown;
    const begun = performance.now();
    await messagesRead();
    const lost = this.documents.whyLost(uri);
    if (lost !== undefined)
      throw new ResponseError(
        LSPErrorCodes.RequestFailed,
        `The text is not known any more: ${lostText(lost)}`,
      );
    await this.styles.refresh(this.styleUri(uri));
    checkFresh();
    try {
      if (this.styles.of(this.styleUri(uri))?.excludedBy !== undefined) return nothing;
      const answer = await request(open);
      await messagesRead();
      checkFresh();
      const spent = (performance.now() - begun).toFixed(1);
      this.connection.tracer.log(`An answer for ${uri}, version ${version}, took ${spent} ms.`);
      return answer;
    } catch (error) {
      if (!(error instanceof SourceError || error instanceof RangeError)) throw error;
      checkFresh();
      throw new ResponseError(LSPErrorCodes.RequestFailed, error.message);
    }
  }
}

/** Lets the connection read what has arrived: it takes one message a turn of the event loop. */
async function messagesRead(): Promise<void> {
  for (let turn = 0; turn < 4; turn++) await new Promise((resolve) => setImmediate(resolve));
}

const lostText = (reason: string): string =>
  `a change of it could not be taken (${reason}). Save it, or close and open it.`;

/** Edits without what the protocol does not have. */
export const plainEdits = (edits: readonly TextEdit[]): TextEdit[] =>
  edits.map(({ range, newText }) => ({ range, newText }));

/** Edits of a document for a client to put in: with the version that they speak of, where it takes such. */
export function workspaceEdit(
  { client }: Session,
  { uri, version }: Pick<Document, "uri" | "version">,
  edits: TextEdit[],
): WorkspaceEdit {
  return client.workspace?.workspaceEdit?.documentChanges === true
    ? { documentChanges: [{ textDocument: { uri, version: version ?? null }, edits }] }
    : { changes: { [uri]: edits } };
}
