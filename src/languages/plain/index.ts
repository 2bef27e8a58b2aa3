import { declareLanguage } from "./declare.js";

/** Text of any language that nobody has taught the engine: lines, indentation and brackets. */
export const plain = declareLanguage({
  name: "plain",
  ids: ["plaintext"],
  // No ending: a text is read so only where somebody says so.
  extensions: [],
  opens: /:$/,
});
