import { describeRule } from "../../index.js";
import { differenceAt, differencesOf, linkOf, sentenceOf } from "../differences.js";
import type { Session } from "../session.js";

/** What is to say of a difference from the style, where those are told. */
export function registerHover(session: Session): void {
  session.connection.onHover(({ textDocument: { uri }, position }, token) =>
    session.answer(uri, token, null, (open) => {
      if (session.settings.differences === "off") return null;
      const { differences } = differencesOf(session, open);
      const difference = differenceAt(differences, open.document.offsetAt(position));
      if (difference === undefined) return null;
      const { edit } = difference;
      const { description = "", link } = describeRule(session.documents.engine, edit.rule) ?? {};
      const named = link === undefined ? edit.rule : `[${edit.rule}](${linkOf(link)})`;
      return {
        range: edit.range,
        contents: {
          kind: "markdown",
          value: `${sentenceOf(open, difference)}\n\n${description} ${named}`,
        },
      };
    }),
  );
}
