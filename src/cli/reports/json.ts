import type { Range } from "../../index.js";
import { writeOutput } from "../input.js";
import { differencesOf, type Report } from "./report.js";

interface FileReport {
  readonly file: string;
  /** Places are counted from 0, characters in UTF-16 units, as in the Language Server Protocol. */
  readonly differences: readonly {
    readonly range: Range;
    readonly newText: string;
    readonly rule: string;
    readonly message: string;
  }[];
  readonly unsettled: readonly Range[];
}

/** Every file that differs, or that was not understood whole, with all that differs in it. */
export function jsonReport(): Report {
  const files: FileReport[] = [];
  return {
    most: Infinity,
    add(outcome) {
      const { path: file, answer: { unsettled } } = outcome;
      const differences = differencesOf(outcome).map(
        ({ edit: { range, newText, rule }, message }) => ({ range, newText, rule, message }),
      );
      if (differences.length > 0 || unsettled.length > 0)
        files.push({ file, differences, unsettled });
    },
    close: () => writeOutput(`${JSON.stringify({ files }, null, 2)}\n`),
  };
}
