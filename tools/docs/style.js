import { STYLE_SCHEMA, createEngine } from "../../dist/index.js";
import { styleFileSchema } from "../../dist/node/index.js";

/** What shows each option: a language, a text before, and the values by which it is formatted. */
const EXAMPLES = {
  indentStyle: ["javascript", "if (tide) {\n  moor();\n}\n", ["space", "tab"]],
  indentSize: ["javascript", "if (tide) {\n  moor();\n}\n", [2, 4]],
  tabWidth: ["python", "", []],
  endOfLine: ["javascript", "moor();\ncast();\n", ["lf", "crlf"]],
  trimTrailingWhitespace: ["javascript", "moor();  \ncast();\n", [true, false]],
  insertFinalNewline: ["javascript", "moor();", [true, false]],
  maxLineLength: ["javascript", "board(berth, heron, otter);\n", [40, 24]],
  stringDelimiter: [
    "javascript",
    "const a = 'low', b = \"high\";\n",
    ["double", "single", "as-written"],
  ],
  interpolatedString: ["javascript", "", []],
  markupDelimiter: ["javascriptreact", "const a = <Board berth='1' />;\n", ["double", "single"]],
  statementTerminator: ["javascript", "moor();\ncast()\n", ["explicit", "omitted", "as-written"]],
  closingComma: [
    "javascript",
    "const berths = [\n  north,\n  south\n];\n",
    ["when-split", "never", "as-written"],
  ],
  listSplit: [
    "javascript",
    "const berths = [\n  north,\n  south,\n];\n",
    ["as-written", "by-width"],
  ],
  expressionSplit: [
    "javascript",
    "const open = tide\n  && crew;\n",
    ["as-written", "by-width"],
  ],
  operatorSplit: [
    "javascript",
    "const open = tide.level > draught && crew.length > 2;\n",
    ["before", "after"],
    { maxLineLength: 36 },
  ],
  bracePadding: [
    "javascript",
    "const berth = {tide, crew: { first }};\n",
    ["blank", "none", "as-written"],
  ],
  parameterGap: [
    "javascript",
    "function moor (boat) {}\nfunction cast(boat) {}\n",
    ["none", "blank", "as-written"],
  ],
  bracePlacement: ["javascript", "if (tide) {\n  moor();\n}\n", ["same-line", "own-line"]],
  clausePlacement: [
    "javascript",
    "if (tide) {\n  moor();\n} else {\n  wait();\n}\n",
    ["same-line", "own-line"],
  ],
  attributeSplit: [
    "javascriptreact",
    "const a = <Board berth={1} tide={low} />;\n",
    ["by-width", "stacked"],
  ],
  platformImports: [
    "csharp",
    "using Gullhaven.Tides;\nusing System.Linq;\nusing Azure.Storage;\n",
    ["first", "by-name"],
  ],
  blankLineLimit: ["javascript", "moor();\n\n\n\ncast();\n", [1, 2]],
};

const FENCES = { csharp: "cs", javascriptreact: "jsx", javascript: "js", python: "py" };

/** docs/style.md: each option, what it may hold, and what it does. */
export function stylePage() {
  const engine = createEngine();
  const lines = [
    "# Style",
    "",
    "Each option of a style, with a text and what it becomes. `STYLE_SCHEMA` says the same in a program. This page is",
    "written by `npm run docs`.",
  ];
  for (const [name, schema] of Object.entries(STYLE_SCHEMA)) {
    const [languageId, before, values, others = {}] = EXAMPLES[name];
    lines.push("", `## ${name}`, "", schema.description, "", allowed(schema));
    if (values.length === 0) continue;
    lines.push("", "Before:", "", ...fence(languageId, before));
    for (const value of values) {
      const document = engine.open({ uri: "", languageId, text: before });
      const style = { ...others, [name]: value };
      const { text } = document.formatOnSave({ steps: ["organizeImports", "format"], style });
      const beside = Object.entries(others).map(([key, held]) => `, \`${key}: ${held}\``).join("");
      lines.push("", `\`${name}: ${value}\`${beside}:`, "", ...fence(languageId, text));
    }
  }
  lines.push("", ...fileKeys());
  return `${lines.join("\n")}\n`;
}

/** The keys of a style file that are no options. */
function fileKeys() {
  const { properties } = styleFileSchema();
  const rows = Object.entries(properties)
    .filter(([name]) => !(name in STYLE_SCHEMA))
    .map(([name, { description }]) => `- \`${name}\`: ${description}`);
  return [
    "## What else a style file holds",
    "",
    "`docs/style-file.schema.json` says all of it for editors: give its place as `$schema`.",
    "",
    ...rows,
  ];
}

const fence = (languageId, text) => {
  // Signs that a page would swallow are shown by others.
  const shown = text.replace(/\r/g, "␍")
    .replace(/\t/g, "⇥")
    .replace(/ +$/gm, (end) => "·".repeat(end.length));
  return [`\`\`\`${FENCES[languageId]}`, ...shown.replace(/\n$/, "").split("\n"), "```"];
};

/** @param {import("../../dist/index.js").OptionSchema} schema */
function allowed({ enum: words, type, minimum, default: fallback }) {
  const what = words !== undefined
    ? words.map((word) => `\`${word}\``).join(", ")
    : type === "integer"
    ? `a whole number, ${minimum} or more`
    : "`true`, `false`";
  return `${what}; ${fallback === undefined ? "none of its own" : `\`${fallback}\` where nobody says otherwise`}.`;
}
