import { parse } from "parse5";
import { ecmaTree } from "./ecma.js";

/** Elements that begin and end lines, by the standard's style sheet. */
export const BLOCK = new Set(
  `address article aside blockquote body br center dd details dialog dir div dl dt fieldset figcaption figure
  footer form frameset h1 h2 h3 h4 h5 h6 head header hgroup hr html legend li listing main menu nav ol
  optgroup option p plaintext pre search section select summary table caption colgroup col tbody td tfoot th
  thead tr ul xmp slot`.split(/\s+/),
);

/** Elements at whose inner edges white space is not shown. */
export const INNER = new Set(
  "button video audio object canvas title marquee meter progress".split(" "),
);
export const HIDDEN = new Set(
  "area base basefont datalist head link meta noembed noframes param rp script style template title source track"
    .split(" "),
);
/** Elements in the drawings and formulas of a component that hold text. */
export const DRAWN = /^(?:text|tspan|textPath|title|desc|a|m[inos]|mtext)$/;

const EXACT = new Set("pre textarea listing xmp plaintext".split(" "));
export const LOOSE =
  /^(?:head|html|table|tbody|thead|tfoot|tr|colgroup|select|datalist|frameset|picture)$/;

/**
 * What a page shows, as far as white space goes: its elements, and its text with each run of white space as
 * one blank, or none where lines begin and end.
 */
export function pageTree(text) {
  const parts = [];
  const walk = (node, exact, foreign) => {
    const name = node.nodeName;
    if (name === "#text") return parts.push([
      "text",
      exact ? node.value : node.value.replace(/[ \t\r\n\f]+/g, " "),
      exact,
    ]);
    if (name === "#comment")
      return parts.push(["hidden", `<!--${node.data.replace(/[ \t\n\f\r]+/g, " ")}-->`]);
    if (name === "#documentType") return parts.push(["edge", `<!${node.name}>`]);
    const children = name === "template" ? node.content.childNodes : node.childNodes ?? [];
    if (name.startsWith("#")) return children.forEach((child) => walk(child, exact, foreign));
    const inner = foreign || name === "svg" || name === "math";
    const tag = `<${name}${node.attrs.map(({ name: key, value }) => ` ${key}=${value}`).join("")}>`;
    if (name === "script" || name === "style") {
      const code = children.map(({ value }) => value).join("");
      return parts.push(["hidden", tag + (name === "script" ? program(code) : bare(code))]);
    }
    const white = node.attrs.some(
      ({ name: key, value }) =>
        key === "style" && /white-space(?:-collapse)?\s*:\s*(?!normal|nowrap|collapse)/.test(value),
    );
    const drawn =
      inner
      && /^(?:text|tspan|textpath|title|desc|m[inos]|mtext|annotation(?:-xml)?|a)$/i.test(name);
    const isExact = exact || EXACT.has(name) || white || drawn;
    const kind = BLOCK.has(name) || foreign ? "edge" : HIDDEN.has(name) ? "hidden" : "inline";
    const edges = kind === "edge" || INNER.has(name) || inner ? "edge" : kind;
    parts.push([kind, tag], [edges === "edge" ? "start" : "inline", ""]);
    for (const child of children) {
      // A table, a list of options: their own white space is nobody's.
      const blank = child.nodeName === "#text" && /^[ \t\r\n\f]*$/.test(child.value);
      if (blank && !isExact && (LOOSE.test(name) || (inner && name !== "foreignObject"))) continue;
      walk(child, isExact, inner && name !== "foreignObject");
    }
    parts.push([edges === "edge" ? "end" : "inline", ""], [kind, `</${name}>`]);
  };
  walk(parse(text, { scriptingEnabled: false }), false, false);
  return shown(parts);
}

/** A script as its tree, where it is a program. */
const program = (code) => ecmaTree("page.js", code) ?? bare(code);

/** Code without what formatting may change in it. */
export const bare = (code) => code.replace(/\\(?=["'])|[\s;,()"'`]+/g, "");

/** The parts as one text, without the blanks that are not shown. */
export function shown(parts) {
  const out = [];
  let fresh = true;
  let blank = -1;
  for (const [kind, value, exact] of parts) {
    if (kind === "text") {
      if (exact) {
        out.push(value);
        fresh = false;
        blank = -1;
        continue;
      }
      let word = value;
      if (fresh || blank >= 0) word = word.replace(/^ /, "");
      if (word === "") continue;
      fresh = false;
      blank = word.endsWith(" ") ? out.length : -1;
      out.push(word);
    } else if (kind === "hidden" || kind === "inline") {
      out.push(value);
    } else {
      // A line ends or begins: blanks before it are not shown, nor those after.
      if (blank >= 0) out[blank] = out[blank].replace(/ $/, "");
      blank = -1;
      fresh = true;
      out.push(value);
    }
  }
  return out.join("");
}
