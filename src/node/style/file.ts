import { readFileSync } from "node:fs";
import { basename, dirname, join, relative, resolve, sep } from "node:path";
import ignore, { type Ignore } from "ignore";
import { distance } from "fastest-levenshtein";
import type * as z from "zod/mini";
import { STYLE_VALUES, type Style } from "../../core/index.js";
import { SourceError, decode, reasonOf } from "../error.js";
import { shownPath } from "../shown.js";
import type { MANIFEST_NAMES, STYLE_FILE_NAMES } from "./names.js";
import { personPath } from "./person.js";
import { STYLE_FILE, type StyleFileData } from "./schema.js";
import {
  SettingsError,
  placeOf,
  type Path,
  type ReadSettings,
  type Settings,
} from "./syntax/read.js";

/** A style file that was read, or the part of a manifest that serves as one. */
export interface StyleFile {
  readonly path: string;
  readonly folder: string;
  readonly data: StyleFileData;
  /** The place of a member, as `oak-tide.json:3:5`. */
  placeOf(path: Path): string;
  /** The path patterns that name a file, with what they hold, the last one first. */
  pathsFor(
    path: string,
  ): readonly (readonly [string, NonNullable<StyleFileData["paths"]>[string]])[];
  /** The pattern that excludes a file, or a folder whose path ends with a slash, and its place. */
  excludedBy(path: string): string | undefined;
}

/** Loads what reads a syntax: some of them take longer to load than all else that a call needs. */
type Reader = () => Promise<ReadSettings>;

const readJson: Reader = async () => (await import("./syntax/json.js")).readJson;
const readToml: Reader = async () => (await import("./syntax/toml.js")).readToml;
const readYaml: Reader = async () => (await import("./syntax/yaml.js")).readYaml;

/** Where style stands in a folder: files of its own, and a key of a manifest. */
const KINDS: readonly (readonly [
  name: typeof STYLE_FILE_NAMES[number] | typeof MANIFEST_NAMES[number],
  reader: Reader,
  key: Path,
])[] = [
  ["oak-tide.json", readJson, []],
  ["oak-tide.yaml", readYaml, []],
  ["oak-tide.toml", readToml, []],
  ["package.json", readJson, ["oak-tide"]],
  ["pyproject.toml", readToml, ["tool", "oak-tide"]],
];

/**
 * The style file of a folder.
 *
 * @param names what the folder holds.
 * @throws SettingsError where it has two, or its file cannot be used.
 */
export async function styleFileIn(
  folder: string,
  names: ReadonlySet<string>,
): Promise<StyleFile | undefined> {
  let found: StyleFile | undefined;
  for (const [name, reader, key] of KINDS) {
    if (!names.has(name)) continue;
    const file = await openStyleFile(join(folder, name), reader, key);
    if (file === undefined) continue;
    if (found !== undefined)
      throw new SettingsError(
        file.path,
        "",
        0,
        `${basename(found.path)} beside it holds style too; keep one of them`,
      );
    found = file;
  }
  return found;
}

/**
 * A style file by its path, whatever it is called.
 *
 * @param own whether it is a person's own, which may say what is run.
 * @throws SettingsError where it cannot be used.
 */
export async function styleFileAt(path: string, own = false): Promise<StyleFile> {
  const name = basename(path);
  const known = KINDS.find(([own]) => own === name);
  const reader = known?.[1]
    ?? (/\.toml$/i.test(name) ? readToml : /\.ya?ml$/i.test(name) ? readYaml : readJson);
  const file = await openStyleFile(path, reader, known?.[2] ?? [], own);
  if (file !== undefined) return file;
  throw new SettingsError(
    path,
    "",
    0,
    `it has no style: the key "${known![2].join(".")}" is missing`,
  );
}

function bytesOf(path: string): Buffer {
  try {
    return readFileSync(path);
  } catch (error) {
    throw new SourceError(shownPath(path), reasonOf(error));
  }
}

async function openStyleFile(
  path: string,
  reader: Reader,
  key: Path,
  own = false,
): Promise<StyleFile | undefined> {
  const text = decode(shownPath(path), bytesOf(path)).replace(/^\uFEFF/, "");
  // A manifest without the name is nobody's business here, and may be broken.
  if (key.length > 0 && !text.includes("oak-tide")) return undefined;
  const read = await reader();
  const settings = read(path, text);
  const value = key.reduce<unknown>(
    (inner, name) => (
      inner !== null && typeof inner === "object"
        ? (inner as Record<string, unknown>)[name as string]
        : undefined
    ),
    settings.value ?? {},
  );
  if (value === undefined) return undefined;
  const data = await checked(path, text, settings, key, value, own);
  const folder = dirname(path);
  const place = (member: Path): string =>
    placeOf(path, text, settings.offsetOf([...key, ...member]));
  return {
    path,
    folder,
    data,
    placeOf: place,
    pathsFor: (file) => {
      const below = within(folder, file);
      if (below === undefined || data.paths === undefined) return [];
      return Object.entries(data.paths)
        .filter(([pattern]) => patternsOf([pattern]).ignores(below))
        .reverse();
    },
    excludedBy: (file) => {
      const below = within(folder, file);
      const { exclude = [] } = data;
      if (exclude.length === 0 || below === undefined) return undefined;
      const { ignored, rule } = patternsOf(exclude).checkIgnore(below);
      if (!ignored) return undefined;
      const pattern = rule?.pattern ?? "";
      return `${place(["exclude", Math.max(0, exclude.indexOf(pattern))])} "${pattern}"`;
    },
  };
}

