import { parse } from "@astrojs/compiler/sync";
import { ecmaTree } from "./ecma.js";
import { BLOCK, DRAWN, HIDDEN, INNER, LOOSE, bare, shown } from "./page.js";
import { cssTree } from "./styles.js";

/** Attributes under which an element is kept to the letter. */
const RAW = /^(?:is:raw|set:html|set:text)$/;

/**
 * What a component says, by the reading of its compiler: its script, its markup as pages are compared, the code around and
 * within that; undefined where it is refused.
 */
export function astroTree(text) {
  const { ast, diagnostics = [] } = parse(text, { position: false });
  if (diagnostics.some(({ severity }) => severity === 1)) return undefined;
  // White space at the edges of a component is dropped.
  const parts = [["edge", ""]];
  markup(parts, ast.children ?? [], {});
  return shown([...parts, ["edge", ""]]);
}

/** A program, or an expression, as its tree where it is one. */
const program = (code) => ecmaTree("component.ts", code) ?? bare(code);
const expression = (code) => ecmaTree("component.ts", `(${code}\n)`) ?? bare(code);

/** What an attribute says. */
function attribute({ kind, name, value }) {
  if (kind === "expression") return `${name}={${expression(value)}}`;
  if (kind === "template-literal") return `${name}={${expression(`\`${value}\``)}}`;
  if (kind === "spread") return `{...${expression(name)}}`;
  return kind === "shorthand" ? `{${name.trim()}}` : `${name}=${value}`;
}

function markup(parts, nodes = [], { isExact = false, isForeign = false, name = "" }) {
  for (const node of nodes) {
    if (node.type === "text") {
      const isBlank = node.value.trim() === "";
      if (isBlank && !isExact && (LOOSE.test(name) || isForeign)) continue;
      const value = isExact ? node.value : node.value.replace(/[ \t\r\n\f]+/g, " ");
      parts.push(["text", value, isExact]);
    } else if (node.type === "frontmatter") {
      parts.push(["hidden", program(node.value)]);
    } else if (node.type === "comment") {
      parts.push(["hidden", `<!--${node.value.replace(/\s+/g, " ")}-->`]);
    } else if (node.type === "doctype") {
      parts.push(["edge", `<!${node.value}>`]);
    } else if (node.type === "expression") {
      code(parts, node.children ?? [], { isExact, isForeign });
    } else {
      element(parts, node, { isExact, isForeign });
    }
  }
}

/** Code with markup in it, for each of which a name stands in the code. */
function code(parts, nodes, around) {
  const said = nodes.map((node, i) => (node.type === "text" ? node.value : ` __${i}__ `)).join("");
  parts.push(["text", `{${expression(said)}`]);
  for (const node of nodes)
    if (node.type !== "text") {
      parts.push(["inline", "|"]);
      markup(parts, [node], around);
    }
  parts.push(["text", "}"]);
}

function element(parts, node, { isExact, isForeign }) {
  const { name, attributes, children, type } = node;
  const tag = `<${name} ${attributes.map(attribute).join(" ")}>`;
  if (name === "script" || name === "style") {
    const held = (children ?? []).map(({ value }) => value).join("");
    const isCss = name === "style" && !attributes.some((one) => one.name === "lang");
    const says = name === "script" ? program(held) : isCss ? cssTree(held).text : bare(held);
    return parts.push(["hidden", tag + says]);
  }
  const isInner = isForeign || name === "svg" || name === "math";
  const isHidden = type === "element" && HIDDEN.has(name);
  const isBlock = (type === "element" && BLOCK.has(name)) || isForeign;
  const kind = isBlock ? "edge" : isHidden ? "hidden" : "inline";
  const hasEdges = kind === "edge" || INNER.has(name) || isInner || isHidden;
  const keeps =
    isExact
    || /^(?:pre|textarea)$/.test(name)
    || attributes.some((one) => RAW.test(one.name))
    || (isInner && DRAWN.test(name));
  parts.push([kind, tag], [hasEdges ? "edge" : "inline", ""]);
  markup(parts, children, {
    isExact: keeps,
    isForeign: isInner && name !== "foreignObject",
    name,
  });
  parts.push([hasEdges ? "edge" : "inline", ""], [kind, `</${name}>`]);
}
