import { execFileSync } from "node:child_process";
import { fileURLToPath } from "node:url";
import { benchCsharp } from "./csharp.js";
import { benchAccepted, benchDamaged } from "./damaged.js";
import { benchEcma } from "./ecma.js";
import { benchKeystrokes } from "./keystrokes.js";
import { benchPages } from "./pages.js";
import { benchPython } from "./python.js";
import { benchRegions } from "./regions.js";
import { benchServer } from "./server.js";
import { benchSmall } from "./small.js";
import { benchStarts } from "./starts.js";
import { benchStyles } from "./styles.js";
import { benchTexts } from "./texts.js";

const BENCHES = {
  python: benchPython,
  ecma: benchEcma,
  csharp: benchCsharp,
  small: benchSmall,
  keystrokes: benchKeystrokes,
  damaged: benchDamaged,
  accepted: benchAccepted,
  regions: benchRegions,
  styles: benchStyles,
  pages: benchPages,
  texts: benchTexts,
  server: benchServer,
  starts: benchStarts,
};

const asked = process.argv.slice(2);
const unknown = asked.find((name) => !Object.hasOwn(BENCHES, name));
if (unknown !== undefined) {
  console.error(`There is no bench "${unknown}". There are: ${Object.keys(BENCHES).join(", ")}.`);
  process.exit(2);
}
// Node is started with --no-flush-bytecode: else compiled code goes with each large collection of garbage,
// and what is measured is the compiler. Each bench has a process of its own: what the compiler has learnt of
// one language would slow another down.
const names = Object.keys(BENCHES).filter((name) => asked.length === 0 || asked.includes(name));
if (names.length === 1) await BENCHES[names[0]]();
else for (const name of names)
  execFileSync(process.execPath, [...process.execArgv, fileURLToPath(import.meta.url), name], {
    stdio: "inherit",
  });
