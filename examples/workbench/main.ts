import "./look/components.js";
import type { SlSelect, SlSwitch, SlTabGroup } from "@shoelace-style/shoelace";
import { EditorView } from "@codemirror/view";
import type { Style } from "oak-tide/core";
import { startWorkshop } from "./engine/client.js";
import type { Judgement } from "./engine/judgement.js";
import { showMarks } from "./editor/marks.js";
import { ScrollPair } from "./editor/pair.js";
import { Result } from "./editor/result.js";
import { Source } from "./editor/source.js";
import { readFiles } from "./files.js";
import { copies, element, find } from "./panels/dom.js";
import { EditsPanel } from "./panels/edits.js";
import { LearnPanel } from "./panels/learn.js";
import { ReplayPanel } from "./panels/replay.js";
import { StylePanel } from "./panels/style.js";
import { LANGUAGES, SAMPLES, languageOf } from "./samples.js";
import { readState, writeState } from "./state.js";

/** How long the text must rest before it is judged, in milliseconds. */
const REST = 80;

const workshop = await startWorkshop();
const samples = find<SlSelect>("sample");
const languages = find<SlSelect>("language");

const result = new Result(find("result"));
const source = new Source(find("source"), workshop, {
  changed: () => later(),
  answered(what, { status, unsettled }, milliseconds) {
    const left = unsettled.length > 0 ? "; what does not read stays as written" : "";
    find("told").textContent = `${what}: ${status}${left} (${milliseconds.toFixed(1)} ms)`;
  },
});
const pair = new ScrollPair(source.view, result.view, { toRight: (at) => at, toLeft: (at) => at });

const style = new StylePanel((chosen) => void source.restyle(chosen));
const takeStyle = (chosen: Partial<Style>): void => {
  style.set(chosen);
  void find<SlTabGroup>("panels").show("style");
  void source.restyle(chosen);
};
const edits = new EditsPanel((index) => {
  markSource();
  result.choose(index);
  const difference = judged?.differences[index];
  if (difference !== undefined)
    source.view.dispatch({ effects: EditorView.scrollIntoView(difference.from, { y: "center" }) });
});
new LearnPanel(workshop, takeStyle);
new ReplayPanel(source, result, workshop);

// What the text becomes

let judged: Judgement | undefined;
let rest: ReturnType<typeof setTimeout> | undefined;

function later(): void {
  clearTimeout(rest);
  rest = setTimeout(() => void judge(), REST);
}

async function judge(): Promise<void> {
  const { text, languageId } = source;
  const judgement = await workshop.desk.judge(languageId, text, style.style);
  // What was typed meanwhile is judged when that rests.
  if (source.text !== text) return;
  judged = judgement;
  result.show(judgement);
  edits.show(judgement);
  style.showActing(judgement.style);
  markSource();
  const { toRight, toLeft } = across(judgement);
  pair.map({ toRight, toLeft });
  const hash = await writeState({ languageId, text, style: style.style });
  history.replaceState(null, "", hash);
}

function markSource(): void {
  if (judged === undefined) return;
  showMarks(source.view, {
    marks: judged.differences.map((difference) => ({
      from: difference.from,
      to: difference.to,
      difference,
    })),
    unsettled: judged.unsettled,
    chosen: edits.chosen,
  });
}

/** Where offsets of both texts stand in the other. */
function across({ differences }: Judgement): Record<
  "toRight" | "toLeft",
  (offset: number) => number
> {
  return {
    toRight(offset) {
      let shift = 0;
      for (const { from, to, text } of differences) {
        if (from >= offset) break;
        if (to > offset) return from + shift;
        shift += text.length - (to - from);
      }
      return offset + shift;
    },
    toLeft(offset) {
      let shift = 0;
      for (const { from, to, text } of differences) {
        if (from + shift >= offset) break;
        if (from + shift + text.length > offset) return from;
        shift += text.length - (to - from);
      }
      return offset - shift;
    },
  };
}

// What is opened

samples.append(...SAMPLES.map(({ name }) => element("sl-option", { value: name }, name)));
languages.append(...LANGUAGES.map(({ id, name }) => element("sl-option", { value: id }, name)));

async function open(languageId: string, text: string, sample = ""): Promise<void> {
  await source.open(languageId, text, style.style);
  await result.colour(languageId);
  languages.value = languageId;
  samples.value = sample;
}

samples.addEventListener("sl-change", () => {
  const sample = SAMPLES.find(({ name }) => name === samples.value);
  if (sample !== undefined) void open(sample.languageId, sample.text, sample.name);
});
languages.addEventListener("sl-change", () => void open(languages.value as string, source.text));

const main = document.querySelector("main")!;
main.addEventListener("dragover", (event) => event.preventDefault(), true);
main.addEventListener("drop", async (event) => {
  if (event.dataTransfer === null || event.dataTransfer.files.length === 0) return;
  event.preventDefault();
  event.stopPropagation();
  const [file] = await readFiles(event.dataTransfer);
  if (file !== undefined) await open(languageOf(file.name), file.text);
}, true);

copies("share", () => location.href);

// What is asked

find("format").addEventListener("click", () => void source.formatDocument());
find("format-selection").addEventListener("click", () => void source.formatSelection());
find("as-paste").addEventListener("click", () => void source.placeSelection("Paste"));
find("as-move").addEventListener("click", () => void source.placeSelection("Move"));

// Breaking on purpose: the brace nearest to the middle goes, and comes back.
let taken: { readonly at: number; readonly brace: string } | undefined;
find("break").addEventListener("click", () => {
  const { text } = source;
  if (taken !== undefined) {
    source.replace(taken.at, taken.at, taken.brace);
    taken = undefined;
  } else {
    const middle = text.length >> 1;
    const braces = [...text.matchAll(/[{}()[\]]/g)].sort(
      (a, b) => Math.abs(a.index - middle) - Math.abs(b.index - middle),
    );
    const [brace] = braces;
    if (brace === undefined) return;
    taken = { at: brace.index, brace: brace[0] };
    source.replace(brace.index, brace.index + 1, "");
  }
  find("break").textContent = taken === undefined ? "Take a brace away" : "Put it back";
});

// Light and dark

const dark = find<SlSwitch>("dark");
const preferred = matchMedia("(prefers-color-scheme: dark)");
const shade = (isDark: boolean): void => {
  document.documentElement.classList.toggle("sl-theme-dark", isDark);
  dark.checked = isDark;
};
shade(preferred.matches);
preferred.addEventListener("change", ({ matches }) => shade(matches));
dark.addEventListener("sl-change", () => shade(dark.checked));

// What the address holds comes first.
const state = await readState(location.hash);
if (state === undefined) await open(SAMPLES[0]!.languageId, SAMPLES[0]!.text, SAMPLES[0]!.name);
else {
  style.set(state.style);
  await open(state.languageId, state.text);
}
document.documentElement.dataset["ready"] = "true";
