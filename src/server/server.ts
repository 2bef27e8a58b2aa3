import { createRequire } from "node:module";
import {
  ErrorCodes,
  ProposedFeatures,
  RegistrationRequest,
  StreamMessageReader,
  StreamMessageWriter,
  createConnection,
  type Connection,
  type InitializeParams,
  type InitializeResult,
  type Message,
} from "vscode-languageserver/node.js";
import { capabilitiesFor, encodingFor, registrationsFor } from "./capabilities.js";
import { registerActions } from "./features/actions.js";
import { registerCommands } from "./features/commands.js";
import { Diagnostics } from "./features/diagnostics.js";
import { registerFormatting } from "./features/formatting.js";
import { registerHover } from "./features/hover.js";
import { registerLinked } from "./features/linked.js";
import { registerNotebooks } from "./features/notebooks.js";
import { registerSaving } from "./features/saving.js";
import { registerTyping } from "./features/typing.js";
import { Session } from "./session.js";
import { SECTION, readSettings } from "./settings.js";
import { openChannel, type Channel } from "./transport/channel.js";
import { Answers } from "./transport/answers.js";
import { Gate, REFUSED, type Refused } from "./transport/gate.js";
import { HeaderCheck } from "./transport/headers.js";

const { version } = createRequire(import.meta.url)("../../package.json") as { version: string };

/** How long requests are still answered once the client has ended, in milliseconds. */
const LAST_ANSWERS = 5000;

/**
 * Serves the Language Server Protocol (3.18) until the client leaves; the process ends then. Nothing else
 * may write where the client reads.
 *
 * @throws Error where nobody listens at the channel's other end.
 */
export async function serve(channel: Channel): Promise<void> {
  const { input, output } = await openChannel(channel);
  const answers = new Answers(new StreamMessageWriter(output));
  const checked = input.pipe(new HeaderCheck());
  // A socket may close without an end.
  input.once("close", () => checked.end());
  const gate = new Gate(new StreamMessageReader(checked), answers);
  checked.once("end", async () => {
    await gate.read(checked.messages);
    await answers.answered(LAST_ANSWERS);
    if (checked.failure !== undefined) await sayUnreadable(answers, checked.failure);
    process.exit(gate.isShutDown && checked.failure === undefined ? 0 : 1);
  });
  new Server(createConnection(ProposedFeatures.all, gate, answers));
}

/** Says to the client, and to who looks at its log, why it cannot be read any more. */
async function sayUnreadable(answers: Answers, { message }: Error): Promise<void> {
  const error = { code: ErrorCodes.ParseError, message: `The client cannot be read: ${message}.` };
  process.stderr.write(`oak-tide serve: ${error.message}\n`);
  await answers.write({ jsonrpc: "2.0", id: null, error } as Message);
}

/** Takes what clients tell of themselves and of their documents. */
class Server {
  private readonly session: Session;
  private readonly diagnostics: Diagnostics;

  constructor(private readonly connection: Connection) {
    const session = this.session = new Session(connection);
    this.diagnostics = new Diagnostics(session);
    connection.onInitialize((params) => this.initialize(params));
    connection.onInitialized(() => this.initialized());
    connection.onNotification(REFUSED, (refused: Refused) => this.refused(refused));
    this.followDocuments();
    this.followSettings();
    registerFormatting(session);
    registerTyping(session);
    registerSaving(session);
    registerActions(session);
    registerCommands(session);
    registerHover(session);
    registerLinked(session);
    registerNotebooks(session, (uri) => this.diagnostics.changed(uri));
    connection.listen();
  }

  /** Takes a notice whose parameters are none: a change that cannot be taken loses the text. */
  private refused({ method, params, reason }: Refused): void {
    this.connection.console.error(`${method} is not taken: ${reason}.`);
    const uri = (params as { textDocument?: { uri?: unknown } } | null)?.textDocument?.uri;
    const { session } = this;
    if (method === "textDocument/didChange" && typeof uri === "string")
      session.lose(uri, session.documents.lose(uri, reason));
  }

  private initialize({ capabilities, initializationOptions }: InitializeParams): InitializeResult {
    const { session } = this;
    session.begin(encodingFor(capabilities), capabilities);
    this.take((initializationOptions as Record<string, unknown> | undefined)?.[SECTION]);
    return {
      serverInfo: { name: "Oak Tide", version },
      capabilities: capabilitiesFor(session.documents.engine, capabilities, session.encoding),
    };
  }

  private async initialized(): Promise<void> {
    const { session: { documents: { engine }, client }, connection } = this;
    const registrations = registrationsFor(engine, client);
    await Promise.all([
      registrations.length > 0
        && connection.sendRequest(RegistrationRequest.type, { registrations }),
      this.askSettings(),
    ]);
  }

  private followDocuments(): void {
    const { connection, session, diagnostics } = this;
    connection.onDidOpenTextDocument(({ textDocument }) => {
      session.documents.open(textDocument);
      diagnostics.changed(textDocument.uri);
    });
    connection.onDidChangeTextDocument(({ textDocument: { uri, version }, contentChanges }) => {
      session.lose(uri, session.documents.change(uri, version, contentChanges));
      diagnostics.changed(uri);
    });
    connection.onDidCloseTextDocument(({ textDocument: { uri } }) => {
      session.close(uri);
      diagnostics.closed(uri);
    });
  }

  private followSettings(): void {
    const { connection, session, diagnostics } = this;
    connection.onDidChangeConfiguration(async ({ settings }) => {
      if (session.client.workspace?.configuration === true) return this.askSettings();
      this.take((settings as Record<string, unknown> | null)?.[SECTION]);
      diagnostics.refresh();
    });
    connection.onDidChangeWatchedFiles(() => {
      session.styles.forget();
      diagnostics.refresh();
    });
  }

  private async askSettings(): Promise<void> {
    const { connection, session, diagnostics } = this;
    if (session.client.workspace?.configuration !== true) return;
    const asked = connection.workspace.getConfiguration(SECTION).then(
      (settings) => this.take(settings),
    );
    session.waitForSettings(asked);
    await asked;
    diagnostics.refresh();
  }

  private take(settings: unknown): void {
    if (settings === undefined || settings === null) return;
    this.session.settings = readSettings(
      settings,
      (line) => this.connection.console.warn(line),
    );
  }
}
