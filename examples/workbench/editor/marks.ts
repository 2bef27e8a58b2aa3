import { RangeSet, StateEffect, StateField, type Extension, type Range } from "@codemirror/state";
import {
  Decoration,
  EditorView,
  WidgetType,
  hoverTooltip,
  type DecorationSet,
} from "@codemirror/view";
import type { Difference } from "../engine/judgement.js";

/** A difference with where it stands in the text that is shown. */
export interface Mark {
  readonly from: number;
  readonly to: number;
  readonly difference: Difference;
}

export interface Marks {
  readonly marks: readonly Mark[];
  readonly unsettled: readonly { readonly from: number; readonly to: number }[];
  /** The mark that is looked at; -1 for none. */
  readonly chosen: number;
}

const NONE: Marks = { marks: [], unsettled: [], chosen: -1 };

const setMarks = StateEffect.define<Marks>();

/** Where an edit takes something away, or puts something in, and leaves nothing to see. */
class Notch extends WidgetType {
  constructor(private readonly chosen: boolean) {
    super();
  }

  override eq(other: Notch): boolean {
    return this.chosen === other.chosen;
  }

  override toDOM(): HTMLElement {
    const notch = document.createElement("span");
    notch.className = this.chosen ? "edit-notch edit-chosen" : "edit-notch";
    notch.setAttribute("aria-hidden", "true");
    return notch;
  }
}

const edited = Decoration.mark({ class: "edit" });
const chosen = Decoration.mark({ class: "edit edit-chosen" });
const unsettledMark = Decoration.mark({ class: "unsettled" });

const field = StateField.define<{ readonly marks: Marks; readonly drawn: DecorationSet }>({
  create: () => ({ marks: NONE, drawn: RangeSet.empty }),
  update(value, transaction) {
    for (const effect of transaction.effects)
      if (effect.is(setMarks))
        return { marks: effect.value, drawn: drawn(effect.value, transaction.newDoc.length) };
    return transaction.docChanged
      ? { marks: value.marks, drawn: value.drawn.map(transaction.changes) }
      : value;
  },
  provide: (own) => EditorView.decorations.from(own, ({ drawn: decorations }) => decorations),
});

function drawn({ marks, unsettled, chosen: at }: Marks, length: number): DecorationSet {
  const ranges: Range<Decoration>[] = [];
  for (const [i, { from, to }] of marks.entries()) {
    if (to > length) continue;
    ranges.push(
      from === to
        ? Decoration.widget({ widget: new Notch(i === at), side: 1 }).range(from)
        : (i === at ? chosen : edited).range(from, to),
    );
  }
  for (const { from, to } of unsettled)
    if (from < to && to <= length) ranges.push(unsettledMark.range(from, to));
  return Decoration.set(ranges, true);
}

/** Says of the edit under the pointer which rule asks for it, why, and by which setting. */
const tooltip = hoverTooltip((view, at) => {
  const { marks } = view.state.field(field).marks;
  const mark = marks.find(({ from, to }) => from <= at && at <= Math.max(to, from + 1));
  if (mark === undefined) return null;
  return {
    pos: mark.from,
    end: mark.to,
    create: () => ({ dom: explanation(mark.difference) }),
  };
});

/** An edit explained. */
export function explanation({ sentence, why, rule, settings }: Difference): HTMLElement {
  const dom = document.createElement("div");
  const add = (tag: string, text: string, className = ""): void => {
    const element = document.createElement(tag);
    element.textContent = text;
    element.className = className;
    dom.append(element);
  };
  add("strong", sentence);
  add("p", why, "why");
  add("code", settings.length > 0 ? `${rule}   ${settings.join("   ")}` : rule, "rule");
  return dom;
}

/** Marks of edits in a surface, with what they say of themselves. */
export const marking: Extension = [field, tooltip];

export const showMarks = (view: EditorView, marks: Marks): void =>
  view.dispatch({ effects: setMarks.of(marks) });
