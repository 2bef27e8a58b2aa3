import {
  history,
  historyKeymap,
  moveLineDown,
  moveLineUp,
  standardKeymap,
  insertNewline,
  insertTab,
} from "@codemirror/commands";
import { Annotation, Transaction, type Text } from "@codemirror/state";
import { EditorView, keymap, type ViewUpdate } from "@codemirror/view";
import type { Style } from "oak-tide/core";
import type { Outcome, RemoteDocument } from "oak-tide/worker";
import type { Workshop } from "../engine/client.js";
import { Surface } from "./base.js";
import { marking } from "./marks.js";

/** Marks changes that are the engine's own. */
const ours = Annotation.define<boolean>();

export interface SourceEvents {
  /** The text has changed, whoever changed it. */
  changed(): void;
  /** A request was answered. */
  answered(what: string, outcome: Outcome, milliseconds: number): void;
}

/** The text that is typed, with the engine's answers put in as it goes. */
export class Source extends Surface {
  private remote: RemoteDocument | undefined;
  private triggers: ReadonlySet<string> = new Set();
  languageId = "plaintext";

  constructor(
    parent: HTMLElement,
    private readonly workshop: Workshop,
    private readonly events: SourceEvents,
  ) {
    super(parent, "Source; Escape and then Tab leaves it", [
      history(),
      keymap.of([
        { key: "Enter", run: insertNewline },
        { key: "Tab", run: insertTab },
        { key: "Alt-ArrowUp", run: moveLineUp },
        { key: "Alt-ArrowDown", run: moveLineDown },
        ...historyKeymap,
        ...standardKeymap,
      ]),
      marking,
      EditorView.updateListener.of((update) => this.updated(update)),
    ]);
  }

  /** Opens a text in a language, in place of the one that was there. */
  async open(languageId: string, text: string, style: Partial<Style>): Promise<void> {
    this.triggers = new Set(await this.workshop.desk.open(languageId));
    this.remote?.close();
    this.languageId = languageId;
    const { view } = this;
    view.dispatch({
      changes: { from: 0, to: view.state.doc.length, insert: text },
      selection: { anchor: 0 },
      annotations: [ours.of(true), Transaction.addToHistory.of(false)],
    });
    this.remote = this.workshop.engine.open({
      uri: "",
      languageId,
      text: this.text,
      style,
      apply: (changes, carets) => this.apply(changes, carets),
    });
    await this.colour(languageId);
    this.events.changed();
  }

  /** Goes by another style from now on. */
  restyle(style: Partial<Style>): Promise<void> {
    return this.open(this.languageId, this.text, style);
  }

  private apply(
    changes: readonly { from: number; to: number; text: string }[],
    carets: readonly number[],
  ): void {
    const caret = carets[0];
    this.view.dispatch({
      changes: changes.map(({ from, to, text }) => ({ from, to, insert: text })),
      ...(caret !== undefined && { selection: { anchor: caret } }),
      annotations: ours.of(true),
      scrollIntoView: caret !== undefined,
    });
  }

  private updated(update: ViewUpdate): void {
    if (!update.docChanged) return;
    for (const transaction of update.transactions)
      if (transaction.docChanged && transaction.annotation(ours) !== true) this.told(transaction);
    this.events.changed();
  }

  /** Tells the engine of a change, and asks what it comes to. */
  private told(transaction: Transaction): void {
    const changes: { from: number; to: number; text: string }[] = [];
    let [first, last] = [Infinity, 0];
    let put = "";
    transaction.changes.iterChanges((from, to, fresh, end, inserted: Text) => {
      put = inserted.toString();
      changes.push({ from, to, text: put });
      first = Math.min(first, fresh);
      last = Math.max(last, end);
    });
    this.remote?.changed(changes);
    // What is played asks for itself, to wait for the answer.
    if (transaction.isUserEvent("input.play")) return;
    if (transaction.isUserEvent("input.paste"))
      void this.ask("Pasted", (document) => document.formatOnPaste({ from: first, to: last }));
    else if (transaction.isUserEvent("move.line"))
      void this.ask("Moved", (document) => document.formatOnMove(this.selectedLines));
    else if (transaction.isUserEvent("input") && [...put].length === 1 && this.triggers.has(put)) {
      const { head } = transaction.newSelection.main;
      void this.ask(
        put === "\n" ? "Enter" : `Typed ${put}`,
        (document) => document.formatOnType(head, put),
      );
    }
  }

  /** The lines that the selection touches, with their line ends. */
  private get selectedLines(): { from: number; to: number } {
    const { doc, selection: { main } } = this.view.state;
    const { from } = doc.lineAt(main.from);
    return { from, to: Math.min(doc.lineAt(main.to).to + 1, doc.length) };
  }

  formatDocument(): Promise<void> {
    return this.ask("Format", (document) => document.formatDocument());
  }

  formatSelection(): Promise<void> {
    const { selectedLines } = this;
    return this.ask("Format selection", (document) => document.formatSelection([selectedLines]));
  }

  /** Takes the selected lines as text that was pasted just now, or moved here. */
  placeSelection(as: "Paste" | "Move"): Promise<void> {
    const { selectedLines } = this;
    return this.ask(as, (document) => (
      as === "Paste" ? document.formatOnPaste(selectedLines) : document.formatOnMove(selectedLines)
    ));
  }

  private async ask(
    what: string,
    question: (document: RemoteDocument) => Promise<Outcome>,
  ): Promise<void> {
    const { remote } = this;
    if (remote === undefined) return;
    const begun = performance.now();
    const outcome = await question(remote);
    this.events.answered(what, outcome, performance.now() - begun);
  }

  /**
   * Types a key as a person does, and waits for what comes of it.
   *
   * @returns how many milliseconds the answer took; undefined where nothing was to be asked.
   */
  async key(character: string): Promise<number | undefined> {
    const { view } = this;
    const { head } = view.state.selection.main;
    view.dispatch({
      changes: { from: head, insert: character },
      selection: { anchor: head + character.length },
      userEvent: "input.play",
      scrollIntoView: true,
    });
    if (!this.triggers.has(character)) return undefined;
    const begun = performance.now();
    await this.remote?.formatOnType(view.state.selection.main.head, character);
    return performance.now() - begun;
  }

  /** Takes back white space before the caret, as a person does who ends a block that only its depth tells. */
  outdent(columns: number): void {
    const { view } = this;
    const { head } = view.state.selection.main;
    view.dispatch({
      changes: { from: head - columns, to: head },
      userEvent: "input.play",
    });
  }

  /** Puts in place of a stretch another text, as a person would who typed it. */
  replace(from: number, to: number, text: string): void {
    this.view.dispatch({ changes: { from, to, insert: text }, userEvent: "delete" });
  }
}
