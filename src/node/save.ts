import { resolve } from "node:path";
import type { Answer } from "../core/answer.js";
import type { Engine } from "../core/engine.js";
import type { Language } from "../core/language.js";
import type { SaveStep } from "../core/save.js";
import type { Style } from "../core/style/style.js";
import type { Range } from "../core/text/lines.js";
import { checkConflicts } from "./conflicts.js";
import { SourceError } from "./error.js";
import type { ChosenFormatter } from "./formatters/chosen.js";
import { ProjectPackages } from "./packages.js";
import { languageOfFile } from "./program.js";
import { stepsOf } from "./steps.js";
import type { FileStyle, StyleFiles } from "./style/files.js";

export interface SaverOptions {
  /** Rules over style files. */
  readonly style?: Partial<Style>;
  /** The set of steps to take, as a style file names it, or a step; formatting where it is left out. */
  readonly save?: string | undefined;
  /** What style files say; nothing where they are left out. */
  readonly styles?: StyleFiles | undefined;
}

/** All that acts on the text of a file. */
export interface Acting {
  /** Undefined where only a command knows the language. */
  readonly language: Language | undefined;
  readonly steps: readonly SaveStep[];
  readonly ownPackages: readonly string[];
  /** What style files say, by language. */
  readonly styleFor: FileStyle["styleFor"] | undefined;
  /** Rules over that. */
  readonly style: Partial<Style> | undefined;
  /** The command that formats it in place of the engine. */
  readonly external: ChosenFormatter | undefined;
}

/** Does with texts what a save of their files does. */
export class Saver {
  private readonly packages = new ProjectPackages();

  constructor(private readonly engine: Engine, private readonly options: SaverOptions) {}

  /**
   * What acts on a file, or what excludes it.
   *
   * @param text what it holds, where that is not what stands at its path.
   * @throws RangeError where style files name no such set of steps.
   * @throws SourceError where a style file cannot be used, or nothing knows how to format the file.
   */
  async acting(
    path: string,
    text?: string,
  ): Promise<Acting | { readonly excludedBy: string }> {
    const { save, style, styles } = this.options;
    const language = languageOfFile(this.engine, path, text);
    const said = await styles?.of(path);
    if (said?.excludedBy !== undefined) return { excludedBy: said.excludedBy };
    const formatter = await this.formatterFor(said);
    if (formatter?.name === "none") return { excludedBy: `${formatter.place} formatter "none"` };
    const external = formatter?.command === undefined ? undefined : formatter;
    if (language === undefined && external === undefined)
      throw new SourceError(path, "no language is known for its ending");
    const steps = stepsOf(save, said);
    const ownPackages = steps.includes("organizeImports")
      ? [...said?.ownPackages ?? [], ...this.packages.of(resolve(path))]
      : [];
    return { language, steps, ownPackages, styleFor: said?.styleFor, style, external };
  }

  /** What is said to format a file, where that is anything but the engine. */
  private async formatterFor(said: FileStyle | undefined): Promise<ChosenFormatter | undefined> {
    const { styles } = this.options;
    if (styles === undefined || said?.formatters === undefined) return undefined;
    if (said.formatters.names[0] === "built-in") return undefined;
    const { chosenFormatter } = await import("./formatters/chosen.js");
    return chosenFormatter(said.formatters, await styles.allowedCommands());
  }

  /**
   * What a save comes to.
   *
   * @param lines the lines that may change; all of them where they are left out.
   * @throws SourceError where the text holds a merge conflict, or a command fails.
   */
  async answer(
    path: string,
    text: string,
    acting: Acting,
    lines?: readonly Range[],
  ): Promise<Answer> {
    checkConflicts(path, text);
    const { external, steps } = acting;
    if (external === undefined) return this.builtIn(path, text, acting, lines);
    // The engine takes the other steps; a command knows formatting only.
    const others = steps.filter((step) => step !== "format");
    let wanted = acting.language === undefined || others.length === 0
      ? text
      : this.builtIn(path, text, { ...acting, steps: others }, lines).text;
    const [{ runFormatter }, { answerFor }] = await Promise.all([
      import("./formatters/command.js"),
      import("./formatters/edits.js"),
    ]);
    const { command, folder, name } = external;
    if (steps.includes("format"))
      wanted = await runFormatter(command!, { name, path, text: wanted, folder });
    return answerFor(text, wanted, name, { lines });
  }

  private builtIn(
    path: string,
    text: string,
    { language, steps, ownPackages, styleFor, style }: Acting,
    lines: readonly Range[] | undefined,
  ): Answer {
    const document = this.engine.open({
      uri: path,
      languageId: language!.ids[0]!,
      text,
      style: styleFor,
    });
    return document.formatOnSave({
      steps,
      lines: lines ?? "all",
      ownPackages,
      ...(style === undefined ? {} : { style }),
    });
  }
}
