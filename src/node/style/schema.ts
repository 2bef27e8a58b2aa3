import { z } from "zod";
import { STYLE_SCHEMA, STYLE_VALUES, type Style } from "../../core/index.js";

/** What one option may hold. */
function optionSchema(name: keyof Style): z.ZodType {
  const values = STYLE_VALUES[name];
  const schema = typeof values === "number"
    ? z.int().min(values)
    : z.literal(values as readonly (string | boolean)[]);
  return schema.optional().describe(STYLE_SCHEMA[name].description);
}

const OPTIONS = Object.fromEntries(
  (Object.keys(STYLE_VALUES) as (keyof Style)[]).map((name) => [name, optionSchema(name)]),
);

const style = z.strictObject(OPTIONS);

const languages = z
  .record(z.string(), style)
  .optional()
  .describe("What differs in files, and in regions, of a language, by its identifier.");

const command = z.strictObject({
  run: z.array(z.string()).min(1).describe("The program and its arguments; {path} is the file."),
  seconds: z.number().positive().optional().describe("How long it may take; 10 where left out."),
});

const formatter = z
  .union([
    z.literal("built-in"),
    z.literal("none"),
    command,
    z.array(z.union([z.literal("built-in"), command])).min(1),
  ])
  .optional()
  .describe(
    "What formats these files: the engine, a program, or the first of several that is there.",
  );

/** The steps that a save may take. */
export const STEPS = ["organizeImports", "format"] as const;

/** A style file. */
export const STYLE_FILE = z.strictObject({
  $schema: z.string().optional().describe("Where this schema lies, for editors."),
  root: z.boolean().optional().describe("Whether folders further up are not looked at."),
  exclude: z
    .array(z.string())
    .optional()
    .describe("Files that are left alone, as patterns of gitignore from this folder on."),
  ...OPTIONS,
  languages,
  paths: z
    .record(z.string(), z.strictObject({ ...OPTIONS, languages, formatter }))
    .optional()
    .describe("What differs in files that a pattern of gitignore names; later patterns rule."),
  formatter,
  saves: z
    .record(z.string(), z.array(z.literal(STEPS)))
    .optional()
    .describe("Sets of steps by names, which a save or a command may ask for."),
  ownPackages: z
    .array(z.string())
    .optional()
    .describe("Packages whose imports stand last, as the project's own."),
  allowedPrograms: z
    .array(z.string())
    .optional()
    .describe("Programs that may format files. It counts in a person's own file only."),
});

export type StyleFileData = z.infer<typeof STYLE_FILE>;
export type Formatter = NonNullable<StyleFileData["formatter"]>;
export type SaveStep = typeof STEPS[number];

/** The JSON Schema of style files, for completion in editors. */
export const styleFileSchema = (): unknown => ({
  ...z.toJSONSchema(STYLE_FILE),
  title: "Oak Tide style file",
});
