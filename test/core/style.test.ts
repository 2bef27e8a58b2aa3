import { describe } from "vitest";
import { fixtures } from "../support/fixtures.js";

const SPLIT = `
  const fits = seats > 3 &&
    deck;
  const fare = adult
    ? 4
    : 2;
  const tide =
    high;
  rows
    .sort();
  const sum = first
    + last;
  type Bear = Animal
    & Honey;
  `;

const JOINED = `
  const fits = seats > 3 && deck;
  const fare = adult ? 4 : 2;
  const tide = high;
  rows.sort();
  const sum = first + last;
  type Bear = Animal & Honey;
  `;

describe("expressionSplit", () => {
  fixtures("typescript", [
    ["as-written keeps what the author split", SPLIT, `
      const fits = seats > 3
        && deck;
      const fare = adult
        ? 4
        : 2;
      const tide =
        high;
      rows
        .sort();
      const sum = first
        + last;
      type Bear =
        & Animal
        & Honey;
      `],
  ]);
  fixtures("typescript", [
    ["by-width counts the width alone", SPLIT, JOINED],
  ], { expressionSplit: "by-width" });
  fixtures("typescript", [
    ["says as listSplit does where it is not given", SPLIT, JOINED],
  ], { listSplit: "by-width" });
});

describe("operatorSplit", () => {
  const sides = `
    const a = seats &&
      deck;
    const b = seats
      && deck;
    const c = theSeatsOfTheFerry && theDeckOfTheFerry;
    `;
  fixtures("javascript", [
    ["as-written leaves operators on their side of the line end", sides, `
      const a = seats &&
        deck;
      const b = seats
        && deck;
      const c =
        theSeatsOfTheFerry
        && theDeckOfTheFerry;
      `],
  ], { operatorSplit: "as-written", maxLineLength: 40 });
  fixtures("javascript", [
    ["a last object keeps its brace behind its operator", `
      board.show({ ...(late && tide !== low && { at: "noon", pier: "north" }) });
      print(late &&
        tide && {
          at,
        });
      `, `
      board.show({
        ...(late && tide !== low && {
          at: "noon",
          pier: "north",
        }),
      });
      print(late &&
        tide && {
          at,
        });
      `],
  ], { operatorSplit: "after", maxLineLength: 40 });
  fixtures("python", [
    ["in Python too", `
      a = (seats and
           deck)
      b = (seats
           and deck)
      `, `
      a = (seats and
           deck)
      b = (seats
           and deck)
      `],
  ], { operatorSplit: "as-written" });
});

describe("parameterGap", () => {
  const lines = `
    function moor (boat) {}
    const pier = { berth(at) {}, async *boats (at) {}, get tide () {} };
    const cast = function (boat) {};
    class Boat<T> {
      constructor (name) {}
      sail<U>(to: U): void;
    }
    interface Berth {
      holds (boat: Boat): boolean;
    }
    `;
  fixtures("typescript", [
    ["blank stands apart", lines, lines.replace("berth(at)", "berth (at)")],
  ], { parameterGap: "blank" });
  fixtures("typescript", [
    ["as-written stands as the author has it", lines, lines],
  ], { parameterGap: "as-written" });
});

describe("bracePadding", () => {
  const lines = `
    import {moor} from "./berths.js";
    const boat = {name, crew: { first }, berths: [{}]};
    type Fares = {[Age in Ages]: { price: Price }};
    `;
  fixtures("typescript", [
    ["none stands close", lines, `
      import {moor} from "./berths.js";
      const boat = {name, crew: {first}, berths: [{}]};
      type Fares = {[Age in Ages]: {price: Price}};
      `],
  ], { bracePadding: "none" });
  fixtures("typescript", [
    ["as-written stands as the author has it", lines, lines],
  ], { bracePadding: "as-written" });
  fixtures("json", [
    ["in JSON too", `
      [{"tide": 1}, { "tide": 2 }]
      `, `
      [{"tide": 1}, {"tide": 2}]
      `],
  ], { bracePadding: "none" });
});
