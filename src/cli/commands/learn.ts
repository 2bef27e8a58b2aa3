import { existsSync, statSync } from "node:fs";
import { join } from "node:path";
import { Command, Option } from "commander";
import pc from "picocolors";
import { createEngine, type Engine, type Style } from "../../index.js";
import { learn, type Learnt, type Sample } from "../../core/learn.js";
import { SourceError } from "../../node/error.js";
import { languageOfFile } from "../../node/program.js";
import { readSource } from "../../node/source.js";
import { findSources } from "../../node/walk.js";
import { replaceFile } from "../../node/replace.js";
import { StyleFiles } from "../../node/style/files.js";
import { STYLE_FILE_NAMES } from "../../node/style/names.js";
import { writeOutput } from "../input.js";
import { counted } from "../report.js";

interface Options {
  readonly write?: boolean;
  readonly report: "text" | "json";
}

/** How much text of a language is read at most, in UTF-16 units: more would tell nothing new. */
const MOST_TEXT = 200_000;

export const learnCommand = (): Command => new Command("learn")
  .description(
    "Propose the style file under which the fewest lines of code that exists would change.",
  )
  .argument("[folder]", "the code to learn from", ".")
  .addOption(new Option("--write", "save the style file in the folder"))
  .addOption(
    new Option("--report <form>", "text or json").choices(["text", "json"]).default("text"),
  )
  .action(learnFrom);

async function learnFrom(folder: string, { write = false, report }: Options): Promise<void> {
  if (write && statSync(folder, { throwIfNoEntry: false })?.isFile() === true)
    throw new SourceError(folder, "a style file is saved in a folder; name that");
  const engine = createEngine();
  const texts = await samplesIn(folder, engine);
  if (texts.size === 0)
    throw new SourceError(folder, "there is no file in a language that is known");
  const learnt = new Map([...texts].map(([family, samples]) => [family, learn(engine, samples)]));
  const file = styleFileOf(learnt, texts);
  if (report === "json")
    await writeOutput(
      `${JSON.stringify({ style: file, languages: Object.fromEntries(learnt) }, null, 2)}\n`,
    );
  else
    await writeOutput(`${textOf(learnt)}\n\n${JSON.stringify(file, null, 2)}\n`);
  if (write) await save(folder, file);
}

/** The texts of a folder by the families of their languages. */
async function samplesIn(folder: string, engine: Engine): Promise<Map<string, Sample[]>> {
  const styles = new StyleFiles();
  await styles.ready();
  const files = findSources(
    [folder],
    (path) => (
      languageOfFile(engine, path)?.sequence !== undefined && !path.endsWith(STYLE_FILE_NAMES[0])
    ),
    (below) => styles.excludesFolder(below),
  );
  const samples = new Map<string, Sample[]>();
  const sizes = new Map<string, number>();
  /** Of languages whose files are all longer than what is read, the shortest one. */
  const long = new Map<string, Sample>();
  for (const path of spread(files)) {
    if (path instanceof SourceError) throw path;
    if ((await styles.of(path)).excludedBy !== undefined) continue;
    const language = languageOfFile(engine, path)!;
    const size = sizes.get(language.family) ?? 0;
    if (size > MOST_TEXT) continue;
    const { text } = await readSource(path);
    const languageId = language.ids[0]!;
    if (text.length > MOST_TEXT) {
      if (text.length < (long.get(language.family)?.text.length ?? Infinity))
        long.set(language.family, { languageId, text });
      continue;
    }
    if (!parses(engine, { languageId, text })) continue;
    sizes.set(language.family, size + text.length);
    samples.set(language.family, [...samples.get(language.family) ?? [], { languageId, text }]);
  }
  for (const [family, sample] of long) {
    if (!samples.has(family) && parses(engine, sample)) samples.set(family, [sample]);
  }
  return samples;
}

/** Whether a text parses: what does not shows no style. */
const parses = (engine: Engine, { languageId, text }: Sample): boolean =>
  engine.open({ uri: "", languageId, text }).formatDocument().unsettled.length === 0;

/** The same things in an order in which each beginning is spread over the whole. */
function spread<T>(items: readonly T[]): T[] {
  const step = Math.max(1, Math.floor(Math.sqrt(items.length)));
  return Array.from({ length: step }, (_, i) => items.filter((__, k) => k % step === i)).flat();
}

/**
 * A style file: what no family contradicts at the top, the rest by language. Where no line tells, any value does; where
 * files of a family keep their own, none.
 */
function styleFileOf(
  learnt: ReadonlyMap<string, Learnt>,
  texts: ReadonlyMap<string, readonly Sample[]>,
): object {
  const common: Record<string, unknown> = {};
  const languages: Record<string, Record<string, unknown>> = {};
  const names = new Set([...learnt.values()].flatMap(({ style }) => Object.keys(style)));
  for (const name of names as Set<keyof Style>) {
    const values = new Set(
      [...learnt.values()].flatMap(({ findings }) => (
        findings.filter((one) => one.name === name && one.sureness > 0).map(({ value }) => value)
      )),
    );
    if (values.size === 1) [common[name]] = values;
    else for (const [family, { style }] of learnt) {
      if (style[name] === undefined) continue;
      for (const { languageId } of texts.get(family)!)
        (languages[languageId] ??= {})[name] = style[name];
    }
  }
  return Object.keys(languages).length === 0 ? common : { ...common, languages };
}

function textOf(learnt: ReadonlyMap<string, Learnt>): string {
  const parts: string[] = [];
  for (const [family, { findings, lines, changed, changedBefore }] of learnt) {
    const share = (count: number): string => `${((100 * count) / Math.max(1, lines)).toFixed(1)} %`;
    parts.push(
      `${pc.bold(family)}: of ${counted(lines, "line")} ${changed} would change (${share(changed)}); without a style file ${changedBefore} (${share(changedBefore)})`,
    );
    const silent = findings.filter(({ sureness }) => sureness === 0).map(({ name }) => name);
    for (const { name, value, weighed, sureness } of findings) {
      if (sureness === 0) continue;
      const all = weighed.map((one) => `${told(one.value)} ${one.lines}`).join(", ");
      const sure = `${Math.max(1, Math.round(100 * sureness))} % sure`;
      parts.push(`  ${name.padEnd(23)}${told(value).padEnd(12)}${sure.padEnd(12)}${pc.dim(all)}`);
    }
    if (silent.length > 0)
      parts.push(pc.dim(`  ${inLines(`no line tells of ${silent.join(", ")}`)}`));
  }
  return parts.join("\n");
}

/** A value as it is printed. */
const told = (value: Style[keyof Style] | undefined): string => String(value ?? "each file's");

/** A sentence in lines that fit a terminal, none of which ends within a word. */
const inLines = (sentence: string): string =>
  sentence.match(/.{1,74}(?= |$)/g)!.map((line) => line.trim()).join("\n    ");

async function save(folder: string, file: object): Promise<void> {
  const there = STYLE_FILE_NAMES.find((name) => existsSync(join(folder, name)));
  if (there !== undefined)
    throw new SourceError(
      join(folder, there),
      "it is there already; take it away first, or edit it by hand",
    );
  const path = join(folder, "oak-tide.json");
  await replaceFile(path, `${JSON.stringify(file, null, 2)}\n`);
  console.error(`${path} is written`);
}
