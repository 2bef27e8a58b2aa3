import { existsSync, readFileSync, readdirSync } from "node:fs";
import { dirname, join, resolve, sep } from "node:path";
import { STYLE_VALUES, type SaveStep, type Style } from "../../core/index.js";
import { SourceError } from "../error.js";
import type { AllowedCommands, SaidFormatters } from "../formatters/chosen.js";
import type { EditorConfigOption, EditorConfigs } from "./editorconfig.js";
import type { StyleFile } from "./file.js";
import { MANIFEST_NAMES, STYLE_FILE_NAMES } from "./names.js";
import type { Ignored } from "./ignored.js";
import { personPath } from "./person.js";
import type { Path } from "./syntax/read.js";
import { shownPath } from "../shown.js";

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
  /** What formats it; undefined for the engine, as nothing is said. */
  readonly formatters: SaidFormatters | undefined;
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
  /** The style files that govern the files of a folder. */
  private readonly governing = new Map<string, readonly StyleFile[]>();
  private readonly names = new Map<string, ReadonlySet<string>>();
  private editorConfigs: EditorConfigs | undefined = undefined;
  private ignored: Ignored | undefined = undefined;
  private only: StyleFile | undefined = undefined;
  private person: StyleFile | null | undefined = undefined;

  constructor(private readonly options: StyleFilesOptions = {}) {}

  /**
   * What is said of a file.
   *
   * @throws SourceError where a style file that governs it cannot be used.
   */
  async of(path: string): Promise<FileStyle> {
    const absolute = resolve(path);
    const { only } = this.options;
    const files = await this.governingFiles(absolute);
    const configs = only === undefined ? await this.configsFor(absolute) : [];
    if (this.above(dirname(absolute), ".gitignore")) await this.ready();
    const layers = (languageId: string): Layer[] =>
      this.layers(absolute, files, configs, languageId);
    const formatters = this.formattersFor(absolute, files);
    // Every request asks for it.
    const styles = new Map<string, Partial<Style>>();
    return {
      styleFor: (languageId) => {
        const known = styles.get(languageId) ?? merged(layers(languageId));
        styles.set(languageId, known);
        return known;
      },
      origins: (languageId) => originsOf(layers(languageId)),
      excludedBy: this.excludedBy(absolute, files) ?? noneBy(formatters),
      formatters,
      files: [...files.map((file) => file.path), ...new Set(configs.map(({ file }) => file))],
      ownPackages: files.flatMap(({ data }) => data.ownPackages ?? []),
      save: (name) => files.find(({ data }) => data.saves?.[name] !== undefined)?.data.saves![name],
    };
  }

  /** Loads what tells which folders are left out. */
  async ready(): Promise<void> {
    const { Ignored } = await import("./ignored.js");
    this.ignored ??= new Ignored((folder) => this.namesIn(folder));
  }

  /** Whether a folder's files need not be looked at, as far as the style files tell that were read so far. */
  excludesFolder(path: string): boolean {
    const folder = `${resolve(path)}${sep}`;
    if (this.ignored?.by(folder) !== undefined) return true;
    for (const file of this.folders.values()) {
      if (file === undefined || file instanceof SourceError) continue;
      // What a pattern takes back may lie below.
      const takesBack = file.data.exclude?.some((one) => one.startsWith("!")) === true;
      if (!takesBack && this.excludedBy(folder, [file]) !== undefined) return true;
    }
    return false;
  }

  private async governingFiles(path: string): Promise<readonly StyleFile[]> {
    const { only } = this.options;
    if (only === undefined) return this.filesFor(path);
    const { styleFileAt } = await import("./file.js");
    return [this.only ??= await styleFileAt(resolve(only))];
  }

  private async personFile(): Promise<StyleFile | null> {
    if (this.person !== undefined) return this.person;
    const { person = personPath() } = this.options;
    if (person === null || !existsSync(person)) return (this.person = null);
    const { styleFileAt } = await import("./file.js");
    return (this.person = await styleFileAt(person, true));
  }

  /**
   * What is said to format a file; undefined where nothing is.
   *
   * @throws SourceError where a style file that governs it cannot be used.
   */
  async formattersOf(path: string): Promise<SaidFormatters | undefined> {
    const absolute = resolve(path);
    return this.formattersFor(absolute, await this.governingFiles(absolute));
  }

  /** The commands that the person's own settings hold. */
  async allowedCommands(): Promise<AllowedCommands> {
    const path = this.options.person ?? personPath();
    return { commands: (await this.personFile())?.data.commands ?? {}, path };
  }

  private async configsFor(path: string): Promise<EditorConfigOption[]> {
    if (!this.above(dirname(path), ".editorconfig")) return [];
    const { EditorConfigs } = await import("./editorconfig.js");
    this.editorConfigs ??= new EditorConfigs();
    return this.editorConfigs.optionsFor(path);
  }

  /** The style files that govern a file, the nearest first, the person's own last. */
  private async filesFor(path: string): Promise<readonly StyleFile[]> {
    const folder = dirname(path);
    const known = this.governing.get(folder) ?? await this.filesAbove(folder);
    this.governing.set(folder, known);
    return known;
  }

  private async filesAbove(lowest: string): Promise<StyleFile[]> {
    const found: StyleFile[] = [];
    for (let folder = lowest;; folder = dirname(folder)) {
      const file = await this.fileIn(folder);
      if (file !== undefined) found.push(file);
      if (file?.data.root === true || folder === dirname(folder)) break;
    }
    const person = await this.personFile();
    return person === null ? found : [...found, person];
  }

  private async fileIn(folder: string): Promise<StyleFile | undefined> {
    if (!this.folders.has(folder)) this.folders.set(folder, await this.read(folder));
    const file = this.folders.get(folder);
    if (file instanceof SourceError) throw file;
    return file;
  }

  private async read(folder: string): Promise<StyleFile | SourceError | undefined> {
    const names = this.namesIn(folder);
    const holdsStyle = STYLE_FILE_NAMES.some((name) => names.has(name))
      || MANIFEST_NAMES.some((name) => names.has(name) && mayHoldStyle(join(folder, name)));
    if (!holdsStyle) return undefined;
    const { styleFileIn } = await import("./file.js");
    try {
      return await styleFileIn(folder, names);
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

  /** Whether a folder, or one above it, holds a file of a name. */
  private above(folder: string, name: string): boolean {
    if (this.namesIn(folder).has(name)) return true;
    const next = dirname(folder);
    return next !== folder && this.above(next, name);
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
      style: Object.fromEntries(
        Object.entries(options ?? {}).filter(([option]) => isOption(option)),
      ),
      placeOf: (name) => file.placeOf([...at, name]),
    });
    for (const [pattern, own] of file.pathsFor(path)) {
      const at = ["paths", pattern];
      yield part(own.languages?.[languageId], [...at, "languages", languageId]);
      yield part(own, at);
    }
    yield part(data.languages?.[languageId], ["languages", languageId]);
    yield part(data, []);
  }

  private excludedBy(path: string, files: readonly StyleFile[]): string | undefined {
    for (const file of files) {
      const said = file.excludedBy(path);
      if (said !== undefined) return said;
    }
    return this.ignored?.by(path);
  }

  private formattersFor(path: string, files: readonly StyleFile[]): FileStyle["formatters"] {
    for (const file of files) {
      const said = [
        ...file.pathsFor(path).map(
          ([pattern, { formatter }]) => [["paths", pattern, "formatter"], formatter] as const,
        ),
        [["formatter"], file.data.formatter] as const,
      ];
      for (const [member, names] of said)
        if (names !== undefined)
          return {
            names: typeof names === "string" ? [names] : names,
            place: file.placeOf(member),
            folder: file.folder,
          };
    }
    return undefined;
  }
}

/** The line of an EditorConfig file that states a property last, counted from 1; 1 where none does. */
function lineOfProperty(file: string, property: string): number {
  const lines = readFileSync(file, "utf8").split(/\r\n|\r|\n/);
  const states = new RegExp(`^\\s*${property}\\s*=`, "i");
  return lines.findLastIndex((line) => states.test(line)) + 1 || 1;
}

function namesIn(folder: string): ReadonlySet<string> {
  try {
    return new Set(readdirSync(folder));
  } catch {
    return new Set();
  }
}

/** Whether a manifest names this program, so that it is worth to load what reads it; a broken one does too. */
function mayHoldStyle(manifest: string): boolean {
  try {
    return readFileSync(manifest).includes("oak-tide");
  } catch {
    return true;
  }
}

const configLayer = ({ name, value, file, property }: EditorConfigOption): Layer => ({
  style: { [name]: value },
  placeOf: () => `${shownPath(file)}:${lineOfProperty(file, property)}`,
});

/** Where it is said that nothing formats a file. */
const noneBy = (said: FileStyle["formatters"]): string | undefined =>
  said?.names[0] === "none" ? `${said.place} formatter "none"` : undefined;

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
