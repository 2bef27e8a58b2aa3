import type { Disposable, Message, MessageWriter } from "vscode-languageserver/node.js";

/** Writes messages, and knows which requests of the client are not answered yet. */
export class Answers implements MessageWriter {
  private readonly expected = new Set<unknown>();
  private idle: (() => void) | undefined = undefined;

  constructor(private readonly writer: MessageWriter) {}

  get onError(): MessageWriter["onError"] {
    return this.writer.onError.bind(this.writer);
  }

  get onClose(): MessageWriter["onClose"] {
    return this.writer.onClose.bind(this.writer);
  }

  /** Notes a request that is to be answered. */
  expect(id: unknown): void {
    this.expected.add(id);
  }

  async write(message: Message): Promise<void> {
    await this.writer.write(message);
    const { id, method } = message as { id?: unknown; method?: unknown };
    if (method !== undefined) return;
    this.expected.delete(id);
    if (this.expected.size === 0) this.idle?.();
  }

  /** Waits until all is answered, or some milliseconds at the most. */
  async answered(most: number): Promise<void> {
    if (this.expected.size === 0) return;
    let timer: NodeJS.Timeout | undefined;
    await new Promise<void>((resolve) => {
      this.idle = resolve;
      timer = setTimeout(resolve, most);
    });
    clearTimeout(timer);
  }

  end(): void {
    this.writer.end();
  }

  dispose(): void {
    (this.writer as MessageWriter & Disposable).dispose();
  }
}
