import { availableParallelism } from "node:os";

/** How many files make it worth to start a worker. */
const WORTH = 150;

/** From how many files a core on it is worth to keep all cores busy with formatting. */
const MANY = 5_000;

/**
 * How many threads format the files of a run; 1 for the one that asks.
 *
 * Each keeps two cores busy at first: the runtime compiles what runs often on a thread of its own, and does so for
 * each of them anew. Only a long run makes up for that (docs/decisions/0011).
 */
export function workersFor(files: number): number {
  const cores = availableParallelism();
  const most = files >= MANY * cores ? cores : Math.floor(cores / 2);
  return Math.max(1, Math.min(most, Math.floor(files / WORTH)));
}
