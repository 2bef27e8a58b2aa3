import { describe } from "vitest";
import { fixtures } from "../support/fixtures.js";

describe("heads of declarations that find no room", () => {
  fixtures("csharp", [
    ["the call of another constructor goes below before it is split", `
      class Berth
      {
          public Berth(string name, decimal depth, int length) : base(name, depth) { }
      }
      `, `
      class Berth
      {
          public Berth(string name, decimal depth, int length)
              : base(name, depth) { }
      }
      `],
    ["and stands a step in from the head, whatever its parameters take", `
      class Berth
      {
          public Berth(
              string name,
              decimal depth)
                  : base(name)
          {
          }
      }
      `, `
      class Berth
      {
          public Berth(
              string name,
              decimal depth)
              : base(name)
          {
          }
      }
      `],
    ["bases go below where the first has no room", `
      sealed class TideTableOfTheMillPier : RowsOfTides<TideOfTheMillPier>, IRows { }
      sealed class TideTableOfTheMillPier : RowsOfTides, IRows, ISealed, IDisposable { }
      `, `
      sealed class TideTableOfTheMillPier
          : RowsOfTides<TideOfTheMillPier>, IRows { }
      sealed class TideTableOfTheMillPier : RowsOfTides,
          IRows,
          ISealed,
          IDisposable { }
      `],
    ["bases below the head stand under each other", `
      class Berth
          : Place,
            IMooring
      {
      }
      `, `
      class Berth
          : Place,
          IMooring
      {
      }
      `],
    ["types in brackets get a line each", `
      class Board
      {
          Dictionary<TideOfTheMillPier, DepartureOfTheLastFerry> departuresByTide;
      }
      `, `
      class Board
      {
          Dictionary<
              TideOfTheMillPier,
              DepartureOfTheLastFerry> departuresByTide;
      }
      `],
    ["a parameter stands below its attributes", `
      class Board
      {
          void Show([FromQuery] [Required(ErrorMessage = "pier")] string pierOfTheLastFerry);
      }
      `, `
      class Board
      {
          void Show(
              [FromQuery]
              [Required(ErrorMessage = "pier")]
              string pierOfTheLastFerry);
      }
      `],
  ], { maxLineLength: 60 });
});

describe("values that find no room", () => {
  fixtures("csharp", [
    ["a cast whose operand cannot split goes below", `
      class Board
      {
          const TideOfTheMillPier HighestTide = (TideOfTheMillPier)(1048576);
      }
      `, `
      class Board
      {
          const TideOfTheMillPier HighestTide =
              (TideOfTheMillPier)(1048576);
      }
      `],
    ["a function stays below what it is given to, as the author put it", `
      class Board
      {
          void Show()
          {
              Action<int> show =
                  tide =>
                  {
                      board.Show(tide);
                  };
              Action<int> clear = tide =>
              {
                  board.Clear(tide);
              };
          }
      }
      `],
    ["an argument whose calls stand below each other stands below its bracket", `
      class Board
      {
          void Show()
          {
              Remove(rows.SelectMany(row => row.Items).Where(item => item.Kind == "tide"));
          }
      }
      `, `
      class Board
      {
          void Show()
          {
              Remove(
                  rows.SelectMany(row => row.Items)
                      .Where(item => item.Kind == "tide"));
          }
      }
      `],
    ["one blank at most stands behind a comment in brackets", `
      class Board
      {
          void Show(/* rows */   int rows) { Clear(/* all */true); }
      }
      `, `
      class Board
      {
          void Show(/* rows */ int rows) { Clear(/* all */true); }
      }
      `],
  ], { maxLineLength: 60 });
});
