import { describe } from "vitest";
import { fixtures } from "../support/fixtures.js";

describe("declarations", () => {
  fixtures("csharp", [
    [
      "braces stand on lines of their own, one member a line",
      "namespace Pier{class A{int x;int y;void F(){x=1;}}}\n",
      `
      namespace Pier
      {
          class A
          {
              int x;
              int y;
              void F() { x = 1; }
          }
      }
      `,
    ],
    ["a file's namespace", "namespace Gullhaven.Pier;\nclass A{}\n", `
      namespace Gullhaven.Pier;
      class A { }
      `],
    ["an attribute a line, one beside a field", `
      [Serializable][Obsolete("x")] class A {
          [NonSerialized] int x;
          [A][B] int y;
          void F([In] int a, [Out]int b) { }
      }
      `, `
      [Serializable]
      [Obsolete("x")]
      class A
      {
          [NonSerialized] int x;
          [A]
          [B]
          int y;
          void F([In] int a, [Out] int b) { }
      }
      `],
    ["accessors stay as the author has them", `
      class A {
          int Low{get;set;}
          int High { get { return high; } set { high=value; } }
          int Mean
          {
              get { return 1; }
              private set
              {
                  mean = value;
              }
          }
          int Now=>Low+High;
          int Then{get;init;}=3;
      }
      `, `
      class A
      {
          int Low { get; set; }
          int High { get { return high; } set { high = value; } }
          int Mean
          {
              get { return 1; }
              private set
              {
                  mean = value;
              }
          }
          int Now => Low + High;
          int Then { get; init; } = 3;
      }
      `],
    ["records, primary constructors, constraints", `
      record struct Point(int X,int Y);
      class Tide<T,U>(int low):Base(low),IEquatable<T> where T:class,new() where U:unmanaged;
      `, `
      record struct Point(int X, int Y);
      class Tide<T, U>(int low) : Base(low), IEquatable<T> where T : class, new() where U : unmanaged;
      `],
    ["operators, conversions, indexers, destructors", `
      class A {
          public static A operator+(A a,A b)=>a;
          public static A operator>>(A a,int b)=>a;
          public static implicit operator int(A a)=>1;
          public static bool operator true(A a)=>true;
          int IList<int>.this[int i]{get=>1;}
          ~A(){}
      }
      `, `
      class A
      {
          public static A operator +(A a, A b) => a;
          public static A operator >>(A a, int b) => a;
          public static implicit operator int(A a) => 1;
          public static bool operator true(A a) => true;
          int IList<int>.this[int i] { get => 1; }
          ~A() { }
      }
      `],
    ["extension blocks, and the field of a property", `
      static class E { extension<T>(IEnumerable<T> source) where T:struct { public bool Empty=>!source.Any(); } }
      class A { int Low{get=>field;set=>field=value<0?0:value;} }
      `, `
      static class E
      {
          extension<T>(IEnumerable<T> source) where T : struct
          {
              public bool Empty => !source.Any();
          }
      }
      class A
      {
          int Low { get => field; set => field = value < 0 ? 0 : value; }
      }
      `],
    ["types", `
      class A { int?[]? a; (int x,string y)[] b; Dictionary<string,List<int[,]>> c; unsafe int*p; delegate*<int,void> f; global::System.Int32 g; }
      `, `
      class A
      {
          int?[]? a;
          (int x, string y)[] b;
          Dictionary<string, List<int[,]>> c;
          unsafe int* p;
          delegate*<int, void> f;
          global::System.Int32 g;
      }
      `],
    ["an enumeration on a line stays there", `
      enum Tide:byte{Low,High=2}
      enum Pier
      {
          North,
          Mill }
      `, `
      enum Tide : byte { Low, High = 2 }
      enum Pier
      {
          North,
          Mill
      }
      `],
  ]);
});

