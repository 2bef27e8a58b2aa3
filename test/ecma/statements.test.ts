import { describe } from "vitest";
import { fixtures } from "../support/fixtures.js";

describe("declarations", () => {
  fixtures("javascript", [
    ["variables", `
      const a=1,b = 2
      let  c
      var d=[1,2,3],e={f:1}
      `, `
      const a = 1, b = 2;
      let c;
      var d = [1, 2, 3], e = { f: 1 };
      `],
    ["functions", `
      function  pier( a,b=1,...rest ){return a}
      async function*tides(){yield*all}
      function empty(){}
      `, `
      function pier(a, b = 1, ...rest) {
        return a;
      }
      async function* tides() {
        yield* all;
      }
      function empty() {}
      `],
    ["directives", `
      'use strict'
      function f(){ 'use strict'; return 1 }
      `, `
      "use strict";
      function f() {
        "use strict";
        return 1;
      }
      `],
    ["long parameters", `
      function schedule(gangway, firstDeparture, lastDeparture, crewMembers, { strict = false, spare = null } = {}) {}
      `, `
      function schedule(
        gangway,
        firstDeparture,
        lastDeparture,
        crewMembers,
        { strict = false, spare = null } = {},
      ) {}
      `],
    ["destructuring", `
      const {a,b:{c=1},...rest}=obj,[d,,e]=list;({f,g}=h)
      `, `
      const { a, b: { c = 1 }, ...rest } = obj, [d, , e] = list;
      ({ f, g } = h);
      `],
  ]);
});

describe("control", () => {
  fixtures("javascript", [
    ["if chains", `
      if(a)b()
      else if(c){d()}
      else e()
      `, `
      if (a) b();
      else if (c) {
        d();
      } else e();
      `],
    ["bodies on their own line stay there", `
      if (a)
      b()
      for(const x of y)
        z(x)
      `, `
      if (a)
        b();
      for (const x of y)
        z(x);
      `],
    ["a conditional that finds no room goes below its header before it splits", `
      if (departures.length > 0) return nearest(departures, berths, timetable.today)?.isLow === true ? berth.tideTables.current : undefined;
      if (departures.length > 0) tide = nearest(departures, berths, timetable.today)?.isLow === true ? berth.tideTables.current : undefined;
      `, `
      if (departures.length > 0)
        return nearest(departures, berths, timetable.today)?.isLow === true
          ? berth.tideTables.current
          : undefined;
      if (departures.length > 0)
        tide = nearest(departures, berths, timetable.today)?.isLow === true
          ? berth.tideTables.current
          : undefined;
      `],
    ["loops", `
      for(let i=0;i<3;i++){go(i)}
      for(;;){}
      for(const k in o)use(k)
      while(x)y()
      do{z()}while(q)
      for await(const t of tides())log(t)
      `, `
      for (let i = 0; i < 3; i++) {
        go(i);
      }
      for (;;) {}
      for (const k in o) use(k);
      while (x) y();
      do {
        z();
      } while (q);
      for await (const t of tides()) log(t);
      `],
    ["switch", `
      switch(tide){case 'high':open();break
      case 'low':case 'slack':{ wait() }
      default:stop()}
      `, `
      switch (tide) {
        case "high":
          open();
          break;
        case "low":
        case "slack": {
          wait();
        }
        default: stop();
      }
      `],
    ["cases on one line", `
      switch (a) {
      case 1: return b
      case 2: case 3: return c
      }
      `, `
      switch (a) {
        case 1: return b;
        case 2:
        case 3: return c;
      }
      `],
    ["try", `
      try{a()}catch(e){b(e)}finally{c()}
      try{d()}catch{}
      `, `
      try {
        a();
      } catch (e) {
        b(e);
      } finally {
        c();
      }
      try {
        d();
      } catch {}
      `],
    ["labels and jumps", `
      outer:for(const a of b){for(const c of d){if(c)continue outer;else break outer}}
      `, `
      outer: for (const a of b) {
        for (const c of d) {
          if (c) continue outer;
          else break outer;
        }
      }
      `],
    ["throw and return", `
      function f(){if(a)throw new Error('no '+b);return
      }
      `, `
      function f() {
        if (a) throw new Error("no " + b);
        return;
      }
      `],
    ["long conditions", `
      if(northPier.isOpen && southPier.isOpen && !storm.warning && crew.length > minimumCrewSize && tide.high){ sail() }
      `, `
      if (
        northPier.isOpen
        && southPier.isOpen
        && !storm.warning
        && crew.length > minimumCrewSize
        && tide.high
      ) {
        sail();
      }
      `],
    ["blocks of their own", `
      a();{b();c()}
      {}
      `, `
      a();
      {
        b();
        c();
      }
      {}
      `],
    ["empty statements", `
      for(const x of y);
      if(a);else b()
      `, `
      for (const x of y);
      if (a);
      else b();
      `],
    ["with and debugger", `
      with(a)b()
      debugger
      `, `
      with (a) b();
      debugger;
      `],
  ]);
});

