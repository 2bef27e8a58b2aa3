import { plainEdits, type Session } from "../session.js";

/** Formatting while text is typed. */
export function registerTyping(session: Session): void {
  session.connection.onDocumentOnTypeFormatting(
    ({ textDocument: { uri }, position, ch, options }, token) => {
      session.note(uri, options);
      return session.answer(
        uri,
        token,
        [],
        (open) => plainEdits(
          open.document.formatOnType(position, ch, session.callStyle(open)).clientEdits,
        ),
      );
    },
  );
}