describe("statements", () => {
  fixtures("csharp", [
    [
      "variables behind one type in brackets: a line each where the author gave them one, or they find no room",
      `
      using (Gate north = Open(1),
                  south = Open(2)) { }
      fixed (byte* low = tides, high = tides) { }
      using (Gate north = terminal.OpenTheGate("north of the ferry's long pier"), south = terminal.OpenTheGate("south of it")) { }
      `,
      `
      using (Gate north = Open(1),
          south = Open(2)) { }
      fixed (byte* low = tides, high = tides) { }
      using (Gate north = terminal.OpenTheGate("north of the ferry's long pier"),
          south = terminal.OpenTheGate("south of it")) { }
      `,
    ],
    ["control", `
      if(a){b();}else if(c)d();else{e();}
      for(int i=0,j=1;i<3;i++,j--)f(i);
      for(;;){}
      foreach(var (k,v) in map){g(k);}
      do{h();}while(x>0);
      while(true);
      `, `
      if (a)
      {
          b();
      }
      else if (c) d();
      else
      {
          e();
      }
      for (int i = 0, j = 1; i < 3; i++, j--) f(i);
      for (;;) { }
      foreach (var (k, v) in map)
      {
          g(k);
      }
      do
      {
          h();
      } while (x > 0);
      while (true);
      `],
    ["several variables", `
      int a=1,b,c=2;
      int first=tides.Read(north),
      second;
      `, `
      int a = 1, b, c = 2;
      int first = tides.Read(north),
          second;
      `],
    ["guards below each other guard the same", `
      using(var a=f())
      using(var b=g()){h();}
      lock(this){i();}
      using var c=d;
      `, `
      using (var a = f())
      using (var b = g())
      {
          h();
      }
      lock (this)
      {
          i();
      }
      using var c = d;
      `],
    ["cases", `
      switch(x){case 1:case 2:f();break;case Berth{Free:true} b when b.Depth>3:return;default:
      {
      g();
      }
      break;}
      `, `
      switch (x)
      {
          case 1:
          case 2:
              f();
              break;
          case Berth { Free: true } b when b.Depth > 3: return;
          default:
              {
                  g();
              }
              break;
      }
      `],
    ["what may fail", `
      try{f();}catch(IOException e) when(e.X==1){g();}catch{throw;}finally{h();}
      `, `
      try { f(); }
      catch (IOException e) when (e.X == 1) { g(); }
      catch { throw; }
      finally { h(); }
      `],
    ["a long condition breaks before its operators", `
      if (firstFerry.Draught<tide.Low&&secondFerry.Draught<tide.Low&&thirdFerry.Draught<tide.Low&&fourthFerry.IsHere) f();
      `, `
      if (firstFerry.Draught < tide.Low
          && secondFerry.Draught < tide.Low
          && thirdFerry.Draught < tide.Low
          && fourthFerry.IsHere) f();
      `],
    ["casts, and what only looks like them", `
      x=(int)-y;x=(a)-y;x=(Ferry)y;x=(Ferry)(-y);x=!(Ferry)y;x=(a)+(b);z=(string)or;
      `, `
      x = (int)-y;
      x = (a) - y;
      x = (Ferry)y;
      x = (Ferry)(-y);
      x = !(Ferry)y;
      x = (a) + (b);
      z = (string)or;
      `],
    [
      "types of calls, and comparisons",
      "f(a<b,c>(d));x=a<b>c;x=a<b&&c>d;List<int>.Enumerator e;g<int>();\n",
      `
      f(a<b, c>(d));
      x = a < b > c;
      x = a < b && c > d;
      List<int>.Enumerator e;
      g<int>();
      `,
    ],
    [
      "accesses that may be null, ranges, shifts",
      "x=a?.b?[0]?.c!.d;x=a[1..^2];x=a>>2;x>>=3;x>>>=1;x??=y;z=w?.5:1;\n",
      `
      x = a?.b?[0]?.c!.d;
      x = a[1..^2];
      x = a >> 2;
      x >>= 3;
      x >>>= 1;
      x ??= y;
      z = w ? .5 : 1;
      `,
    ],
    // The question mark and the dot are two signs (ECMA-334, 12.8.8).
    [
      "a link whose question mark ends a line begins the next one",
      `
      x = board?
          .First(tide => tide.High)
          .Name ?? none;
      y = board ? .5 : 1;
      `,
      `
      x = board
          ?.First(tide => tide.High)
          .Name ?? none;
      y = board ? .5 : 1;
      `,
    ],
  ]);
});

