import type { ImportOrder } from "../../core/imports/order.js";
import { BUILTINS } from "./builtins.js";
import { N, T } from "./kinds.js";

const enum Group {
  Builtin,
  Packages,
  Own,
}

/**
 * JavaScript's and TypeScript's imports: what the runtime brings, packages, the project's own. One for its
 * effects alone stays where it is, and nothing crosses it.
 */
export const importOrder: ImportOrder = ({ tokens, tree }, statement, { isOwn, platformFirst }) => {
  if ((tree.kind(statement) as N) !== N.Import) return undefined;
  let module = "";
  let from = false;
  for (const part = tree.parts(statement); part.next();) {
    const kind: T = part.node === 0 ? tokens.kind(part.at) : T.End;
    if (kind === T.String) {
      module = tokens.textOf(part.at).slice(1, -1);
      break;
    }
    if (kind === T.Assign) return "barrier";
    if (part.at > tree.first(statement) && !tokens.isTrivia(part.at)) from = true;
  }
  if (module === "" || !from) return "barrier";
  const name = module.startsWith("@")
    ? module.split("/", 2).join("/")
    : module.split("/", 1)[0]!;
  const near = /^(?:\.{1,2}(?:\/|$)|\/|#|~\/|@\/)/.test(module);
  const group = module.startsWith("node:") || (BUILTINS.has(name) && !isOwn(name))
    ? platformFirst ? Group.Builtin : Group.Packages
    : near || isOwn(name)
    ? Group.Own
    : Group.Packages;
  // Folders further up come first, and the folder itself last.
  const up = module.match(/\.\.\//g)?.length ?? 0;
  const far = !/^\.{1,2}(?:\/|$)/.test(module) ? "0" : `1${String(99 - up).padStart(2, "0")}`;
  return { group, key: `${far} ${module.replace(/^node:/, "").toLowerCase()}` };
};
