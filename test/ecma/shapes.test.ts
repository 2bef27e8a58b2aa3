import { describe, expect, test } from "vitest";
import { keyed } from "../support/caret.js";
import { fixtures } from "../support/fixtures.js";

describe("types", () => {
  fixtures("typescript", [
    // A reader looks for the clauses first; types that are torn apart hide them.
    ["heritage splits between its clauses", `
      class Berth extends Pier<TideOfGullhaven> implements Mooring<Ferry>, Signals<Bell> { depth = 4 }
      class Quay extends Pier implements Mooring {}
      `, `
      class Berth
        extends Pier<TideOfGullhaven>
        implements Mooring<Ferry>, Signals<Bell>
      {
        depth = 4;
      }
      class Quay extends Pier implements Mooring {}
      `],
    ["and then between its items, one a line", `
      interface Rota extends Readonly<TimetableOf<GullhavenFerry, SpringTideTable, NorthPier, string>>, Shifts { a: 1 }
      interface Board extends Readonly<Timetable<Ferry>>, Iterable<DepartureOfTheDay>, Printable<Poster> { a: 1 }
      `, `
      interface Rota
        extends
          Readonly<TimetableOf<GullhavenFerry, SpringTideTable, NorthPier, string>>,
          Shifts
      {
        a: 1;
      }
      interface Board
        extends Readonly<Timetable<Ferry>>,
          Iterable<DepartureOfTheDay>,
          Printable<Poster>
      {
        a: 1;
      }
      `],
    ["alternatives of which a condition tests a type", `
      type Tide<Board> = Board[keyof Board] extends Reader<"north pier", HighTide> | undefined ? 1 : 2;
      `, `
      type Tide<Board> = Board[keyof Board] extends
        | Reader<"north pier", HighTide>
        | undefined
        ? 1
        : 2;
      `],
    ["alternatives of an item that begins with their sign stand in one column", `
      type Board = Timetable<string, | Row<"north pier", HighTide> | Row<"south pier", LowTideOfTheWholeSpringDay> | null>;
      `, `
      type Board = Timetable<
        string,
        | Row<"north pier", HighTide>
        | Row<"south pier", LowTideOfTheWholeSpringDay>
        | null
      >;
      `],
    ["a type that stands for what is left out goes below its name before it splits", `
      interface Rota<Shift extends Partial<Record<keyof Shift, string>> = Partial<DayOfTheSpringTide>> {}
      `, `
      interface Rota<
        Shift extends Partial<Record<keyof Shift, string>> =
          Partial<DayOfTheSpringTide>
      > {}
      `],
    // Every alternative of a stack begins with its sign, the first one too, and none on one line does.
    ["unions lead where they are split", `
      type Tide = | "high" | "low";
      let berth: "the north pier" | "the south pier" | "the mill landing" | "old quay" = first;
      const pier = board.first as "the north pier" | "the south pier" | "the mill landing" | null;
      function moor<T extends "the north pier" | "the south pier" | "the mill landing" | "old quay">(a: T) {}
      let piers: Array<"the north pier" | "the south pier" | "the mill landing" | "the old quay">;
      `, `
      type Tide = "high" | "low";
      let berth:
        | "the north pier"
        | "the south pier"
        | "the mill landing"
        | "old quay" = first;
      const pier = board.first as
        | "the north pier"
        | "the south pier"
        | "the mill landing"
        | null;
      function moor<
        T extends
          | "the north pier"
          | "the south pier"
          | "the mill landing"
          | "old quay"
      >(a: T) {}
      let piers: Array<
        | "the north pier"
        | "the south pier"
        | "the mill landing"
        | "the old quay"
      >;
      `],
    ["an intersection hugs its object", `
      type Bear = Animal & {
        honey: boolean;
      };
      const styled = style<
        BearProps & {
          honey: boolean;
        }
      >();
      `],
    // Each further condition asks only where the one before said no: it stands beside it, not inside it.
    ["conditional types make a ladder", `
      type Fare<T> = T extends Adult ? 4 : T extends Child ? 2 : T extends DogWithoutTicketOrLead ? 1 : never;
      `, `
      type Fare<T> = T extends Adult
        ? 4
        : T extends Child
        ? 2
        : T extends DogWithoutTicketOrLead
        ? 1
        : never;
      `],
  ], { maxLineLength: 80 });
});

