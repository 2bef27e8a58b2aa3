import type { SlButton } from "@shoelace-style/shoelace";
import type { Difference, Judgement } from "../engine/judgement.js";
import { explanation } from "../editor/marks.js";
import { element, find } from "./dom.js";

/** More rows than a person reads. */
const MOST = 400;

/** The list of edits: one is chosen, and explained beside the list. */
export class EditsPanel {
  private readonly list = find<HTMLDivElement>("edit-list");
  private readonly told = find("edit-told");
  private differences: readonly Difference[] = [];
  private at = -1;

  /** @param choose is told which edit is looked at. */
  constructor(private readonly choose: (index: number) => void) {
    find<SlButton>("edit-next").addEventListener("click", () => this.step(1));
    find<SlButton>("edit-previous").addEventListener("click", () => this.step(-1));
    this.list.addEventListener("click", ({ target }) => {
      const row = (target as HTMLElement).closest<HTMLElement>("[data-index]");
      if (row !== null) this.pick(Number(row.dataset["index"]));
    });
    this.list.addEventListener("keydown", (event) => {
      const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
      if (step === undefined) return;
      event.preventDefault();
      this.step(step);
    });
  }

  /** Which edit is looked at; -1 for none. */
  get chosen(): number {
    return this.at;
  }

  show({ differences, unsettled, milliseconds }: Judgement): void {
    this.differences = differences;
    this.at = -1;
    const left = unsettled.length === 0
      ? ""
      : `, ${unsettled.length} ${unsettled.length === 1 ? "stretch stays" : "stretches stay"} as written`;
    find("edit-count").textContent =
      `${differences.length} ${differences.length === 1 ? "edit" : "edits"}${left} (${milliseconds.toFixed(1)} ms)`;
    this.list.replaceChildren(
      ...differences.slice(0, MOST).map(({ line, column, sentence, rule }, i) => {
        const row = element(
          "div",
          { role: "option", id: `edit-${i}`, className: "edit-row" },
          element("span", { className: "place" }, `${line}:${column}`),
          element("span", { className: "sentence" }, sentence),
          element("span", { className: "rule" }, rule),
        );
        row.dataset["index"] = String(i);
        row.setAttribute("aria-selected", "false");
        return row;
      }),
    );
    if (differences.length === 0)
      this.list.replaceChildren(
        element("div", { role: "option", className: "edit-row none" }, "Nothing is to be changed."),
      );
    this.told.replaceChildren(
      element(
        "p",
        { className: "hint" },
        "Choose an edit to see which rule asks for it, why, and by which setting.",
      ),
    );
  }

  private step(by: number): void {
    const { length } = this.differences;
    if (length > 0) this.pick((this.at + by + length) % Math.min(length, MOST));
  }

  private pick(index: number): void {
    const difference = this.differences[index];
    if (difference === undefined) return;
    this.rowAt(this.at)?.setAttribute("aria-selected", "false");
    this.at = index;
    const row = this.rowAt(index)!;
    row.setAttribute("aria-selected", "true");
    row.scrollIntoView({ block: "nearest" });
    this.list.setAttribute("aria-activedescendant", row.id);
    this.told.replaceChildren(explanation(difference));
    this.choose(index);
  }

  private rowAt(index: number): HTMLElement | null {
    return this.list.querySelector(`[data-index="${index}"]`);
  }
}
