import { spawn } from "node:child_process";
import { once } from "node:events";
import { mkdtempSync, rmSync } from "node:fs";
import { createServer, type AddressInfo, type Server, type Socket } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import {
  StreamMessageReader,
  StreamMessageWriter,
  createMessageConnection,
} from "vscode-languageserver/node.js";
import { describe, expect, onTestFinished, test } from "vitest";
import { applyEdits, type TextEdit } from "oak-tide";
import { OPTIONS } from "../support/client.js";
import { COMMAND } from "../support/process.js";

/** A client that listens, and the server that comes to it. */
async function listening(at: number | string, options: (server: Server) => string[]) {
  const server = createServer();
  await new Promise<void>((resolve) => server.listen(at, resolve));
  const child = spawn(process.execPath, [COMMAND, "serve", ...options(server)], {
    stdio: ["ignore", "ignore", "pipe"],
  });
  const [socket] = (await once(server, "connection")) as [Socket];
  const connection = createMessageConnection(
    new StreamMessageReader(socket),
    new StreamMessageWriter(socket),
  );
  connection.listen();
  onTestFinished(() => {
    connection.dispose();
    socket.destroy();
    child.kill();
    server.close();
  });
  return { child, connection, socket };
}

const uri = "file:///gullhaven/tides.py";

describe("channels beside standard input and output", () => {
  test.each([
    [
      "a port",
      () => 0,
      (server: Server) => [`--socket=${(server.address() as AddressInfo).port}`],
    ],
    [
      "a pipe",
      () => {
        const folder = mkdtempSync(join(tmpdir(), "gullhaven-"));
        onTestFinished(() => rmSync(folder, { recursive: true, force: true }));
        return join(folder, "pipe");
      },
      (server: Server) => ["--pipe", server.address() as string],
    ],
  ])("%s", async (_, place, options) => {
    const { child, connection } = await listening(place(), options);
    await connection.sendRequest("initialize", { capabilities: {} });
    await connection.sendNotification("textDocument/didOpen", {
      textDocument: { uri, languageId: "python", version: 1, text: "a=1\n" },
    });
    const edits = await connection.sendRequest("textDocument/formatting", {
      textDocument: { uri },
      options: OPTIONS,
    });
    expect(applyEdits("a=1\n", edits as TextEdit[])).toBe("a = 1\n");
    const exit = once(child, "exit");
    await connection.sendRequest("shutdown");
    await connection.sendNotification("exit");
    expect((await exit)[0]).toBe(0);
  });

  test("a client that goes takes the server with it", async () => {
    const { child, connection, socket } = await listening(
      0,
      (server) => [`--socket=${(server.address() as AddressInfo).port}`],
    );
    await connection.sendRequest("initialize", { capabilities: {} });
    const exit = once(child, "exit");
    socket.destroy();
    expect((await exit)[0]).toBe(1);
  });

  test.each([
    [["--socket=65536"], /It must be a port, 1 to 65535/],
    [["--socket=1", "--pipe=x"], /cannot be used with/],
  ])("%j is refused", async (options, reason) => {
    const child = spawn(process.execPath, [COMMAND, "serve", ...options]);
    let said = "";
    child.stderr.on("data", (chunk) => (said += chunk));
    const [code] = await once(child, "exit");
    expect(code).toBe(2);
    expect(said).toMatch(reason);
  });

  test("nobody listens there", async () => {
    const child = spawn(process.execPath, [COMMAND, "serve", "--pipe=/nowhere/gullhaven"]);
    let said = "";
    child.stderr.on("data", (chunk) => (said += chunk));
    const [code] = await once(child, "exit");
    expect(code).toBe(2);
    expect(said).toMatch(/nowhere/);
  });
});