describe("elements", () => {
  fixtures("typescriptreact", [
    // As the handbooks write them; a column of signs would push the elements two levels in.
    ["conditionals", `
      const row = <p>{late ? <Delayed minutes={minutes} reason={reason} berth={berth} /> : <OnTime />}</p>;
      const short = late ? <Late /> : null;
      `, `
      const row = (
        <p>
          {late ? (
            <Delayed minutes={minutes} reason={reason} berth={berth} />
          ) : (
            <OnTime />
          )}
        </p>
      );
      const short = late ? <Late /> : null;
      `],
    ["blanks that are written stay at the end of their lines, and blank lines between siblings", `
      const row = (
        <p>
          at{" "}
          <b>noon</b>{" "}
          today

          <i>late</i>
        </p>
      );
      `],
  ], { maxLineLength: 80 });
});

describe("chains", () => {
  fixtures("javascript", [
    ["the only argument is indented under its receiver", `
      print(departures.filter(isLate).map((row) => row.pier.name).sort().join(", ").trim());
      `, `
      print(
        departures.filter(isLate)
          .map((row) => row.pier.name)
          .sort()
          .join(", ")
          .trim(),
      );
      `],
    ["an only argument that splits at its dots has its brackets for itself", `
      board.color(piers.map(function (pier) {
        return pier.color;
      }).filter(function (color) { return color !== grey; }));
      `, `
      board.color(
        piers.map(function (pier) {
          return pier.color;
        })
          .filter(function (color) {
            return color !== grey;
          }),
      );
      `],
    // What they answer is what the chain goes on from.
    ["heads stay whole", `
      Promise.resolve().then(() => { open() }).catch(() => { close() });
      axios.get(url).then((answer) => { show(answer) }).finally(() => done());
      Array.from(rows).filter((row) => row.late).map((row) => row.pier).forEach((pier) => warn(pier));
      `, `
      Promise.resolve()
        .then(() => {
          open();
        })
        .catch(() => {
          close();
        });
      axios.get(url)
        .then((answer) => {
          show(answer);
        })
        .finally(() => done());
      Array.from(rows)
        .filter((row) => row.late)
        .map((row) => row.pier)
        .forEach((pier) => warn(pier));
      `],
    ["a property stays with the call that answers it", `
      const fits = table.object({ pier: table.string(), seats: table.number() }).strict().parse(row).success;
      `, `
      const fits = table.object({ pier: table.string(), seats: table.number() })
        .strict()
        .parse(row).success;
      `],
  ], { maxLineLength: 80 });
});

// In six packages of today 285 such closers stand deeper, 0 do not; in rxjs, effect and zod 173 do, 542 do not.
describe("brackets behind a sign that begins a line", () => {
  fixtures("typescript", [
    ["of a chain that comes to break at its dots count from those", `
      const board = late
        ? tides.read(() => quay).catch(
            (error) => {
              log(error);
            },
          )
        : undefined;
      `, `
      const board = late
        ? tides.read(() => quay)
          .catch(
            (error) => {
              log(error);
            },
          )
        : undefined;
      `],
    ["close where the author has them, under the sign or a step deeper", `
      const tide = late
        ? {
            high: 1,
            low: [
              2,
            ],
          }
        : board(
            deck,
            pier,
          ).with({
            seats,
          });
      const berth = late
        ? {
          high: 1,
        }
        : board({
          pier,
        });
      type Crew =
        | Rota<
            Day,
            Night
          >
        | {
          deck: 1;
        };
      `],
    ["close so around the statements of a function too", `
      const tide = late
        ? sail((boat) => {
            moor(boat);

            boat.board(() => {
              call();
            });
          })
        : ferry(() => {
          call();
        });
      `],
    ["close under it where he has no lines there", `
      const tide = isLate(theFerryOfTheNight) ? { high: theHighWaterOfTheDay, low: theLow } : none;
      `, `
      const tide = isLate(theFerryOfTheNight)
        ? {
          high: theHighWaterOfTheDay,
          low: theLow
        }
        : none;
      `],
    ["hold what hangs anyhow", `
      const tide = isLate(ferry)
        ? none
        : isEarly
          && berths > 2
          && (
            isFull(theFerryOfTheNight)
            || isEmpty
          );
      `],
  ], { maxLineLength: 44, closingComma: "as-written" });

  fixtures("typescript", [
    ["are no operands of which the first has brackets", `
      const tide = isLate
        ? none
        : (highest = pier.highWaterOfTheDay) !==
          deckOfTheFerry;
      `],
  ], { maxLineLength: 44, operatorSplit: "after" });

  test("are typed where the others of their kind stand", () => {
    expect(
      keyed("typescript", "const tide = late\n  ? {\n      high: 1,¦\n    }\n  : none;\n"),
    ).toBe(
      "const tide = late\n  ? {\n      high: 1,\n      ¦\n    }\n  : none;\n",
    );
  });
});

