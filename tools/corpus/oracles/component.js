import { parse } from "@vue/compiler-sfc";
import { ecmaTree } from "./ecma.js";
import { cssTree } from "./styles.js";

/** What a component comes to: its blocks, their attributes, and what each holds; undefined where one does not parse. */
export function componentTree(path, text) {
  const { descriptor, errors } = parse(text, { sourceMap: false, ignoreEmpty: false });
  if (errors.length > 0) return undefined;
  const { template, script, scriptSetup, styles, customBlocks } = descriptor;
  const parts = [];
  const block = (name, { attrs }, inside) => {
    parts.push(`${name} ${JSON.stringify(attrs)}\n${inside}`);
    return inside !== undefined;
  };
  const isWhole =
    (
      !template
      || block("template", template, template.ast ? markup(template.ast) : template.content)
    )
    && [script, scriptSetup].every((one) => !one || block("script", one, program(path, one)))
    && styles.every((one) => block("style", one, sheet(one)))
    && customBlocks.every((one) => block(one.type, one, one.content.replace(/\s+/g, "")));
  return isWhole ? parts.join("\n") : undefined;
}

const program = (path, { lang = "js", content, src = "" }) =>
  src === "" ? ecmaTree(`${path}.${lang}`, content) : "";

const sheet = ({ lang = "css", content }) =>
  lang === "css" ? cssTree(content).text : content.replace(/[\s;"']+/g, "");

/** The nodes of a template, white space that is not shown left out. */
function markup(node) {
  const value = ({ content = "" } = {}) => content.replace(/[\s;,()"'`]+/g, "");
  switch (node.type) {
    case TEXT: return node.content.replace(/[ \t\n\f\r]+/g, " ");
    // Its lines move together, as in pages.
    case COMMENT: return `<!--${node.content.replace(/[ \t\n\f\r]+/g, " ")}-->`;
    case INTERPOLATION: return `{{${value(node.content)}}}`;
    default: {
      const props = (node.props ?? []).map((prop) =>
        prop.type === ATTRIBUTE
          ? `${prop.name}=${JSON.stringify(prop.value?.content.replace(/\s+/g, " ").trim())}`
          : `${prop.name}:${value(prop.arg)}.${
            prop.modifiers.map((one) => one.content ?? one).join(".")
          }=${value(prop.exp)}`);
      return `<${node.tag ?? ""} ${props.join(" ")}>${(node.children ?? []).map(markup).join("|")}</>`;
    }
  }
}

/** Kinds of nodes, as the compiler numbers them. */
const [TEXT, COMMENT, INTERPOLATION, ATTRIBUTE] = [2, 3, 5, 6];
