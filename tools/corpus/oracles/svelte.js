import { parse } from "svelte/compiler";
import { ecmaTree } from "./ecma.js";
import { BLOCK, DRAWN, HIDDEN, INNER, LOOSE, shown } from "./page.js";
import { cssTree } from "./styles.js";

/** Where a node's place or writing, not its meaning, is kept. */
const SKIPPED = new Set(
  "start end loc name_loc raw comments leadingComments trailingComments character metadata".split(
    " ",
  ),
);

/**
 * What a component says, by the reading of its compiler: its markup as pages are compared, what stands between its braces,
 * its scripts and its style sheet; undefined where it is refused.
 */
export function svelteTree(text) {
  let root;
  try {
    root = parse(text, { modern: true });
  } catch {
    return undefined;
  }
  const parts = [];
  markup(parts, root.fragment, false, false);
  const scripts = [root.module, root.instance].map((script) =>
    script ? shape([script.attributes, script.content.body]) : "");
  return shown(parts) + scripts.join("\n") + sheet(root.css) + shape(root.options);
}

function sheet(css) {
  if (!css) return "";
  const { attributes, content: { styles } } = css;
  const lang = attributes.find(({ name }) => name === "lang");
  return lang === undefined ? cssTree(styles).text : styles.replace(/[\s;"']+/g, "");
}

/** A node, or a list of them, as text. */
const shape = (node) =>
  JSON.stringify(node, (key, value) => {
    if (SKIPPED.has(key)) return undefined;
    if (value instanceof RegExp || typeof value === "bigint") return String(value);
    return key === "data" ? String(value).replace(/\s+/g, " ").trim() : value;
  });

/** What stands between the parts of a block, by the names under which its node has them. */
const BLOCKS = {
  IfBlock: { says: ["test", "elseif"], holds: ["consequent", "alternate"] },
  EachBlock: { says: ["expression", "context", "index", "key"], holds: ["body", "fallback"] },
  AwaitBlock: { says: ["expression", "value", "error"], holds: ["pending", "then", "catch"] },
  KeyBlock: { says: ["expression"], holds: ["fragment"] },
  SnippetBlock: { says: ["expression", "parameters"], holds: ["body"] },
};

function markup(parts, fragment, isExact, isForeign, name = "") {
  for (const node of fragment.nodes) {
    const isBlank = node.type === "Text" && node.data.trim() === "";
    if (isBlank && !isExact && (LOOSE.test(name) || name === "svelte:head" || isForeign)) continue;
    const block = BLOCKS[node.type];
    if (block !== undefined) {
      parts.push(["inline", `{${node.type} ${block.says.map((key) => shape(node[key]))}}`]);
      for (const key of block.holds) {
        if (!node[key]) continue;
        parts.push(["inline", `{:${key}}`]);
        markup(parts, node[key], isExact, isForeign);
      }
    } else if (node.type === "Text") {
      const { data } = node;
      parts.push(["text", isExact ? data : data.replace(/[ \t\r\n\f]+/g, " "), isExact]);
    } else if (node.type === "Comment") {
      parts.push(["hidden", `<!--${node.data.replace(/\s+/g, " ")}-->`]);
    } else if (/^(?:Const|Debug|Declaration)Tag$/.test(node.type)) {
      parts.push(["hidden", shape(node)]);
    } else if (/Tag$/.test(node.type)) {
      parts.push(["text", shape(node)]);
    } else {
      element(parts, node, isExact, isForeign);
    }
  }
}

function element(parts, node, isExact, isForeign) {
  const { name, attributes, fragment } = node;
  const tag = `<${name} ${shape(attributes)} ${shape(node.expression ?? node.tag)}>`;
  if (name === "script" || name === "style") {
    const code = fragment.nodes.map(({ data }) => data).join("");
    const program = name === "script" ? ecmaTree("component.js", code) : undefined;
    return parts.push(["hidden", tag + (program ?? code.replace(/[\s;"']+/g, ""))]);
  }
  const isInner = isForeign || name === "svg" || name === "math";
  const isHidden = HIDDEN.has(name) || /^svelte:(?:head|window|body|document|options)$/.test(name);
  const kind = BLOCK.has(name) || isForeign ? "edge" : isHidden ? "hidden" : "inline";
  const hasEdges = kind === "edge" || INNER.has(name) || isInner || isHidden;
  const keeps = isExact || /^(?:pre|textarea)$/.test(name) || (isInner && DRAWN.test(name));
  parts.push([kind, tag], [hasEdges ? "edge" : "inline", ""]);
  markup(parts, fragment, keeps, isInner && name !== "foreignObject", name);
  parts.push([hasEdges ? "edge" : "inline", ""], [kind, `</${name}>`]);
}