describe("what splits last", () => {
  fixtures("typescript", [
    // A body on a line of its own leaves the parameters in one piece.
    ["an arrow's body goes below before its parameters split", `
      const fare = (adults: number, children: number) => tariff.of(day).adult * adults + children;
      const late = (store: Store) => (next: Next) => (row: Row) => next(row, store, departures);
      `, `
      const fare = (adults: number, children: number) =>
        tariff.of(day).adult * adults + children;
      const late = (store: Store) => (next: Next) => (row: Row) =>
        next(row, store, departures);
      `],
    // Heads of functions that come to others go below the name first, and then have a line each.
    ["heads of arrows that come to others", `
      const berths = (store: Store, rows: readonly Row[]) => (tide: Tide) => { moor(tide); };
      const departures = (store: Store): DepartureList => (next: Next) => (...rows) => { next(rows); };
      const arrivals = (store: Store, options: Options = { late: true }): Arrivals => (next: Next) => (...rows) => { next(rows); };
      board.each((pier: Pier, options: Options) => (departures: readonly TimetableRow[]) => { print(pier); });
      `, `
      const berths = (store: Store, rows: readonly Row[]) => (tide: Tide) => {
        moor(tide);
      };
      const departures =
        (store: Store): DepartureList => (next: Next) => (...rows) => {
          next(rows);
        };
      const arrivals =
        (store: Store, options: Options = { late: true }): Arrivals =>
        (next: Next) =>
        (...rows) => {
          next(rows);
        };
      board.each(
        (pier: Pier, options: Options) => (departures: readonly TimetableRow[]) => {
          print(pier);
        },
      );
      `],
    ["heads as written, below the name or beside it, and as items", `
      const berth =
        (pier) =>
        (tide) => {
          moor(pier, tide);
        };
      const tide = (pier) =>
        (hour) => low(pier, hour);
      board.each(
        row,
        (pier) =>
          (tide) => moor(pier, tide),
      );
      `],
    ["functions below their names as written", `
      export const boardOf: BoardOf<Departure> =
        async function (pier) {
          print(pier);
        };
      const low: Covers =
        (tide) => tide < 1;
      `],
    ["a function goes below its arrow before a type's one word is split off", `
      export const buildDepartureBoard = <Row = unknown>(): DepartureBoards<Row> => function board(rows) {
        print(rows);
      };
      const low = () => function (tide) { return tide < 1; };
      `, `
      export const buildDepartureBoard = <Row = unknown>(): DepartureBoards<Row> =>
        function board(rows) {
          print(rows);
        };
      const low = () => function (tide) {
        return tide < 1;
      };
      `],
    ["a call behind types goes below its name before those split", `
      export const DepartureBoard: Component<DepartureBoardProps> = forward<HTMLElement, BoardProps>((props) => {
        print(props);
      });
      const rows = new Map<string, ReadonlyArray<Departure>>(departuresOfTheDay, arrivals);
      const row = use<Row>(() => {
        print(row);
      });
      `, `
      export const DepartureBoard: Component<DepartureBoardProps> =
        forward<HTMLElement, BoardProps>((props) => {
          print(props);
        });
      const rows = new Map<string, ReadonlyArray<Departure>>(
        departuresOfTheDay,
        arrivals,
      );
      const row = use<Row>(() => {
        print(row);
      });
      `],
    ["as written it stays there", `
      wait(() =>
        ferry.late);
      board.each((row) =>
        print(row),
      );
      `],
    ["what is added up hangs where it is handed over, and other operands stand in one column", `
      throw new Error("There is no berth at the old quay that takes a boat of this length: " + boat.name);
      if (tide.covers(at) && (ferry.isEmpty || berth.isFree) && gangway.isDry && crew.isOnDuty(at)) sail();
      `, `
      throw new Error(
        "There is no berth at the old quay that takes a boat of this length: "
          + boat.name,
      );
      if (
        tide.covers(at)
        && (ferry.isEmpty || berth.isFree)
        && gangway.isDry
        && crew.isOnDuty(at)
      ) sail();
      `],
    ["as written they hang or do not", `
      board.show(
        "No berth: "
        + boat.name,
      );
      board.show(
        ferry.isLate
          && ferry.minutes > 2,
      );
      board.show(
        row,
        "No berth: "
        + boat.name,
      );
      `],
    // One short word on a line of its own says nothing.
    ["subscripts and short arguments", `
      const berth = timetable.departures.today["noon"].ferry.berths.of(pier).names.text;
      `, `
      const berth =
        timetable.departures.today["noon"].ferry.berths.of(pier).names.text;
      `],
    ["a long title keeps its test where it is", `
      it("departs at noon although the tide is low and the gangway is wet and nobody is there", async () => {
        sail();
      });
      describe(\`the departure board of \${pier} with the tides of the day before yesterday\`, () => {
        sail();
      });
      `],
  ], { maxLineLength: 80 });
});

