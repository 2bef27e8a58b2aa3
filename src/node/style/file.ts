import { readFileSync } from "node:fs";
import { basename, dirname, join } from "node:path";
import { distance } from "fastest-levenshtein";
import type { z } from "zod";
import { languages as knownLanguages } from "../../languages/index.js";
import { STYLE_VALUES, type Style } from "../../core/index.js";
import { decode } from "../source.js";
import { STYLE_FILE, type StyleFileData } from "./schema.js";
import { readJson } from "./syntax/json.js";
import {
  SettingsError,
  placeOf,
  type Path,
  type ReadSettings,
  type Settings,
} from "./syntax/read.js";
import { readToml } from "./syntax/toml.js";
import { readYaml } from "./syntax/yaml.js";

/** A style file that was read, or the part of a manifest that serves as one. */
export interface StyleFile {
  readonly path: string;
  readonly folder: string;
  readonly data: StyleFileData;
  /** The place of a member, as `oak-tide.json:3:5`. */
  placeOf(path: Path): string;
}

/** Where style stands in a folder: files of its own, and a key of a manifest. */
const KINDS: readonly (readonly [name: string, read: ReadSettings, key: Path])[] = [
  ["oak-tide.json", readJson, []],
  ["oak-tide.yaml", readYaml, []],
  ["oak-tide.toml", readToml, []],
  ["package.json", readJson, ["oak-tide"]],
  ["pyproject.toml", readToml, ["tool", "oak-tide"]],
];

/** The names under which style may stand in a folder. */
export const STYLE_FILE_NAMES: readonly string[] = KINDS.map(([name]) => name);

/**
 * The style file of a folder.
 *
 * @param names what the folder holds.
 * @throws SettingsError where it has two, or its file cannot be used.
 */
export function styleFileIn(folder: string, names: ReadonlySet<string>): StyleFile | undefined {
  let found: StyleFile | undefined;
  for (const [name, read, key] of KINDS) {
    if (!names.has(name)) continue;
    const file = openStyleFile(join(folder, name), read, key);
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
 * @throws SettingsError where it cannot be used.
 */
export function styleFileAt(path: string): StyleFile {
  const name = basename(path);
  const known = KINDS.find(([own]) => own === name);
  const read = known?.[1]
    ?? (/\.toml$/i.test(name) ? readToml : /\.ya?ml$/i.test(name) ? readYaml : readJson);
  const file = openStyleFile(path, read, known?.[2] ?? []);
  if (file !== undefined) return file;
  throw new SettingsError(
    path,
    "",
    0,
    `it has no style: the key "${known![2].join(".")}" is missing`,
  );
}

function openStyleFile(path: string, read: ReadSettings, key: Path): StyleFile | undefined {
  const text = decode(path, readFileSync(path)).replace(/^\uFEFF/, "");
  // A manifest without the name is nobody's business here, and may be broken.
  if (key.length > 0 && !text.includes("oak-tide")) return undefined;
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
  const data = checked(path, text, settings, key, value);
  return {
    path,
    folder: dirname(path),
    data,
    placeOf: (member) => placeOf(path, text, settings.offsetOf([...key, ...member])),
  };
}

function checked(
  path: string,
  text: string,
  settings: Settings,
  key: Path,
  value: unknown,
): StyleFileData {
  const fail = (member: Path, reason: string): never => {
    throw new SettingsError(path, text, settings.offsetOf([...key, ...member]), reason);
  };
  const result = STYLE_FILE.safeParse(value);
  if (!result.success) {
    const issue = result.error.issues[0]!;
    fail(...explained(issue, value));
  }
  const data = value as StyleFileData;
  const ids = knownLanguages.flatMap((language) => language.ids);
  const sections: readonly (readonly [Path, object | undefined])[] = [
    [["languages"], data.languages],
    ...Object.entries(data.paths ?? {}).map(
      ([pattern, part]) => [["paths", pattern, "languages"], part.languages] as const,
    ),
  ];
  for (const [member, section] of sections)
    for (const id of Object.keys(section ?? {}))
      if (!ids.includes(id)) fail([...member, id], `there is no language ${nearest(id, ids)}`);
  return data;
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
  const all = Object.keys(STYLE_FILE.shape);
  if (path.length === 0) return all;
  const own = ["$schema", "root", "exclude", "paths", "saves", "ownPackages", "allowedPrograms"];
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
    default: return "something else; see docs/style.md";
  }
}

/** The style options among a part of a style file. */
export function optionsOf(part: object, isOption: (name: string) => boolean): Partial<Style> {
  return Object.fromEntries(Object.entries(part).filter(([name]) => isOption(name)));
}
