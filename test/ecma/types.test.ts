import { describe } from "vitest";
import { fixtures } from "../support/fixtures.js";

describe("types", () => {
  fixtures("typescript", [
    ["aliases", `
      type A=string|number&B
      type C<T,U extends keyof T=keyof T>=T[U]
      type D=typeof import('e')
      type F=\`g-\${H}\`
      `, `
      type A = string | number & B;
      type C<T, U extends keyof T = keyof T> = T[U];
      type D = typeof import("e");
      type F = \`g-\${H}\`;
      `],
    ["functions", `
      type A=(b:number,c?:string,...d:E[])=>void
      type F=new()=>G
      type H=abstract new(i:J)=>K
      type L=<M>(n:M)=>asserts n is O
      type P=(q:R)=>q is S
      const t=():undefined|(()=>void)=>u,v=(w):(X|Y)=>z
      aa=bb?()=>{return():void=>cc}:dd
      `, `
      type A = (b: number, c?: string, ...d: E[]) => void;
      type F = new () => G;
      type H = abstract new (i: J) => K;
      type L = <M>(n: M) => asserts n is O;
      type P = (q: R) => q is S;
      const t = (): undefined | (() => void) => u, v = (w): (X | Y) => z;
      aa = bb
        ? () => {
          return (): void => cc;
        }
        : dd;
      `],
    ["a key in brackets keeps the lines that it has", `
      type Hooks<Boats> = {
        [
          Boat in keyof Boats as Boats[Boat] extends { kind: Kind.Ferry }
            ? \`use\${Boat & string}\`
            : never
        ]: Hook<Boats[Boat]>;
      };
      `],
    ["objects and mapped types", `
      type A={b:string,c?:number,readonly d:E}
      type F={readonly[K in keyof T as \`x\${K}\`]?:T[K]}
      type G={-readonly[K in H]-?:I}
      `, `
      type A = { b: string, c?: number, readonly d: E };
      type F = { readonly [K in keyof T as \`x\${K}\`]?: T[K] };
      type G = { -readonly [K in H]-?: I };
      `],
    ["members parted in several ways", `
      type A={
        b:string,c:D
        e:F;
        g:H}
      `, `
      type A = {
        b: string;
        c: D;
        e: F;
        g: H;
      };
      `],
    ["conditionals", `
      type A<T>=T extends string?'s':T extends(infer U extends number)[]?U:never
      type B<T>=T extends readonly string[]?ElementOfTheList<T>:T extends Record<string,infer V>?ValuesOfTheRecord<V>:never
      `, `
      type A<T> = T extends string ? "s" : T extends (infer U extends number)[] ? U : never;
      type B<T> = T extends readonly string[]
        ? ElementOfTheList<T>
        : T extends Record<string, infer V>
        ? ValuesOfTheRecord<V>
        : never;
      `],
    ["tuples and operators", `
      type A=[a:string,b?:number,...c:D[]]
      type B=[readonly:string,infer?:number,keyof:C,readonly D[]]
      type E=readonly F[]|unique symbol|keyof typeof G
      let h:I['j'][number]
      `, `
      type A = [a: string, b?: number, ...c: D[]];
      type B = [readonly: string, infer?: number, keyof: C, readonly D[]];
      type E = readonly F[] | unique symbol | keyof typeof G;
      let h: I["j"][number];
      `],
    ["long unions", `
      type Kind='north pier'|'south pier'|'mill landing'|'old quay'|'ferry house'|'departure board'|'tide table'
      `, `
      type Kind =
        | "north pier"
        | "south pier"
        | "mill landing"
        | "old quay"
        | "ferry house"
        | "departure board"
        | "tide table";
      `],
    ["unions as written", `
      type A=
      |B
      |C
      type D =
        & E
        & F
      `, `
      type A =
        | B
        | C;
      type D =
        & E
        & F;
      `],
    ["annotations", `
      let a:string=b,c:D|undefined
      function e<T>(this:F,g:T,h?:I,...j:K[]):asserts g is L{}
      const m=(n:O):P=>q
      `, `
      let a: string = b, c: D | undefined;
      function e<T>(this: F, g: T, h?: I, ...j: K[]): asserts g is L {}
      const m = (n: O): P => q;
      `],
    ["assertions", `
      a=b as C;d=<E>f;g=h!;i=j satisfies K;l=m as const;n=(o as P).q!.r
      `, `
      a = b as C;
      d = <E>f;
      g = h!;
      i = j satisfies K;
      l = m as const;
      n = (o as P).q!.r;
      `],
    ["generic calls", `
      a<B>(c);new D<E,F>();g<H>\`i\`;j=k<L>;m=n<o>(p)
      `, `
      a<B>(c);
      new D<E, F>();
      g<H>\`i\`;
      j = k<L>;
      m = n<o>(p);
      `],
    ["shifts and comparisons, which begin no types", `
      const a=1<<b
      c(d)
      if(e<f)g(h<<i)
      `, `
      const a = 1 << b;
      c(d);
      if (e < f) g(h << i);
      `],
    ["long heritage", `
      class A extends B<C,D> implements E<F>,G{}
      `, `
      class A extends B<C, D> implements E<F>, G {}
      `],
    ["parameters that are patterns", `
      declare const A:({b,c,...d}:E)=>F
      `, `
      declare const A: ({ b, c, ...d }: E) => F;
      `],
  ]);

  const byLine = "type A = {\n  b: string\n  c(\n    d: E,\n  ): F\n}\n";
  fixtures("typescript", [
    ["members by lines alone", byLine, "type A = { b: string; c(d: E): F };\n"],
  ], { listSplit: "by-width" });
  fixtures("typescript", [
    ["members by lines alone, left so", byLine, "type A = {\n  b: string\n  c(d: E): F\n}\n"],
  ], { listSplit: "by-width", statementTerminator: "omitted" });
  fixtures("typescript", [
    [
      "members by lines alone, ended",
      byLine,
      "type A = {\n  b: string;\n  c(\n    d: E,\n  ): F;\n};\n",
    ],
  ]);
});
