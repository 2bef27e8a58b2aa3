import {
  ErrorCodes,
  type DataCallback,
  type Disposable,
  type Message,
  type MessageReader,
} from "vscode-languageserver/node.js";
import type { Answers } from "./answers.js";
import { misshaped } from "./shapes.js";

/** A message as it comes, before anything is known of it. */
interface Incoming {
  readonly jsonrpc?: unknown;
  readonly id?: unknown;
  readonly method?: unknown;
  readonly params?: unknown;
}

/** The method of what takes the place of a notice whose parameters are none, in the order in which it came. */
export const REFUSED = "oakTide/refused";

export interface Refused {
  readonly method: string;
  readonly params: unknown;
  readonly reason: string;
}

/**
 * Lets in the messages that a client may send at this point of its life cycle, and whose parameters have
 * the protocol's shape. It answers all others itself, with the protocol's errors.
 */
export class Gate implements MessageReader {
  private stage: "fresh" | "running" | "ended" = "fresh";
  private taken = 0;

  constructor(private readonly reader: MessageReader, private readonly writer: Answers) {
    // Its headers are known to be right: it has taken the whole message, and goes on with the next.
    reader.onError((error) => {
      this.taken++;
      this.refuse(null, ErrorCodes.ParseError, `The message is no JSON: ${error.message}`);
    });
  }

  get onError(): MessageReader["onError"] {
    return () => ({ dispose() {} });
  }

  get onClose(): MessageReader["onClose"] {
    return this.reader.onClose.bind(this.reader);
  }

  get onPartialMessage(): MessageReader["onPartialMessage"] {
    return this.reader.onPartialMessage.bind(this.reader);
  }

  /** Whether the client has asked the server to shut down. */
  get isShutDown(): boolean {
    return this.stage === "ended";
  }

  /** Waits until so many messages were read: they come one at a turn of the event loop. */
  async read(messages: number): Promise<void> {
    while (this.taken < messages) await new Promise((resolve) => setImmediate(resolve));
  }

  listen(take: DataCallback): Disposable {
    return this.reader.listen((message) => {
      this.taken++;
      const admitted = this.admitted(message as Incoming);
      if (admitted !== undefined) take(admitted as Message);
    });
  }

  dispose(): void {
    this.reader.dispose();
  }

  /** What is let in of a message: itself, or what stands for it; undefined for nothing. */
  private admitted(message: Incoming): object | undefined {
    if (message === null || typeof message !== "object" || Array.isArray(message))
      return this.refuse(null, ErrorCodes.InvalidRequest, "A message must be an object.");
    const { id, method, params } = message;
    // An answer to what the server has asked.
    if (method === undefined && id !== undefined && ("result" in message || "error" in message))
      return message;
    if (typeof method !== "string" || method === REFUSED)
      return this.refuse(id, ErrorCodes.InvalidRequest, "A message must have a method.");
    if (method === "exit") return message;
    const isNotice = id === undefined;
    const outside = this.outside(method);
    if (outside !== undefined) return isNotice ? undefined : this.refuse(id, ...outside);
    const reason = misshaped(method, params);
    if (reason !== undefined)
      return isNotice
        ? { jsonrpc: "2.0", method: REFUSED, params: { method, params, reason } }
        : this.refuse(id, ErrorCodes.InvalidParams, `${reason}.`);
    if (isNotice) return message;
    this.writer.expect(id);
    if (method === "initialize") this.stage = "running";
    if (method === "shutdown") this.stage = "ended";
    return message;
  }

  /** The error of a message for which it is too early or too late. */
  private outside(method: string): [code: number, message: string] | undefined {
    switch (this.stage) {
      case "fresh":
        return method === "initialize"
          ? undefined
          : [ErrorCodes.ServerNotInitialized, `"initialize" comes before "${method}".`];
      case "running":
        return method === "initialize"
          ? [ErrorCodes.InvalidRequest, "The server is initialized already."]
          : undefined;
      case "ended":
        return [ErrorCodes.InvalidRequest, `Nothing but "exit" comes after "shutdown".`];
    }
  }

  /** Answers a message with an error; without an identifier where it has none that serves. */
  private refuse(id: unknown, code: number, message: string): undefined {
    const named = typeof id === "string" || typeof id === "number" ? id : null;
    const answer = { jsonrpc: "2.0", id: named, error: { code, message } };
    void this.writer.write(answer as Message);
    return undefined;
  }
}
