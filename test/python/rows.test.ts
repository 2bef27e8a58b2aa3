import { describe, expect, test } from "vitest";
import { applyEdits } from "oak-tide";
import { fixtures } from "../support/fixtures.js";
import { open } from "../support/format.js";
import { typed, within } from "../support/marks.js";

describe("rows near the limit", () => {
  fixtures("python", [
    ["count all that stays on the line of their last", `
      def departures_of_today(pier: Pier, hours: Sequence[int],
                              cancelled: Mapping[str, bool]=None) -> Departures:
          pass

      def late(pier: Pier, *,
               tides: Mapping[str, Union[Departure,
                                         Sequence[Departure]]]=None) -> Departures:
          pass
      `, `
      def departures_of_today(pier: Pier, hours: Sequence[int],
                              cancelled: Mapping[str, bool] = None) -> Departures:
          pass


      def late(pier: Pier, *,
               tides: Mapping[str, Union[
                   Departure,
                   Sequence[Departure],
               ]] = None) -> Departures:
          pass
      `],
  ], { maxLineLength: 78 });
});

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
    ["that stand in no column open their brackets", `
      low = [
          tide,
      ]
      calm = [tide for tide in tides
          if tide.low]
      seats = sum(ferry.seats
            for ferry in fleet)
      moor(boat, when=lambda tide: tide.low
         and tide.calm)
      sail(name=first
         + last)
      when = lambda tide: "the gangway goes out" if tide.low and not tide.calm else "the ramp"
      `, `
      low = [
          tide,
      ]
      calm = [
          tide
          for tide in tides
          if tide.low
      ]
      seats = sum(
          ferry.seats
          for ferry in fleet
      )
      moor(
          boat,
          when=lambda tide: tide.low
              and tide.calm,
      )
      sail(
          name=first
              + last,
      )
      when = (
          lambda tide: "the gangway goes out"
              if tide.low and not tide.calm
              else "the ramp"
      )
      `],
    ["a clause that was split is none of them", `
      calm = [tide for tide in
              tides if tide.low]
      `, `
      calm = [tide for tide in tides if tide.low]
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

/** A method with rows two steps in, and what may stand after it. */
const ROWS = `class Rota:
  def check(self):
    self.expect(
        self.gangway, "open")
`;

describe("rows two steps in, while they are typed and pasted", () => {
  test.each([
    [
      "the next ones stand so too",
      `${ROWS}    self.expect(|`,
      `${ROWS}    self.expect(\n        |`,
    ],
    [
      "in a header only where one shows it",
      `${ROWS}  def moor(|`,
      `${ROWS}  def moor(\n    |`,
    ],
    [
      "and what closes a pair has a line of its own below one step",
      `${ROWS}    self.expect(|)`,
      `${ROWS}    self.expect(\n      |\n    )`,
    ],
  ])("%s", (_name, before, after) => {
    expect(typed("python", before, "\n")).toBe(after);
  });

  test.each([
    ["two steps", `    self.expect(\n        self.berth, 4)\n`],
    ["one step", `    self.expect(\n      self.berth, 4)\n`],
    ["with their closer", `    self.expect(\n      self.berth,\n      )\n`],
    [
      "rows in rows",
      `    self.expect(\n        self.berth, self.of(\n            "quay", 4))\n`,
    ],
  ])("a pasted statement keeps its rows: %s", (_name, pasted) => {
    const whole = `${ROWS}${pasted}    self.close()\n`;
    const marked = `${ROWS}[[${pasted}]]    self.close()\n`;
    expect(within("python", marked, "formatOnPaste")).toBe(whole);
  });
});

const ALIGNED = "fare = price(adults,\n             children)\n";

describe("rows under the first item, while they are typed", () => {
  test.each([
    ["where those above stand so", `${ALIGNED}berths = [north,|`, "berths = [north,\n          |"],
    ["in a header too", `${ALIGNED}def moor(ferry,|`, "def moor(ferry,\n         |"],
    ["in front of a loop", `${ALIGNED}berths = [a.b()|`, "berths = [a.b()\n          |"],
    ["behind an operator", `${ALIGNED}berths = [low +|`, "berths = [low +\n          |"],
    ["where none stand above", "berths = [north,|", "berths = [north,\n          |"],
    [
      "behind a part of a text",
      'berths = price("north"\n               "south",|',
      'berths = price("north"\n               "south",\n               |',
    ],
    ["but not in a condition", `${ALIGNED}if (low and|`, "if (low and\n        |"],
    ["nor behind the opener", `${ALIGNED}berths = [|`, "berths = [\n    |"],
    [
      "nor where the nearest hang",
      `${ALIGNED}a = price(b,\n    c)\nberths = [north,|`,
      "a = price(b,\n    c)\nberths = [north,\n    |",
    ],
  ])("%s", (_name, before, after) => {
    const above = before.startsWith(ALIGNED) ? ALIGNED : "";
    expect(typed("python", before, "\n")).toBe(above + after);
  });
  test("nor where those below hang", () => {
    const below = "\nfare = price(adults,\n    children)\n";
    expect(typed("python", `berths = [north,|${below}`, "\n"))
      .toBe(`berths = [north,\n    |${below}`);
  });
});

test("statements pasted with the end of a call stay below it, however far its lines go", () => {
  const head =
    "class Pier:\n    def moor(self):\n        boat = Boat(name=first, crew=(self.rota,\n";
  const pasted = (rows: string, statement: string): string =>
    `${rows}self.tide,\n${rows}self.berth))\n${statement}boat.sail()\n`;
  const text = head + pasted(" ".repeat(35), " ".repeat(8));
  const range = { start: { line: 3, character: 0 }, end: { line: 6, character: 0 } };
  const { edits } = open("python", text).formatOnPaste(range);
  expect(applyEdits(text, edits)).toBe(head + pasted(" ".repeat(12), " ".repeat(8)));
  const aligned = head + pasted(" ".repeat(38), " ".repeat(8));
  expect(open("python", aligned).formatOnPaste(range).edits).toEqual([]);
});

describe("rows that find no room", () => {
  fixtures("python", [
    ["are opened where the answer's type behind the last finds no room", `
      def moor(ferry: Ferry, berth: Berth, *gangways: Gangway,
               allowed_departures: tuple[Departure, ...] = ()) -> Mooring:
          pass
      `, `
      def moor(
          ferry: Ferry,
          berth: Berth,
          *gangways: Gangway,
          allowed_departures: tuple[Departure, ...] = (),
      ) -> Mooring:
          pass
      `],
  ], { maxLineLength: 66 });
});
