import { readFileSync } from "node:fs";
import { CancellationTokenSource, LSPErrorCodes } from "vscode-languageserver/node.js";
import { describe, expect, test } from "vitest";
import { applyEdits } from "oak-tide";
import { Client, OPTIONS } from "../support/client.js";

const uri = (i: number): string => `file:///gullhaven/boat${i}.py`;

/** Formatted in a thread of its own. */
const long = "tide = [1,2,3]\n".repeat(20_000);

/** What a process holds in memory, in megabytes. */
const memory = (pid: number): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))![1]) / 1024;

describe("many documents", () => {
  test("two hundred are open at once, and their memory comes back", async () => {
    const client = new Client();
    await client.start();
    const text = "if a:\n    tide=[1,2,3]\n".repeat(2000);
    const round = async (): Promise<number> => {
      for (let i = 0; i < 200; i++) await client.open(uri(i), text);
      const counts = await Promise.all(
        Array.from({ length: 200 }, (_, i) => client.format(uri(i))),
      );
      expect(new Set(counts.map((edits) => applyEdits(text, edits)))).toHaveLength(1);
      const held = memory(client.process.pid!);
      for (let i = 0; i < 200; i++)
        await client.connection.sendNotification("textDocument/didClose", {
          textDocument: { uri: uri(i) },
        });
      expect(await client.format(uri(0))).toEqual([]);
      return held;
    };
    const first = await round();
    const second = await round();
    // Were nothing given back, the second round would hold twice as much.
    expect(second).toBeLessThan(first * 1.5);
  });
});

describe("long texts", () => {
  test("are formatted while keys of others are answered", async () => {
    const client = new Client();
    await client.start();
    await client.open(uri(0), long);
    await client.open(uri(1), "if a:\n");
    const order: string[] = [];
    const formatted = client.format(uri(0)).then((edits) => (order.push("long"), edits));
    await client.ask("textDocument/onTypeFormatting", uri(1), {
      position: { line: 1, character: 0 },
      ch: "\n",
      options: OPTIONS,
    });
    order.push("key");
    expect(applyEdits(long, await formatted)).toBe("tide = [1, 2, 3]\n".repeat(20_000));
    expect(order).toEqual(["key", "long"]);
  });

  test("answer what is cancelled at once, and what comes next", async () => {
    const client = new Client();
    await client.start();
    await client.open(uri(0), long);
    const answers = Array.from({ length: 30 }, async () => {
      const source = new CancellationTokenSource();
      const answer = client.connection.sendRequest(
        "textDocument/formatting",
        { textDocument: { uri: uri(0) }, options: OPTIONS },
        source.token,
      );
      setTimeout(() => source.cancel(), 20);
      return answer.then(() => 0, ({ code }) => code as number);
    });
    expect(new Set(await Promise.all(answers))).toEqual(new Set([LSPErrorCodes.RequestCancelled]));
    expect(await client.format(uri(0))).not.toEqual([]);
  });

  test("no answer outlives its document", async () => {
    const client = new Client();
    await client.start();
    await client.open(uri(0), long);
    const answer = client.format(uri(0));
    await client.connection.sendNotification("textDocument/didClose", {
      textDocument: { uri: uri(0) },
    });
    await expect(answer).rejects.toMatchObject({ code: LSPErrorCodes.ContentModified });
  });
});
