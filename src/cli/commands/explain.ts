import { Command, Option } from "commander";
import pc from "picocolors";
import { createEngine, type Language } from "../../index.js";
import { explained, formatterFor, linesLeftAlone, type Explained } from "../../node/explained.js";
import { languageOfFile } from "../../node/program.js";
import { readSource } from "../../node/source.js";
import { writeOutput } from "../input.js";
import {
  lineLimitOption,
  styleFileOption,
  styleFilesOf,
  styleOf,
  type StyleOptions,
} from "../options.js";

interface Options extends StyleOptions {
  readonly report: "text" | "json";
  readonly conflicts?: true;
}

/** What acts on a file, and why. */
interface Explanation extends Explained {
  readonly file: string;
}

export const explainCommand = (): Command => new Command("explain")
  .description("Say which language, style and formatter act on a file, and where each is said.")
  .argument("<file>", "the file to explain")
  .addOption(styleFileOption())
  .addOption(lineLimitOption())
  .addOption(
    new Option("--report <form>", "text or json").choices(["text", "json"]).default("text"),
  )
  .option(
    "--conflicts",
    "run the file's formatters and the engine one after another, and tell which undo each other",
  )
  .action(explain);

async function explain(path: string, options: Options): Promise<void> {
  if (options.conflicts === true) {
    const { explainConflicts } = await import("../explain-conflicts.js");
    return explainConflicts(path, options);
  }
  const explanation = await explanationOf(path, options);
  await writeOutput(
    options.report === "json"
      ? `${JSON.stringify(explanation, null, 2)}\n`
      : `${textOf(explanation)}\n`,
  );
}

async function explanationOf(path: string, options: Options): Promise<Explanation> {
  const engine = createEngine();
  const styles = styleFilesOf(options);
  const said = await styles.of(path);
  const language = languageOfFile(engine, path);
  const { excludedBy } = said;
  const formatter = await formatterFor(said, styles, language === undefined);
  if (language === undefined)
    return { file: path, language, excludedBy, formatter, style: [], leftAlone: [] };
  const languageId = language.ids[0]!;
  const { text } = await readSource(path);
  const document = engine.open({ uri: path, languageId, text, style: said.styleFor });
  return {
    file: path,
    language: {
      id: languageId,
      reason: reasonFor(path, language, engine.languageFor(path) !== undefined),
    },
    excludedBy,
    formatter,
    style: explained(document, said, { call: styleOf(options), callPlace: "this call" }),
    leftAlone: linesLeftAlone(document),
  };
}

function reasonFor(path: string, language: Language, isNamed: boolean): string {
  const name = path.slice(path.lastIndexOf("/") + 1);
  const isEnding = (ending: string): boolean => name.toLowerCase().endsWith(ending);
  if (!isNamed) {
    const template = language.templates?.extensions.find(isEnding);
    return template === undefined
      ? "its first line"
      : `markup in a file that ends with ${template}`;
  }
  const ending = language.extensions.find(isEnding) ?? /\.[^.]+$/.exec(name)?.[0];
  return ending === undefined || ending === name ? `the file's name` : `the ending ${ending}`;
}

function textOf({ file, language, excludedBy, formatter, style, leftAlone }: Explanation): string {
  const rows: [string, string, string][] = [
    ["language", language?.id ?? "none", language?.reason ?? "no language is known for its name"],
    ["formatter", formatter.name, formatter.place],
    ...formatter.passedOver.map((reason): [string, string, string] => ["", "not", reason]),
    ["excluded", excludedBy === undefined ? "no" : "yes", excludedBy ?? ""],
    ...leftAlone.map(
      ({ first, last }): [string, string, string] => [
        "left alone",
        `lines ${first} to ${last}`,
        "a comment",
      ],
    ),
  ];
  const widest = Math.max(...style.map(({ name }) => name.length), 0);
  const wide = Math.max(...style.map(({ value }) => String(value).length), 0);
  return [
    pc.bold(file),
    ...rows.map(
      ([name, value, why]) =>
        `${name.padEnd(11)} ${value}${why === "" ? "" : pc.dim(`  (${why})`)}`,
    ),
    ...(style.length === 0 ? [] : ["style"]),
    ...style.map(
      ({ name, value, place }) =>
        `  ${name.padEnd(widest)}  ${String(value).padEnd(wide)}  ${pc.dim(place)}`,
    ),
  ].join("\n");
}
