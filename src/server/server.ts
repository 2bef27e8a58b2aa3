import { createRequire } from "node:module";
import {
  LSPErrorCodes,
  ProposedFeatures,
  ResponseError,
  TextDocumentSyncKind,
  createConnection,
  type CancellationToken,
  type Connection,
  type FormattingOptions,
  type InitializeParams,
  type InitializeResult,
  type Range,
  type TextEdit,
} from "vscode-languageserver/node.js";
import type { Document } from "../core/document.js";
import type { PositionEncoding } from "../core/text/lines.js";
import { createEngine } from "../index.js";
import type { Style } from "../core/style/style.js";
import { SourceError } from "../node/index.js";
import { OpenDocuments } from "./documents.js";
import { styleOf } from "./options.js";
import { DocumentStyles } from "./styles.js";

const { version } = createRequire(import.meta.url)("../../package.json") as { version: string };

/** Position encodings in the order in which they cost least here. */
const ENCODINGS: readonly PositionEncoding[] = ["utf-16", "utf-8", "utf-32"];

/**
 * Serves the Language Server Protocol (3.17, with `rangesFormatting` of 3.18) until the client
 * leaves.
 *
 * @param input bytes from the client.
 * @param output bytes to the client; nothing else may write there.
 */
export function serve(input: NodeJS.ReadableStream, output: NodeJS.WritableStream): void {
  const connection = createConnection(ProposedFeatures.all, input, output);
  new Server(connection);
  connection.listen();
}

class Server {
  private documents: OpenDocuments;
  private encoding: PositionEncoding = "utf-16";
  private readonly styles = new DocumentStyles();

  constructor(private readonly connection: Connection) {
    this.documents = this.fresh("utf-16");
    connection.onInitialize((params) => this.initialize(params));
    connection.onDidOpenTextDocument(({ textDocument }) => this.documents.open(textDocument));
    connection.onDidChangeTextDocument(
      ({ textDocument, contentChanges }) =>
        this.documents.change(textDocument.uri, textDocument.version, contentChanges),
    );
    connection.onDidCloseTextDocument(({ textDocument }) => this.documents.close(textDocument.uri));
    connection.onDocumentFormatting(
      ({ textDocument, options }, token) => this.answer(
        textDocument.uri,
        token,
        (document) => this.formatted(
          document,
          token,
          () => document.formatDocument(this.styleUnder(document, options)),
        ),
      ),
    );
    connection.onDocumentRangeFormatting(
      ({ textDocument, range, options }, token) =>
        this.formatRanges(textDocument.uri, [range], options, token),
    );
    connection.onDocumentOnTypeFormatting(
      ({ textDocument, position, ch, options }, token) => this.answer(
        textDocument.uri,
        token,
        (document) => ({
          edits: document.formatOnType(
            position,
            ch,
            this.styleUnder(document, options),
          ).clientEdits,
        }),
      ),
    );
    connection.languages.onLinkedEditingRange(({ textDocument, position }) => {
      const ranges = this.documents.get(textDocument.uri)?.linkedRanges(position) ?? [];
      return ranges.length === 0 ? null : { ranges };
    });
    connection.onRequest(
      "textDocument/rangesFormatting",
      ({ textDocument, ranges, options }: RangesParams, token: CancellationToken) =>
        this.formatRanges(textDocument.uri, ranges, options, token),
    );
  }

  private fresh(positionEncoding: PositionEncoding): OpenDocuments {
    return new OpenDocuments(
      createEngine({ positionEncoding }),
      this.styles,
      (line) => this.connection.console.warn(line),
    );
  }

  private initialize({ capabilities }: InitializeParams): InitializeResult {
    const offered = capabilities.general?.positionEncodings;
    const encoding = ENCODINGS.find((name) => offered?.includes(name)) ?? "utf-16";
    this.encoding = encoding;
    this.documents = this.fresh(encoding);
    return {
      serverInfo: { name: "Oak Tide", version },
      capabilities: {
        positionEncoding: encoding,
        textDocumentSync: { openClose: true, change: TextDocumentSyncKind.Incremental },
        documentFormattingProvider: true,
        linkedEditingRangeProvider: true,
        documentOnTypeFormattingProvider: this.documents.triggers(),
        documentRangeFormattingProvider: { rangesSupport: true },
      },
    };
  }

  private formatRanges(
    uri: string,
    ranges: Range[],
    options: FormattingOptions,
    token: CancellationToken,
  ): Promise<Reply> {
    return this.answer(
      uri,
      token,
      (document) => this.formatted(
        document,
        token,
        () => document.formatSelection(ranges, this.styleUnder(document, options)),
        ranges,
      ),
    );
  }

  /**
   * What formats a document, or ranges of it: the engine, or a command that style files name.
   *
   * @param engine asks the engine.
   */
  private async formatted(
    document: Document,
    token: CancellationToken,
    engine: () => Edits,
    ranges?: Range[],
  ): Promise<Edits> {
    const chosen = await this.styles.formatter(document.uri);
    if (chosen === undefined) return engine();
    const { answerOfCommand } = await import("./external.js");
    return answerOfCommand(document, chosen, token, this.encoding, ranges);
  }

  /**
   * Answers one request for the text as it stood when the request came. Messages that have arrived
   * meanwhile are read before the work and after it, so that a request that was taken back is not
   * worked on, and one whose text has changed is not answered with edits that no longer fit.
   */
  private async answer(
    uri: string,
    token: CancellationToken,
    request: (document: Document) => Edits | Promise<Edits>,
  ): Promise<Reply> {
    const document = this.documents.get(uri);
    if (document === undefined) return [];
    const { version } = document;
    const stale = (): ResponseError<void> | undefined => {
      if (token.isCancellationRequested)
        return new ResponseError(LSPErrorCodes.RequestCancelled, "The request was cancelled.");
      if (this.documents.get(uri) === document && document.version === version) return undefined;
      return new ResponseError(
        LSPErrorCodes.ContentModified,
        "The text changed before the request was answered.",
      );
    };
    await messagesRead();
    await this.styles.refresh(uri);
    const before = stale();
    if (before !== undefined) return before;
    const edits = await this.editsOf(document, request);
    if (edits instanceof ResponseError) return edits;
    await messagesRead();
    return stale() ?? edits.map(({ range, newText }) => ({ range, newText }));
  }

  /** The edits of a request; none where the file is excluded, and an error where its style file cannot be used. */
  private async editsOf(
    document: Document,
    request: (document: Document) => Edits | Promise<Edits>,
  ): Promise<readonly TextEdit[] | ResponseError<void>> {
    try {
      if (this.styles.of(document.uri)?.excludedBy !== undefined) return [];
      return (await request(document)).edits;
    } catch (error) {
      if (!(error instanceof SourceError)) throw error;
      return new ResponseError(LSPErrorCodes.RequestFailed, error.message);
    }
  }

  /** An editor's options, where style files say nothing. */
  private styleUnder({ uri, languageId }: Document, options: FormattingOptions): Partial<Style> {
    return this.styles.under(uri, languageId, styleOf(options));
  }
}

/** Lets the connection read what has arrived: it takes one message a turn of the event loop. */
async function messagesRead(): Promise<void> {
  for (let turn = 0; turn < 4; turn++) await new Promise((resolve) => setImmediate(resolve));
}

type Reply = TextEdit[] | ResponseError<void>;

interface Edits {
  readonly edits: readonly TextEdit[];
}

/** Parameters of `textDocument/rangesFormatting`. */
interface RangesParams {
  readonly textDocument: { readonly uri: string };
  readonly ranges: Range[];
  readonly options: FormattingOptions;
}
