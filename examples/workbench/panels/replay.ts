import type { SlButton, SlRange } from "@shoelace-style/shoelace";
import uPlot from "uplot";
import type { Result } from "../editor/result.js";
import type { Source } from "../editor/source.js";
import type { Workshop } from "../engine/client.js";
import { find } from "./dom.js";

/** The fastest that a person may choose, in keys a second; as fast as it goes. */
const FASTEST = 200;

/** Types a text out as a person does, without white space at the beginning of lines, and draws how long each answer takes. */
export class ReplayPanel {
  private readonly button = find<SlButton>("replay-play");
  private readonly told = find("replay-told");
  private readonly speed = find<SlRange>("replay-speed");
  private plot: uPlot | undefined;
  /** Of the keys that were worth a question, how long the answer took. */
  private times: number[] = [];
  private keys = 0;
  private playing = false;

  constructor(
    private readonly source: Source,
    private readonly result: Result,
    private readonly workshop: Workshop,
  ) {
    this.button.addEventListener("click", () => {
      if (this.playing) this.playing = false;
      else void this.play();
    });
    this.speed.tooltipFormatter = (value) => (
      value >= FASTEST ? "as fast as it goes" : `${value} keys a second`
    );
    new ResizeObserver(() => this.draw()).observe(find("replay-plot"));
  }

  /** Plays the text that stands there, as it is once it is formatted. */
  async play(): Promise<void> {
    const { source, workshop } = this;
    const { languageId, text } = source;
    const judgement = await workshop.desk.judge(languageId, text, {});
    const { result, style } = judgement;
    const lines = result.replace(/\n$/, "").split("\n");
    // What is typed comes to this text, which is not told what it came from.
    this.result.show({ ...judgement, differences: [] });
    this.playing = true;
    this.button.textContent = "Stop";
    this.times = [];
    this.keys = 0;
    await source.open(languageId, "", style);
    for (const [i, line] of lines.entries()) {
      if (!this.playing) break;
      if (i > 0) await this.key("\n");
      if (line.trim() !== "" && languageId === "python") this.outdentTo(line);
      for (const character of this.leftOf(line.trimStart())) {
        if (!this.playing) break;
        await this.key(character);
      }
      this.tell(lines, i + 1);
    }
    this.playing = false;
    this.button.textContent = "Play";
    this.draw();
  }

  /** Only its depth tells that a block has ended, so that a person says it. */
  private outdentTo(line: string): void {
    const { state } = this.source.view;
    const { head } = state.selection.main;
    const there = head - state.doc.lineAt(head).from;
    const wanted = line.length - line.trimStart().length;
    if (wanted < there) this.source.outdent(there - wanted);
  }

  /** What of a line is still to be typed: Enter may have begun it, as it does in a comment. */
  private leftOf(line: string): string {
    const { state } = this.source.view;
    const { head } = state.selection.main;
    const there = state.sliceDoc(state.doc.lineAt(head).from, head).trimStart();
    const begun = there.trimEnd();
    return line.startsWith(begun) ? line.slice(begun.length).trimStart() : line;
  }

  private async key(character: string): Promise<void> {
    const speed = Number(this.speed.value);
    const begun = performance.now();
    const time = await this.source.key(character);
    this.keys++;
    if (time !== undefined && this.times.push(time) % 16 === 0) this.draw();
    const rest = speed >= FASTEST ? 0 : 1000 / speed - (performance.now() - begun);
    // The page is drawn now and then, however fast it goes.
    if (rest > 0 || this.keys % 4 === 0)
      await new Promise((resolve) => setTimeout(resolve, Math.max(0, rest)));
  }

  private tell(lines: readonly string[], count: number): void {
    const typed = this.source.text.split("\n");
    const right = lines.slice(0, count).filter((line, i) => typed[i] === line).length;
    const sorted = [...this.times].sort((a, b) => a - b);
    const at = (share: number): string =>
      (sorted[Math.floor((sorted.length - 1) * share)] ?? 0).toFixed(1);
    this.told.textContent =
      `${right} of ${count} lines right so far, ${this.keys} keys; half of ${this.times.length} answers within ${at(0.5)} ms, 99 of 100 within ${at(0.99)} ms`;
  }

  private draw(): void {
    const place = find("replay-plot");
    const width = place.clientWidth;
    const height = place.clientHeight;
    if (width === 0 || height < 60) return;
    const colour = (name: string): string =>
      getComputedStyle(document.documentElement).getPropertyValue(name).trim();
    const axis = {
      stroke: colour("--quiet"),
      grid: { stroke: colour("--line"), width: 1 },
      ticks: { stroke: colour("--line"), width: 1 },
      font: "12px system-ui",
    };
    this.plot?.destroy();
    this.plot = new uPlot(
      {
        width,
        height,
        legend: { show: false },
        cursor: { show: false },
        scales: { x: { time: false } },
        axes: [
          { ...axis, label: "answers", labelSize: 18, labelFont: "12px system-ui", size: 32 },
          { ...axis, label: "ms", labelSize: 18, labelFont: "12px system-ui", size: 44 },
        ],
        series: [{}, { stroke: colour("--tide"), width: 1, points: { show: false } }],
      },
      [this.times.map((_, i) => i + 1), this.times],
      place,
    );
  }
}
