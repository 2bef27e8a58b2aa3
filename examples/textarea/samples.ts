import board from "../../demo/data/board.tsx?raw";
import fleet from "../../demo/data/fleet.json?raw";
import scheduler from "../../demo/data/scheduler.ts?raw";
import tides from "../../demo/data/tides.py?raw";
import gangway from "./samples/gangway.js?raw";
import notice from "./samples/notice.txt?raw";

/** Gullhaven Ferry's files, one a language. */
export const samples = [
  { name: "tides.py", languageId: "python", text: tides },
  { name: "scheduler.ts", languageId: "typescript", text: scheduler },
  { name: "board.tsx", languageId: "typescriptreact", text: board },
  { name: "gangway.js", languageId: "javascript", text: gangway },
  { name: "fleet.json", languageId: "json", text: fleet },
  { name: "notice.txt", languageId: "plaintext", text: notice },
];
