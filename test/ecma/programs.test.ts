import { describe } from "vitest";
import { fixtures } from "../support/fixtures.js";

// Each row was a program that came out as another one, or never came to rest.
describe("programs stay programs", () => {
  fixtures("typescript", [
    // Read as a name, `await` would divide, call and subtract.
    ["await in a function expression", `
      const f = async function () { await /re/g.test(x); await (y); await -z }
      `, `
      const f = async function () {
        await /re/g.test(x);
        await (y);
        await -z;
      };
      `],
    ["await at a module's top", `
      await /re/g.test(x)
      await (y)
      await -z
      `, `
      await /re/g.test(x);
      await (y);
      await -z;
      `],
    // A comma in these brackets is an error.
    ["no comma behind what is required", `
      import tides = require("../../tables/of/the/river/between/gullhaven/and/the/mill/tides-by-hour");
      `, `
      import tides = require(
        "../../tables/of/the/river/between/gullhaven/and/the/mill/tides-by-hour"
      );
      `],
    ["no comma behind what an accessor takes", `
      class Board { set [departures](rows: ReadonlyMap<PierOfGullhaven, readonly DepartureOfTheDay[]>) {} }
      `, `
      class Board {
        set [departures](
          rows: ReadonlyMap<PierOfGullhaven, readonly DepartureOfTheDay[]>
        ) {}
      }
      `],
    ["no comma in a type that is imported", `
      type Pier = import(/* the old quay */ "../../piers/of/gullhaven/and/of/the/mill/landing/piers").Pier;
      `, `
      type Pier = import(
        /* the old quay */ "../../piers/of/gullhaven/and/of/the/mill/landing/piers"
      ).Pier;
      `],
    ["a decorator above its export", `
      @Component({ a: 1 })
      export class Board {}
      @Board export default class Gangway {}
      `, `
      @Component({ a: 1 })
      export class Board {}
      @Board export default class Gangway {}
      `],
    ["a generator without a name", `
      const a = async function*(){}
      const b = function*<T>(){}
      `, `
      const a = async function* () {};
      const b = function* <T>() {};
      `],
    ["the head of a loop behind a comment", `
      for (// by pier
      const pier of piers) moor(pier);
      `, `
      for ( // by pier
        const pier of piers
      ) moor(pier);
      `],
    // On one line both would be one statement, or begin types.
    ["lines that must not become one", `
      type
      tide = high
      let fits = seats < 3
        < (late)
      `, `
      type;
      tide = high;
      let fits = seats
        < 3
        < (late);
      `],
    // What stands between the braces of a parameter's pattern takes no semicolon.
    ["a pattern that looks like a type", `
      declare const log: ({ tide: high }) => Depth;
      `],
    ["types behind a line end", `
      interface Ferry extends Vessel
        <Cargo> {}
      `, `
      interface Ferry extends Vessel<Cargo> {}
      `],
    ["a type between braces that is no pattern, in brackets before an arrow", `
      const low = (): ({tide: () => S}) => {};
      type High = ({tide: {at}, piers: [first]}: X) => void;
      type Tide<T> = T extends {low: infer L} ? () => L : never;
      `, `
      const low = (): ({ tide: () => S }) => {};
      type High = ({ tide: { at }, piers: [first] }: X) => void;
      type Tide<T> = T extends { low: infer L } ? () => L : never;
      `],
    ["a type in brackets before an arrow", `
      const late = (): (true) => isLate;
      `],
    ["members on lines of their own", `
      interface Berth {
        readonly
        depth
      }
      `, `
      interface Berth {
        readonly;
        depth;
      }
      `],
    // Only declarations are exported; what else stands there is left alone.
    ["what cannot be exported", `
      export type
      tide  =  1
      `, `
      export type
      tide = 1;
      `],
  ], { maxLineLength: 80 });

  fixtures("typescriptreact", [
    // It is text: neither its blanks nor its lines may move.
    ["an attribute over two lines", `
      function f() {
            return <p className='late
        by   ten'>x</p>
      }
      `, `
      function f() {
            return <p className="late
        by   ten">x</p>;
      }
      `],
    ["markup in a function between signs that look like those of types", `
      a<((b)=>{
        return(
          <Tide low />
        );
      })>(c)
      `, `
      a < ((b) => {
        return (
          <Tide low />
        );
      }) > (c);
      `],
    ["a comment in a tag", `
      const a=<p></* c */b/></p>
      `, `
      const a = <p></* c */b /></p>;
      `],
  ]);

  fixtures("typescript", [
    ["words of types that are names", `
      const a: (keyof) => b, c: (infer, is) => d
      interface E extends keyof {}
      `, `
      const a: (keyof) => b, c: (infer, is) => d;
      interface E extends keyof {}
      `],
    ["a declaration on the line after `export declare`", `
      export declare
      const a: 1
      global
      {}
      `, `
      export declare const a: 1;
      global {}
      `],
    // `null` takes no types.
    ["comparisons that are no types", `
      x = landing<null<tide>>(a)
      equal<readonly, tide>(a)
      equal<(tide = a), pier>(b)
      equal<[, tide]>(c)
      equal<this.tide>(d)
      equal<import(tide)>(e)
      `, `
      x = landing < null < tide >> (a);
      equal < readonly, tide > (a);
      equal < (tide = a), pier > (b);
      equal < [, tide] > (c);
      equal < this.tide > (d);
      equal < import(tide) > (e);
      `],
  ]);

  fixtures("javascript", [
    // Nothing can be declared there.
    ["`let` that is a name", `
      if (a) let
      b
      let
      const c = d
      let
      e
      `, `
      if (a) let;
      b;
      let;
      const c = d;
      let e;
      `],
  ]);

  // A line that ended behind the sign would make them types.
  fixtures("typescript", [
    ["a greater sign that could end types", `
      a<a
      > a
      moor(quayOfGullhaven < depth, quayOfMill > depthOfTide)
      `, `
      a <
        a > a;
      moor(
        quayOfGullhaven <
          depth,
        quayOfMill > depthOfTide,
      );
      `],
    ["one that could not", `
      x = quay + depthOfTide > height
      `, `
      x =
        quay + depthOfTide >
        height;
      `],
  ], { maxLineLength: 24, operatorSplit: "after" });

  // A brace that a comment has sent to a line of its own stands where the line of its function does.
  fixtures("javascript", [
    ["a brace behind a comment, below a name", `
      pier
      .moor = function () // by hand
      { berth() }
      `, `
      pier
        .moor = function () // by hand
        {
          berth();
        };
      `],
  ]);

  fixtures("javascript", [
    ["a comment before a terminator that goes", `
      const p = a/*x*/;
      const q = b // y
      ;
      c
      `, `
      const p = a /*x*/
      const q = b // y
      c
      `],
    ["terminators that stay", `
      a;;
      let;
      b
      `, `
      a;;
      let;
      b
      `],
    ["after a name that would take what follows", `
      function moor() { pier.deck = await; boats = 2; pier.await; berth() }
      `, `
      function moor() {
        pier.deck = await;
        boats = 2
        pier.await
        berth()
      }
      `],
  ], { statementTerminator: "omitted" });

  fixtures("javascriptreact", [
    ["a long text around an expression", `
      const p = <p>Some long text that goes on and on around an {expression.with(dots)} and then it ends.</p>;
      `, `
      const p = (
        <p>
          Some long text that goes on and on
          around
          an {expression.with(dots)} and then
          it ends.
        </p>
      );
      `],
  ], { maxLineLength: 40, listSplit: "by-width" });
});
