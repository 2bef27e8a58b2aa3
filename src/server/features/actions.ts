import {
  CodeActionKind,
  type CancellationToken,
  type CodeAction,
  type CodeActionParams,
  type TextEdit,
} from "vscode-languageserver/node.js";
import { differencesOf, sentenceOf } from "../differences.js";
import type { OpenDocument } from "../documents.js";
import { saveEdits } from "../save.js";
import { plainEdits, workspaceEdit, type Session } from "../session.js";

export const ACTION_KINDS = [
  CodeActionKind.QuickFix,
  CodeActionKind.SourceOrganizeImports,
  CodeActionKind.SourceFixAll,
];

/** Actions on the whole document, and one for each difference from the style. */
export function registerActions(session: Session): void {
  session.connection.onCodeAction((params, token) =>
    session.answer<CodeAction[]>(
      params.textDocument.uri,
      token,
      [],
      (open) => actionsFor(session, open, params, token),
    ),
  );
}

async function actionsFor(
  session: Session,
  open: OpenDocument,
  { range, context: { only } }: CodeActionParams,
  token: CancellationToken,
): Promise<CodeAction[]> {
  // What is done to the whole text is worked out for those who ask for such actions only.
  const wants = (kind: string): boolean => (
    only?.some((asked) => kind === asked || kind.startsWith(`${asked}.`)) === true
  );
  const actions: CodeAction[] = [];
  const add = (title: string, kind: string, edits: TextEdit[]): void => {
    if (edits.length > 0)
      actions.push({ title, kind, edit: workspaceEdit(session, open.document, edits) });
  };
  if (wants(CodeActionKind.SourceOrganizeImports) && open.document.language.organizeImports)
    add(
      "Put imports in order",
      CodeActionKind.SourceOrganizeImports,
      await saveEdits(session, open, token, { steps: ["organizeImports"] }),
    );
  if (wants(CodeActionKind.SourceFixAll))
    add(
      "Format by the style",
      CodeActionKind.SourceFixAll,
      await saveEdits(session, open, token),
    );
  const told = session.settings.differences !== "off";
  if (wants(CodeActionKind.QuickFix) || (only === undefined && told)) {
    const from = open.document.offsetAt(range.start);
    const to = open.document.offsetAt(range.end);
    for (const difference of differencesOf(session, open).differences) {
      const { change, edit } = difference;
      if (change.from > to || change.to < from) continue;
      add(sentenceOf(open, difference), CodeActionKind.QuickFix, plainEdits([edit]));
    }
  }
  return actions;
}