describe("values", () => {
  fixtures("csharp", [
    ["what a value holds in braces", `
      var a=new Berth{Name="North",Tags={"a","b"}};
      var b=new[]{1,2};
      var c=new Dictionary<string,int>{["low"]=1,["high"]=2};
      var d=berth with{Depth=3};
      var e=new Berth
      {
          Name="Mill", Depth=2
      };
      `, `
      var a = new Berth { Name = "North", Tags = { "a", "b" } };
      var b = new[] { 1, 2 };
      var c = new Dictionary<string, int> { ["low"] = 1, ["high"] = 2 };
      var d = berth with { Depth = 3 };
      var e = new Berth
      {
          Name = "Mill",
          Depth = 2
      };
      `],
    ["rows of a table stay rows", `
      int[,] tides =
      {
          { 6, 40 }, { 12, 55 },
          { 19, 5 }, { 1, 20 }
      };
      `],
    ["functions", `
      f(x=>x+1);f((int x,int y=2)=>x);f(async ()=>{ await g(); });f(delegate(int x){ return x; });f(static x=>x);
      moor(berth, ferry=>{
          log(ferry);
          return ferry;
      });
      `, `
      f(x => x + 1);
      f((int x, int y = 2) => x);
      f(async () => { await g(); });
      f(delegate (int x) { return x; });
      f(static x => x);
      moor(berth, ferry =>
      {
          log(ferry);
          return ferry;
      });
      `],
    ["the clauses of a query stand under the first", `
      var q=from t in tides
      join f in ferries on t.Id equals f.Id into g
      where t.High>3&&t.Low<1
      orderby t.Time descending,t.High
      select new{t.Time};
      var r=from t in tides select t;
      `, `
      var q = from t in tides
              join f in ferries on t.Id equals f.Id into g
              where t.High > 3 && t.Low < 1
              orderby t.Time descending, t.High
              select new { t.Time };
      var r = from t in tides select t;
      `],
    ["patterns", `
      x=o is not(1 or 2) and {A.B:>3,C:var c} z&&o is [1,..,var last]||o is var (p,q);
      y=(a,b) switch{(>0,_) when b is null=>1,(0,{Length:3}) or (1,_)=>2,[]=>3,Berth(var n,_){Depth:4} d=>5,_=>throw e};
      `, `
      x = o is not (1 or 2) and { A.B: > 3, C: var c } z && o is [1, .., var last] || o is var (p, q);
      y = (a, b) switch
      {
          (> 0, _) when b is null => 1,
          (0, { Length: 3 }) or (1, _) => 2,
          [] => 3,
          Berth(var n, _) { Depth: 4 } d => 5,
          _ => throw e
      };
      `],
    ["texts stay to the letter", `
      a=$"{(late?"late":"soon")} {at:HH:mm}";b=@"\\pier ""north""";c=$@"{x:0.0}";d="x"u8;e='\\'';
      var f = """
          low "water"
          """;
      g=$$"""{"a":{{x}}}""";
      `, `
      a = $"{(late?"late":"soon")} {at:HH:mm}";
      b = @"\\pier ""north""";
      c = $@"{x:0.0}";
      d = "x"u8;
      e = '\\'';
      var f = """
          low "water"
          """;
      g = $$"""{"a":{{x}}}""";
      `],
    ["a chain of calls at its dots", `
      var names = berths.Values.Where(berth=>berth.IsFree&&berth.Depth>3).OrderBy(berth=>berth.Name).Select(berth=>berth.Name).ToList();
      `, `
      var names = berths.Values
          .Where(berth => berth.IsFree && berth.Depth > 3)
          .OrderBy(berth => berth.Name)
          .Select(berth => berth.Name)
          .ToList();
      `],
    ["arguments begun beside their bracket go on one step in", `
      log.Moored(berth, ferry,
                 tide, captain);
      log.Moored(
      berth, ferry);
      `, `
      log.Moored(berth, ferry,
          tide, captain);
      log.Moored(
          berth, ferry);
      `],
    ["collections", "int[] a=[1,2,..rest];M([]);\n", "int[] a = [1, 2, ..rest];\nM([]);\n"],
  ]);
});

describe("braces on the line of their header", () => {
  fixtures("csharp", [
    ["by the style", `
      class A
      {
          void F()
          {
              if (a) { b(); } else { c(); }
              try { d(); e(); } finally { g(); f(); }
              var x = new Berth { A = 1,
                  B = 2 };
          }
      }
      `, `
      class A {
          void F() {
              if (a) {
                  b();
              } else {
                  c();
              }
              try {
                  d();
                  e();
              } finally {
                  g();
                  f();
              }
              var x = new Berth {
                  A = 1,
                  B = 2
              };
          }
      }
      `],
  ], { bracePlacement: "same-line" });
  fixtures("csharp", [
    ["clauses below the braces of their blocks", `
      class A
      {
          void F()
          {
              if (a) { b(); } else { c(); }
              try { d();
              } catch (E) { e();
              } finally { g();
              }
              do { h(); } while (i);
          }
      }
      `, `
      class A {
          void F() {
              if (a) {
                  b();
              }
              else {
                  c();
              }
              try {
                  d();
              }
              catch (E) {
                  e();
              }
              finally {
                  g();
              }
              do {
                  h();
              } while (i);
          }
      }
      `],
  ], { bracePlacement: "same-line", clausePlacement: "own-line" });
});
