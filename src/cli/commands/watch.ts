import { basename } from "node:path";
import { watch } from "chokidar";
import { Command } from "commander";
import { createEngine, type Engine } from "../../index.js";
import { SourceError } from "../../node/error.js";
import { formatFiles } from "../../node/run.js";
import { KnownFiles } from "../../node/formatters/known.js";
import { isPassedOver } from "../../node/walk.js";
import type { StyleFiles } from "../../node/style/files.js";
import {
  styleFileOption,
  styleFilesOf,
  lineLimitOption,
  saveOption,
  styleOf,
  type StyleOptions,
} from "../options.js";
import { printError, printWritten } from "../report.js";

interface Options extends StyleOptions {
  readonly save?: string;
}

/** How long a program may take to save several files, in milliseconds: they are formatted together. */
const BURST = 60;

export const watchCommand = (): Command => new Command("watch")
  .description("Format files as any program saves them, until it is interrupted.")
  .argument("[folder]", "where to look", ".")
  .addOption(saveOption())
  .addOption(styleFileOption())
  .addOption(lineLimitOption())
  .action(watchFolder);

async function watchFolder(folder: string, options: Options): Promise<void> {
  const engine = createEngine();
  let styles = styleFilesOf(options);
  await styles.ready();
  const watcher = watch(folder, {
    ignoreInitial: true,
    followSymlinks: false,
    ignored: (path, stats) => (
      path !== folder
      && stats?.isDirectory() === true
      && (isPassedOver(basename(path)) || styles.excludesFolder(path))
    ),
  });
  const burst = new Burst(async (paths) => {
    // A style file may be among what was saved.
    styles = styleFilesOf(options);
    await styles.ready();
    const known = new KnownFiles(engine, styles);
    await formatSaved(engine, styles, await known.among(paths, (path) => path), options);
  });
  watcher.on("add", (path) => burst.add(path)).on("change", (path) => burst.add(path));
  watcher.on("ready", () => console.log(`watching ${folder}; interrupt it to end`));
  watcher.on("error", (error) => {
    const reason = error instanceof Error ? error.message : String(error);
    printError(new SourceError(folder, reason));
  });
  await new Promise<void>((ends) => {
    process.once("SIGINT", ends).once("SIGTERM", ends);
  });
  await watcher.close();
  await burst.rest();
}

/** Formats files that were saved. What it writes itself comes back once, and is in order then. */
async function formatSaved(
  engine: Engine,
  styles: StyleFiles,
  paths: readonly string[],
  options: Options,
): Promise<void> {
  const run = formatFiles(engine, paths, {
    write: true,
    styles,
    style: styleOf(options),
    save: options.save,
  });
  for await (const outcome of run) {
    if (outcome instanceof SourceError) printError(outcome);
    else if ("answer" in outcome) printWritten(outcome);
  }
}

/** Gathers what comes in quick succession, and hands it on when nothing has come for a while. */
class Burst {
  private readonly paths = new Set<string>();
  private timer: NodeJS.Timeout | undefined = undefined;
  private work: Promise<void> = Promise.resolve();

  constructor(private readonly take: (paths: readonly string[]) => Promise<void>) {}

  add(path: string): void {
    this.paths.add(path);
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.flush(), BURST);
  }

  /** Takes what has come so far, once what was taken before is done. */
  async rest(): Promise<void> {
    clearTimeout(this.timer);
    this.flush();
    await this.work;
  }

  private flush(): void {
    const paths = [...this.paths].sort();
    this.paths.clear();
    if (paths.length > 0) this.work = this.work.then(() => this.take(paths));
  }
}
