import type { Syntax } from "../../core/language.js";
import { wholeLines } from "../../core/regions/place.js";
import type { Region } from "../../core/regions/region.js";
import type { Style } from "../../core/style/style.js";
import { pattern } from "../../core/text/patterns.js";
import { languageIn } from "../html/code.js";
import { T } from "./kinds.js";

/** Languages of blocks of one's own, by what is said of them. */
const OTHERS: Readonly<Record<string, string>> = {
  json: "json",
  json5: "jsonc",
  jsonc: "jsonc",
  md: "markdown",
  markdown: "markdown",
  yaml: "yaml",
  yml: "yaml",
};

/** The language of what a block holds, by its opening tag; undefined where nobody says, or knows. */
export function languageOf(tag: string): string | undefined {
  const name = /^<([\w-]+)/.exec(tag)![1]!.toLowerCase();
  const said = (attribute: string): string | undefined => {
    const value = pattern(
      `\\s${attribute}\\s*=\\s*(?:"([^"]*)"|'([^']*)'|([^\\s>"']+))`,
      "i",
    ).exec(tag);
    return value?.[1] ?? value?.[2] ?? value?.[3];
  };
  const lang = said("lang");
  switch (name) {
    case "template":
      return lang === undefined || lang === "html" ? "component-template" : undefined;
    case "script":
    case "style":
      return languageIn(name, said("type"), lang);
    default: return OTHERS[lang?.toLowerCase() ?? ""];
  }
}

/** The step that a text shows by standing deeper than its tags. */
const stepOf = (white: string): Partial<Style> => (
  white.includes("\t")
    ? { indentStyle: "tab" }
    : { indentStyle: "space", indentSize: white.length }
);

/** What the blocks of a component hold. */
export function* componentRegions({ tokens }: Syntax): Iterable<Region> {
  const { text } = tokens;
  for (let t = 1; t < tokens.count; t++) {
    if (tokens.kind(t) !== T.Raw) continue;
    const tag = tokens.textOf(t - 1);
    const languageId = languageOf(tag);
    if (languageId === undefined) continue;
    const place = wholeLines(text, tokens.start(t), tokens.end(t));
    yield {
      ...place,
      languageId,
      ...(place.prefix !== "" && { fallback: stepOf(place.prefix) }),
      closer: pattern(`</?${/^<([\w-]+)/.exec(tag)![1]!}`, "i"),
    };
  }
}
