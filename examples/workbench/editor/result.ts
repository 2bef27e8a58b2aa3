import { EditorState } from "@codemirror/state";
import { EditorView } from "@codemirror/view";
import type { Judgement } from "../engine/judgement.js";
import { Surface } from "./base.js";
import { marking, showMarks, type Mark } from "./marks.js";

/** The text that the source becomes, to read. */
export class Result extends Surface {
  private marks: readonly Mark[] = [];

  constructor(parent: HTMLElement) {
    super(parent, "Result", [
      EditorState.readOnly.of(true),
      EditorView.editable.of(false),
      EditorView.contentAttributes.of({ tabindex: "0" }),
      marking,
    ]);
  }

  show({ result, differences }: Judgement): void {
    const { view } = this;
    const { scrollTop } = view.scrollDOM;
    view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: result } });
    view.scrollDOM.scrollTop = scrollTop;
    let shift = 0;
    this.marks = differences.map((difference) => {
      const from = difference.from + shift;
      shift += difference.text.length - (difference.to - difference.from);
      return { from, to: from + difference.text.length, difference };
    });
    this.choose(-1);
  }

  /** Marks one edit among the others, and shows it. */
  choose(index: number): void {
    showMarks(this.view, { marks: this.marks, unsettled: [], chosen: index });
    const mark = this.marks[index];
    if (mark !== undefined)
      this.view.dispatch({ effects: EditorView.scrollIntoView(mark.from, { y: "center" }) });
  }
}
