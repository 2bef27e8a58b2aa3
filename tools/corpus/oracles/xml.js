import { SaxesParser } from "saxes";

/**
 * What a strict parser makes of a document: its events, without the white space between elements that no text
 * stands beside. Undefined where it is not well-formed.
 */
export function xmlTree(text) {
  const parser = new SaxesParser();
  let broken = false;
  const root = { head: "", children: [], preserves: false };
  const stack = [root];
  const add = (child) => stack.at(-1).children.push(child);
  parser.on("error", () => {
    broken = true;
  });
  parser.on("opentag", ({ name, attributes }) => {
    const space = attributes["xml:space"];
    const outer = stack.at(-1).preserves;
    const node = {
      head: `<${name} ${JSON.stringify(attributes)}`,
      children: [],
      preserves: space === undefined ? outer : space === "preserve",
    };
    add(node);
    stack.push(node);
  });
  parser.on("closetag", () => stack.pop());
  parser.on("text", (value) => add(value));
  parser.on("cdata", (value) => add({ head: `cdata ${value}`, children: [], isText: true }));
  parser.on("comment", (value) => add({ head: `<!--${value}`, children: [] }));
  parser.on("processinginstruction", ({ target, body }) =>
    add({ head: `<?${target} ${body}`, children: [] }));
  parser.on("doctype", (value) => add({ head: `<!${value}`, children: [] }));
  try {
    parser.write(text).close();
  } catch {
    return undefined;
  }
  return broken ? undefined : shown(root, false);
}

function shown({ head, children, preserves }, beside) {
  const mixed = beside
    || preserves
    || children.some((child) => (typeof child === "string" ? child.trim() !== "" : child.isText));
  const inner = children.map((child) => {
    if (typeof child !== "string") return shown(child, mixed && !child.preserves);
    return !mixed && child.trim() === "" && children.length > 1 ? "" : JSON.stringify(child);
  });
  return `${head}>${inner.join("")}</`;
}
