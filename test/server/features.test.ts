import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { describe, expect, onTestFinished, test } from "vitest";
import { applyEdits, type Range, type TextEdit } from "oak-tide";
import { Client, OPTIONS } from "../support/client.js";

const URI = "file:///gullhaven/rota.py";
const IMPORTS = "import sys\nimport os\nrota=[sys,os]\n";
const RANGE: Range = { start: { line: 0, character: 0 }, end: { line: 9, character: 0 } };

/** A client with a document, by the capabilities that it has and the settings of its person. */
async function opened(
  text: string,
  { capabilities = {}, settings, uri = URI, languageId = "python" }: {
    capabilities?: object;
    settings?: object;
    uri?: string;
    languageId?: string;
  } = {},
): Promise<Client> {
  const client = new Client();
  await client.start(undefined, capabilities);
  if (settings !== undefined) await client.set(settings);
  await client.open(uri, text, languageId);
  return client;
}

/** A folder with files, that goes with the test. */
function folder(
  files: Record<string, string>,
): { path: (name: string) => string; uri: (name: string) => string } {
  const root = mkdtempSync(join(tmpdir(), "gullhaven-"));
  onTestFinished(() => rmSync(root, { recursive: true }));
  for (const [name, text] of Object.entries(files)) writeFileSync(join(root, name), text);
  const path = (name: string): string => join(root, name);
  return { path, uri: (name) => pathToFileURL(path(name)).href };
}

describe("saving", () => {
  test.each([
    ["format", undefined, "import sys\nimport os\n\nrota = [sys, os]\n"],
    ["nothing", { save: "off" }, IMPORTS],
    ["one step", { save: "organizeImports" }, "import os\nimport sys\nrota=[sys,os]\n"],
  ])("takes the steps of the settings: %s", async (_, settings, wanted) => {
    const client = await opened(IMPORTS, { ...(settings && { settings }) });
    const edits = await client.ask("textDocument/willSaveWaitUntil", URI, { reason: 1 });
    expect(applyEdits(IMPORTS, edits as TextEdit[])).toBe(wanted);
  });

  test("takes a set that a style file names, and says where there is none", async () => {
    const { uri } = folder({
      "oak-tide.json": '{ "saves": { "neat": ["organizeImports", "format"] } }',
    });
    const client = await opened(IMPORTS, { settings: { save: "neat" }, uri: uri("rota.py") });
    const edits = await client.ask("textDocument/willSaveWaitUntil", uri("rota.py"), { reason: 1 });
    expect(applyEdits(IMPORTS, edits as TextEdit[])).toBe(
      "import os\nimport sys\n\nrota = [sys, os]\n",
    );
    await client.open(URI, IMPORTS);
    await expect(client.ask("textDocument/willSaveWaitUntil", URI, { reason: 1 })).rejects.toThrow(
      /no set of steps "neat"/,
    );
  });

  test("leaves a text with conflicts of a merge alone", async () => {
    const sides = ["<<<<<<< HEAD", "rota=[sys]", "=======", "rota=[os]", ">>>>>>> tide", ""];
    const client = await opened(IMPORTS + sides.join("\n"));
    const asked = ["textDocument/willSaveWaitUntil", "textDocument/formatting"] as const;
    for (const method of asked)
      expect(await client.ask(method, URI, { reason: 1, options: OPTIONS })).toEqual([]);
  });
});

