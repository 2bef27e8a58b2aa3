import type { CancellationToken, FormattingOptions, Range } from "vscode-languageserver/node.js";
import { saveEdits } from "../save.js";
import type { Session } from "../session.js";

/** Parameters of `textDocument/rangesFormatting` (3.18). */
interface RangesParams {
  readonly textDocument: { readonly uri: string };
  readonly ranges: Range[];
  readonly options: FormattingOptions;
}

/** Formatting of documents, of a range and of several. */
export function registerFormatting(session: Session): void {
  const { connection } = session;
  const answer = (
    { textDocument: { uri }, options }: Omit<RangesParams, "ranges">,
    token: CancellationToken,
    ranges?: readonly Range[],
  ) => {
    session.note(uri, options);
    return session.answer(
      uri,
      token,
      [],
      (open) => saveEdits(session, open, token, { steps: ["format"], ranges }),
    );
  };
  connection.onDocumentFormatting(async (params, token, progress) => {
    progress.begin("Formatting");
    try {
      return await answer(params, token);
    } finally {
      progress.done();
    }
  });
  connection.onDocumentRangeFormatting((params, token) => answer(params, token, [params.range]));
  connection.onRequest(
    "textDocument/rangesFormatting",
    (params: RangesParams, token: CancellationToken) => answer(params, token, params.ranges),
  );
}
