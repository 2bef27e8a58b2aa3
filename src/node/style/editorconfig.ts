import { dirname } from "node:path";
import { parseSync, type ProcessedFileConfig, type Props } from "editorconfig";
import type { Style } from "../../core/index.js";

/** The options that the open standard has, with its names. */
export const PROPERTIES: Partial<Record<keyof Style, string>> = {
  indentStyle: "indent_style",
  indentSize: "indent_size",
  tabWidth: "tab_width",
  endOfLine: "end_of_line",
  trimTrailingWhitespace: "trim_trailing_whitespace",
  insertFinalNewline: "insert_final_newline",
  maxLineLength: "max_line_length",
};

/** What `off` means for the length of lines. */
const NO_LIMIT = 100_000;

/** One option as EditorConfig files give it. */
export interface EditorConfigOption {
  readonly name: keyof Style;
  readonly value: Style[keyof Style];
  /** The file that rules, and the folder in which it lies. */
  readonly file: string;
  readonly folder: string;
  /** The property that states it there, or from which it follows. */
  readonly property: string;
}

/** Reads EditorConfig files (specification 0.17) upward from files, each of them once. */
export class EditorConfigs {
  private readonly cache = new Map<string, ProcessedFileConfig>();

  /** The options for a file by its absolute path; values that the standard does not know are passed over. */
  optionsFor(path: string): EditorConfigOption[] {
    const props = parseSync(path, { cache: this.cache, unset: true });
    const files = this.filesFor(path);
    const options: EditorConfigOption[] = [];
    for (const [name, property] of Object.entries(PROPERTIES) as [keyof Style, string][]) {
      const value = valueOf(name, props[property]);
      if (value === undefined) continue;
      // Where nobody states it, it follows from another one.
      for (const source of [property, ...sourcesOf(property)]) {
        const file = files.find(({ stated }) => source in stated);
        if (file === undefined) continue;
        const folder = dirname(file.path);
        options.push({ name, value, file: file.path, folder, property: source });
        break;
      }
    }
    return options;
  }

  /** The files that speak of a file, the nearest first, with what each states. */
  private filesFor(path: string): { readonly path: string; readonly stated: Props }[] {
    const found = [];
    for (let folder = dirname(path);; folder = dirname(folder)) {
      const config = this.cache.get(folder === "/" ? "/.editorconfig" : `${folder}/.editorconfig`);
      if (config !== undefined && config.notfound !== true) {
        const stated: Props = {};
        for (const [, props, glob] of config.config)
          if (glob?.match(path) === true) Object.assign(stated, props);
        found.push({ path: config.name, stated });
        if (config.root) break;
      }
      if (folder === dirname(folder)) break;
    }
    return found;
  }
}

/** The properties from which one is derived where nobody states it. */
const sourcesOf = (property: string): readonly string[] =>
  property === "tab_width" ? ["indent_size"] : ["tab_width", "indent_style"];

function valueOf(name: keyof Style, value: unknown): Style[keyof Style] | undefined {
  switch (name) {
    case "indentStyle": return value === "tab" || value === "space" ? value : undefined;
    case "endOfLine":
      return value === "lf" || value === "crlf" || value === "cr" ? value : undefined;
    case "trimTrailingWhitespace":
    case "insertFinalNewline":
      return typeof value === "boolean" ? value : undefined;
    default:
      if (name === "maxLineLength" && value === "off") return NO_LIMIT;
      return Number.isInteger(value) && Number(value) > 0 ? Number(value) : undefined;
  }
}
