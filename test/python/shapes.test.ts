import { createEngine, python } from "oak-tide";
import { describe, expect, test } from "vitest";
import { fixtures } from "../support/fixtures.js";
import { dedent } from "../support/format.js";

describe("strings in parts", () => {
  fixtures("python", [
    // A part that stands further in reads as if something else held it.
    ["stand in one column, whatever follows them", `
      raise TideError(
          "no ferry at %s, "
            "ask the harbour" % hour)
      say(pier, "late "
        "by {}".format(minutes))
      `, `
      raise TideError(
          "no ferry at %s, "
          "ask the harbour" % hour)
      say(
          pier,
          "late "
          "by {}".format(minutes),
      )
      `],
    ["get brackets behind a name or a key", `
      add("--pier", help="where the ferry "
                         "moors")
      notes = {"late": "by ten "
               "minutes"}
      `, `
      add("--pier", help=(
          "where the ferry "
          "moors"
      ))
      notes = {"late": (
          "by ten "
          "minutes"
      )}
      `],
  ]);
});

describe("backslashes", () => {
  fixtures("python", [
    ["become brackets where the statement may have them", `
      fare = adults * 4 + \\
          children * 2
      if tide and \\
         deck:
          sail()
      return late \\
          or cancelled
      from gullhaven import pier, \\
          berth
      moor(ferry, \\
           pier)
      `, `
      fare = (
          adults * 4
          + children * 2
      )
      if (
          tide
          and deck
      ):
          sail()
      return (
          late
          or cancelled
      )
      from gullhaven import (
          pier,
          berth,
      )

      moor(ferry,
           pier)
      `],
    ["go where their line fits", `
      assert ferry.late, \\
          "on time"
      tide = \\
          high
      `, `
      assert ferry.late, "on time"
      tide = high
      `],
    ["go before a bracket, whatever it holds", `
      tides = \\
          [
          low,
          high,
          ]
      return \\
          {1: 2}
      `, `
      tides = [
          low,
          high,
      ]
      return {1: 2}
      `],
    // Brackets there would be another statement.
    ["stay where it may not", `
      del fares, \\
        tides
      with open(pier) as a, \\
           open(quay) as b:
          pass
      `, `
      del fares, \\
          tides
      with open(pier) as a, \\
           open(quay) as b:
          pass
      `],
    ["what stands in brackets on a line that one carries on goes by that line", `
      for tide in \\
              departures(pier,
          late=True):
          sail()
      del fleet[0], \\
          fleet[
            1, 2
              ]
      `, `
      for tide in \\
              departures(
                  pier,
                  late=True,
              ):
          sail()
      del fleet[0], \\
          fleet[
              1, 2
          ]
      `],
  ]);
});

describe("what splits last", () => {
  fixtures("python", [
    // The type says one thing; parameters are a list.
    ["parameters before the type that is answered", `
      def departures_of(pier: Pier, hour: int) -> Union[Departure, Cancelled, Unknown]:
          pass
      `, `
      def departures_of(
          pier: Pier,
          hour: int,
      ) -> Union[Departure, Cancelled, Unknown]:
          pass
      `],
    ["a value before a short subscript", `
      next_departure_from_pier = timetable_of_the_day.departures_by_hour["noon"].first
      `, `
      next_departure_from_pier = (
          timetable_of_the_day.departures_by_hour["noon"].first
      )
      `],
  ]);
});

describe("lists as written", () => {
  fixtures("python", [
    // PEP 8 shows it: a row of its own, which a comma behind it would not make a stack.
    ["a row on a line of its own stays one", `
      moor(
          ferry, pier, berth
      )
      rows = [
          "high", "low", "slack",
      ]
      `],
    ["unless it does not fit", `
      moor(
          the_ferry_of_gullhaven, the_pier_of_the_mill_landing, the_berth_at_the_old_quay
      )
      `, `
      moor(
          the_ferry_of_gullhaven,
          the_pier_of_the_mill_landing,
          the_berth_at_the_old_quay,
      )
      `],
  ]);
  fixtures("python", [
    ["by width it is joined", `
      moor(
          ferry, pier, berth
      )
      late = (
          tide
          and deck
      )
      `, `
      moor(ferry, pier, berth)
      late = (tide and deck)
      `],
  ], { listSplit: "by-width" });
});

describe("comments", () => {
  fixtures("python", [
    // Readers align them to be read as a table.
    ["in one column go on standing in one", `
      high = 4    # metres
      low  = 1    # metres
      x = 1 # a
      yy = 2 # b
      `, `
      high = 4    # metres
      low = 1     # metres
      x = 1  # a
      yy = 2  # b
      `],
    ["that open a section have their blank lines before them", `
      def sail():
          pass
      # ---- moorings ----

      def moor():
          pass
      # no more of it


      def drift():
          pass
      `, `
      def sail():
          pass


      # ---- moorings ----

      def moor():
          pass
      # no more of it


      def drift():
          pass
      `],
  ]);
});