/** Patterns by their texts: each is read once. */
const read = new Map<string, Ignore>();

function patternsOf(patterns: readonly string[]): Ignore {
  const key = patterns.join("\n");
  let matcher = read.get(key);
  if (matcher === undefined)
    read.set(key, matcher = ignore({ ignorecase: false }).add([...patterns]));
  return matcher;
}

/** A path from a folder on, with slashes; undefined where it does not lie below. */
function within(folder: string, path: string): string | undefined {
  const below = relative(folder, path);
  if (below === "" || below.startsWith("..") || resolve(below) === below) return undefined;
  const slashed = sep === "/" ? below : below.split(sep).join("/");
  return path.endsWith(sep) ? `${slashed}/` : slashed;
}

async function checked(
  path: string,
  text: string,
  settings: Settings,
  key: Path,
  value: unknown,
  own: boolean,
): Promise<StyleFileData> {
  const fail = (member: Path, reason: string): never => {
    throw new SettingsError(path, text, settings.offsetOf([...key, ...member]), reason);
  };
  const result = STYLE_FILE.safeParse(value);
  if (!result.success) {
    const issue = result.error.issues[0]!;
    const [member, reason] = explained(issue, value);
    const name = member.at(-1);
    const isLanguage = issue.code === "unrecognized_keys"
      && (member.length === 1 || (member[0] === "paths" && member.length === 3))
      && (await languageIds()).includes(String(name));
    fail(member, isLanguage ? `"${name}" is a language; put it under "languages"` : reason);
  }
  const data = value as StyleFileData;
  if (data.commands !== undefined && !own)
    fail(
      ["commands"],
      `what is run is not for a project to say; move it to your own settings, ${personPath()}`,
    );
  const sections: readonly (readonly [Path, object | undefined])[] = [
    [["languages"], data.languages],
    ...Object.entries(data.paths ?? {}).map(
      ([pattern, part]) => [["paths", pattern, "languages"], part.languages] as const,
    ),
  ];
  for (const [member, section] of sections) {
    if (section === undefined) continue;
    const ids = await languageIds();
    for (const id of Object.keys(section))
      if (!ids.includes(id)) fail([...member, id], `there is no language ${nearest(id, ids)}`);
  }
  return data;
}

async function languageIds(): Promise<string[]> {
  const { languages } = await import("../../languages/index.js");
  return languages.flatMap((language) => language.ids);
}

type Issue = z.core.$ZodIssue;

/** The member that an issue is about, and what is wrong with it. */
function explained(issue: Issue, whole: unknown): readonly [Path, string] {
  const path = issue.path as Path;
  if (issue.code === "unrecognized_keys") {
    const [name] = issue.keys as [string];
    return [[...path, name], `there is no option ${nearest(name, namesAt(path))}`];
  }
  const value = path.reduce<unknown>(
    (inner, part) => (inner as Record<string | number, unknown> | undefined)?.[part],
    whole,
  );
  const what = path.length === 0 ? "the file" : `"${path.join(".")}"`;
  return [path, `${what} is ${JSON.stringify(value)}; it must be ${expected(issue)}`];
}

/** What a member might be called. */
function namesAt(path: Path): string[] {
  const all = Object.keys(STYLE_FILE.def.shape);
  if (path.length === 0) return all;
  if (path[0] === "commands") return ["run", "seconds", "install"];
  const own = ["$schema", "root", "exclude", "paths", "saves", "ownPackages", "commands"];
  const inPath = path[0] === "paths" && path.length === 2;
  return all.filter((name) => (
    !own.includes(name) && (inPath || (name !== "languages" && name !== "formatter"))
  ));
}

function nearest(name: string, names: readonly string[]): string {
  const [best] = [...names].sort((a, b) => distance(a, name) - distance(b, name));
  return best === undefined ? `"${name}"` : `"${name}"; the nearest is "${best}"`;
}

function expected(issue: Issue): string {
  switch (issue.code) {
    case "invalid_value":
      return `one of ${issue.values.map((value) => JSON.stringify(value)).join(", ")}`;
    case "too_small": return `${String(issue.minimum)} or more`;
    case "invalid_type":
      if (typeof STYLE_VALUES[issue.path.at(-1) as keyof Style] === "number")
        return "a whole number";
      return {
        int: "a whole number",
        number: "a number",
        array: "a list",
        object: "a table of members",
        record: "a table of members",
        boolean: "true or false",
        string: "a text",
      }[issue.expected as string] ?? issue.expected;
    case "invalid_union": return "a name, or a list of names";
    default: return "something else; see docs/style.md";
  }
}
