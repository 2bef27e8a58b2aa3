import { once } from "node:events";
import { CancellationTokenSource, LSPErrorCodes } from "vscode-languageserver/node.js";
import { describe, expect, test } from "vitest";
import { applyEdits, type Range } from "oak-tide";
import { Client, OPTIONS } from "../support/client.js";

const URI = "file:///gullhaven/tides.py";
const OTHER = "file:///gullhaven/piers.py";
const lines = (first: number, last: number): Range => ({
  start: { line: first, character: 0 },
  end: { line: last, character: 99 },
});

async function started(text: string): Promise<Client> {
  const client = new Client();
  await client.start();
  await client.open(URI, text);
  return client;
}

describe("lifecycle", () => {
  test("says what it can do, and leaves when it is told", async () => {
    const client = new Client();
    const { capabilities } = await client.start();
    expect(capabilities).toMatchObject({
      positionEncoding: "utf-16",
      textDocumentSync: { openClose: true, change: 2 },
      documentFormattingProvider: { workDoneProgress: true },
      documentRangeFormattingProvider: { rangesSupport: true },
    });
    const exit = once(client.process, "exit");
    await client.connection.sendRequest("shutdown");
    await client.connection.sendNotification("exit");
    expect((await exit)[0]).toBe(0);
  });

  test("ends when its input does", async () => {
    const client = new Client();
    await client.start();
    const exit = once(client.process, "exit");
    client.process.stdin!.end();
    await exit;
  });
});

describe("formatting", () => {
  test("of a document, a range and several ranges", async () => {
    const text = "a=1\nb=2\nc=3\n";
    const client = await started(text);
    expect(applyEdits(text, await client.format(URI))).toBe("a = 1\nb = 2\nc = 3\n");
    expect(applyEdits(text, await client.formatRange(URI, lines(1, 1)))).toBe("a=1\nb = 2\nc=3\n");
    expect(applyEdits(text, await client.formatRanges(URI, [lines(0, 0), lines(2, 2)]))).toBe(
      "a = 1\nb=2\nc = 3\n",
    );
  });

  test("follows changes", async () => {
    const client = await started("a=1\n");
    await client.change(URI, 2, [
      {
        range: { start: { line: 0, character: 2 }, end: { line: 0, character: 3 } },
        text: "f(\n1)",
      },
      {
        range: { start: { line: 1, character: 1 }, end: { line: 1, character: 2 } },
        text: " , 2)",
      },
    ]);
    expect(applyEdits("a=f(\n1 , 2)\n", await client.format(URI))).toBe(
      "a = f(\n    1,\n    2,\n)\n",
    );
  });

  test("goes by what the text shows before it goes by the editor's options", async () => {
    const [shown, bare] = ["if a:\n    b\n", "if a: b=1\n"];
    const client = await started(shown);
    await client.open(OTHER, bare);
    const two = { tabSize: 2, insertSpaces: true };
    expect(await client.format(URI, two)).toEqual([]);
    expect(applyEdits(bare, await client.format(OTHER, two))).toBe("if a:\n  b = 1\n");
    expect(await client.format(URI, { tabSize: -1 })).toEqual([]);
  });

  test("goes by the editor's options first where the person says so", async () => {
    const client = new Client();
    await client.start(undefined, { workspace: {} });
    await client.set({ indentation: "editor" });
    const text = "if a:\n    b\n";
    await client.open(URI, text);
    expect(applyEdits(text, await client.format(URI, { tabSize: 2, insertSpaces: true }))).toBe(
      "if a:\n  b\n",
    );
    expect(applyEdits(text, await client.format(URI, { tabSize: 4, insertSpaces: false }))).toBe(
      "if a:\n\tb\n",
    );
  });

  test.each([
    [{ trimFinalNewlines: false }, "a=1\n\n\n", "a = 1\n\n\n"],
    [{ trimFinalNewlines: true }, "a=1\n\n\n", "a = 1\n"],
    [{ insertFinalNewline: false }, "a=1", "a = 1"],
    [{ trimTrailingWhitespace: false }, "a=1  \n", "a = 1  \n"],
  ])("honours %j", async (option, text, wanted) => {
    const client = await started(text);
    expect(applyEdits(text, await client.format(URI, { ...OPTIONS, ...option }))).toBe(wanted);
  });

  test.each([
    [["utf-8", "utf-32"], "utf-8", 7],
    [["utf-32"], "utf-32", 5],
    [["utf-32", "utf-16"], "utf-16", 6],
    [undefined, "utf-16", 6],
  ] as const)(
    "counts positions as agreed: %j offers, %s is taken",
    async (offers, taken, character) => {
      const client = new Client();
      const { capabilities } = await client.start(offers === undefined ? undefined : [...offers]);
      expect(capabilities["positionEncoding"]).toBe(taken);
      await client.open(URI, 's="🛥"+x\n'.replace("s=", "s = "));
      const edits = await client.format(URI);
      // After `s = "🛥"`: the ferry counts 4, 1 or 2.
      expect(edits[0]!.range.start.character).toBe(
        character + (taken === "utf-8" ? 3 : taken === "utf-32" ? 2 : 2),
      );
    },
  );

  test("does for unknown languages what is safe, and says so once", async () => {
    const client = new Client();
    await client.start();
    await client.open("file:///a.tide", "a=1  \n", "tidal");
    await client.open("file:///b.tide", "a=1", "tidal");
    const edits = await client.format("file:///a.tide");
    expect(applyEdits("a=1  \n", edits)).toBe("a=1\n");
    expect(await client.format("file:///never-opened.py")).toEqual([]);
    expect(client.log).toEqual([
      'Oak Tide knows no language "tidal"; file:///a.tide is read by its indentation and brackets only.',
    ]);
  });

  test("keeps the caret of a client between a pair", async () => {
    const client = new Client();
    await client.start();
    const text = "f([\n]);\n";
    await client.open("file:///a.ts", text, "typescript");
    const edits = await client.connection.sendRequest("textDocument/onTypeFormatting", {
      textDocument: { uri: "file:///a.ts" },
      position: { line: 1, character: 0 },
      ch: "\n",
      options: OPTIONS,
    });
    // The first ends where the caret stands, and the second begins there.
    expect(edits).toEqual([
      {
        range: { start: { line: 0, character: 3 }, end: { line: 1, character: 0 } },
        newText: "\n    ",
      },
      {
        range: { start: { line: 1, character: 0 }, end: { line: 1, character: 1 } },
        newText: "\n]",
      },
    ]);
    expect(applyEdits(text, edits as [])).toBe("f([\n    \n]);\n");
  });

  test("answers typing, and says after which characters", async () => {
    const client = new Client();
    const { capabilities } = await client.start();
    expect(capabilities["documentOnTypeFormattingProvider"]).toMatchObject({
      firstTriggerCharacter: "\n",
    });
    await client.open(URI, "if a:\n");
    const edits = await client.connection.sendRequest("textDocument/onTypeFormatting", {
      textDocument: { uri: URI },
      position: { line: 1, character: 0 },
      ch: "\n",
      options: OPTIONS,
    });
    expect(applyEdits("if a:\n", edits as [])).toBe("if a:\n    ");
  });

  test("goes by the file's ending where the identifier is unknown", async () => {
    const client = new Client();
    await client.start();
    await client.open(URI, "a=1\n", "snake");
    expect(await client.format(URI)).toHaveLength(2);
  });
});

