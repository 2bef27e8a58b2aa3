import type { Typing } from "../../core/language.js";
import type { Dialect } from "./kinds.js";
import { ecmaClosers } from "./parser/statements.js";

const TRIGGERS = [
  "}",
  ")",
  "]",
  ";",
  ">",
  "/",
  "{",
  ".",
  "?",
  ":",
  "&",
  "|",
  "+",
  "-",
  "e",
  "h",
  "y",
  "t",
];

/** Words and signs that go on with the statement before, or begin a case. */
const WORDS = new Map<string, readonly string[]>([
  ["else", [" {}"]],
  ["catch", [" {}"]],
  ["finally", [" {}"]],
  ["case", [" x:"]],
  ["default", [":"]],
  [".", ["x"]],
  ["?", [" x : x"]],
  [":", [" x"]],
  ["&", ["& x", " x"]],
  ["|", ["| x", " x"]],
  ["+", [" x"]],
  ["-", [" x"]],
]);

/** What the ECMAScript family says of text that is being typed. */
export const ecmaTyping = (dialect: Dialect): Typing => ({
  triggers: TRIGGERS,
  words: WORDS,
  closers: (text) => ecmaClosers(text, dialect),
});
