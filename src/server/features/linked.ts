import type { Session } from "../session.js";

/** Ranges that are renamed together. */
export function registerLinked(session: Session): void {
  session.connection.languages.onLinkedEditingRange(({ textDocument: { uri }, position }, token) =>
    session.answer(uri, token, null, ({ document }) => {
      const ranges = document.linkedRanges(position);
      return ranges.length === 0 ? null : { ranges };
    }),
  );
}
