import { describe } from "vitest";
import { fixtures } from "../support/fixtures.js";

describe("programs written in a hurry", () => {
  fixtures("csharp", [
    ["types, members, statements and queries", `
      using System;using System.Collections.Generic;
      using static System.Math;using Tides=Gullhaven.Tides.Table;
      namespace Gullhaven.Ferry{
      [Serializable,Obsolete("x")]public sealed partial class Berth<T>:Base<T>,IShown where T:class,new(){
      private readonly List<T> rows=new();const int Max=10;static readonly Dictionary<string,int> map=new(){["a"]=1,["b"]=2};
      public string Name{get;set;}="x";public int Length{get{return length;}private set{length=value;}}
      public int this[int i]=>rows[i].Length;public event EventHandler<Args> Moved;
      public Berth(string name,int length=5):base(name){Name=name;this.length=length;}
      ~Berth(){Dispose(false);}
      public static Berth<T> operator+(Berth<T> a,Berth<T> b)=>new(a.Name+b.Name);public static implicit operator string(Berth<T> b)=>b.Name;
      public async Task<IEnumerable<T>> PickAsync(Func<T,bool> want,CancellationToken token=default){
      await foreach(var row in Rows().WithCancellation(token).ConfigureAwait(false)){if(!want(row))continue;yield return row;}
      var late=from d in departures where d.Delay>5&&!d.Cancelled orderby d.Time descending,d.Pier group d by d.Pier into g select new{Pier=g.Key,Count=g.Count()};
      var names=departures.Where(d=>d.Pier=="north"&&d.Delay<5).OrderBy(d=>d.Time).ThenByDescending(d=>d.Passengers).Select(d=>d.Name).ToList();
      switch(x){case 1:case 2 when y>3:Do();break;default:throw new ArgumentException($"unknown {x,5:F2} at {now:HH\\\\:mm}",nameof(x));}
      var s=x switch{1=>"one",>2 and <5=>"few",Berth{Name:"A",Length:>3}b=>b.Name,_=>null};
      if(a is not null&&b is string{Length:>0}t)return;else if(c){d();}else e();
      try{f();}catch(IOException e)when(e.HResult==5){g();}finally{h();}
      using(var f=File.Open(p))using var r=new StreamReader(f);lock(this){i++;}
      for(int i=0,j=1;i<10;i++,j--){}while(true)break;do{x--;}while(x>0);
      Func<int,int> sq=static x=>x*x;Action<int> act=delegate(int x){};var t=(a:1,b:2);(int q,var w)=t;var arr=new[]{1,2,3};int[] e2=[1,..arr,3];
      var p2=b1 with{Name="x"};checked{z=unchecked((int)y);}goto end;end:return;
      string raw="""
        x
        """;var v=@"a
      b";
      int Local(int n)=>n<=1?1:n*Local(n-1);
      }}
      public record struct Point(int X,int Y){public double Len=>Sqrt(X*X+Y*Y);}
      public enum Tide:byte{Low=0,High=1<<2,Slack}
      interface IShown{void Show();int At{get;}}
      public delegate TResult Fn<in T,out TResult>(T x);
      #if DEBUG
      class D{}
      #endif
      }
      `, `
      using System;
      using System.Collections.Generic;
      using static System.Math;
      using Tides = Gullhaven.Tides.Table;
      namespace Gullhaven.Ferry
      {
          [Serializable, Obsolete("x")]
          public sealed partial class Berth<T> : Base<T>, IShown where T : class, new()
          {
              private readonly List<T> rows = new();
              const int Max = 10;
              static readonly Dictionary<string, int> map = new() { ["a"] = 1, ["b"] = 2 };
              public string Name { get; set; } = "x";
              public int Length { get { return length; } private set { length = value; } }
              public int this[int i] => rows[i].Length;
              public event EventHandler<Args> Moved;
              public Berth(string name, int length = 5) : base(name)
              {
                  Name = name;
                  this.length = length;
              }
              ~Berth() { Dispose(false); }
              public static Berth<T> operator +(Berth<T> a, Berth<T> b) => new(a.Name + b.Name);
              public static implicit operator string(Berth<T> b) => b.Name;
              public async Task<IEnumerable<T>> PickAsync(Func<T, bool> want, CancellationToken token = default)
              {
                  await foreach (var row in Rows().WithCancellation(token).ConfigureAwait(false))
                  {
                      if (!want(row)) continue;
                      yield return row;
                  }
                  var late =
                      from d in departures
                      where d.Delay > 5 && !d.Cancelled
                      orderby d.Time descending, d.Pier
                      group d by d.Pier into g
                      select new { Pier = g.Key, Count = g.Count() };
                  var names = departures
                      .Where(d => d.Pier == "north" && d.Delay < 5)
                      .OrderBy(d => d.Time)
                      .ThenByDescending(d => d.Passengers)
                      .Select(d => d.Name)
                      .ToList();
                  switch (x)
                  {
                      case 1:
                      case 2 when y > 3:
                          Do();
                          break;
                      default: throw new ArgumentException($"unknown {x,5:F2} at {now:HH\\\\:mm}", nameof(x));
                  }
                  var s = x switch
                  {
                      1 => "one",
                      > 2 and < 5 => "few",
                      Berth { Name: "A", Length: > 3 } b => b.Name,
                      _ => null
                  };
                  if (a is not null && b is string { Length: > 0 } t) return;
                  else if (c)
                  {
                      d();
                  }
                  else e();
                  try { f(); }
                  catch (IOException e) when (e.HResult == 5) { g(); }
                  finally { h(); }
                  using (var f = File.Open(p))
                      using var r = new StreamReader(f);
                  lock (this)
                  {
                      i++;
                  }
                  for (int i = 0, j = 1; i < 10; i++, j--) { }
                  while (true) break;
                  do
                  {
                      x--;
                  } while (x > 0);
                  Func<int, int> sq = static x => x * x;
                  Action<int> act = delegate (int x) { };
                  var t = (a: 1, b: 2);
                  (int q, var w) = t;
                  var arr = new[] { 1, 2, 3 };
                  int[] e2 = [1, ..arr, 3];
                  var p2 = b1 with { Name = "x" };
                  checked
                  {
                      z = unchecked((int)y);
                  }
                  goto end;
                  end: return;
                  string raw = """
        x
        """;
                  var v = @"a
      b";
                  int Local(int n) => n <= 1 ? 1 : n * Local(n - 1);
              }
          }
          public record struct Point(int X, int Y)
          {
              public double Len => Sqrt(X * X + Y * Y);
          }
          public enum Tide : byte { Low = 0, High = 1 << 2, Slack }
          interface IShown
          {
              void Show();
              int At { get; }
          }
          public delegate TResult Fn<in T, out TResult>(T x);
      #if DEBUG
          class D { }
      #endif
      }
      `],
  ]);
});
