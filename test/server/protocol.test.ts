import { once } from "node:events";
import { describe, expect, test } from "vitest";
import { applyEdits } from "oak-tide";
import { Client, OPTIONS } from "../support/client.js";

const URI = "file:///gullhaven/tides.py";

function frame(message: unknown): string {
  const body = typeof message === "string" ? message : JSON.stringify(message);
  return `Content-Length: ${Buffer.byteLength(body)}\r\n\r\n${body}`;
}

const request = (id: number, method: string, params: unknown): string =>
  frame({ jsonrpc: "2.0", id, method, params });

const initialize = request(1, "initialize", { capabilities: {} });

/** What the server writes to bytes, as messages, and how it ends; its input ends with them where it goes on. */
async function written(
  ...bytes: string[]
): Promise<{ answers: any[]; code: number; said: string }> {
  const { process: server, connection } = new Client();
  connection.dispose();
  let out = "";
  let said = "";
  server.stdout!.on("data", (chunk) => (out += chunk));
  server.stderr!.on("data", (chunk) => (said += chunk));
  const exit = once(server, "exit");
  for (const piece of bytes) {
    server.stdin!.write(piece);
    await new Promise((resolve) => setTimeout(resolve, 60));
  }
  server.stdin!.end();
  const [code] = await exit;
  const answers = out.split(/Content-Length: \d+\r\n\r\n/)
    .filter(Boolean)
    .map((one) => JSON.parse(one))
    .filter(({ method }) => method === undefined);
  return { answers, code, said };
}

describe("life cycle", () => {
  test("requests before initialize, a second one, and after shutdown", async () => {
    const { answers, code } = await written(
      request(7, "textDocument/formatting", { textDocument: { uri: URI }, options: OPTIONS }),
      frame({ jsonrpc: "2.0", method: "textDocument/didOpen", params: {} }),
      initialize,
      request(2, "initialize", { capabilities: {} }),
      request(3, "shutdown", undefined),
      request(4, "textDocument/formatting", { textDocument: { uri: URI }, options: OPTIONS }),
      frame({ jsonrpc: "2.0", method: "exit" }),
    );
    expect(answers.map(({ id, error }) => [id, error?.code]).sort()).toEqual([
      [1, undefined],
      [2, -32600],
      [3, undefined],
      [4, -32600],
      [7, -32002],
    ]);
    expect(code).toBe(0);
  });

  test("exit without shutdown ends with 1", async () => {
    expect((await written(initialize, frame({ jsonrpc: "2.0", method: "exit" }))).code).toBe(1);
  });
});

describe("what cannot be read", () => {
  test.each([
    ["no header", "hello\r\n\r\n", /"hello" is no header/],
    ["a message without headers", '{"jsonrpc":"2.0"}\n', /is no header/],
    ["no length", "Content-Type: tide\r\n\r\n{}", /no Content-Length/],
    ["a length that is none", "Content-Length: tide\r\n\r\n{}", /Content-Length is "tide"/],
    ["a negative length", "Content-Length: -1\r\n\r\n{}", /Content-Length is "-1"/],
    ["line feeds alone", "Content-Length: 2\n\n{}", /line feed alone/],
    ["no end of the headers", `Content-Length: 2\r\nX: ${"x".repeat(5000)}`, /more than 4096/],
    [
      "another encoding",
      "Content-Length: 2\r\nContent-Type: application/json; charset=latin1\r\n\r\n{}",
      /latin1/,
    ],
  ])("%s: an error and an exit", async (_, bytes, reason) => {
    const { answers, code, said } = await written(initialize, bytes);
    const last = answers.at(-1);
    expect([last.id, last.error.code]).toEqual([null, -32700]);
    expect(last.error.message).toMatch(reason);
    expect(said).toMatch(reason);
    expect(code).toBe(1);
  });

  test.each([
    ["a body that is no JSON", "{oh dear}", null, -32700],
    ["a message that is a list", [], null, -32600],
    ["a message that is no message", { moor: true }, null, -32600],
    ["a request that nobody knows", { jsonrpc: "2.0", id: 9, method: "gullhaven/moor" }, 9, -32601],
  ])("%s: an error, and the server goes on", async (_, message, id, code) => {
    const { answers } = await written(
      initialize,
      frame(message),
      request(3, "shutdown", undefined),
    );
    expect(answers).toHaveLength(3);
    expect(answers.find((answer) => answer.id === id).error.code).toBe(code);
  });

  test.each([
    [
      "textDocument/formatting",
      { textDocument: 3 },
      "params.textDocument must be an object, and is 3",
    ],
    ["textDocument/formatting", undefined, "params must be an object, and is nothing"],
    [
      "textDocument/rangeFormatting",
      { textDocument: { uri: URI }, range: { start: { line: 0, character: -1 } } },
      "params.range.start.character must be 0 or more, and is -1",
    ],
    [
      "textDocument/onTypeFormatting",
      { textDocument: { uri: URI }, position: { line: 0, character: 0 }, ch: 3 },
      "params.ch must be a string, and is 3",
    ],
    [
      "workspace/executeCommand",
      { command: "oakTide.paste", arguments: [{ textDocument: { uri: URI } }] },
      "params.arguments[0].range must be an object, and is nothing",
    ],
    [
      "workspace/executeCommand",
      { command: "gullhaven.moor" },
      'There is no command "gullhaven.moor"',
    ],
  ])("%s with odd parameters %j", async (method, params, message) => {
    const { answers } = await written(initialize, request(2, method, params));
    const { error } = answers.find(({ id }) => id === 2);
    expect(error.code).toBe(-32602);
    expect(error.message).toContain(message);
  });
});

describe("a change that cannot be taken", () => {
  const start = { line: 0, character: 0 };
  test.each([
    ["with a position that is none", 2, [{ range: { start, end: {} }, text: "" }]],
    ["whose second part is none", 2, [{ range: { start, end: start }, text: "x" }, { text: 3 }]],
    ["of an older version", 0, [{ range: { start, end: start }, text: "x" }]],
  ])("%s leaves the text, and the client is told what helps", async (_, version, changes) => {
    const client = new Client();
    await client.start();
    await client.open(URI, "a=1\n");
    await client.change(URI, version, changes as []);
    await expect(client.format(URI)).rejects.toThrow(/Save it, or close and open it/);
    expect(await client.untilTold("window/showMessage")).toMatchObject({ type: 2 });
    await client.change(URI, 3, [{ range: { start, end: start }, text: "x" }]);
    await expect(client.format(URI)).rejects.toThrow(/not known/);
    await client.change(URI, 4, [{ text: "b=1\n" }]);
    expect(applyEdits("b=1\n", await client.format(URI))).toBe("b = 1\n");
  });
});
