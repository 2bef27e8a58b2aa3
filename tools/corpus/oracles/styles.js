import { dirname } from "node:path";
import { pathToFileURL } from "node:url";
import { generate, parse, walk } from "css-tree";
import less from "less";
import { Logger, compileString } from "sass";

/** White space as the standard has it; others are letters. */
const WHITE = /[ \t\n\f\r]+/g;
const EDGES = /^[ \t\n\f\r]+|[ \t\n\f\r]+$/g;

/** A style sheet without its white space; undefined where it is refused. */
export function cssTree(text) {
  let refused = false;
  const tree = parse(text, {
    parseCustomProperty: false,
    onParseError: () => (refused = true),
  });
  walk(tree, (node) => {
    // White space around the value of a custom property is none of it.
    if (node.type === "Declaration" && node.value.type === "Raw")
      node.value.value = node.value.value.replace(EDGES, "");
    // Rules in rules, where the parser takes them for text.
    if (node.type === "Block")
      for (const child of node.children.toArray())
        if (child.type === "Raw") child.value = shortRules(child.value);
  });
  const short = generate(tree)
    .replace(WHITE, " ")
    .replace(/ ?([(),]) ?/g, "$1")
    .replace(/'/g, '"');
  return { refused, text: short };
}

/** Rules that are left as text, without the white space that parts signs; a name before a brace begins no value. */
const shortRules = (text) => text
  .replace(WHITE, " ")
  .replace(/ ?([{};,>!]) ?/g, "$1")
  .replace(/(^|[{;}])([\w-]+): (?=[^{};]*(?:[;}]|$))/g, "$1$2:")
  .replace(/;}/g, "}");

/**
 * What a dialect's compiler makes of a file; undefined where it does not compile by itself, as most files do
 * not that others import.
 */
export async function compiled(language, path, text) {
  try {
    const css = language.name === "scss" ? fromScss(path, text) : await fromLess(path, text);
    return cssTree(css).text;
  } catch {
    return undefined;
  }
}

const fromScss = (path, text) => compileString(text, {
  url: pathToFileURL(path),
  loadPaths: [dirname(path), ...modulesAbove(path)],
  logger: Logger.silent,
  style: "compressed",
}).css;

const fromLess = async (path, text) => {
  const { css } = await less.render(text, {
    filename: path,
    paths: [dirname(path), ...modulesAbove(path)],
    javascriptEnabled: true,
    math: "always",
  });
  return css;
};

/** The folders of packages that a file may import from. */
function modulesAbove(path) {
  const at = path.lastIndexOf("/node_modules/");
  return at < 0 ? [] : [path.slice(0, at + "/node_modules".length)];
}
