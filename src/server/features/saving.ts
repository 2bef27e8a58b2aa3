import { saveEdits, saveSteps } from "../save.js";
import type { Session } from "../session.js";

/** What happens before a document is saved, and after. */
export function registerSaving(session: Session): void {
  const { connection } = session;
  connection.onWillSaveTextDocumentWaitUntil(
    ({ textDocument: { uri } }, token) => session.answer(
      uri,
      token,
      [],
      (open) => saveEdits(session, open, token, { steps: saveSteps(session, open) }),
    ),
  );
  connection.onDidSaveTextDocument(({ textDocument: { uri } }) => session.saved(uri));
}
