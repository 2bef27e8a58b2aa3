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
          "ask the harbour" % hour,
      )
      say(pier, "late "
      "by {}".format(minutes))
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

      moor(
          ferry,
          pier,
      )
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