describe("actions", () => {
  const actions = (client: Client, only?: string[]): Promise<any> =>
    client.ask("textDocument/codeAction", URI, {
      range: RANGE,
      context: { diagnostics: [], ...(only && { only }) },
    });

  test("on the whole text, for those who ask for such", async () => {
    const client = await opened(IMPORTS);
    expect(await actions(client)).toEqual([]);
    const [imports, format] = await actions(client, ["source"]);
    expect([imports.kind, format.kind]).toEqual(["source.organizeImports", "source.fixAll"]);
    expect(applyEdits(IMPORTS, imports.edit.changes[URI])).toBe(
      "import os\nimport sys\nrota=[sys,os]\n",
    );
    expect(applyEdits(IMPORTS, format.edit.changes[URI])).toBe(
      "import sys\nimport os\n\nrota = [sys, os]\n",
    );
  });

  test("one for each difference, with the version where the client takes that", async () => {
    const client = await opened("a=1\n", {
      capabilities: { workspace: { workspaceEdit: { documentChanges: true } } },
      settings: { differences: "hint" },
    });
    const found = await actions(client);
    expect(found.map(({ title, kind }: any) => [title, kind])).toEqual([
      ["One blank expected here.", "quickfix"],
      ["One blank expected here.", "quickfix"],
    ]);
    expect(found[1].edit.documentChanges[0]).toMatchObject({
      textDocument: { uri: URI, version: 1 },
      edits: [{ newText: " ", range: { start: { line: 0, character: 2 } } }],
    });
  });
});

