import type { Diagnostic, DiagnosticSeverity } from "vscode-languageserver/node.js";
import { describeChange, describeRule, type Change, type TextEdit } from "../index.js";
import type { OpenDocument } from "./documents.js";
import { LONG } from "./long.js";
import type { Session } from "./session.js";
import type { Settings } from "./settings.js";

/** More differences of one document than a person looks at. */
const MOST = 500;

/** Numbers of the protocol. */
const SEVERITY: Readonly<Record<Exclude<Settings["differences"], "off">, DiagnosticSeverity>> = {
  error: 1,
  warning: 2,
  information: 3,
  hint: 4,
};

const SOURCE = "Oak Tide";

/** A difference of a document from its style. */
export interface Difference {
  readonly change: Change;
  readonly edit: TextEdit;
}

/** Where a difference's rule is written about. */
export const linkOf = (link: string): string => new URL(`../../${link}`, import.meta.url).href;

/** The differences of a document from its style, in their order; none of long texts, which are asked for. */
export function differencesOf(session: Session, open: OpenDocument): {
  readonly differences: Difference[];
  readonly unsettled: readonly TextEdit["range"][];
} {
  const { document } = open;
  if (document.text.length >= LONG) return { differences: [], unsettled: [] };
  const { changes, edits, unsettled } = document.formatDocument(session.callStyle(open));
  const differences = changes.slice(0, MOST).map((change, i) => ({ change, edit: edits[i]! }));
  return { differences, unsettled };
}

/** What a difference asks for, as a sentence. */
export function sentenceOf({ document: { text } }: OpenDocument, { change }: Difference): string {
  const said = describeChange(text, change);
  return `${said.charAt(0).toUpperCase()}${said.slice(1)}.`;
}

/** What is to tell of a document: differences from its style, and what is left as written, where asked for. */
export async function diagnosticsOf(
  session: Session,
  open: OpenDocument,
): Promise<Diagnostic[]> {
  const { differences: severity, unsettled: tellsUnsettled } = session.settings;
  if (severity === "off" && !tellsUnsettled) return [];
  if (await session.styles.formatter(session.styleUri(open.document.uri)) !== undefined) return [];
  const { differences, unsettled } = differencesOf(session, open);
  const { engine } = session.documents;
  const told: Diagnostic[] = severity === "off" ? [] : differences.map((difference) => {
    const { edit } = difference;
    const { link } = describeRule(engine, edit.rule) ?? {};
    return {
      range: edit.range,
      severity: SEVERITY[severity],
      source: SOURCE,
      code: edit.rule,
      ...(link !== undefined && { codeDescription: { href: linkOf(link) } }),
      message: sentenceOf(open, difference),
    };
  });
  const left: Diagnostic[] = !tellsUnsettled ? [] : unsettled.map((range) => ({
    range,
    severity: SEVERITY.hint,
    source: SOURCE,
    code: "unsettled",
    message: `This does not read as ${open.document.language.name}; it stays as it is written.`,
  }));
  return [...told, ...left];
}

/** The difference at an offset of a document; undefined for none. */
export const differenceAt = (
  differences: readonly Difference[],
  offset: number,
): Difference | undefined =>
  differences.find(({ change: { from, to } }) => from <= offset && offset <= to);
