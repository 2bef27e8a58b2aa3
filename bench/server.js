import { spawn } from "node:child_process";
import { fileURLToPath } from "node:url";
import {
  StreamMessageReader,
  StreamMessageWriter,
  createMessageConnection,
} from "vscode-languageserver/node.js";
import { percentile } from "./measure.js";

const COMMAND = fileURLToPath(new URL("../dist/bin/oak-tide.js", import.meta.url));
const OPTIONS = { tabSize: 2, insertSpaces: true };
const LONG = "file:///gullhaven/long.ts";
const SHORT = "file:///gullhaven/short.ts";
const MEGABYTES = 5;
const PAUSE = 5;

const boat = (i) => `export class Boat${i} extends Vessel {
   readonly berth=${i}
   departs(at:Date) {
        for(const person of this.crew) if(!person.onDuty(at,{berth:this.berth})) return false
        return this.tide.covers( at )
   }
}
`;

/** Keys in one document while a long one is formatted, beside the same keys while nothing else goes on. */
export async function benchServer() {
  const server = spawn(
    process.execPath,
    [COMMAND, "serve"],
    { stdio: ["pipe", "pipe", "inherit"] },
  );
  const connection = createMessageConnection(
    new StreamMessageReader(server.stdout),
    new StreamMessageWriter(server.stdin),
  );
  connection.listen();
  await connection.sendRequest("initialize", { capabilities: {} });
  const open = (uri, text) =>
    connection.sendNotification("textDocument/didOpen", {
      textDocument: { uri, languageId: "typescript", version: 1, text },
    });
  const format = (uri) =>
    connection.sendRequest("textDocument/formatting", { textDocument: { uri }, options: OPTIONS });
  await open(SHORT, Array.from({ length: 200 }, (_, i) => boat(i)).join(""));
  await format(SHORT);
  const typist = new Typist(connection);
  // What the compiler has not seen yet is no matter of the server's.
  await typist.keys(300);
  const alone = await typist.keys(300);
  let text = "";
  for (let i = 0; text.length < MEGABYTES << 20; i++) text += boat(i);
  await open(LONG, text);
  await format(SHORT);
  const begun = performance.now();
  let edits;
  const done = format(LONG).then((answer) => (edits = answer.length));
  const meanwhile = await typist.keys(Infinity, () => edits !== undefined);
  await done;
  const seconds = (performance.now() - begun) / 1000;
  console.log(
    `\nA key in one document while ${MEGABYTES} MB of another are formatted (${seconds.toFixed(1)} s, ${edits} edits)`,
  );
  const row = (name, times) =>
    console.log(
      `  ${name.padEnd(22)}${times.length} keys, median ${percentile(times, 0.5).toFixed(1)} ms, p99 ${percentile(times, 0.99).toFixed(1)} ms`,
    );
  row("nothing else goes on", alone);
  row("meanwhile", meanwhile);
  await connection.sendRequest("shutdown");
  await connection.sendNotification("exit");
  connection.dispose();
}

/** Types statements at the end of the short document, a key at a time. */
class Typist {
  constructor(connection) {
    this.connection = connection;
    this.version = 1;
    this.line = 200 * 7;
    this.column = 0;
  }

  async keys(most, over = () => false) {
    const times = [];
    const text = "const tide = at(6);\n";
    for (let i = 0; i < most && !over(); i++) {
      times.push(await this.key(text[i % text.length]));
      await new Promise((resolve) => setTimeout(resolve, PAUSE));
    }
    return times;
  }

  async key(character) {
    const position = { line: this.line, character: this.column };
    const textDocument = { uri: SHORT, version: ++this.version };
    const begun = performance.now();
    await this.connection.sendNotification("textDocument/didChange", {
      textDocument,
      contentChanges: [{ range: { start: position, end: position }, text: character }],
    });
    if (character === "\n") {
      this.line++;
      this.column = 0;
    } else this.column++;
    await this.connection.sendRequest("textDocument/onTypeFormatting", {
      textDocument,
      position: { line: this.line, character: this.column },
      ch: character,
      options: OPTIONS,
    });
    return performance.now() - begun;
  }
}
