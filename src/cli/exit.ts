/** What the process answers to its caller. */
export const enum Exit {
  Fine = 0,
  WouldChange = 1,
  CouldNot = 2,
}
