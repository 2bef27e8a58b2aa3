import type { SlButton } from "@shoelace-style/shoelace";
import type { Finding, Learnt, Sample } from "oak-tide/learn";
import type { Style } from "oak-tide/core";
import { languageOf } from "../samples.js";
import type { Workshop } from "../engine/client.js";
import { readFiles, type ReadFile } from "../files.js";
import { element, find } from "./dom.js";

/** More text than a person waits for, in characters. */
const MOST = 400_000;

/** Proposes the style of files that were dropped, with how many lines each value would change. */
export class LearnPanel {
  private readonly told = find("learn-told");
  private learnt: Learnt | undefined;

  /** @param take is given the style that was proposed. */
  constructor(private readonly workshop: Workshop, take: (style: Partial<Style>) => void) {
    const zone = find("learn-zone");
    zone.addEventListener("dragover", (event) => event.preventDefault());
    zone.addEventListener("drop", async (event) => {
      event.preventDefault();
      event.stopPropagation();
      await this.learnFrom(await readFiles(event.dataTransfer!));
    });
    const input = find<HTMLInputElement>("learn-files");
    // The same files may be chosen again.
    input.addEventListener("click", () => input.value = "");
    input.addEventListener("change", async () => {
      const files = await Promise.all(
        [...input.files ?? []].map(async (file) => ({ name: file.name, text: await file.text() })),
      );
      await this.learnFrom(files);
    });
    const button = find<SlButton>("learn-take");
    button.addEventListener("click", () => this.learnt && take(this.learnt.style));
  }

  async learnFrom(files: readonly ReadFile[]): Promise<void> {
    const samples: Sample[] = [];
    let length = 0;
    for (const { name, text } of files) {
      const languageId = languageOf(name);
      if (languageId === "plaintext" || length + text.length > MOST) continue;
      length += text.length;
      samples.push({ languageId, text });
    }
    if (samples.length === 0) {
      this.told.textContent = "None of these files is in a language that can be learnt from.";
      return;
    }
    this.told.textContent = `Learning from ${samples.length} ${samples.length === 1 ? "file" : "files"} …`;
    this.learnt = await this.workshop.desk.learn(samples);
    const { lines, changed, changedBefore, findings } = this.learnt;
    const share = (count: number): string => `${((100 * count) / lines).toFixed(1)} %`;
    this.told.textContent =
      `${samples.length} of ${files.length} files, ${lines} lines: ${share(changed)} would change under this style, ${share(changedBefore)} with nothing said. Bars: lines that would change under each value.`;
    find("learn-findings").replaceChildren(
      ...findings.filter(({ sureness }) => sureness > 0).map((finding) => bars(finding)),
    );
    find<SlButton>("learn-take").disabled = false;
  }
}

/** The values of one option, each with a bar as long as many lines it would change. */
function bars({ name, value, weighed }: Finding): HTMLElement {
  const most = Math.max(...weighed.map(({ lines }) => lines), 1);
  const rows = weighed.map((one) => {
    const bar = element("span", { className: "bar" });
    bar.style.width = `${Math.max(1, (100 * one.lines) / most)}%`;
    const row = element(
      "div",
      { className: one.value === value ? "bar-row proposed" : "bar-row" },
      element("span", { className: "value" }, String(one.value ?? "each file's")),
      element("span", { className: "track" }, bar),
      element("span", { className: "lines" }, String(one.lines)),
    );
    return row;
  });
  return element("section", { className: "finding" }, element("h3", {}, name), ...rows);
}
