import { Command, Option } from "commander";
import { createEngine } from "../../index.js";
import { Exit } from "../exit.js";
import { overFiles, type RunCommandOptions } from "../options.js";
import { counted } from "../report.js";
import { diffReport } from "../reports/diff.js";
import { jsonReport } from "../reports/json.js";
import type { Report } from "../reports/report.js";
import { sarifReport } from "../reports/sarif.js";
import { textReport } from "../reports/text.js";
import { runOver } from "../run.js";
import { version } from "../version.js";

interface Options extends RunCommandOptions {
  readonly report: "text" | "json" | "sarif" | "diff";
}

export const checkCommand = (): Command => overFiles(
  new Command("check")
    .description("Say which files formatting would change. Changes nothing.")
    .argument("[paths...]", "files and folders")
    .addOption(
      new Option("--report <form>", "what is printed of each difference")
        .choices(["text", "json", "sarif", "diff"])
        .default("text"),
    ),
)
  .action(checkPaths);

function reportFor({ report, quiet = false }: Options): Report {
  switch (report) {
    case "json": return jsonReport();
    case "sarif": return sarifReport(createEngine(), version);
    case "diff": return diffReport();
    case "text": return textReport(quiet);
  }
}

async function checkPaths(paths: readonly string[], options: Options): Promise<void> {
  const report = reportFor(options);
  let differing = 0;
  const { files, failed, took } = await runOver(
    paths,
    { ...options, write: false, most: report.most },
    (outcome) => {
      if (outcome.answer.editCount > 0) differing++;
      report.add(outcome);
    },
  );
  const failures = failed > 0 ? `, ${failed} could not be read` : "";
  await report.close(
    `${counted(files, "file")}: ${differing} would change, ${files - differing - failed} in order${failures}; ${took}`,
  );
  process.exitCode = failed > 0 ? Exit.CouldNot : differing > 0 ? Exit.WouldChange : Exit.Fine;
}
