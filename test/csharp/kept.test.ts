import { describe } from "vitest";
import { fixtures } from "../support/fixtures.js";

describe("lines for the preprocessor", () => {
  fixtures("csharp", [
    ["stand at the margin where they do, else as deep as code", `
      class A {
      #if DEBUG
      int x;
      #else
      int y;
      #endif
       #region Piers
      int z;
       #endregion
      }
      `, `
      class A
      {
      #if DEBUG
          int x;
      #else
          int y;
      #endif
          #region Piers
          int z;
          #endregion
      }
      `],
    ["an arm that only adds up alone stays as it is", `
      class A {
      #if DEEP
      void F(int draught) {
      #else
        void   F() {
      #endif
      f( 1 );
      }
      int x  =1;
      }
      `, `
      class A
      {
      #if DEEP
          void F(int draught)
          {
      #else
        void   F() {
      #endif
              f(1);
          }
          int x = 1;
      }
      `],
  ]);
});

// In four libraries 1,136 bodies without braces stand one step in below a condition of several lines, 29 two.
describe("what strangers' libraries keep", () => {
  fixtures("csharp", [
    ["bodies stand one step in, however their header ends", `
      class Pier
      {
          void Moor()
          {
              if (late
                  && full)
                  Wait();
              else if (early
                  || empty) Go();
              while (
                  // in summer
                  late
                  && full)
                  Wait();
          }
      }
      `],
    ["what is said of the whole program keeps blank lines around its remarks", `
      [assembly: Ferry(false)]

      // The pier.

      [assembly: Pier("north")]
      [assembly: Tide(3)]

      class Boat { }
      `],
    ["a remark in front of an item stays on its line", `
      class Board
      {
          static readonly int[][] Tides =
          {
              // high and low
              /* noon */new[] { 1, 2 },

              /* night */ new[] { 2, 3 }
          };
      }
      `, `
      class Board
      {
          static readonly int[][] Tides =
          {
              // high and low
              /* noon */ new[] { 1, 2 },

              /* night */ new[] { 2, 3 }
          };
      }
      `],
    ["directives end the lines of what a class comes from", `
      public class Boat : Vessel, IMoored
      #if TIDES
          , ITidal
      #endif
      {
      }
      `],
  ]);

  fixtures("csharp", [
    ["what the first operand holds stands deeper than the operators below it", `
      class Pier
      {
          bool Fits()
          {
              if (Holds(theFerryOfTheNight, theBerthAtTheMole)
                  || late)
                  Wait();
              return (theTide > theDraught || isInDock || isTowed)
                  ? Berth()
                  : Wait();
          }
      }
      `, `
      class Pier
      {
          bool Fits()
          {
              if (Holds(
                      theFerryOfTheNight,
                      theBerthAtTheMole)
                  || late)
                  Wait();
              return (
                      theTide > theDraught
                      || isInDock
                      || isTowed)
                  ? Berth()
                  : Wait();
          }
      }
      `],
    ["so do its braces", `
      class Pier
      {
          bool Fits()
          {
              return new Berth { Deck = 1, Mole = 2, Pier = 3 } == theBerth;
          }
      }
      `, `
      class Pier
      {
          bool Fits()
          {
              return new Berth
                  {
                      Deck = 1,
                      Mole = 2,
                      Pier = 3
                  }
                  == theBerth;
          }
      }
      `],
  ], { maxLineLength: 50 });

  fixtures("csharp", [
    ["braces split by width where a body in them does, on however many lines the author had it", `
      class Pier
      {
          Func<int>[] tides = new Func<int>[] { null, delegate () { return 1; } };
      }
      `, `
      class Pier
      {
          Func<int>[] tides = new Func<int>[]
          {
              null,
              delegate ()
              {
                  return 1;
              }
          };
      }
      `],
  ], { listSplit: "by-width" });

  fixtures("csharp", [
    ["no white space comes to the end of a line that had none there", `
      class Board
      {
          int[] tides = new[]  { 1,  22222222,  33333333 };
      }
      `, `
      class Board
      {
          int[] tides = new[]
          {
              1,
              22222222,
              33333333
          };
      }
      `],
  ], { trimTrailingWhitespace: false, maxLineLength: 40 });
});
