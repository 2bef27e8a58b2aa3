import {
  TextDocumentSyncKind,
  type ClientCapabilities,
  type DocumentOnTypeFormattingOptions,
  type Registration,
  type ServerCapabilities,
} from "vscode-languageserver/node.js";
import type { Engine } from "../core/engine.js";
import type { PositionEncoding } from "../core/text/lines.js";
import { ACTION_KINDS } from "./features/actions.js";
import { COMMANDS } from "./features/commands.js";

/** Position encodings in the order in which they cost least here. */
const ENCODINGS: readonly PositionEncoding[] = ["utf-16", "utf-8", "utf-32"];

/** Files whose changes may change the style of others. */
const STYLE_FILES = [
  "**/oak-tide.{json,yaml,toml}",
  "**/{package.json,pyproject.toml}",
  "**/{.editorconfig,.gitignore}",
];

/** The encoding of positions that costs least of those which a client offers. */
export const encodingFor = ({ general }: ClientCapabilities): PositionEncoding =>
  ENCODINGS.find((name) => general?.positionEncodings?.includes(name)) ?? "utf-16";

/** What the server tells a client that it can do. */
export function capabilitiesFor(
  engine: Engine,
  client: ClientCapabilities,
  positionEncoding: PositionEncoding,
): ServerCapabilities {
  return {
    positionEncoding,
    textDocumentSync: {
      openClose: true,
      change: TextDocumentSyncKind.Incremental,
      save: true,
      willSaveWaitUntil: true,
    },
    documentFormattingProvider: { workDoneProgress: true },
    documentRangeFormattingProvider: { rangesSupport: true },
    ...(!registersTyping(client) && {
      documentOnTypeFormattingProvider: triggersOf(engine, engine.languageIds),
    }),
    linkedEditingRangeProvider: true,
    hoverProvider: true,
    codeActionProvider: { codeActionKinds: ACTION_KINDS },
    executeCommandProvider: { commands: Object.keys(COMMANDS) },
    ...(client.textDocument?.diagnostic !== undefined && {
      diagnosticProvider: {
        identifier: "oak-tide",
        interFileDependencies: false,
        workspaceDiagnostics: false,
      },
    }),
    notebookDocumentSync: {
      notebookSelector: [{
        notebook: "*",
        cells: engine.languageIds.map((language) => ({ language })),
      }],
    },
    workspace: { workspaceFolders: { supported: true, changeNotifications: true } },
  };
}

const registersTyping = ({ textDocument }: ClientCapabilities): boolean =>
  textDocument?.onTypeFormatting?.dynamicRegistration === true;

function triggersOf(
  engine: Engine,
  languageIds: readonly string[],
): DocumentOnTypeFormattingOptions {
  const all = new Set(languageIds.flatMap((id) => engine.triggerCharacters(id)));
  const [first, ...more] = all;
  return { firstTriggerCharacter: first!, moreTriggerCharacter: more };
}

/** What is registered once a client is ready, where it takes that: typing by language, and what it watches. */
export function registrationsFor(engine: Engine, client: ClientCapabilities): Registration[] {
  const registrations: Registration[] = [];
  const add = (method: string, registerOptions: object): void => {
    registrations.push({ id: `oak-tide-${registrations.length}`, method, registerOptions });
  };
  if (registersTyping(client)) {
    const byTriggers = new Map<string, string[]>();
    for (const id of engine.languageIds) {
      const key = engine.triggerCharacters(id).join("");
      byTriggers.set(key, [...byTriggers.get(key) ?? [], id]);
    }
    for (const ids of byTriggers.values())
      add("textDocument/onTypeFormatting", {
        documentSelector: ids.map((language) => ({ language })),
        ...triggersOf(engine, ids),
      });
  }
  if (client.workspace?.didChangeWatchedFiles?.dynamicRegistration === true)
    add("workspace/didChangeWatchedFiles", {
      watchers: STYLE_FILES.map((globPattern) => ({ globPattern })),
    });
  if (client.workspace?.didChangeConfiguration?.dynamicRegistration === true)
    add("workspace/didChangeConfiguration", { section: "oakTide" });
  return registrations;
}
