import { relative } from "node:path";

/** A path as people see it: from the working folder on where it lies below that. */
export function shownPath(path: string): string {
  const near = relative(process.cwd(), path);
  return near.startsWith("..") || near === "" ? path : near;
}
