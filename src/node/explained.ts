import type { Document } from "../core/document.js";
import { leftAlone } from "../core/left-alone.js";
import type { Style } from "../core/style/style.js";
import type { FileStyle, StyleFiles } from "./style/files.js";

/** What acts on a file, and why. */
export interface Explained {
  /** The language, and what tells it. */
  readonly language: { readonly id: string; readonly reason: string } | undefined;
  readonly excludedBy: string | undefined;
  readonly formatter: ExplainedFormatter;
  readonly style: readonly ExplainedOption[];
  /** Lines that comments hold off, both counted from 1. */
  readonly leftAlone: readonly LinesLeftAlone[];
}

export interface LinesLeftAlone {
  readonly first: number;
  readonly last: number;
}

export interface ExplainedFormatter {
  readonly name: string;
  readonly place: string;
  /** Why others that are said before it do not format the file. */
  readonly passedOver: readonly string[];
}

/** An option of the style with where its value comes from. */
export interface ExplainedOption {
  readonly name: string;
  readonly value: unknown;
  readonly place: string;
}

/** What is said beside style files, and how to call who says it. */
export interface Others {
  /** Rules over style files. */
  readonly call: Partial<Style>;
  readonly callPlace: string;
  /** Counts where neither style files nor the text say anything. */
  readonly fallback?: Partial<Style>;
  readonly fallbackPlace?: string;
}

/** The style that acts on a document, each option with where it comes from. */
export function explained(
  document: Document,
  said: FileStyle | undefined,
  { call, callPlace, fallback = {}, fallbackPlace = "" }: Others,
): ExplainedOption[] {
  const { language, languageId, shownStyle: shown } = document;
  const style = document.style(call);
  const places = new Map(said?.origins(languageId).map(({ name, place }) => [name, place]));
  const placeOf = (name: keyof Style): string => {
    if (language.demanded?.[name] !== undefined) return "what the language itself demands";
    if (call[name] !== undefined) return callPlace;
    const place = places.get(name);
    if (place !== undefined) return place;
    if (shown[name] !== undefined) return "what the text itself shows";
    if (fallback[name] !== undefined) return fallbackPlace;
    if (language.defaults[name] !== undefined) return `the default of ${language.name}`;
    return name === "expressionSplit" ? "as listSplit" : "the default";
  };
  return (Object.keys(style) as (keyof Style)[]).map(
    (name) => ({ name, value: style[name], place: placeOf(name) }),
  );
}

/** The lines of a document that comments hold off. */
export const linesLeftAlone = (document: Document): LinesLeftAlone[] =>
  leftAlone(document).map(({ start, end }) => ({ first: start.line + 1, last: end.line + 1 }));

/**
 * What formats a file.
 *
 * @param unknown whether no language is known for it.
 * @throws SourceError where nothing that is said can be used.
 */
export async function formatterFor(
  said: FileStyle | undefined,
  styles: StyleFiles,
  unknown: boolean,
): Promise<ExplainedFormatter> {
  if (said?.formatters === undefined)
    return unknown
      ? { name: "none", place: "no language is known for the file", passedOver: [] }
      : { name: "built-in", place: "nothing else is said", passedOver: [] };
  const { chosenFormatter } = await import("./formatters/chosen.js");
  const { name, place, passedOver } = await chosenFormatter(
    said.formatters,
    await styles.allowedCommands(),
  );
  return { name, place, passedOver };
}
