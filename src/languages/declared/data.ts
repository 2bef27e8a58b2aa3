import { declareLanguage } from "../plain/declare.js";
import { DOUBLE, HASH } from "./strings.js";

export const yaml = declareLanguage({
  name: "yaml",
  extensions: [".yaml", ".yml"],
  lineComments: [HASH],
  strings: [
    { open: /(?<![\w)\]}"'])"/, close: '"', escape: "\\", multiLine: true },
    { open: /(?<![\w)\]}"'])'/, close: "'", multiLine: true },
  ],
  brackets: [["[", "]"], ["{", "}"]],
  opens: /:(?:\s+[&!]\S+)*$|(?:^|[:\s-])\s*[|>][-+0-9]*$/,
  // What follows is counted from behind the signs of items that hold keys.
  bullets: /^-$|^(?:-\s+)+(?=(?:[^\s"'#][^#]*?|"[^"]*"|'[^']*'):(?:\s|$))/,
  literal: /(?:^|[:\s-])\s*[|>][-+0-9]*(?:\s+#.*)?$/,
});

export const toml = declareLanguage({
  name: "toml",
  extensions: [".toml"],
  fileNames: ["Cargo.lock", "poetry.lock", "Pipfile", "uv.lock", "pdm.lock"],
  lineComments: [{ sign: "#" }],
  strings: [
    { open: /"""/, escape: "\\", multiLine: true },
    { open: /'''/, multiLine: true },
    DOUBLE,
    { open: /'/ },
  ],
  brackets: [["[", "]"], ["{", "}"]],
});
