import { resolve } from "node:path";
import type { Answer } from "../core/answer.js";
import type { SaveStep } from "../core/save.js";
import type { Engine } from "../core/engine.js";
import type { Language } from "../core/language.js";
import type { Style } from "../core/style/style.js";
import type { Range } from "../core/text/lines.js";
import { checkConflicts } from "./conflicts.js";
import { ProjectPackages } from "./packages.js";
import { stepsOf } from "./steps.js";
import type { FileStyle } from "./style/files.js";

export interface SaverOptions {
  /** Rules over style files. */
  readonly style?: Partial<Style>;
  /** The set of steps to take, as a style file names it, or a step; formatting where it is left out. */
  readonly save?: string | undefined;
}

/** All that acts on the text of a file. */
export interface Acting {
  readonly language: Language;
  readonly steps: readonly SaveStep[];
  readonly ownPackages: readonly string[];
  /** What style files say, by language. */
  readonly styleFor: FileStyle["styleFor"] | undefined;
  /** Rules over that. */
  readonly style: Partial<Style> | undefined;
}

/** Does with texts what a save of their files does. */
export class Saver {
  private readonly packages = new ProjectPackages();

  constructor(private readonly engine: Engine, private readonly options: SaverOptions) {}

  /**
   * What acts on a file.
   *
   * @param said what style files say of it.
   * @throws RangeError where they name no such set of steps.
   */
  acting(path: string, language: Language, said: FileStyle | undefined): Acting {
    const { save, style } = this.options;
    const steps = stepsOf(save, said);
    const ownPackages = steps.includes("organizeImports")
      ? [...said?.ownPackages ?? [], ...this.packages.of(resolve(path))]
      : [];
    return { language, steps, ownPackages, styleFor: said?.styleFor, style };
  }

  /**
   * What a save comes to.
   *
   * @param lines the lines that may change; all of them where they are left out.
   * @throws SourceError where the text holds a merge conflict.
   */
  answer(path: string, text: string, acting: Acting, lines?: readonly Range[]): Answer {
    checkConflicts(path, text);
    const { language, steps, ownPackages, styleFor, style } = acting;
    const document = this.engine.open({
      uri: path,
      languageId: language.ids[0]!,
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
