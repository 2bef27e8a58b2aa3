import type { ImportOrder } from "../../core/imports/order.js";
import { N, T } from "./kinds.js";
import { LIBRARY } from "./library.js";

const enum Group {
  Future,
  Library,
  Others,
  Own,
}

/** Python's imports: its future, its library, other packages, the project's own (PEP 8). */
export const importOrder: ImportOrder = ({ tokens, tree }, statement, { isOwn, platformFirst }) => {
  const kind: N = tree.kind(statement);
  if (kind !== N.Import && kind !== N.ImportFrom) return undefined;
  const first = tree.first(statement);
  let module = "";
  for (let t = first + 1; t < tree.end(statement); t++) {
    const token: T = tokens.kind(t);
    if (tokens.isTrivia(t)) continue;
    if (token === T.Import || token === T.Comma || token === T.As) break;
    module += tokens.textOf(t);
  }
  if (module === "") return undefined;
  const dots = /^\.*/.exec(module)![0].length;
  const top = module.split(".", 1)[0]!;
  const group = module === "__future__"
    ? Group.Future
    : dots > 0
    ? Group.Own
    : LIBRARY.has(top) && !isOwn(top)
    ? platformFirst ? Group.Library : Group.Others
    : isOwn(top)
    ? Group.Own
    : Group.Others;
  // Those from far away come first; a module as a whole comes before what is taken from it.
  const far = dots === 0 ? "0" : `1${String(99 - dots).padStart(2, "0")}`;
  const part = kind === N.Import ? 0 : 1;
  return { group, key: `${far} ${module.slice(dots).toLowerCase()} ${part}` };
};
