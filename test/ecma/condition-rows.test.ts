import { describe } from "vitest";
import { fixtures } from "../support/fixtures.js";

// Who splits a condition in the column beside its bracket has it so: `expressionSplit` leaves what is split as it is.
describe("the rows of a condition", () => {
  fixtures("javascript", [
    ["stay below its first operand", `
      if (tide > 2
          && berth.isFree) {
        board();
      } else if (late
                 || full) {
        wait();
      }
      while (queue.length > 0
             && boats.some((boat) => {
               return boat.isFree;
             })) next();
      `],
    ["and those in brackets within it", `
      if (tide > 2
          && (berth.isFree
              || boat.isSmall)
          && !(late
               || full)) board();
      `],
    ["go with their line, comments and all", `
      function board() {
          if (tide > 2
              // Low water
              && berth.isFree) sail(); // at last
      }
      `, `
      function board() {
        if (tide > 2
            // Low water
            && berth.isFree) sail(); // at last
      }
      `],
    ["in another column there is none: each has a line", `
      if (tide > 2
        && berth.isFree) board();
      if (tide > 2
          && (berth.isFree
            || boat.isSmall)) board();
      `, `
      if (
        tide > 2
        && berth.isFree
      ) board();
      if (
        tide > 2
        && (berth.isFree
          || boat.isSmall)
      ) board();
      `],
    ["nor with another operator's operands, or a body before them", `
      if (tide > 2
          && berth.isFree
          || late) board();
      if (boats.some((boat) => { return boat.late; })
          && tide) wait();
      `, `
      if (
        tide > 2
          && berth.isFree
        || late
      ) board();
      if (
        boats.some((boat) => {
          return boat.late;
        })
        && tide
      ) wait();
      `],
    ["operators on the other side of the line go to that of the style", `
      if (tide > 2 &&
          berth.isFree) board();
      `, `
      if (
        tide > 2
        && berth.isFree
      ) board();
      `],
  ], { indentSize: 2 });
  fixtures("javascript", [
    ["on the style's side they stay", `
      if (tide > 2 &&
          berth.isFree) board();
      `],
    ["what finds no room is opened", `
      if (theTideOfToday > theLowest &&
          berth.isFree) board();
      `, `
      if (
        theTideOfToday > theLowest &&
        berth.isFree
      ) board();
      `],
  ], { operatorSplit: "after", maxLineLength: 32 });
  fixtures("javascript", [["by width there are none", `
      if (tide > 2
          && berth.isFree) board();
      `, `
      if (tide > 2 && berth.isFree) board();
      `]], { expressionSplit: "by-width" });
});
