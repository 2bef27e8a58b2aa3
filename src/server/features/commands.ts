import {
  ErrorCodes,
  ResponseError,
  type CancellationToken,
  type FormattingOptions,
  type Range,
  type TextEdit,
} from "vscode-languageserver/node.js";
import { saveEdits } from "../save.js";
import { plainEdits, workspaceEdit, type Session } from "../session.js";
import { misshaped } from "../transport/shapes.js";
import { statusOf } from "../status.js";

/** Parameters of `oakTide/paste` and `oakTide/move`. */
interface PlacedParams {
  readonly textDocument: { readonly uri: string };
  /** What the pasted text, or the moved lines, now occupy. */
  readonly range: Range;
  readonly options?: FormattingOptions | null;
}

/** The requests of our own that may be asked for as commands too, by the command's name. */
export const COMMANDS = {
  "oakTide.paste": "oakTide/paste",
  "oakTide.move": "oakTide/move",
  "oakTide.format": "textDocument/formatting",
  "oakTide.status": "oakTide/status",
} as const;

type Name = keyof typeof COMMANDS;

/**
 * Pasted text and moved lines, which the protocol has no requests for, and what acts on a document: as
 * requests of our own, and as commands for clients that know no others.
 */
export function registerCommands(session: Session): void {
  const { connection } = session;
  const placed = (
    request: "formatOnPaste" | "formatOnMove",
    { textDocument: { uri }, range, options }: PlacedParams,
    token: CancellationToken,
  ): Promise<TextEdit[]> => {
    session.note(uri, options);
    return session.answer<TextEdit[]>(
      uri,
      token,
      [],
      (open) => plainEdits(open.document[request](range, session.callStyle(open)).edits),
    );
  };
  const status = ({ textDocument: { uri } }: PlacedParams) => statusOf(session, uri);
  connection.onRequest(
    "oakTide/paste",
    (params: PlacedParams, token: CancellationToken) => placed("formatOnPaste", params, token),
  );
  connection.onRequest(
    "oakTide/move",
    (params: PlacedParams, token: CancellationToken) => placed("formatOnMove", params, token),
  );
  connection.onRequest("oakTide/status", status);

  const edits: Record<
    Exclude<Name, "oakTide.status">,
    (params: PlacedParams, token: CancellationToken) => Promise<TextEdit[]>
  > = {
    "oakTide.paste": (params, token) => placed("formatOnPaste", params, token),
    "oakTide.move": (params, token) => placed("formatOnMove", params, token),
    "oakTide.format": ({ textDocument: { uri }, options }, token) => {
      session.note(uri, options);
      return session.answer<TextEdit[]>(uri, token, [], (open) => saveEdits(session, open, token));
    },
  };
  connection.onExecuteCommand(async ({ command, arguments: given }, token) => {
    if (!Object.hasOwn(COMMANDS, command))
      return new ResponseError(
        ErrorCodes.InvalidParams,
        `There is no command "${command}"; there are ${Object.keys(COMMANDS).join(", ")}.`,
      );
    const name = command as Name;
    const wrong = misshaped(COMMANDS[name], given?.[0]);
    if (wrong !== undefined)
      return new ResponseError(
        ErrorCodes.InvalidParams,
        `${wrong.replace(/^params/, "params.arguments[0]")}.`,
      );
    const params = given![0] as PlacedParams;
    if (name === "oakTide.status") return status(params);
    const { uri } = params.textDocument;
    const document = session.documents.get(uri)?.document;
    const answer = await edits[name](params, token);
    if (document === undefined) return false;
    const edit = workspaceEdit(session, document, answer);
    return (
      answer.length === 0
      || (await connection.workspace.applyEdit({ label: "Oak Tide", edit })).applied
    );
  });
}