describe("differences", () => {
  const PULLS = { textDocument: { diagnostic: {} } };
  const pull = (client: Client, previousResultId?: string): Promise<any> =>
    client.ask("textDocument/diagnostic", URI, { previousResultId });

  test("are off at first, and told with rule, severity and link on demand", async () => {
    const client = await opened("a=1\nif (\n", { capabilities: PULLS });
    expect((await pull(client)).items).toEqual([]);
    await client.set({ differences: "warning", unsettled: true });
    const { items, resultId } = await pull(client);
    expect(items[0]).toMatchObject({
      range: { start: { line: 0, character: 1 }, end: { line: 0, character: 1 } },
      severity: 2,
      code: "python/operator-space",
      codeDescription: { href: expect.stringMatching(/^file:.*rules\.md#python-operator-space$/) },
      message: "One blank expected here.",
    });
    expect(items.at(-1)).toMatchObject({
      severity: 4,
      code: "unsettled",
      range: { start: { line: 1 } },
    });
    expect(await pull(client, resultId)).toEqual({ kind: "unchanged", resultId });
  });

  test("are sent, and taken back, to clients that do not ask", async () => {
    const client = await opened("a=1\n", { settings: { differences: "hint" } });
    expect(await client.untilTold("textDocument/publishDiagnostics")).toMatchObject({
      uri: URI,
      version: 1,
      diagnostics: [{ severity: 4 }, { severity: 4 }],
    });
    client.told.length = 0;
    await client.change(URI, 2, [{ text: "a = 1\n" }]);
    expect(await client.untilTold("textDocument/publishDiagnostics")).toMatchObject({
      version: 2,
      diagnostics: [],
    });
  });

  test("say more of themselves where the pointer rests", async () => {
    const client = await opened("a=1\n", { settings: { differences: "hint" } });
    const hover = (character: number): Promise<any> =>
      client.ask("textDocument/hover", URI, { position: { line: 0, character } });
    expect((await hover(1)).contents.value).toMatch(
      /^One blank expected here\.\n\nOne blank stands .* \[python\/operator-space\]\(file:.*\)$/,
    );
    expect(await hover(3)).toBeNull();
  });
});

describe("pasted text and moved lines", () => {
  const before = "if a:\n    b\nc = 1\n";
  const range: Range = { start: { line: 2, character: 0 }, end: { line: 3, character: 0 } };

  test("as requests of our own", async () => {
    const client = await opened("if a:\n        b\n");
    const pasted: Range = { start: { line: 1, character: 0 }, end: { line: 2, character: 0 } };
    const edits = await client.ask("oakTide/paste", URI, { range: pasted, options: OPTIONS });
    expect(applyEdits("if a:\n        b\n", edits as TextEdit[])).toBe("if a:\n    b\n");
    await client.change(URI, 2, [{ text: before }]);
    expect(await client.ask("oakTide/move", URI, { range })).toEqual([]);
  });

  test("as commands, whose edits the client puts in", async () => {
    const client = await opened("{\n        b();\n}\n", {
      uri: "file:///a.ts",
      languageId: "typescript",
    });
    const done = await client.connection.sendRequest("workspace/executeCommand", {
      command: "oakTide.paste",
      arguments: [{
        textDocument: { uri: "file:///a.ts" },
        range: { start: { line: 1, character: 0 }, end: { line: 2, character: 0 } },
      }],
    });
    expect(done).toBe(true);
    const { params } = client.asked.find(({ method }) => method === "workspace/applyEdit")!;
    const { changes } = (params as any).edit;
    expect(applyEdits("{\n        b();\n}\n", changes["file:///a.ts"])).toBe("{\n  b();\n}\n");
  });
});

describe("what acts on a document", () => {
  const valueOf = (status: any, name: string): unknown => {
    const { value, place } = status.style.find((option: any) => option.name === name);
    return [value, place];
  };

  test("by the status, which is a command too", async () => {
    const { uri, path } = folder({ "oak-tide.json": '{ "maxLineLength": 72 }' });
    const client = await opened("if a:\n   b\nif (\n", { uri: uri("rota.py") });
    await client.format(uri("rota.py"), { tabSize: 8, insertSpaces: false });
    const status: any = await client.ask("oakTide/status", uri("rota.py"));
    expect(valueOf(status, "maxLineLength")).toEqual([72, `${path("oak-tide.json")}:1:3`]);
    expect(valueOf(status, "indentSize")).toEqual([3, "what the text itself shows"]);
    expect(valueOf(status, "tabWidth")).toEqual([
      8,
      "the editor's options, as the text shows nothing of its own",
    ]);
    expect(status).toMatchObject({
      language: { id: "python", reason: "the client's identifier" },
      formatter: { name: "built-in" },
      unsettled: [{ start: { line: 2 } }],
    });
    const again = await client.connection.sendRequest("workspace/executeCommand", {
      command: "oakTide.status",
      arguments: [{ textDocument: { uri: uri("rota.py") } }],
    });
    expect(again).toEqual(status);
  });

  test("an edit of a style file acts at once", async () => {
    const { uri, path } = folder({ "oak-tide.json": '{ "indentSize": 2 }' });
    const text = "if a:\n    b\n";
    const client = await opened(text, {
      uri: uri("rota.py"),
      capabilities: { workspace: { didChangeWatchedFiles: { dynamicRegistration: true } } },
    });
    expect(applyEdits(text, await client.format(uri("rota.py")))).toBe("if a:\n  b\n");
    writeFileSync(path("oak-tide.json"), '{ "indentSize": 3 }');
    await client.connection.sendNotification("workspace/didChangeWatchedFiles", {
      changes: [{ uri: uri("oak-tide.json"), type: 2 }],
    });
    expect(applyEdits(text, await client.format(uri("rota.py")))).toBe("if a:\n   b\n");
    const { params } = client.asked.find(({ method }) => method === "client/registerCapability")!;
    expect(JSON.stringify(params)).toContain("oak-tide.{json,yaml,toml}");
  });

  test("the file's ending, where the identifier is another", async () => {
    const client = await opened('{"pier": [1]}\n', {
      uri: "file:///piers.json",
      languageId: "javascript",
    });
    const edits = await client.format("file:///piers.json");
    expect(applyEdits('{"pier": [1]}\n', edits)).toBe('{ "pier": [1] }\n');
    expect(client.log).toEqual([
      'file:///piers.json is said to be "javascript"; by its ending it is read as "json".',
    ]);
    await client.open("file:///rota.js", "let pier: number = 1;\n", "typescript");
    expect(await client.ask("oakTide/status", "file:///rota.js")).toMatchObject({
      language: { id: "typescript", reason: "the client's identifier" },
    });
  });
});

describe("settings", () => {
  test("are asked for where the client can be asked", async () => {
    const client = new Client({}, () => ({ save: "off", indentaton: "text", differences: 3 }));
    await client.start(undefined, { workspace: { configuration: true } });
    await client.open(URI, "a=1\n");
    expect(await client.ask("textDocument/willSaveWaitUntil", URI, { reason: 1 })).toEqual([]);
    expect(client.log).toEqual([
      'There is no setting "oakTide.indentaton"; the nearest is "indentation".',
      '"oakTide.differences" is 3; it must be one of off, hint, information, warning, error.',
    ]);
  });

  test.each([["come late", 300, "off"], ["never come", 60_000, "on"]])(
    "are waited for, but not for ever: they %s",
    async (_, milliseconds, saves) => {
      const client = new Client({}, async () => {
        await new Promise((resolve) => setTimeout(resolve, milliseconds).unref());
        return { save: "off" };
      });
      await client.start(undefined, { workspace: { configuration: true } });
      await client.open(URI, "a=1\n");
      const edits = await client.ask("textDocument/willSaveWaitUntil", URI, { reason: 1 });
      expect((edits as unknown[]).length > 0 ? "on" : "off").toBe(saves);
    },
  );

  test("typing is registered by language where the client takes that", async () => {
    const client = new Client();
    const { capabilities } = await client.start(undefined, {
      textDocument: { onTypeFormatting: { dynamicRegistration: true } },
    });
    expect(capabilities["documentOnTypeFormattingProvider"]).toBeUndefined();
    await client.open(URI, "a=1\n");
    await client.format(URI);
    const { params } = client.asked.find(({ method }) => method === "client/registerCapability")!;
    const python = (params as any).registrations.find(
      ({ registerOptions }: any) => registerOptions.documentSelector.some(
        ({ language }: any) => language === "python",
      ),
    );
    expect(python.registerOptions.firstTriggerCharacter).toBe("\n");
    expect(python.registerOptions.moreTriggerCharacter).not.toContain(";");
  });
});

test("says how long answers took, to clients that trace", async () => {
  const client = await opened("a=1\n");
  const traced = new Promise((resolve) => client.connection.onNotification("$/logTrace", resolve));
  await client.connection.sendNotification("$/setTrace", { value: "messages" });
  await client.format(URI);
  expect(await traced).toMatchObject({
    message: expect.stringMatching(/^An answer for file:.*rota\.py, version 1, took [\d.]+ ms\.$/),
  });
});

describe("notebooks", () => {
  test("cells are documents of their language, without a last line end of their own", async () => {
    const client = new Client();
    await client.start();
    const cell = (name: string): string => `vscode-notebook-cell:/tides.ipynb#${name}`;
    const item = (name: string, text: string, languageId = "python"): object => ({
      uri: cell(name),
      languageId,
      version: 1,
      text,
    });
    const notebookDocument = { uri: "file:///tides.ipynb", notebookType: "jupyter", version: 1 };
    await client.connection.sendNotification("notebookDocument/didOpen", {
      notebookDocument: { ...notebookDocument, cells: [] },
      cellTextDocuments: [item("a", "!ls (\na=1")],
    });
    expect(applyEdits("!ls (\na=1", await client.format(cell("a")))).toBe("!ls (\na = 1");
    await client.connection.sendNotification("notebookDocument/didChange", {
      notebookDocument: { uri: notebookDocument.uri, version: 2 },
      change: {
        cells: {
          structure: {
            array: { start: 1, deleteCount: 0 },
            didOpen: [item("b", "b={}", "javascript")],
          },
          textContent: [{
            document: { uri: cell("a"), version: 2 },
            changes: [{
              range: { start: { line: 1, character: 0 }, end: { line: 1, character: 1 } },
              text: "tide",
            }],
          }],
        },
      },
    });
    expect(applyEdits("!ls (\ntide=1", await client.format(cell("a")))).toBe("!ls (\ntide = 1");
    expect(applyEdits("b={}", await client.format(cell("b")))).toBe("b = {};");
    await client.connection.sendNotification("notebookDocument/didClose", {
      notebookDocument: { uri: notebookDocument.uri },
      cellTextDocuments: [{ uri: cell("a") }, { uri: cell("b") }],
    });
    expect(await client.format(cell("a"))).toEqual([]);
  });
});
