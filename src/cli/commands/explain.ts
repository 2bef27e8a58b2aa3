import { Command, Option } from "commander";
import pc from "picocolors";
import { createEngine, leftAlone, type Style } from "../../index.js";
import { chosenFormatter } from "../../node/formatters/chosen.js";
import { readSource, type FileStyle, type StyleFiles } from "../../node/index.js";
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
interface Explanation {
  readonly file: string;
  /** The language, and what tells it. */
  readonly language: { readonly id: string; readonly reason: string } | undefined;
  readonly excludedBy: string | undefined;
  readonly formatter: {
    readonly name: string;
    readonly place: string;
    /** Why others that are said before it do not format the file. */
    readonly passedOver: readonly string[];
  };
  readonly style: readonly {
    readonly name: string;
    readonly value: unknown;
    readonly place: string;
  }[];
  /** Lines that comments hold off, both counted from 1. */
  readonly leftAlone: readonly { readonly first: number; readonly last: number }[];
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
  const language = engine.languageFor(path);
  const { excludedBy } = said;
  const formatter = await formatterOf(said, styles, language === undefined);
  if (language === undefined)
    return { file: path, language, excludedBy, formatter, style: [], leftAlone: [] };
  const languageId = language.ids[0]!;
  const { text } = await readSource(path);
  const document = engine.open({ uri: path, languageId, text, style: said.styleFor });
  const call = styleOf(options);
  const style = document.style(call);
  const places = new Map(said.origins(languageId).map(({ name, place }) => [name, place]));
  const shown = document.shownStyle;
  const placeOf = (name: keyof Style): string =>
    language.demanded?.[name] !== undefined
      ? "what the language itself demands"
      : call[name] !== undefined
      ? "this call"
      : places.get(name) ?? (
        shown[name] !== undefined
          ? "what the text itself shows"
          : language.defaults[name] !== undefined
          ? `the default of ${language.name}`
          : name === "expressionSplit"
          ? "as listSplit"
          : "the default"
      );
  return {
    file: path,
    language: { id: languageId, reason: reasonFor(path) },
    excludedBy,
    formatter,
    style: (Object.keys(style) as (keyof Style)[]).map(
      (name) => ({ name, value: style[name], place: placeOf(name) }),
    ),
    leftAlone: leftAlone(document).map(
      ({ start, end }) => ({ first: start.line + 1, last: end.line + 1 }),
    ),
  };
}

async function formatterOf(
  { formatters }: FileStyle,
  styles: StyleFiles,
  unknown: boolean,
): Promise<Explanation["formatter"]> {
  if (formatters === undefined)
    return unknown
      ? { name: "none", place: "no language is known for the file", passedOver: [] }
      : { name: "built-in", place: "nothing else is said", passedOver: [] };
  const { name, place, passedOver } = await chosenFormatter(
    formatters,
    await styles.allowedCommands(),
  );
  return { name, place, passedOver };
}

const reasonFor = (path: string): string => {
  const name = path.slice(path.lastIndexOf("/") + 1);
  const ending = /\.[^.]+$/.exec(name)?.[0];
  return ending === undefined || ending === name ? `the file's name` : `the ending ${ending}`;
};

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
      ([
        name,
        value,
        why,
      ]) => `${name.padEnd(11)} ${value}${why === "" ? "" : pc.dim(`  (${why})`)}`,
    ),
    ...(style.length === 0 ? [] : ["style"]),
    ...style.map(
      ({
        name,
        value,
        place,
      }) => `  ${name.padEnd(widest)}  ${String(value).padEnd(wide)}  ${pc.dim(place)}`,
    ),
  ].join("\n");
}