describe("stub files", () => {
  const before = dedent(`
    import x
    class Late(Exception): ...
    def sail( pier )->int: ...


    def moor(): ...
    if x: tide = 1
    class Ferry:
        deck: int
        def sail(self)->None: ...
    `);
  const after = dedent(`
    import x
    class Late(Exception): ...
    def sail(pier) -> int: ...

    def moor(): ...
    if x: tide = 1
    class Ferry:
        deck: int
        def sail(self) -> None: ...
    `);
  const open = (uri: string, text: string): string =>
    createEngine({ languages: [python] })
      .open({ uri, languageId: "python", text })
      .formatDocument().text;

  test("bodies stay on their lines, and blank lines are few", () => {
    expect(open("file:///ferry.pyi", before)).toBe(after);
    expect(open("file:///ferry.pyi", after)).toBe(after);
  });

  test("in modules they do not", () => {
    expect(open("file:///ferry.py", "if x: tide = 1\n")).toBe("if x:\n    tide = 1\n");
  });
});

// 16 packages of the registry have 760 such bodies, all on the header's line; 143 follow each other without a blank line.
describe("definitions whose body is left out", () => {
  fixtures("python", [
    ["keep it on their line", `
      class Late(Exception): ...
      late = 0
      async def sail( pier )->int: ...  # pragma: no cover


      def moor(
          pier,
      ) -> int: ...
      `, `
      class Late(Exception): ...


      late = 0


      async def sail(pier) -> int: ...  # pragma: no cover


      def moor(
          pier,
      ) -> int: ...
      `],
    ["or below, where it was; other bodies go there", `
      def sail():
          ...
      def moor(): pass
      if late: ...
      def drift(): ...; wait()
      `, `
      def sail():
          ...


      def moor():
          pass


      if late:
          ...


      def drift():
          ...
          wait()
      `],
    ["go with what has their name, and with each other", `
      class Ferry:
          @overload
          def at(self, hour: int) -> Pier: ...
          @overload
          def at(self, hour: str) -> Pier: ...
          def at(self, hour):
              return self.piers[hour]
          def sail(self): ...
          def moor(self): ...
          def drift(self):
              return 0
      `, `
      class Ferry:
          @overload
          def at(self, hour: int) -> Pier: ...
          @overload
          def at(self, hour: str) -> Pier: ...
          def at(self, hour):
              return self.piers[hour]

          def sail(self): ...
          def moor(self): ...

          def drift(self):
              return 0
      `],
  ]);
});

// Of tables of words whose brackets have lines of their own, the standard library has 33 in rows and 52 one a line.
describe("tables of words", () => {
  fixtures("python", [
    ["stay in the author's rows, in displays", `
      BOATS = [
          "Gull","Haven", "Tern",
          "Skua", -1,
          # laid up
          None, "Knot",
      ]
      PIERS = {
          "North", "South",
          "East", "Mole"
      }
      moor(
          "North", "South",
          "East", "Mole",
      )
      `, `
      BOATS = [
          "Gull", "Haven", "Tern",
          "Skua", -1,
          # laid up
          None, "Knot",
      ]
      PIERS = {
          "North", "South",
          "East", "Mole",
      }
      moor(
          "North",
          "South",
          "East",
          "Mole",
      )
      `],
    ["have a line for each where most of them have, or a bracket shares a line", `
      BOATS = [
          "Gull", "Haven",
          "Tern",
          "Skua",
          "Knot",
      ]
      PIERS = ["North", "South",
          "East", "Mole"]
      `, `
      BOATS = [
          "Gull",
          "Haven",
          "Tern",
          "Skua",
          "Knot",
      ]
      PIERS = [
          "North",
          "South",
          "East",
          "Mole",
      ]
      `],
  ]);
  fixtures("python", [
    ["do not stay by width", `
      BOATS = [
          "Gull", "Haven", "Tern",
          "Skua", "Knot", "Eider",
      ]
      `, `
      BOATS = ["Gull", "Haven", "Tern", "Skua", "Knot", "Eider"]
      `],
  ], { listSplit: "by-width" });
});

// Of the standard library's definitions at the beginning of an `if`, `try` or `with` 21 % stand below a blank line, in 16
// packages of the registry 99 %; of what begins a class, 23 % in the library; of functions' bodies, 1 %.
describe("a blank line at the beginning of a block", () => {
  fixtures("python", [
    ["stays above a definition", `
      if late:


          @cached
          def sail():
              pass
      else:

          # For the night.
          class Ferry:
              pass
      `, `
      if late:

          @cached
          def sail():
              pass
      else:

          # For the night.
          class Ferry:
              pass
      `],
    ["stays in a class, but above what documents it", `
      class Ferry:

          deck = 1


      class Boat:

          """A boat."""

          deck = 1
      `, `
      class Ferry:

          deck = 1


      class Boat:
          """A boat."""

          deck = 1
      `],
    ["goes elsewhere", `
      def sail():

          def moor():
              pass

          if late:

              return
      `, `
      def sail():
          def moor():
              pass

          if late:
              return
      `],
  ]);
});

describe("a row of numbers that gets brackets", () => {
  fixtures("python", [["fills lines, as it does in brackets", `
    low, high, neap, spring = 4, 1, 3, 2, 5
    low, high, neap, spring = 4, 1, 3, ebb, flow
    `, `
    low, high, neap, spring = (
        4, 1, 3, 2, 5,
    )
    low, high, neap, spring = (
        4,
        1,
        3,
        ebb,
        flow,
    )
    `]], { maxLineLength: 36 });
});
