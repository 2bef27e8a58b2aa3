import { parse } from "@babel/parser";
import ts from "typescript";

/** Where a node's place or writing, not its meaning, is kept. */
const SKIPPED = new Set([
  "start",
  "end",
  "loc",
  "range",
  "extra",
  "comments",
  "tokens",
  "errors",
  "leadingComments",
  "trailingComments",
  "innerComments",
]);

const PLUGINS = [
  "explicitResourceManagement",
  "importAttributes",
  "sourcePhaseImports",
  "deferredImportEvaluation",
];

/** A strict parser for each dialect: a program's tree without places, or undefined where it is refused. */
export function ecmaTree(path, text) {
  const types = /\.[cm]?tsx?$/.test(path);
  const jsx = !/\.[cm]?ts$/.test(path);
  const dts = /\.d\.[cm]?ts$/.test(path);
  if (types && !compiles(path, text)) return undefined;
  const plugins = [
    ...PLUGINS,
    ...(types ? [["typescript", { dts }]] : []),
    ...(jsx ? ["jsx"] : []),
  ];
  for (const decorators of ["decorators", "decorators-legacy"]) {
    for (const sourceType of /** @type {const} */ (["module", "script"])) {
      try {
        const tree = parse(text, {
          sourceType,
          plugins: /** @type {any[]} */ ([...plugins, decorators]),
          allowReturnOutsideFunction: true,
          createParenthesizedExpressions: false,
        });
        return JSON.stringify(clean(tree.program));
      } catch {
        // The next reading may fit.
      }
    }
  }
  return undefined;
}

/** Whether the compiler's parser takes a program of types: the other takes `export type;` too. */
function compiles(path, text) {
  const file = ts.createSourceFile(path, text, ts.ScriptTarget.Latest);
  return /** @type {any} */ (file).parseDiagnostics.length === 0;
}

function clean(value) {
  if (Array.isArray(value))
    return value.flatMap((item) => (isBlankText(item) ? [] : [clean(item)]));
  if (value === null || typeof value !== "object")
    return typeof value === "bigint" ? String(value) : value;
  if (value.type === "JSXText") return { type: "JSXText", value: jsxText(value.value) };
  const node = {};
  for (const [key, inner] of Object.entries(value)) {
    if (SKIPPED.has(key) || inner === undefined) continue;
    if (value.type === "DirectiveLiteral" && key === "value")
      node[key] = inner.replace(/\\?["']/g, '"');
    else node[key] = clean(inner);
  }
  return node;
}

const isBlankText = (node) => node?.type === "JSXText" && jsxText(node.value) === "";

/** What a text between tags means, after the JSX specification: lines trimmed, joined by one space. */
function jsxText(value) {
  const lines = value.split(/\r\n|\n|\r/);
  return lines
    .map((line, i) => {
      let text = line.replace(/\t/g, " ");
      if (i > 0) text = text.replace(/^ +/, "");
      if (i < lines.length - 1) text = text.replace(/ +$/, "");
      return text;
    })
    .filter((line) => line !== "")
    .join(" ");
}
