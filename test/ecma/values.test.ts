import { expect, test } from "vitest";
import { format } from "../support/format.js";
import { text } from "../support/marks.js";

test.each([
  [
    "a comment before a value",
    "typescript",
    `
const seats =
  // On both decks.
    upper + lower;
`,
    `
const seats =
  // On both decks.
  upper + lower;
`,
  ],
  [
    "a comment before a type",
    "typescript",
    `
type Seats =
  // On both decks.
    Upper & Lower;
`,
    `
type Seats =
  // On both decks.
  Upper & Lower;
`,
  ],
  [
    "parameters go before the type of a function",
    "typescript",
    `
function berthOf(pier: Pier, boat: Boat, tide: Tide, at: Date): Promise<Berth | undefined> { return 1 }
`,
    `
function berthOf(pier: Pier, boat: Boat, tide: Tide, at: Date): Promise<Berth | undefined> {
  return 1;
}
`,
  ],
  [
    "a short list of parameters stays",
    "typescript",
    `
function berthOf(pier: Pier): Promise<Berth | undefined> { return 1 }
`,
    `
function berthOf(pier: Pier): Promise<Berth | undefined> {
  return 1;
}
`,
  ],
  [
    "a destructured parameter before a type",
    "typescript",
    `
function Row({ time, pier, berth, boat, crew, deck }: RowProps): React.ReactElement | undefined { return 1 }
`,
    `
function Row({ time, pier, berth, boat, crew, deck }: RowProps): React.ReactElement | undefined {
  return 1;
}
`,
  ],
  [
    "a function without parameters",
    "typescript",
    `
function timetable(): Map<string, Departure> { return 1 }
`,
    `
function timetable(): Map<string, Departure> {
  return 1;
}
`,
  ],
  [
    "an arrow's type",
    "typescript",
    `
const berthOf = (pier: Pier, boat: Boat, tide: Tide, at: Date): Promise<Berth | undefined> => { f() };
`,
    `
const berthOf = (pier: Pier, boat: Boat, tide: Tide, at: Date): Promise<Berth | undefined> => {
  f();
};
`,
  ],
  [
    "a signature's type",
    "typescript",
    `
interface Board { berthOf(pier: Pier, boat: Boat, tide: Tide, at: Date): Promise<Berth | undefined>; }
`,
    `
interface Board {
  berthOf(pier: Pier, boat: Boat, tide: Tide, at: Date): Promise<Berth | undefined>;
}
`,
  ],
  [
    "comments between parameters",
    "typescript",
    `
function f(
  a: A, // north
  // south
  b: B): C { return 1 }
`,
    `
function f(
  a: A, // north
  // south
  b: B,
): C {
  return 1;
}
`,
  ],
  [
    "a body behind a long heritage",
    "typescript",
    `
class Ferry extends Vessel<CargoOfGullhaven, PassengersOfGullhaven> implements Moored, Insured, Inspected { a = 1 }
`,
    `
class Ferry
  extends Vessel<CargoOfGullhaven, PassengersOfGullhaven>
  implements Moored, Insured, Inspected
{
  a = 1;
}
`,
  ],
] as const)("%s (%s)", (_, languageId, before, after) => {
  expect(format(languageId, text(before))).toBe(text(after));
  expect(format(languageId, text(after))).toBe(text(after));
});
