import { describe } from "vitest";
import { fixtures } from "../support/fixtures.js";

describe("rows of brackets, as PEP 8 shows them", () => {
  fixtures("python", [
    ["stay beside the bracket, under its first item", `
      def moor(ferry, berth,
               tide=None):
          fare = price(adults, children,
                       seniors = 2)
          return {"ferry": ferry,
                  'berth': berth}
      `, `
      def moor(ferry, berth,
               tide=None):
          fare = price(adults, children,
                       seniors=2)
          return {"ferry": ferry,
                  "berth": berth}
      `],
    ["go with their bracket", `
      fares  =  price(adults,
                      children)
      pier.moor( ferry,
                 berth [ 1,
                         2])
      `, `
      fares = price(adults,
                    children)
      pier.moor(ferry,
                berth[1,
                      2])
      `],
    ["may be closed in their column", `
      def moor(ferry, berth, tide=None
               ) -> Berth: ...
      BERTHS = [
          1, 2, 3,
          4, 5,
          ]
      `, `
      def moor(ferry, berth, tide=None,
               ) -> Berth: ...


      BERTHS = [
          1, 2, 3,
          4, 5,
          ]
      `],
    ["hang one or two steps in, closed beside the last", `
      def moor(
              ferry, berth,
              tide=None):
          fare = price(
              adults, children,
              seniors)
      `],
    ["hold one expression", `
      if (late and not full
              and tide):
          wait()
      if (late and not full
          and tide):
          wait()
      notice = ("no ferry at %s, "
                "ask the harbour" % hour)
      boats = (query.where(pier)
               .order(name)
               .all())
      raise Late("no ferry at %s, "
                 "ask the harbour" % (hour,
                                      minute))
      `],
    ["begin with a string of several parts", `
      say("no ferry at %s, "
          "ask the harbour", hour)
      say(pier, "no ferry at %s, "
                "ask the harbour", hour)
      `, `
      say("no ferry at %s, "
          "ask the harbour", hour)
      say(
          pier,
          "no ferry at %s, "
          "ask the harbour",
          hour,
      )
      `],
    ["are opened where they stand anyhow", `
      fare = price(adults,
          children)
      fare = price(adults, children,
                    seniors)
      BERTHS = [
          1, 2,
          3, depth]
      `, `
      fare = price(
          adults,
          children,
      )
      fare = price(
          adults,
          children,
          seniors,
      )
      BERTHS = [
          1,
          2,
          3,
          depth,
      ]
      `],
    ["have a place for what ends in them", `
      ferries = [(name, berth)
                 for name, berth, hour
                 in timetable]
      `],
  ]);
  fixtures("python", [
    ["are filled again, and opened where a line finds no room that it would find so", `
      announce("Gull", "Haven", "Tern", "Skua",
               "Knot")
      gangway_rota.announce(departure_board("Gull"),
                            timetable)
      `, `
      announce("Gull", "Haven", "Tern",
               "Skua",
               "Knot")
      gangway_rota.announce(
          departure_board("Gull"),
          timetable,
      )
      `],
  ], { maxLineLength: 40 });
  fixtures("python", [
    ["come from the width alone", `
      fare = price(adults,
                   children)
      `, `
      fare = price(adults, children)
      `],
  ], { listSplit: "by-width" });
});
