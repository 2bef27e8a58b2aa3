import { fileURLToPath } from "node:url";
import type { CancellationToken, TextEdit } from "vscode-languageserver/node.js";
import type { Answer } from "../core/answer.js";
import type { SaveStep } from "../core/save.js";
import type { Range } from "../core/text/lines.js";
import type { Style } from "../core/style/style.js";
import type { ChosenFormatter } from "../node/formatters/chosen.js";
import { stepsOf } from "../node/steps.js";
import type { OpenDocument } from "./documents.js";
import { joined } from "./edits.js";
import { LONG, formatLong } from "./long.js";
import { allowed } from "./options.js";
import { plainEdits, type Session } from "./session.js";

export interface SaveWork {
  readonly steps: readonly SaveStep[];
  /** The lines that may change; all of them where they are left out. */
  readonly ranges?: readonly Range[] | undefined;
}

type Changed = Pick<Answer, "changes" | "unsettled">;

const FORMAT: SaveWork = { steps: ["format"] };

/** The steps that a save of a document takes by the person's settings; none where those turn it off. */
export function saveSteps(
  session: Session,
  { document: { uri } }: OpenDocument,
): readonly SaveStep[] {
  const { save } = session.settings;
  return save === "off" ? [] : stepsOf(save, session.styles.of(session.styleUri(uri)));
}

/**
 * What steps of a save come to: by the engine, by the command that style files name, and in a thread of its
 * own where the text is long.
 *
 * @returns no more edits than clients bear; none where the request was taken back.
 * @throws SourceError where the command cannot be used, or fails.
 */
export async function saveEdits(
  session: Session,
  open: OpenDocument,
  token: CancellationToken,
  work: SaveWork = FORMAT,
): Promise<TextEdit[]> {
  const { document } = open;
  const chosen = await session.styles.formatter(session.styleUri(document.uri));
  if (chosen?.command !== undefined && work.steps.includes("format"))
    return commandEdits(session, open, chosen, token, work);
  const steps = chosen === undefined
    ? work.steps
    : work.steps.filter((step) => step !== "format");
  if (steps.length === 0) return [];
  const { text } = document;
  const answer = await engineAnswer(session, open, token, { ...work, steps });
  if (answer === undefined) return [];
  const { changes: all, unsettled } = answer;
  const changes = joined(text, allowed(text, all, session.optionsFor(document.uri)));
  // What was answered is remembered as it goes out.
  return plainEdits(document.adopt({ changes, unsettled }, work.ranges).edits);
}

/** What the engine makes of a document; undefined where the request was taken back. */
async function engineAnswer(
  session: Session,
  open: OpenDocument,
  token: CancellationToken,
  { steps, ranges }: SaveWork,
): Promise<Changed | undefined> {
  const { document, notebook } = open;
  const { styles, encoding } = session;
  const { uri, languageId, text } = document;
  const said = styles.of(session.styleUri(uri));
  const ownPackages = steps.includes("organizeImports") && uri.startsWith("file:")
    ? [...said?.ownPackages ?? [], ...session.packages.of(fileURLToPath(uri))]
    : [];
  const style: Partial<Style> = {
    ...session.callStyle(open),
    // A cell has no last line of its own.
    ...(notebook !== undefined && { insertFinalNewline: false }),
  };
  if (text.length < LONG)
    return document.formatOnSave({ steps, lines: ranges ?? "all", ownPackages, style });
  const ids = document.language.regions === undefined
    ? [languageId]
    : session.documents.engine.languageIds;
  return formatLong({
    uri,
    languageId,
    text,
    styles: Object.fromEntries(ids.map((id) => [id, said?.styleFor(id) ?? {}])),
    fallback: session.fallback(uri),
    style,
    steps,
    ownPackages,
    ranges,
    encoding,
  }, token);
}

/** The same by a command in place of the engine, which takes the other steps. Other messages are answered meanwhile. */
async function commandEdits(
  session: Session,
  open: OpenDocument,
  { command, folder, name }: ChosenFormatter,
  token: CancellationToken,
  { steps, ranges }: SaveWork,
): Promise<TextEdit[]> {
  const { document: { uri, text } } = open;
  const others = steps.filter((step) => step !== "format");
  const first = others.length === 0
    ? undefined
    : await engineAnswer(session, open, token, { steps: others, ranges });
  const [{ runFormatter }, { answerFor }, { applyChanges }] = await Promise.all([
    import("../node/formatters/command.js"),
    import("../node/formatters/edits.js"),
    import("../core/text/edits.js"),
  ]);
  const ended = new AbortController();
  const listening = token.onCancellationRequested(() => ended.abort());
  try {
    const path = fileURLToPath(uri);
    const before = applyChanges(text, first?.changes ?? []);
    const wanted = await runFormatter(command!, {
      name,
      path,
      text: before,
      folder,
      signal: ended.signal,
    });
    const { encoding } = session;
    return plainEdits(answerFor(text, wanted, name, { lines: ranges, encoding }).edits);
  } finally {
    listening.dispose();
  }
}
