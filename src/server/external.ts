import { fileURLToPath } from "node:url";
import type { CancellationToken } from "vscode-languageserver/node.js";
import type { Document } from "../core/document.js";
import type { Answer } from "../core/answer.js";
import type { PositionEncoding, Range } from "../core/text/lines.js";
import type { ChosenFormatter } from "../node/formatters/chosen.js";
import { runFormatter } from "../node/formatters/command.js";
import { answerFor } from "../node/formatters/edits.js";

/**
 * What a command in place of the engine makes of a document. Other messages are answered meanwhile.
 *
 * @param lines the lines that may change; all of them where they are left out.
 * @throws SourceError where the command fails.
 */
export async function answerOfCommand(
  document: Document,
  { command, folder, name }: ChosenFormatter,
  token: CancellationToken,
  encoding: PositionEncoding,
  lines?: readonly Range[],
): Promise<Pick<Answer, "edits">> {
  if (command === undefined) return { edits: [] };
  const { text } = document;
  const ended = new AbortController();
  const listening = token.onCancellationRequested(() => ended.abort());
  try {
    const path = fileURLToPath(document.uri);
    const wanted = await runFormatter(command, { name, path, text, folder, signal: ended.signal });
    return answerFor(text, wanted, name, { lines, encoding });
  } finally {
    listening.dispose();
  }
}
