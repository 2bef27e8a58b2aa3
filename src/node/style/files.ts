import { readdirSync } from "node:fs";
import { dirname, join, relative, resolve, sep } from "node:path";
import ignore, { type Ignore } from "ignore";
import { STYLE_VALUES, type Style } from "../../core/index.js";
import { SourceError } from "../source.js";
import { EditorConfigs, lineOf, type EditorConfigOption } from "./editorconfig.js";
import { STYLE_FILE_NAMES, optionsOf, styleFileAt, styleFileIn, type StyleFile } from "./file.js";
import { Ignored } from "./ignored.js";
import { personFile } from "./person.js";
import type { Formatter, SaveStep } from "./schema.js";
import { shownPath, type Path } from "./syntax/read.js";

/** One part of a style file, or of an EditorConfig file, that acts on a file. */
interface Layer {
  readonly style: Partial<Style>;
  placeOf(name: keyof Style): string;
}

/** Where a value comes from. */
export interface Origin {
  readonly name: keyof Style;
  readonly value: Style[keyof Style];
  /** A file and a line, as `oak-tide.json:3:5`. */
  readonly place: string;
}

/** What style files say of one file. */
export interface FileStyle {
  /** For a language: the file's own, or that of a region in it. */
  styleFor(languageId: string): Partial<Style>;
  /** Where each option comes from that is said of the file, by the vocabulary's order. */
  origins(languageId: string): Origin[];
  /** What excludes the file, as a file, a line and a pattern; undefined where nothing does. */
  readonly excludedBy: string | undefined;
  /** What formats it, and where that is said; undefined for the engine. */
  readonly formatter: { readonly value: Formatter; readonly place: string } | undefined;
  /** The files that act on it, the nearest first. */
  readonly files: readonly string[];
  readonly ownPackages: readonly string[];
  /** The steps of a set, nearer files first; undefined where no file names it. */
  save(name: string): readonly SaveStep[] | undefined;
}

export interface StyleFilesOptions {
  /** The only style file that counts, in place of those that are found. */
  readonly only?: string;
  /** A person's own file; the one in the platform's folder for settings where it is left out, none for null. */
  readonly person?: string | null;
}

const isOption = (name: string): name is keyof Style => Object.hasOwn(STYLE_VALUES, name);

/**
 * Finds what style files, EditorConfig files and ignore files say of files. Each folder is read once; make
 * another one once they change.
 */
export class StyleFiles {
  private readonly folders = new Map<string, StyleFile | SourceError | undefined>();
  private readonly names = new Map<string, ReadonlySet<string>>();
  private readonly editorConfigs = new EditorConfigs();
  private readonly ignored = new Ignored((folder) => this.namesIn(folder));
  private readonly patterns = new Map<string, Ignore>();
  private readonly only: StyleFile | undefined;
  private person: StyleFile | null | undefined;

  /** @throws SourceError where the only file cannot be used. */
  constructor(private readonly options: StyleFilesOptions = {}) {
    if (options.only !== undefined) this.only = styleFileAt(resolve(options.only));
  }

  /**
   * What is said of a file.
   *
   * @throws SourceError where a style file that governs it cannot be used.
   */
  of(path: string): FileStyle {
    const absolute = resolve(path);
    const { only } = this;
    const files = only === undefined ? this.filesFor(absolute) : [only];
    const configs = only === undefined && this.hasEditorConfig(dirname(absolute))
      ? this.editorConfigs.optionsFor(absolute)
      : [];
    const layers = (languageId: string): Layer[] =>
      this.layers(absolute, files, configs, languageId);
    return {
      styleFor: (languageId) => merged(layers(languageId)),
      origins: (languageId) => originsOf(layers(languageId)),
      excludedBy: this.excludedBy(absolute, files),
      formatter: this.formatterFor(absolute, files),
      files: [...files.map((file) => file.path), ...new Set(configs.map(({ file }) => file))],
      ownPackages: files.flatMap(({ data }) => data.ownPackages ?? []),
      save: (name) => files.find(({ data }) => data.saves?.[name] !== undefined)?.data.saves![name],
    };
  }

  /** Programs that the person allows to format files. */
  get allowedPrograms(): readonly string[] {
    return this.personFile?.data.allowedPrograms ?? [];
  }

  /** Whether a folder's files need not be looked at. */
  excludesFolder(path: string): boolean {
    const absolute = resolve(path);
    if (this.ignored.by(`${absolute}${sep}`) !== undefined) return true;
    try {
      const files = this.filesFor(absolute);
      // What a pattern takes back may lie below.
      const takesBack = files.some(({ data }) => data.exclude?.some((one) => one.startsWith("!")));
      return !takesBack && this.excludedBy(`${absolute}${sep}`, files) !== undefined;
    } catch {
      // What is wrong is said of the files.
      return false;
    }
  }

  private get personFile(): StyleFile | null {
    if (this.person !== undefined) return this.person;
    const { person } = this.options;
    return (this.person = person === null ? null : personFile(person) ?? null);
  }

  /** The style files that govern a file, the nearest first, the person's own last. */
  private filesFor(path: string): StyleFile[] {
    const found: StyleFile[] = [];
    for (let folder = dirname(path);; folder = dirname(folder)) {
      const file = this.fileIn(folder);
      if (file !== undefined) found.push(file);
      if (file?.data.root === true || folder === dirname(folder)) break;
    }
    const { personFile: person } = this;
    return person === null ? found : [...found, person];
  }

