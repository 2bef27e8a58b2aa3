import type { Document } from "../core/document.js";
import type { Engine } from "../core/engine.js";
import type { Style } from "../core/style/style.js";
import type { Position, Range } from "../core/text/lines.js";
import type { Port, Reply, Request, Stretch, ToHost, ToPage } from "./messages.js";
import { mapThrough, stepsOf, transform, type Operation, type Steps } from "./transform.js";

/**
 * Has an engine answer what a client at the other end of a port asks. In a worker:
 *
 *     hostEngine(createEngine(), self);
 */
export function hostEngine(engine: Engine, port: Port): void {
  const documents = new Map<number, HostDocument>();
  port.addEventListener("message", ({ data }) => {
    const message = data as ToHost;
    if (message.kind === "open") {
      documents.set(message.key, HostDocument.open(engine, message, port));
      return;
    }
    const document = documents.get(message.key);
    if (message.kind === "close") documents.delete(message.key);
    else document?.take(message);
  });
  port.start?.();
}

/** What is computed of an answer before it is sent. */
interface Found {
  readonly steps: Steps;
  readonly unsettled: readonly Stretch[];
  /** In the text with the steps in it. */
  readonly carets: readonly Position[];
}

/**
 * A document as the page's would be if every answer came at once: answers are taken into it when they are
 * sent, and what the page sends meanwhile is moved over them.
 */
class HostDocument {
  /** Answers that the page had not taken when it last spoke, each as it stands behind what the page sent since. */
  private readonly sent: { operation: Operation }[] = [];
  /** How many answers went before those. */
  private seen = 0;
  /** How many changes the page has sent. */
  private taken = 0;
  /** Requests that wait until nothing else does. */
  private readonly waiting = new Map<number, () => void>();

  private constructor(
    private readonly key: number,
    private readonly port: Port,
    /** Undefined where it could not be opened, which every request is told. */
    private readonly document: Document | undefined,
    private readonly fault: string,
  ) {}

  static open(
    engine: Engine,
    { key, uri, languageId, text, style }: Extract<ToHost, { kind: "open" }>,
    port: Port,
  ): HostDocument {
    try {
      const document = engine.open({
        uri,
        languageId,
        text,
        ...(style === undefined ? {} : { style }),
      });
      return new HostDocument(key, port, document, "");
    } catch (error) {
      return new HostDocument(key, port, undefined, messageOf(error));
    }
  }

  take(message: Exclude<ToHost, { kind: "open" | "close" }>): void {
    if (message.kind === "cancel") {
      if (this.waiting.delete(message.id)) this.send(message.id, { kind: "cancelled" });
      return;
    }
    this.acknowledge(message.seen);
    if (message.kind === "change") return this.change(message.changes);
    const { id, request, style } = message;
    if (request.name !== "formatDocument") return this.answer(id, request, style);
    // It takes long: what was typed goes before it, and it may be cancelled yet.
    this.waiting.set(id, () => this.answer(id, request, style));
    setTimeout(() => {
      const run = this.waiting.get(id);
      this.waiting.delete(id);
      run?.();
    }, 0);
  }

  private acknowledge(seen: number): void {
    this.sent.splice(0, seen - this.seen);
    this.seen = seen;
  }

  private change(changes: Steps): void {
    let operation: Operation = [changes];
    for (const answer of this.sent) {
      const both = transform(answer.operation, operation);
      answer.operation = both.answer;
      operation = both.change;
    }
    this.taken++;
    for (const steps of operation) this.document?.replace(steps);
  }

  private answer(id: number, request: Request, style: Partial<Style> | undefined): void {
    const { document } = this;
    if (document === undefined) return this.send(id, { kind: "error", message: this.fault });
    let found: Found;
    try {
      found = this.find(document, request, style);
    } catch (error) {
      return this.send(id, { kind: "error", message: messageOf(error) });
    }
    const { steps, unsettled, carets } = found;
    document.replace(steps);
    this.sent.push({ operation: [steps] });
    this.send(id, {
      kind: "answer",
      changes: steps,
      unsettled,
      carets: carets.map((caret) => document.offsetAt(caret)),
    });
  }

  private find(document: Document, request: Request, style: Partial<Style> | undefined): Found {
    if (request.name === "formatOnType") {
      const positions = request.offsets.map((offset) => document.positionAt(this.here(offset)));
      const { edits, carets } = document.formatOnTypeEach(positions, request.character, style);
      return { steps: stepsOf(document, document.changesOf(edits)), unsettled: [], carets };
    }
    const ranges = "stretches" in request
      ? request.stretches.map((stretch) => this.rangeOf(document, stretch))
      : [];
    const answer = request.name === "formatDocument"
      ? document.formatDocument(style)
      : request.name === "formatSelection"
      ? document.formatSelection(ranges, style)
      : document[request.name](ranges[0]!, style);
    return {
      steps: stepsOf(document, answer.changes),
      unsettled: answer.unsettled.map(({ start, end }) => ({
        from: document.offsetAt(start),
        to: document.offsetAt(end),
      })),
      carets: [],
    };
  }

  /** An offset of the page's text in this one. */
  private here(offset: number): number {
    return this.sent.reduce((at, { operation }) => mapThrough(at, operation), offset);
  }

  private rangeOf(document: Document, { from, to }: Stretch): Range {
    return {
      start: document.positionAt(this.here(from)),
      end: document.positionAt(this.here(to)),
    };
  }

  private send(id: number, reply: Reply): void {
    const message: ToPage = { key: this.key, id, seen: this.taken, reply };
    this.port.postMessage(message);
  }
}

const messageOf = (error: unknown): string => (
  error instanceof Error ? error.message : String(error)
);
