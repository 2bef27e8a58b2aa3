import { NONE, type Parsed } from "../syntax/tree.js";

/** Whether the author began a line at one of a node's own gaps, those inside its children apart. */
export function splitAtOwn({ tokens, tree }: Parsed, node: number): boolean {
  const first = tree.first(node);
  let child = tree.child(node);
  for (let t = first; t < tree.end(node);) {
    if (t > first && tokens.onNewLine(t)) return true;
    if (child !== NONE && t === tree.first(child)) {
      t = tree.end(child);
      child = tree.next(child);
    } else {
      t++;
    }
  }
  return false;
}
