import { availableParallelism } from "node:os";

/** How many files make it worth to start a worker. */
const WORTH = 150;

/** How many workers a run over files deserves; 1 for none. */
export const workersFor = (files: number): number =>
  Math.max(1, Math.min(availableParallelism(), Math.floor(files / WORTH)));