describe("blank lines and comments", () => {
  fixtures("javascript", [
    ["blank lines are kept up to the limit", `

      a()



      b()
      function f(){

        c()

      }
      `, `
      a();

      b();
      function f() {
        c();
      }
      `],
    ["comments stay with their code", `
      //one
      a() // two
      /* three */ b() /* four */
        // five
      c(d, // six
       e)
      `, `
      //one
      a(); // two
      /* three */ b(); /* four */
      // five
      c(
        d, // six
        e,
      );
      `],
    ["documenting comments are aligned", `
      class A{
      /**
         * Tide.
            * @returns nothing
       */
        b(){}
      }
      `, `
      class A {
        /**
         * Tide.
         * @returns nothing
         */
        b() {}
      }
      `],
    ["documenting comments in a row are aligned, each on a line of its own", `
      class Pier {
        open() {}
        /**
         * Opened.
         */ /**
           * Closes the gate.
           */ close() {}
      }
      `, `
      class Pier {
        open() {}
        /**
         * Opened.
         */
        /**
         * Closes the gate.
         */ close() {}
      }
      `],
    ["comments at edges", `
      {
      // first
      a()
      // last
      }
      foo(
        // only
      )
      `, `
      {
        // first
        a();
        // last
      }
      foo(
        // only
      );
      `],
    ["before else", `
      if (a) {
       b()
      }
      // otherwise
      else {
       c()
      }
      `, `
      if (a) {
       b();
      }
      // otherwise
      else {
       c();
      }
      `],
    ["a remark in an empty block", `
      if (a) { /* nothing */ }
      function b(){
      // none
      }
      `, `
      if (a) { /* nothing */ }
      function b() {
        // none
      }
      `],
    ["hashbang", `
      #!/usr/bin/env node
      run( )
      `, `
      #!/usr/bin/env node
      run();
      `],
    ["held regions", `
      a=1
      // oak-tide: leave
      b  =  [1,0,
             0,1]
      // oak-tide: resume
      c  = 2
      // oak-tide: leave next
      d  =  3
      e  = 4
      `, `
      a = 1;
      // oak-tide: leave
      b  =  [1,0,
             0,1]
      // oak-tide: resume
      c = 2;
      // oak-tide: leave next
      d  =  3
      e = 4;
      `],
  ]);
});

describe("modules", () => {
  fixtures("javascript", [
    ["imports", `
      import a,{b as c,default as d}from'./x.js'
      import*as e from"./y.js"
      import './z.js'
      import data from './d.json'with{type:'json'}
      `, `
      import a, { b as c, default as d } from "./x.js";
      import * as e from "./y.js";
      import "./z.js";
      import data from "./d.json" with { type: "json" };
      `],
    ["exports", `
      export{a,b as c}
      export*from'./x.js'
      export * as d from './y.js'
      export default class{}
      export const e=1
      export default async()=>{}
      `, `
      export { a, b as c };
      export * from "./x.js";
      export * as d from "./y.js";
      export default class {}
      export const e = 1;
      export default async () => {};
      `],
    ["long lists", `
      import { northPier, southPier, millLanding, oldQuay, departureBoard, tideTable, fareRules } from './gullhaven.js'
      `, `
      import {
        northPier,
        southPier,
        millLanding,
        oldQuay,
        departureBoard,
        tideTable,
        fareRules,
      } from "./gullhaven.js";
      `],
    ["dynamic", `
      const a=await import('./x.js'),b=import.meta.url
      `, `
      const a = await import("./x.js"), b = import.meta.url;
      `],
  ]);
});

describe("comments at the ends of lines", () => {
  fixtures("javascript", [["go on standing in one column where a terminator comes in", `
    tide
      .read([north]) // the first
      .read([south]) // the last

    moor()
    `, `
    tide
      .read([north])  // the first
      .read([south]); // the last

    moor();
    `], ["and so behind a single word", `
    berth.north()  // the first
    berth          // the last
    `, `
    berth.north(); // the first
    berth;         // the last
    `]]);
});

describe("the last column of a line", () => {
  fixtures("typescript", [
    ["before a closer that the author put on a line of its own", `
      tides.forEach((tide) =>
        tide.pier.moor(boat, berth, high)
      );
      `],
    ["before alternatives that begin with their sign", `
      const tide = {
        a: [High, Low, 1240, 41] as Tidal<
          | High
          | Low
        >,
      };
      `],
  ], { maxLineLength: 36 });
});

describe("by width", () => {
  fixtures("javascript", [["a comment behind the block of a case keeps its blank line", `
    switch (tide) {
      case 1: {
        moor();
      }

        // no other
    }
    `, `
    switch (tide) {
      case 1: {
        moor();
      }

      // no other
    }
    `]], { listSplit: "by-width" });
});