  private fileIn(folder: string): StyleFile | undefined {
    if (!this.folders.has(folder)) this.folders.set(folder, this.read(folder));
    const file = this.folders.get(folder);
    if (file instanceof SourceError) throw file;
    return file;
  }

  private read(folder: string): StyleFile | SourceError | undefined {
    const names = this.namesIn(folder);
    if (!STYLE_FILE_NAMES.some((name) => names.has(name))) return undefined;
    try {
      return styleFileIn(folder, names);
    } catch (error) {
      if (error instanceof SourceError) return error;
      throw error;
    }
  }

  private namesIn(folder: string): ReadonlySet<string> {
    let names = this.names.get(folder);
    if (names === undefined) this.names.set(folder, names = namesIn(folder));
    return names;
  }

  private hasEditorConfig(folder: string): boolean {
    if (this.namesIn(folder).has(".editorconfig")) return true;
    const above = dirname(folder);
    return above !== folder && this.hasEditorConfig(above);
  }

  /** What acts on a file, the part that rules first: by folder, a style file's before an EditorConfig file's. */
  private layers(
    path: string,
    files: readonly StyleFile[],
    configs: readonly EditorConfigOption[],
    languageId: string,
  ): Layer[] {
    const layers: Layer[] = [];
    const left = new Set(configs);
    const person = this.person ?? undefined;
    for (const file of files) {
      // Those of folders further down come before it.
      for (const config of left) {
        const nearer = file === person || isBelow(config.folder, file.folder);
        if (nearer && config.folder !== file.folder) {
          layers.push(configLayer(config));
          left.delete(config);
        }
      }
      layers.push(...this.partsOf(file, path, languageId));
    }
    return [...layers, ...[...left].map(configLayer)];
  }

  /** The parts of a style file that act on a file, the one that rules first. */
  private *partsOf(file: StyleFile, path: string, languageId: string): Iterable<Layer> {
    const { data } = file;
    const part = (options: object | undefined, at: Path): Layer => ({
      style: optionsOf(options ?? {}, isOption),
      placeOf: (name) => file.placeOf([...at, name]),
    });
    for (const [pattern, own] of this.pathsOf(file, path)) {
      const at = ["paths", pattern];
      yield part(own.languages?.[languageId], [...at, "languages", languageId]);
      yield part(own, at);
    }
    yield part(data.languages?.[languageId], ["languages", languageId]);
    yield part(data, []);
  }

  /** The path patterns of a style file that name a file, the last one first. */
  private pathsOf({ data, folder }: StyleFile, path: string) {
    return Object.entries(data.paths ?? {})
      .filter(([pattern]) => this.isNamed(pattern, folder, path))
      .reverse();
  }

  /** Whether a pattern of a folder names a path below it. */
  private isNamed(pattern: string, folder: string, path: string): boolean {
    const below = within(folder, path);
    if (below === undefined) return false;
    let matcher = this.patterns.get(pattern);
    if (matcher === undefined)
      this.patterns.set(pattern, matcher = ignore({ ignorecase: false }).add(pattern));
    return matcher.ignores(below);
  }

  private excludedBy(path: string, files: readonly StyleFile[]): string | undefined {
    for (const file of files) {
      const { exclude = [] } = file.data;
      const below = within(file.folder, path);
      if (exclude.length === 0 || below === undefined) continue;
      const { ignored, rule } = ignore({ ignorecase: false }).add([...exclude]).checkIgnore(below);
      if (!ignored) continue;
      const pattern = rule?.pattern ?? "";
      return `${file.placeOf(["exclude", Math.max(0, exclude.indexOf(pattern))])} "${pattern}"`;
    }
    return this.ignored.by(path);
  }

  private formatterFor(path: string, files: readonly StyleFile[]): FileStyle["formatter"] {
    for (const file of files) {
      for (const [pattern, { formatter }] of this.pathsOf(file, path))
        if (formatter !== undefined)
          return { value: formatter, place: file.placeOf(["paths", pattern, "formatter"]) };
      const { formatter } = file.data;
      if (formatter !== undefined)
        return { value: formatter, place: file.placeOf(["formatter"]) };
    }
    return undefined;
  }
}

function namesIn(folder: string): ReadonlySet<string> {
  try {
    return new Set(readdirSync(folder));
  } catch {
    return new Set();
  }
}

const configLayer = ({ name, value, file, property }: EditorConfigOption): Layer => ({
  style: { [name]: value },
  placeOf: () => `${shownPath(file)}:${lineOf(file, property)}`,
});

/** A path from a folder on, with slashes; undefined where it does not lie below. */
function within(folder: string, path: string): string | undefined {
  const below = relative(folder, path);
  if (below === "" || below.startsWith("..") || resolve(below) === below) return undefined;
  const slashed = sep === "/" ? below : below.split(sep).join("/");
  return path.endsWith(sep) ? `${slashed}/` : slashed;
}

const isBelow = (folder: string, above: string): boolean =>
  folder === above || folder.startsWith(above.endsWith(sep) ? above : join(above, sep));

function merged(layers: readonly Layer[]): Partial<Style> {
  const style: Partial<Style> = {};
  for (let i = layers.length - 1; i >= 0; i--) Object.assign(style, layers[i]!.style);
  return style;
}

function originsOf(layers: readonly Layer[]): Origin[] {
  const origins: Origin[] = [];
  for (const name of Object.keys(STYLE_VALUES) as (keyof Style)[]) {
    const layer = layers.find(({ style }) => style[name] !== undefined);
    if (layer !== undefined)
      origins.push({ name, value: layer.style[name]!, place: layer.placeOf(name) });
  }
  return origins;
}