describe("comments", () => {
  fixtures("typescript", [
    ["a regular expression keeps the comment before it", `
      const isLate = (word: string) =>
        /* in words */ /^(?:late|delayed|cancelled)\\b/i.test(word.normalize("NFC"));
      `],
    ["stay beside what they mark", `
      foo(/* aboard */ true);
      const board = /*@__PURE__*/ makeBoard(departuresOfTheDay, arrivalsOfTheDay, noticesOfTheDay);
      `, `
      foo(/* aboard */ true);
      const board = /*@__PURE__*/ makeBoard(
        departuresOfTheDay,
        arrivalsOfTheDay,
        noticesOfTheDay,
      );
      `],
    ["stay in front of the first item too, below others", `
      const modules = {
        // made
        /***/ 1: (module) => run(module),
      };
      const tides = [
        // high
        /* noon */ 4,
      ];
      `],
    // Alone in front of a comment an operator is read over.
    ["leave no operator alone in front of them", `
      const fits = seats > 3 && // with dogs
        deck && // in summer
        tide
      `, `
      const fits =
        seats > 3 && // with dogs
        deck && // in summer
        tide;
      `],
    ["leave no sign alone that stands on the line above", `
      const fits = seats > 3 &&
        /* with dogs */ deck;
      const berth = high ?
        /* by noon */ upper :
        /* by night */ lower;
      `, `
      const fits = seats > 3
        && /* with dogs */ deck;
      const berth = high
        ? /* by noon */ upper
        : /* by night */ lower;
      `],
    ["indent the value behind them", `
      const tide = // at noon
        4;
      const pier =
      // of the day
      {
        berths: 2,
      };
      const boat =
      /*#__PURE__*/
      build(hull, deck);
      `, `
      const tide = // at noon
        4;
      const pier =
        // of the day
        {
          berths: 2,
        };
      const boat =
        /*#__PURE__*/
        build(hull, deck);
      `],
    ["stand in the body that they end", `
      switch (tide) {
        case "high":
          open();
          // falls through
        case "slack":
          wait();
        // about the others
        default:
          close();
          // and no more
      }
      `],
  ], { maxLineLength: 80 });
});

describe("the rest", () => {
  fixtures("typescript", [
    ["cases each have a line", `
      switch (tide) { case 1: case 2: open() }
      `, `
      switch (tide) {
        case 1:
        case 2: open();
      }
      `],
    ["an empty block before its other branch", `
      if (a) {} else { b() }
      `, `
      if (a) {} else {
        b();
      }
      `],
    ["functions without a name", `
      const a = function<T>(b: T) {}, c = function() {};
      `, `
      const a = function <T>(b: T) {}, c = function () {};
      `],
  ]);
  fixtures("typescript", [
    ["enums follow the braces", `
      enum Tide { High, Low }
      `, `
      enum Tide
      {
        High,
        Low,
      }
      `],
  ], { bracePlacement: "own-line" });
  const clauses = `
      if (tide > 2) {
        board();
      }
      else if (tide) {
        wait();
      }
      // Low water
      else {
        stay();
      }
      try {
        cast();
      }
      catch {
        moor();
      }
      finally {
        log();
      }
      do {
        row();
      } while (tide);
      if (a) b();
      else c();
      `;
  fixtures("javascript", [
    ["clauses below the braces of their blocks stay there", clauses],
    ["and go there", clauses.replace(/\}\n +(?=else if|catch|finally)/g, "} "), clauses],
  ], { clausePlacement: "own-line" });
});

// The brackets are split for want of room: what their first operand began beside no longer counts.
describe("operands that begin behind a comment", () => {
  fixtures("typescript", [
    ["stand as those without one", `
      (/* c */ theWind instanceof NorthernStorm ||
        late);
      `, `
      (
        /* c */ theWind
          instanceof NorthernStorm
        || late
      );
      `],
  ], { maxLineLength: 40 });
});
