import { Document } from "./document.js";
import type { OpenOptions } from "./opened.js";
import type { Language } from "./language.js";
import { ruleIds } from "./rules.js";
import { checkStyle, type Style } from "./style/style.js";
import type { PositionEncoding } from "./text/lines.js";

export interface EngineOptions {
  /** Rules over what a text shows of its own style. */
  readonly style?: Partial<Style>;
  readonly languages: readonly Language[];
  /** Counts the characters of positions that come in and go out; `utf-16` unless stated. */
  readonly positionEncoding?: PositionEncoding;
}

/** Opens documents in the languages that it was given. */
export interface Engine {
  /** Every language identifier that it knows. */
  readonly languageIds: readonly string[];
  /** The language with this identifier, or undefined. */
  language(languageId: string): Language | undefined;
  /**
   * The language for a file by its name or ending, or undefined. Templates whose ending says nothing of what they
   * make, such as `.hbs`, are told by their text, which `textOf` is then called for.
   */
  languageFor(fileName: string, textOf?: () => string): Language | undefined;
  /**
   * The characters after which `formatOnType` may have something to say; a line end always has. Where a
   * language holds others, theirs are among them.
   *
   * @throws RangeError where no language has this identifier.
   */
  triggerCharacters(languageId: string): readonly string[];
  /**
   * The ids of all rules of a language, as `family/rule`. An answer for a text that holds others may name theirs too.
   *
   * @throws RangeError where no language has this identifier.
   */
  rules(languageId: string): readonly string[];
  /** @throws RangeError where no language has this identifier, or a style option is not valid. */
  open(options: OpenOptions): Document;
}

/**
 * @example
 * const engine = createEngine({ languages: [python] });
 * const document = engine.open({ uri: "file:///fares.py", languageId: "python", text: "fare=2" });
 * applyEdits(document.text, document.formatDocument().edits); // "fare = 2\n"
 */
export function createEngine(options: EngineOptions): Engine {
  const byId = new Map(
    options.languages.flatMap((language) => language.ids.map((id) => [id, language] as const)),
  );
  const style = { ...options.style };
  checkStyle(style);
  const known = (languageId: string): Language => {
    const language = byId.get(languageId);
    if (language !== undefined) return language;
    throw new RangeError(
      `No language has the identifier "${languageId}". Known: ${[...byId.keys()].join(", ")}.`,
    );
  };
  const byEnding = (name: string): Language | undefined =>
    options.languages.find(({ extensions }) => endingOf(extensions, name) !== undefined)
    ?? options.languages.map((one) => variantFor(one, name)).find(Boolean);
  /** Whether a language is that of a template: by the ending before its own, or by its text. */
  const isMade = (language: Language, name: string, textOf?: () => string): boolean => {
    const { templates } = language;
    const ending = endingOf(templates?.extensions ?? [], name);
    if (ending === undefined) return false;
    const made = byEnding(name.slice(0, -ending.length));
    if (made !== undefined) return made === language;
    return textOf !== undefined && templates!.holds(textOf());
  };
  return {
    languageIds: [...byId.keys()],
    triggerCharacters(languageId) {
      const language = known(languageId);
      const held = language.regions === undefined ? [] : options.languages;
      return [
        ...new Set(["\n", ...[language, ...held].flatMap(({ typing }) => typing.triggers)]),
      ];
    },
    rules: (languageId) => ruleIds(known(languageId)),
    language: (languageId) => byId.get(languageId),
    languageFor(fileName, textOf) {
      const name = fileName.slice(
        Math.max(fileName.lastIndexOf("/"), fileName.lastIndexOf("\\")) + 1,
      );
      return (
        options.languages.find((language) => language.fileNames.includes(name))
        ?? options.languages.find((one) => isMade(one, name, textOf))
        ?? byEnding(name)
      );
    },
    open(opened) {
      const base = known(opened.languageId);
      const cell = opened.isCell === true ? base.cell : undefined;
      const language = cell ?? variantFor(base, opened.uri) ?? base;
      return new Document(
        language,
        opened,
        style,
        options.positionEncoding ?? "utf-16",
        (languageId) => byId.get(languageId),
      );
    },
  };
}

const endingOf = (endings: readonly string[], name: string): string | undefined =>
  endings.find((ending) => name.toLowerCase().endsWith(ending));

const variantFor = (language: Language, name: string): Language | undefined =>
  language.variants?.find(({ extensions }) => endingOf(extensions, name) !== undefined);
