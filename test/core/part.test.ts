import { describe, expect, test } from "vitest";
import { applyEdits } from "oak-tide";
import { dedent, open } from "../support/format.js";

/** A name, a language, a text in which signs mark the lines that are formatted, and what becomes of it. */
type Row = readonly [name: string, languageId: string, marked: string, wanted: string];

const ROWS: readonly Row[] = [
  [
    "half a call stays in its lines",
    "javascript",
    `
    > moor(boat,crew,
        tide,pier)
    `,
    `
    moor(boat, crew,
      tide,pier)
    `,
  ],
  [
    "and so does its end",
    "javascript",
    `
      moor(boat,crew,
    >      tide,pier)
    `,
    `
     moor(boat,crew,
       tide, pier);
    `,
  ],
  [
    "a list with an item a line goes on with that",
    "javascript",
    `
      moor(
        boat,
    >   crew,tide,
        pier,
      );
    `,
    `
     moor(
       boat,
       crew,
       tide,
       pier,
     );
    `,
  ],
  [
    "an operator that ends the part does not stand alone",
    "typescript",
    `
    > const calm=low &&
        high
        && still;
    `,
    `
     const calm = low &&
       high
       && still;
    `,
  ],
  [
    "nor does one whose other line is the part",
    "typescript",
    `
      if (low &&
    >         high) {
        sail();
      }
    `,
    `
     if (low &&
       high) {
       sail();
     }
    `,
  ],
  [
    "operators at the ends of lines keep them there",
    "python",
    `
      names = (tides.names +
    >          piers.names+
    >          crews.names +
               boats.names)
    `,
    `
     names = (tides.names +
              piers.names +
              crews.names +
              boats.names)
    `,
  ],
  [
    "a line that is too long breaks all the same",
    "javascript",
    `
    > moor(boatOfTheMorning, crewOfTheMorning, tideOfTheMorning, pierOfTheMorning, gangwayOfTheMorning,springOfToday,
        ropes);
    `,
    `
     moor(
       boatOfTheMorning,
       crewOfTheMorning,
       tideOfTheMorning,
       pierOfTheMorning,
       gangwayOfTheMorning,
       springOfToday,
       ropes);
    `,
  ],
  [
    "a backslash stays where what it carries on is outside",
    "python",
    `
    > from gullhaven.tides  import \\
          low, high
    `,
    `
     from gullhaven.tides import \\
         low, high
    `,
  ],
  [
    "and goes where all of it is in the part",
    "python",
    `
    > assert low, \\
    >     high
    `,
    `
     assert low, high
    `,
  ],
  [
    "brackets come only around what is all in the part",
    "typescriptreact",
    `
      function berth() {
    >   pier= <Berth free>
          <Gangway />
        </Berth>

    >   sail( )
      }
    `,
    `
     function berth() {
       pier = <Berth free>
         <Gangway />
       </Berth>

       sail();
     }
    `,
  ],
  [
    "nor do they lack their other one behind a line that is outside",
    "python",
    `
    > from gullhaven.tides  import \\
          Tide, \\
    >     LowWater,HighWater
    `,
    `
     from gullhaven.tides import \\
         Tide, \\
         LowWater, HighWater
    `,
  ],
  [
    "the quotes of a text that goes on outside stay",
    "python",
    `
      def tide():
    >     '''The next
          low water.'''
    `,
    `
     def tide():
         '''The next
         low water.'''
    `,
  ],
  [
    "a statement that fills the part gets brackets where its lines find no room",
    "python",
    `
      tide = low
    > fare = adults * the_fare_of_an_adult + children * the_fare_of_a_child + seniors * the_fare_of_a_senior
      tide = high
    `,
    `
     tide = low
     fare = (
         adults * the_fare_of_an_adult
         + children * the_fare_of_a_child
         + seniors * the_fare_of_a_senior
     )
     tide = high
    `,
  ],
  [
    "rows go on by the line that a backslash carries on",
    "python",
    `
      fares, tides =\\
          departures.of(
    >             pier, hour)
    > moor( boat )
    `,
    `
     fares, tides =\\
         departures.of(
                 pier, hour)
     moor(boat)
    `,
  ],
  [
    "rows that find no room open where all of them are in the part",
    "python",
    `
      tide = low
    > self.departures, self.cancelled = departures(self.pier,
    >                                              self.hours_of_all_departures[self.name_of_the_pier])
      tide = high
    `,
    `
     tide = low
     self.departures, self.cancelled = departures(
         self.pier,
         self.hours_of_all_departures[self.name_of_the_pier],
     )
     tide = high
    `,
  ],
  [
    "lines begin as those around them do where blanks make blocks",
    "python",
    `
      def low():
      	if tide:
      		moor()
      		board()
      		sail()
      	return tide
      def high():
              if tide:
    >                 moor( )
    >                 sail()
    `,
    `
     def low():
     	if tide:
     		moor()
     		board()
     		sail()
     	return tide
     def high():
             if tide:
                 moor()
                 sail()
    `,
  ],
  [
    "lines of a comment stay where its first one does",
    "javascript",
    `
      if (tide) {
        const low = 1;
          const high = 2;


    >   /* The pier
    >      is free. */
        sail();
      }
    `,
    `
     if (tide) {
       const low = 1;
         const high = 2;


       /* The pier
          is free. */
       sail();
     }
    `,
  ],
  [
    "what an item holds stays where the marker of one that goes on outside has it",
    "markdown",
    `
      *   Moor the boat:
    >         with two ropes
      *   Open the gangway
    `,
    `
     *   Moor the boat:
             with two ropes
     *   Open the gangway
    `,
  ],
  [
    "a line goes to the column of those before it, however the first of all stand",
    "html",
    `
      <html>
        <head>
          <meta name="pier">
          <meta name="tide">
      <link rel="one" href="${"low/".repeat(90)}">
      <link rel="two" href="high">
    > <link rel="three" href="pier" >
        </head>
      </html>
    `,
    `
     <html>
       <head>
         <meta name="pier">
         <meta name="tide">
     <link rel="one" href="${"low/".repeat(90)}">
     <link rel="two" href="high">
     <link rel="three" href="pier">
       </head>
     </html>
    `,
  ],
  [
    "an item that would leave its list stays in it",
    "markdown",
    `
      1. Moor the boat
    >   - with two ropes
        - and a spring
      2. Open the gangway
    `,
    `
     1. Moor the boat
       - with two ropes
       - and a spring
     2. Open the gangway
    `,
  ],
];

describe("some lines of a text", () => {
  test.each(ROWS)("%s", (_, languageId, marked, wanted) => {
    const rows = dedent(marked).split("\n");
    const text = rows.map((row) => row.slice(2)).join("\n");
    const ranges = rows.flatMap((row, line) => (
      row.startsWith(">")
        ? [{ start: { line, character: 0 }, end: { line: line + 1, character: 0 } }]
        : []
    ));
    const { edits } = open(languageId, text).formatSelection(ranges);
    expect(applyEdits(text, edits)).toBe(dedent(wanted));
  });

  test("lose the blanks at their ends, and those of the text at its end", () => {
    const formatted = (text: string, first: number, last: number): string => {
      const range = { start: { line: first, character: 0 }, end: { line: last, character: 0 } };
      return applyEdits(text, open("css", text).formatSelection(range).edits);
    };
    const text = ".low {}  \n.high {}  \n \n.pier {}\n\n\n";
    expect(formatted(text, 1, 3)).toBe(".low {}  \n.high {}\n\n.pier {}\n\n\n");
    expect(formatted(text, 3, 6)).toBe(".low {}  \n.high {}  \n \n.pier {}\n");
  });
});
