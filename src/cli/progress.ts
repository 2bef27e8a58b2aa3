import { clearLine, cursorTo } from "node:readline";
import type { SingleBar } from "cli-progress";

/** How long a run is silent, in milliseconds. */
const SILENT = 1000;

/** How far a run over files has come, drawn on a terminal's standard error once it takes long. */
export class Progress {
  private readonly begun = performance.now();
  private bar: SingleBar | undefined = undefined;
  private drawing: Promise<void> | undefined = undefined;
  private total = 0;
  private done = 0;
  private ended = false;

  /** @param files what the run goes over. */
  over<T>(files: readonly T[]): readonly T[] {
    this.total = files.length;
    return files;
  }

  /** One more file is done. */
  step(): void {
    this.done++;
    this.bar?.update(this.done);
    if (process.stderr.isTTY && performance.now() - this.begun > SILENT)
      this.drawing ??= this.draw();
  }

  /** Makes room for a line that is about to be printed; the bar is drawn again below it. */
  clear(): void {
    if (this.bar === undefined) return;
    cursorTo(process.stderr, 0);
    clearLine(process.stderr, 0);
  }

  /** Takes the bar away. */
  end(): void {
    this.ended = true;
    this.bar?.stop();
  }

  private async draw(): Promise<void> {
    const { default: { SingleBar } } = await import("cli-progress");
    if (this.ended) return;
    this.bar = new SingleBar({
      format: "{bar} {value} of {total} files",
      barCompleteChar: "━",
      barIncompleteChar: "·",
      barsize: 30,
      clearOnComplete: true,
      hideCursor: true,
      forceRedraw: true,
      // What is printed takes its place: it is drawn again at once.
      fps: 1000,
    });
    this.bar.start(this.total, this.done);
  }
}
