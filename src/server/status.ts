import type { Range } from "../index.js";
import { SourceError } from "../node/error.js";
import { explained, formatterFor, linesLeftAlone, type Explained } from "../node/explained.js";
import type { Session } from "./session.js";

/** What acts on an open document, and why. */
export interface Status extends Explained {
  readonly uri: string;
  readonly version: number | undefined;
  /** Ranges that are left as written, since they do not parse. */
  readonly unsettled: readonly Range[];
  /** Why nothing can be done to the document; undefined where it can. */
  readonly problem: string | undefined;
}

/** The status of a document; null where it is not open. */
export async function statusOf(session: Session, uri: string): Promise<Status | null> {
  const open = session.documents.get(uri);
  if (open === undefined) return null;
  const { document, language } = open;
  const { styles } = session;
  const at = session.styleUri(uri);
  await styles.refresh(at);
  const { version } = document;
  const bare = {
    uri,
    version,
    language: { id: language.languageId, reason: language.reason },
    excludedBy: undefined,
    formatter: { name: "none", place: "nothing can be done to the document", passedOver: [] },
    style: [],
    leftAlone: [],
    unsettled: [],
  };
  const lost = session.documents.whyLost(uri);
  if (lost !== undefined) return { ...bare, problem: `a change could not be taken: ${lost}` };
  try {
    const said = styles.of(at);
    return {
      ...bare,
      excludedBy: said?.excludedBy,
      formatter: await formatterFor(said, styles.files, false),
      style: explained(document, said, {
        call: session.callStyle(open),
        callPlace: "the editor's options",
        fallback: session.fallback(uri),
        fallbackPlace: "the editor's options, as the text shows nothing of its own",
      }),
      leftAlone: linesLeftAlone(document),
      unsettled: document.formatDocument(session.callStyle(open)).unsettled,
      problem: undefined,
    };
  } catch (error) {
    if (!(error instanceof SourceError)) throw error;
    return { ...bare, problem: error.message };
  }
}
