import { spawn, type ChildProcess } from "node:child_process";
import { createMessageConnection, type MessageConnection } from "vscode-languageserver/node.js";
import { StreamMessageReader, StreamMessageWriter } from "vscode-languageserver/node.js";
import { onTestFinished } from "vitest";
import type { PositionEncoding, Range, TextEdit } from "oak-tide";
import { COMMAND } from "./process.js";

export const OPTIONS = { tabSize: 4, insertSpaces: true };

/** A scripted editor that talks to the real server over its standard input and output. */
export class Client {
  readonly process: ChildProcess;
  readonly connection: MessageConnection;
  readonly log: string[] = [];
  /** What the server told unasked, by its method. */
  readonly told: { method: string; params: unknown }[] = [];
  /** What the server asked for. */
  readonly asked: { method: string; params: unknown }[] = [];

  /** @param env beside the environment of the tests. */
  constructor(env: Record<string, string> = {}, settings: () => unknown = () => null) {
    this.process = spawn(process.execPath, [COMMAND, "serve"], {
      stdio: ["pipe", "pipe", "pipe"],
      env: { ...process.env, ...env },
    });
    this.connection = createMessageConnection(
      new StreamMessageReader(this.process.stdout!),
      new StreamMessageWriter(this.process.stdin!),
    );
    this.connection.onNotification(
      "window/logMessage",
      ({ message }: { message: string }) => this.log.push(message),
    );
    this.connection.onNotification((method, params) => this.told.push({ method, params }));
    this.connection.onRequest(async (method, params) => {
      this.asked.push({ method, params });
      if (method === "workspace/configuration") return [await settings()];
      return method === "workspace/applyEdit" ? { applied: true } : null;
    });
    this.connection.listen();
    onTestFinished(() => {
      this.connection.dispose();
      this.process.kill();
    });
  }

  async start(positionEncodings?: PositionEncoding[], more: object = {}): Promise<{
    capabilities: Record<string, unknown>;
  }> {
    const general = positionEncodings === undefined ? {} : { general: { positionEncodings } };
    const answer = await this.connection.sendRequest("initialize", {
      processId: null,
      rootUri: null,
      capabilities: { ...general, ...more },
    });
    await this.connection.sendNotification("initialized", {});
    return answer as { capabilities: Record<string, unknown> };
  }

  /** Settings of the person, as a client sends them that is not asked. */
  set(settings: object): Promise<void> {
    return this.connection.sendNotification("workspace/didChangeConfiguration", {
      settings: { oakTide: settings },
    });
  }

  open(uri: string, text: string, languageId = "python"): Promise<void> {
    return this.connection.sendNotification("textDocument/didOpen", {
      textDocument: { uri, languageId, version: 1, text },
    });
  }

  change(uri: string, version: number, contentChanges: { range?: Range; text: string }[]): Promise<
    void
  > {
    return this.connection.sendNotification("textDocument/didChange", {
      textDocument: { uri, version },
      contentChanges,
    });
  }

  /** A request about a document. */
  ask(method: string, uri: string, more: object = {}): Promise<unknown> {
    return this.connection.sendRequest(method, { textDocument: { uri }, ...more });
  }

  /** Waits until the server has told something of a method; answers the last that it did. */
  async untilTold(method: string): Promise<unknown> {
    for (;;) {
      const found = this.told.filter((one) => one.method === method).at(-1);
      if (found !== undefined) return found.params;
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
  }

  format(uri: string, options: object = OPTIONS): Promise<TextEdit[]> {
    return this.connection.sendRequest("textDocument/formatting", {
      textDocument: { uri },
      options,
    });
  }

  formatRange(uri: string, range: Range): Promise<TextEdit[]> {
    return this.connection.sendRequest("textDocument/rangeFormatting", {
      textDocument: { uri },
      range,
      options: OPTIONS,
    });
  }

  formatRanges(uri: string, ranges: Range[]): Promise<TextEdit[]> {
    return this.connection.sendRequest("textDocument/rangesFormatting", {
      textDocument: { uri },
      ranges,
      options: OPTIONS,
    });
  }
}
