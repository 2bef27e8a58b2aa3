import { distance } from "fastest-levenshtein";
import * as z from "zod/mini";

/** The section of a client's settings that is ours. */
export const SECTION = "oakTide";

const VALUES = {
  save: z.string(),
  differences: z.enum(["off", "hint", "information", "warning", "error"]),
  unsettled: z.boolean(),
  indentation: z.enum(["text", "editor"]),
};

/** What a person sets in the editor. What a style file may say is not among it. */
export interface Settings {
  /** The set of steps that a save takes, as a style file names it, or a step; `off` for none. */
  readonly save: string;
  /** The severity with which differences from the style are told. */
  readonly differences: "off" | "hint" | "information" | "warning" | "error";
  /** Whether ranges are told that are left as written, since they do not parse. */
  readonly unsettled: boolean;
  /** Whose indentation comes first: what the text shows, or the editor's options. Style files rule over both. */
  readonly indentation: "text" | "editor";
}

export const DEFAULT_SETTINGS: Settings = {
  save: "format",
  differences: "off",
  unsettled: false,
  indentation: "text",
};

/** Settings as a client gives them; what makes no sense is told in a line each, and counts as not given. */
export function readSettings(given: unknown, report: (line: string) => void): Settings {
  const settings: Record<string, unknown> = { ...DEFAULT_SETTINGS };
  if (given === null || typeof given !== "object") return DEFAULT_SETTINGS;
  for (const [name, value] of Object.entries(given)) {
    if (value === null || value === undefined) continue;
    if (!Object.hasOwn(VALUES, name)) {
      report(`There is no setting "${SECTION}.${name}"; the nearest is "${nearest(name)}".`);
      continue;
    }
    const result = VALUES[name as keyof Settings].safeParse(value);
    if (result.success) settings[name] = value;
    else
      report(
        `"${SECTION}.${name}" is ${JSON.stringify(value)}; it must be ${expected(result.error.issues[0]!)}.`,
      );
  }
  return settings as unknown as Settings;
}

const nearest = (name: string): string =>
  Object.keys(VALUES).sort((a, b) => distance(a, name) - distance(b, name))[0]!;

function expected(issue: z.core.$ZodIssue): string {
  if (issue.code === "invalid_value") return `one of ${issue.values.join(", ")}`;
  return issue.code === "invalid_type" && issue.expected === "boolean" ? "true or false" : "a text";
}
