import { firstMiss, type Miss } from "./miss.js";

/** How often what was played in one way came out right. */
export interface Tally {
  readonly tried: number;
  readonly equal: number;
  /** Answers that touched text they had no business with. */
  readonly trespasses: number;
  /** Of each try that came out otherwise, the first line that did. */
  readonly misses: readonly Miss[];
}

/** Counts tries of one way. */
export class Counter implements Tally {
  tried = 0;
  equal = 0;
  trespasses = 0;
  readonly misses: Miss[] = [];

  /** Notes a try by the whole text that it should have come to. */
  text(expected: string, actual: string): void {
    this.note(expected === actual ? undefined : firstMiss(expected, actual));
  }

  note(miss: Miss | undefined): void {
    this.tried++;
    if (miss === undefined) this.equal++;
    else this.misses.push(miss);
  }
}
