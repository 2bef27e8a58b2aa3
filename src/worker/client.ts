import type { OffsetChange } from "../core/text/edits.js";
import type { Style } from "../core/style/style.js";
import type { Port, Request, Stretch, ToHost, ToPage } from "./messages.js";
import { mapThrough, transform, type Operation, type Steps } from "./transform.js";

/** What became of a request. */
export interface Outcome {
  /**
   * `applied`: the changes were given to `apply`. `nothing`: there are none to make. `outdated`: what was
   * typed meanwhile touches the same text; nothing was changed. `cancelled`: nobody wanted it any more.
   */
  readonly status: "applied" | "nothing" | "outdated" | "cancelled";
  /** Where the carets go that were asked about, as UTF-16 offsets of the text as it is now. */
  readonly carets: readonly number[];
  /** What was left alone because it does not parse, in the text as it is now. */
  readonly unsettled: readonly Stretch[];
}

/** What opens a document at a host. */
export interface RemoteOptions {
  readonly uri: string;
  readonly languageId: string;
  readonly text: string;
  readonly style?: Partial<Style> | undefined;
  /**
   * Makes changes in the page's text at once, all speaking of the text as it is now; they are not told back
   * with `changed`. Carets go to `carets` where they did not move by themselves; empty where none was asked
   * about.
   */
  readonly apply: (changes: readonly OffsetChange[], carets: readonly number[]) => void;
}

/** How a request is made. */
export interface AskOptions {
  /** Rules over the document's style for this call. */
  readonly style?: Partial<Style> | undefined;
  readonly signal?: AbortSignal | undefined;
}

/** The engine at the other end of a port. */
export interface RemoteEngine {
  open(options: RemoteOptions): RemoteDocument;
}

/** Speaks with `hostEngine` at the other end of a port: a worker, say. */
export function connectEngine(port: Port): RemoteEngine {
  const documents = new Map<number, RemoteDocument>();
  let keys = 0;
  port.addEventListener("message", ({ data }) => {
    const message = data as ToPage;
    documents.get(message.key)?.take(message);
  });
  port.start?.();
  return {
    open(options) {
      const key = keys++;
      const document = new RemoteDocument(key, port, options, () => documents.delete(key));
      documents.set(key, document);
      return document;
    },
  };
}

interface Waiting {
  readonly resolve: (outcome: Outcome) => void;
  readonly reject: (error: Error) => void;
}

const CANCELLED: Outcome = { status: "cancelled", carets: [], unsettled: [] };

/**
 * A document whose text the page holds and whose engine is elsewhere. The page tells every change; answers
 * that come late are moved over what was typed since, or given up where both touch the same text.
 */
export class RemoteDocument {
  /** Changes that the host had not taken when it last spoke, each as it stands behind the answers since. */
  private readonly pending: { operation: Operation }[] = [];
  /** How many changes went before those. */
  private acknowledged = 0;
  /** How many answers were taken. */
  private seen = 0;
  private ids = 0;
  private readonly waiting = new Map<number, Waiting>();

  /** @internal `RemoteEngine.open` makes it. */
  constructor(
    private readonly key: number,
    private readonly port: Port,
    private readonly options: RemoteOptions,
    private readonly forget: () => void,
  ) {
    const { uri, languageId, text, style } = options;
    this.post({ kind: "open", key, uri, languageId, text, style });
  }

  /**
   * Tells a change of the page's text, before anything is asked about it.
   *
   * @param changes sorted and disjoint, all speaking of the text as it was before.
   */
  changed(changes: readonly OffsetChange[]): void {
    const steps: Steps = changes.map(({ from, to, text }) => ({ from, to, text, old: "" }));
    this.pending.push({ operation: [steps] });
    this.post({ kind: "change", key: this.key, seen: this.seen, changes: steps });
  }

  formatDocument(options?: AskOptions): Promise<Outcome> {
    return this.ask({ name: "formatDocument" }, options);
  }

  formatSelection(stretches: readonly Stretch[], options?: AskOptions): Promise<Outcome> {
    return this.ask({ name: "formatSelection", stretches }, options);
  }

  /** @param offsets one for each caret, just after the character. */
  formatOnType(
    offsets: number | readonly number[],
    character: string,
    options?: AskOptions,
  ): Promise<Outcome> {
    const list = typeof offsets === "number" ? [offsets] : offsets;
    return this.ask({ name: "formatOnType", offsets: list, character }, options);
  }

  /** @param stretch what the pasted text now occupies. */
  formatOnPaste(stretch: Stretch, options?: AskOptions): Promise<Outcome> {
    return this.ask({ name: "formatOnPaste", stretches: [stretch] }, options);
  }

  /** @param stretch what the moved lines now occupy. */
  formatOnMove(stretch: Stretch, options?: AskOptions): Promise<Outcome> {
    return this.ask({ name: "formatOnMove", stretches: [stretch] }, options);
  }

  /** Gives the document up; requests that wait are cancelled. */
  close(): void {
    this.post({ kind: "close", key: this.key });
    this.forget();
    for (const { resolve } of this.waiting.values()) resolve(CANCELLED);
    this.waiting.clear();
  }

  private ask(request: Request, { style, signal }: AskOptions = {}): Promise<Outcome> {
    if (signal?.aborted === true) return Promise.resolve(CANCELLED);
    const id = this.ids++;
    this.post({ kind: "ask", key: this.key, seen: this.seen, id, request, style });
    signal?.addEventListener("abort", () => this.post({ kind: "cancel", key: this.key, id }));
    return new Promise((resolve, reject) => this.waiting.set(id, { resolve, reject }));
  }

  private post(message: ToHost): void {
    this.port.postMessage(message);
  }

  /** @internal Takes what the host has sent. */
  take({ id, seen, reply }: ToPage): void {
    const waiting = this.waiting.get(id);
    this.waiting.delete(id);
    if (reply.kind === "error") return waiting?.reject(new Error(reply.message));
    if (reply.kind === "cancelled") return waiting?.resolve(CANCELLED);
    this.pending.splice(0, seen - this.acknowledged);
    this.acknowledged = seen;
    this.seen++;
    let operation: Operation = [reply.changes];
    let dropped = false;
    let carets = reply.carets;
    let unsettled = reply.unsettled;
    for (const change of this.pending) {
      const both = transform(operation, change.operation);
      operation = both.answer;
      change.operation = both.change;
      dropped ||= both.dropped;
      carets = carets.map((at) => mapThrough(at, both.change));
      unsettled = unsettled.map(({ from, to }) => ({
        from: mapThrough(from, both.change),
        to: mapThrough(to, both.change),
      }));
    }
    const [steps = []] = operation;
    if (steps.length > 0 || (!dropped && carets.length > 0)) this.options.apply(steps, carets);
    waiting?.resolve({
      status: dropped ? "outdated" : steps.length > 0 ? "applied" : "nothing",
      carets,
      unsettled,
    });
  }
}