describe("under stress", () => {
  const large = "tide = [1,2,3]\n".repeat(3000);

  test("a cancelled request is answered as cancelled", async () => {
    const client = await started(large);
    const source = new CancellationTokenSource();
    const answer = client.connection.sendRequest(
      "textDocument/formatting",
      { textDocument: { uri: URI }, options: OPTIONS },
      source.token,
    );
    source.cancel();
    await expect(answer).rejects.toMatchObject({ code: LSPErrorCodes.RequestCancelled });
  });

  test("a request whose text has changed is answered as content modified", async () => {
    const client = await started(large);
    const answer = client.format(URI);
    await client.change(URI, 2, [{ text: "a=1\n" }]);
    await expect(answer).rejects.toMatchObject({ code: LSPErrorCodes.ContentModified });
    expect(await client.format(URI)).toHaveLength(2);
  });

  test("many requests at once are all answered", async () => {
    const client = await started("a=1\nb=2\n");
    const answers = await Promise.all(
      Array.from(
        { length: 50 },
        (_, i) => (i % 2 === 0 ? client.format(URI) : client.formatRange(URI, lines(1, 1))),
      ),
    );
    expect(answers.map((edits) => edits.length)).toEqual(
      answers.map((_, i) => (i % 2 === 0 ? 4 : 2)),
    );
  });

  test.each([
    ["a body that is no JSON", "Content-Length: 9\r\n\r\n{oh dear}"],
    ["a request that nobody knows", frame({ jsonrpc: "2.0", id: 99, method: "gullhaven/moor" })],
    ["a message that is no message", frame({ moor: true })],
    [
      "parameters of the wrong shape",
      frame({
        jsonrpc: "2.0",
        id: 98,
        method: "textDocument/formatting",
        params: { textDocument: 3 },
      }),
    ],
  ])("%s does not end the server", async (_, bytes) => {
    const client = await started("a=1\n");
    await client.format(URI);
    client.process.stdin!.write(bytes);
    const answer = client.format(URI);
    expect(await answer).toHaveLength(2);
    expect(client.process.exitCode).toBeNull();
  });
});

function frame(message: object): string {
  const body = JSON.stringify(message);
  return `Content-Length: ${Buffer.byteLength(body)}\r\n\r\n${body}`;
}
