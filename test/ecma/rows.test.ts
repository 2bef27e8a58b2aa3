import { describe } from "vitest";
import { fixtures } from "../support/fixtures.js";

describe("lists that the author put on one line between their brackets", () => {
  fixtures("typescript", [
    ["stay there", `
      moor(
        ferry, pier, berth
      );
      const rows = [
        "high", "low", "slack",
      ];
      import {
        high, low,
      } from "./tides";
      moor( // by day
        ferry, pier
      );
      `],
    ["unless they do not fit", `
      moor(
        theFerryOfGullhaven, thePierOfTheMillLanding, theBerthAtTheOldQuay
      );
      `, `
      moor(
        theFerryOfGullhaven,
        thePierOfTheMillLanding,
        theBerthAtTheOldQuay,
      );
      `],
    ["or hold what takes several lines", `
      moor(
        ferry, { pier, berth: [
          1, 2], }
      );
      `, `
      moor(
        ferry,
        {
          pier,
          berth: [
            1,
            2,
          ],
        },
      );
      `],
  ], { maxLineLength: 60 });

  fixtures("typescript", [
    ["are joined where only the width counts", `
      moor(
        ferry, pier
      );
      `, `
      moor(ferry, pier);
      `],
  ], { listSplit: "by-width" });
});
