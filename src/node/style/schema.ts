import * as z from "zod/mini";
import { SAVE_STEPS, STYLE_SCHEMA, STYLE_VALUES, type Style } from "../../core/index.js";

/** A schema that may be left out, with what it is for. */
function described<T extends z.core.SomeType>(
  schema: T,
  description: string,
): z.ZodMiniOptional<T> {
  const optional = z.optional(schema);
  z.globalRegistry.add(optional as z.ZodMiniType, { description });
  return optional;
}

/** A schema that may not be left out, with what it is for. */
function required<T extends z.ZodMiniType>(schema: T, description: string): T {
  z.globalRegistry.add(schema, { description });
  return schema;
}

/** What one option may hold. */
function optionSchema(name: keyof Style): z.ZodMiniType {
  const values = STYLE_VALUES[name];
  const schema = typeof values === "number"
    ? z.int().check(z.minimum(values))
    : z.literal(values as readonly (string | boolean)[]);
  return described(schema, STYLE_SCHEMA[name].description);
}

const OPTIONS = Object.fromEntries(
  (Object.keys(STYLE_VALUES) as (keyof Style)[]).map((name) => [name, optionSchema(name)]),
);

const style = z.strictObject(OPTIONS);

const languages = described(
  z.record(z.string(), style),
  "What differs in files, and in regions, of a language, by its identifier.",
);

const formatter = described(
  z.union([z.string(), z.array(z.string()).check(z.minLength(1))]),
  "What formats these files: `built-in` for the engine, `none`, or a command by its name; of a list, the first that is there.",
);

const command = z.strictObject({
  run: required(
    z.array(z.string()).check(z.minLength(1)),
    "The program and its arguments, with `{path}` for the file's path; it reads the text and prints the new one.",
  ),
  seconds: described(z.int().check(z.minimum(1)), "How long it may take; 10 where not given."),
  install: described(z.string(), "How to install it, told where it is not there."),
});

/** A style file. */
export const STYLE_FILE = z.strictObject({
  $schema: described(z.string(), "Where this schema lies, for editors."),
  root: described(z.boolean(), "Whether folders further up are not looked at."),
  exclude: described(
    z.array(z.string()),
    "Files that are left alone, as patterns of gitignore from this folder on.",
  ),
  ...OPTIONS,
  languages,
  paths: described(
    z.record(z.string(), z.strictObject({ ...OPTIONS, languages, formatter })),
    "What differs in files that a pattern of gitignore names; later patterns rule.",
  ),
  formatter,
  saves: described(
    z.record(z.string(), z.array(z.literal(SAVE_STEPS))),
    "Sets of steps by names, which a save or a command may ask for.",
  ),
  ownPackages: described(
    z.array(z.string()),
    "Packages whose imports stand last, as the project's own.",
  ),
  commands: described(
    z.record(z.string(), command),
    "In a person's own settings only: the commands that may format files, by the names that style files use.",
  ),
});

export type StyleFileData = z.infer<typeof STYLE_FILE>;

/** The JSON Schema of style files, for completion in editors. */
export const styleFileSchema = (): StyleFileSchema => ({
  ...z.toJSONSchema(STYLE_FILE) as StyleFileSchema,
  title: "Oak Tide style file",
});

/** A JSON Schema of an object. */
export interface StyleFileSchema {
  readonly title: string;
  readonly properties: Readonly<Record<string, { readonly description: string }>>;
}
