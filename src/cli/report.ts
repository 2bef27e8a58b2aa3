import pc from "picocolors";
import type { SourceError } from "../node/error.js";
import type { Excluded, Outcome } from "../node/run.js";

/** Counts `one` or several of it: `1 file`, `2 files`. */
export const counted = (
  count: number,
  one: string,
): string => `${count} ${one}${count === 1 ? "" : "s"}`;

/** Says on standard error which file could not be done, and why. */
export function printError(error: SourceError): void {
  console.error(`${pc.red("error")}    ${error.message}`);
}

/** Says on standard error which file was left alone, and by whose word. */
export function printExcluded({ path, excludedBy }: Excluded): void {
  console.error(`${pc.yellow("excluded")} ${path} by ${excludedBy}`);
}

/** Says which file was written, and on standard error what of it was left alone. */
export function printWritten(outcome: Outcome): void {
  const { path, answer: { editCount } } = outcome;
  if (editCount > 0)
    console.log(`${pc.green("written")}  ${path}  ${pc.dim(counted(editCount, "edit"))}`);
  printUnsettled(outcome);
}

/** Says on standard error which lines of a file were left alone because they do not parse. */
export function printUnsettled(
  { path, answer: { unsettled } }: Pick<Outcome, "path" | "answer">,
): void {
  const [first] = unsettled;
  if (first === undefined) return;
  const more = unsettled.length > 1 ? ` (and ${counted(unsettled.length - 1, "more place")})` : "";
  console.error(
    `${pc.yellow("unparsed")} ${path}:${first.start.line + 1}:${first.start.character + 1} left as written${more}`,
  );
}
