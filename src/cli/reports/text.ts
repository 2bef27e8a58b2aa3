import pc from "picocolors";
import { counted, printUnsettled } from "../report.js";
import { differencesOf, type Report } from "./report.js";

/** One line a file, with its first difference. */
export const textReport = (quiet: boolean): Report => ({
  most: quiet ? 0 : 1,
  add(outcome) {
    if (quiet) return;
    const [first] = differencesOf(outcome, 1);
    if (first !== undefined) {
      const { start } = first.edit.range;
      const place = `${outcome.path}:${start.line + 1}:${start.character + 1}`;
      const count = counted(outcome.answer.editCount, "edit");
      console.log(
        `${pc.yellow("differs")}  ${place}  ${pc.dim(`${count}, the first by ${first.edit.rule}:`)} ${first.message}`,
      );
    }
    printUnsettled(outcome);
  },
  async close(line) {
    if (!quiet) console.log(line);
  },
});
