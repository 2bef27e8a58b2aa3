import { createRequire } from "node:module";
import { Language, Parser } from "web-tree-sitter";

let parser;

/** A parser for C# by an independent grammar. */
async function csharpParser() {
  if (parser !== undefined) return parser;
  await Parser.init();
  const grammar = createRequire(import.meta.url).resolve(
    "tree-sitter-c-sharp/tree-sitter-c_sharp.wasm",
  );
  parser = new Parser();
  parser.setLanguage(await Language.load(grammar));
  return parser;
}

/** The tree of a program with the texts of its leaves; undefined where the grammar finds an error in it. */
export async function csharpTree(text) {
  const tree = (await csharpParser()).parse(text);
  if (tree === null) return undefined;
  const parts = [];
  const cursor = tree.walk();
  let broken = tree.rootNode.hasError;
  const visit = () => {
    parts.push(cursor.nodeType);
    if (cursor.gotoFirstChild()) {
      do visit();
      while (cursor.gotoNextSibling());
      cursor.gotoParent();
      parts.push(")");
    } else {
      parts.push(cursor.nodeText.replace(/\s*\n\s*/g, "\n").trim());
    }
  };
  visit();
  cursor.delete();
  tree.delete();
  return broken ? undefined : parts.join(" ");
}
