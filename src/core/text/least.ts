/**
 * The least of some numbers, be there as many as a text has lines: as arguments of one call they would not fit on the
 * stack. Infinity of none.
 */
export const leastOf = (numbers: readonly number[]): number =>
  numbers.reduce((least, number) => Math.min(least, number), Infinity);
