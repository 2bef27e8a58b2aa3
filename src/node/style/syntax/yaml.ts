import { isMap, isScalar, isSeq, parseDocument, visit, type Document, type Node } from "yaml";
import { SettingsError, type Path, type Settings } from "./read.js";

/** Reads YAML 1.2. */
export function readYaml(file: string, text: string): Settings {
  const document = parseDocument(text, { prettyErrors: false });
  const [error] = document.errors;
  const fail = (offset: number, reason: string): never => {
    throw new SettingsError(file, text, offset, reason);
  };
  if (error !== undefined) fail(error.pos[0], sentence(error.message));
  visit(document, {
    Alias: (_, alias) => {
      if (alias.resolve(document) === undefined)
        fail(
          alias.range![0],
          `nothing is named "${alias.source}"; put a text that begins with "*" in quotes`,
        );
    },
  });
  return { value: document.toJS() as unknown, offsetOf: (path) => offsetOf(document, path) };
}

const sentence = (message: string): string =>
  `this is no YAML: ${message.charAt(0).toLowerCase()}${message.slice(1)}`;

function offsetOf(document: Document, path: Path): number {
  let node = document.contents as Node | null;
  let found = 0;
  for (const part of path) {
    if (isMap(node)) {
      const pair = node.items.find(({ key }) => isScalar(key) && key.value === part);
      if (pair === undefined) break;
      found = (pair.key as Node).range?.[0] ?? found;
      node = pair.value as Node | null;
    } else if (isSeq(node)) {
      node = (node.items[Number(part)] ?? null) as Node | null;
      found = node?.range?.[0] ?? found;
    } else {
      break;
    }
  }
  return found;
}
