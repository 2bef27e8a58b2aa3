import { benchEcma } from "./ecma.js";
import { benchKeystrokes } from "./keystrokes.js";
import { benchPython } from "./python.js";

const BENCHES = { python: benchPython, ecma: benchEcma, keystrokes: benchKeystrokes };

const asked = process.argv.slice(2);
const unknown = asked.find((name) => !Object.hasOwn(BENCHES, name));
if (unknown !== undefined) {
  console.error(`There is no bench "${unknown}". There are: ${Object.keys(BENCHES).join(", ")}.`);
  process.exit(2);
}
for (const [name, bench] of Object.entries(BENCHES)) {
  if (asked.length === 0 || asked.includes(name)) await bench();
}
