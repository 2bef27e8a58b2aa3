import { describe } from "vitest";
import { fixtures } from "../support/fixtures.js";

describe("classes", () => {
  fixtures("javascript", [
    ["members", `
      class Gangway extends Base{static count=0
      #crew=[]
      name
      constructor(a){super(a)}
      get open(){return this.#crew.length>0}
      set open(b){}
      static async*shifts(){}
      static{init()}
      [Symbol.iterator](){}}
      `, `
      class Gangway extends Base {
        static count = 0;
        #crew = [];
        name;
        constructor(a) {
          super(a);
        }
        get open() {
          return this.#crew.length > 0;
        }
        set open(b) {}
        static async *shifts() {}
        static {
          init();
        }
        [Symbol.iterator]() {}
      }
      `],
    ["long fields", `
      class Pier{nameOfTheLandingStageByTheOldMill=nameOfTheLandingStageAsThePortAuthorityWritesItNearlyEverywhere}
      `, `
      class Pier {
        nameOfTheLandingStageByTheOldMill =
          nameOfTheLandingStageAsThePortAuthorityWritesItNearlyEverywhere;
      }
      `],
    ["expressions", `
      const A=class extends (b,c){}
      new class{}
      `, `
      const A = class extends (b, c) {};
      new class {};
      `],
    ["blank lines between members", `
      class A{


      a(){}



      b(){}

      }
      `, `
      class A {
        a() {}

        b() {}
      }
      `],
    ["terminators that are too many", `
      class A{a(){};b=1;;c(){};}
      `, `
      class A {
        a() {};
        b = 1;;
        c() {};
      }
      `],
  ]);
});

describe("typed classes", () => {
  fixtures("typescript", [
    ["modifiers", `
      abstract class P<in out T> extends Q<T> implements I,J{declare x:number;private static readonly y?:string='a';protected abstract z():void;override w!:T;accessor v=1}
      `, `
      abstract class P<in out T> extends Q<T> implements I, J {
        declare x: number;
        private static readonly y?: string = "a";
        protected abstract z(): void;
        override w!: T;
        accessor v = 1;
      }
      `],
    ["parameter properties", `
      class A{constructor(private a:number,public readonly b?:string,protected override c=1){}}
      `, `
      class A {
        constructor(private a: number, public readonly b?: string, protected override c = 1) {}
      }
      `],
    ["long parameter properties", `
      class A{constructor(private readonly gangways:readonly Gangway[],private readonly clock:()=>Date=()=>new Date()){}}
      `, `
      class A {
        constructor(
          private readonly gangways: readonly Gangway[],
          private readonly clock: () => Date = () => new Date(),
        ) {}
      }
      `],
    ["decorators", `
      @component({a:1})
      class A{@input()b=1;@output()
      c=2;constructor(@inject(D)d:D){}}
      `, `
      @component({ a: 1 })
      class A {
        @input() b = 1;
        @output()
        c = 2;
        constructor(@inject(D) d: D) {}
      }
      `],
    ["overloads and index signatures", `
      class A{b(c:string):void;b(c:number):void;b(c:any){}
      [key:string]:unknown}
      `, `
      class A {
        b(c: string): void;
        b(c: number): void;
        b(c: any) {}
        [key: string]: unknown;
      }
      `],
  ]);
});

describe("interfaces and enums", () => {
  fixtures("typescript", [
    ["interfaces", `
      interface A extends B,C<D>{a:string;b?:number
      readonly c:boolean,d():void
      (e:F):G;new(h:I):J
      [k:string]:L;get m():N}
      `, `
      interface A extends B, C<D> {
        a: string;
        b?: number;
        readonly c: boolean,
        d(): void;
        (e: F): G;
        new (h: I): J;
        [k: string]: L;
        get m(): N;
      }
      `],
    ["enums", `
      enum Tide{Low,High=1<<2,Slack='slack'}
      declare const enum E{}
      `, `
      enum Tide {
        Low,
        High = 1 << 2,
        Slack = "slack",
      }
      declare const enum E {}
      `],
    ["namespaces", `
      namespace A.B{export const c=1}
      declare module 'd'{export default e}
      declare global{interface Window{f:g}}
      `, `
      namespace A.B {
        export const c = 1;
      }
      declare module "d" {
        export default e;
      }
      declare global {
        interface Window {
          f: g;
        }
      }
      `],
    ["declarations", `
      declare function a(b:c):d
      declare let e:f
      export declare class G{h():void}
      export as namespace Gull
      export=a
      import x=require('y')
      `, `
      declare function a(b: c): d;
      declare let e: f;
      export declare class G {
        h(): void;
      }
      export as namespace Gull;
      export = a;
      import x = require("y");
      `],
    ["overloads", `
      export function a(b:string):void
      export function a(b:number):void
      export function a(b:any){}
      `, `
      export function a(b: string): void;
      export function a(b: number): void;
      export function a(b: any) {}
      `],
  ]);
});

describe("braces on lines of their own", () => {
  fixtures("typescript", [
    ["everywhere but in literals", `
      class A{b(){if(c){d()}else{e()}}}
      interface F{g:h}
      const i={j(){k()}},l=()=>{m()}
      n(function(){o()})
      try{p()}catch{}
      declare global{q:r}
      `, `
      class A
      {
        b()
        {
          if (c)
          {
            d();
          }
          else
          {
            e();
          }
        }
      }
      interface F
      {
        g: h;
      }
      const i = {
        j()
        {
          k();
        },
      },
        l = () =>
        {
          m();
        };
      n(function ()
      {
        o();
      });
      try
      {
        p();
      }
      catch {}
      declare global
      {
        q: r;
      }
      `],
  ], { "bracePlacement": "own-line" });
});

describe("terminators left out", () => {
  fixtures("typescript", [
    ["where that is safe", `
      a();
      let b=1;
      class C{d=1;e;f(){}}
      interface G{h:i;j:k;}
      do l();while(m);
      `, `
      a()
      let b = 1
      class C {
        d = 1
        e
        f() {}
      }
      interface G {
        h: i
        j: k
      }
      do l();
      while (m)
      `],
    ["guarded where it is not", `
      a();
      [b].forEach(c);
      d();
      (e||f)();
      g();
      \`h\`.i;
      j();
      +k;
      l;
      /m/.test(n)
      `, `
      a()
      ;[b].forEach(c)
      d()
      ;(e || f)()
      g()
      ;\`h\`.i
      j()
      ;+k
      l
      ;/m/.test(n)
      `],
    ["kept where a word could be read otherwise", `
      class A{get;b(){}
      static;*c(){}
      d=1;[e]=2}
      `, `
      class A {
        get;
        b() {}
        static
        ;*c() {}
        d = 1
        ;[e] = 2
      }
      `],
    ["guarded where nothing stands before it", `
      moor((boat) => {
        ;[boat].forEach(board)
        ;(boat ??= ferry).sail()
      })
      `],
    ["in loops and bodies", `
      for(;;)a();
      if(b);else c();
      while(d);
      `, `
      for (;;) a();
      if (b);
      else c();
      while (d);
      `],
  ], { "statementTerminator": "omitted" });
});

describe("terminators as written", () => {
  fixtures("typescript", [
    ["stay in front of what they guard", `
      moor((boat) => {
        ;[boat].forEach(board)
        const tide = boat.tide;
        sail(tide)
      })
      ;(api as any).late = tide
      ;[boat].forEach(board);
      `],
  ], { "statementTerminator": "as-written" });
});
