import { describe } from "vitest";
import { fixtures } from "../support/fixtures.js";

describe("operators", () => {
  fixtures("python", [
    ["arithmetic", `
      a=b+c*d-e/f//g%h@i
      j=-k**-l
      m=~n&o|p^q<<r>>s
      `, `
      a = b + c * d - e / f // g % h @ i
      j = -k**-l
      m = ~n & o | p ^ q << r >> s
      `],
    ["comparisons", `
      a<b<=c!=d==e>f>=g
      h in i and j not  in k or not l is not m
      `, `
      a < b <= c != d == e > f >= g
      h in i and j not in k or not l is not m
      `],
    ["conditionals", `
      a=b if c else d if e else f
      level = spring_range_of_the_year if moon.is_full_or_new(today) else neap_range_of_the_year
      `, `
      a = b if c else d if e else f
      level = (
          spring_range_of_the_year
          if moon.is_full_or_new(today)
          else neap_range_of_the_year
      )
      `],
    ["lambdas", `
      a=lambda:0
      b=lambda*c,d=1,**e:(c,d,e)
      sorted(f,key=lambda g:(g.a,-g.b))
      `, `
      a = lambda: 0
      b = lambda *c, d=1, **e: (c, d, e)
      sorted(f, key=lambda g: (g.a, -g.b))
      `],
    ["walrus", `
      if(a:=b())and(c:=d):pass
      [e:=1,e**2]
      f(g:=2)
      `, `
      if (a := b()) and (c := d):
          pass
      [e := 1, e**2]
      f(g := 2)
      `],
    ["stars", `
      a,*b=c
      [*d,*e]
      {**f,'g':h}
      print(*i,**j)
      for k,*l in m:pass
      `, `
      a, *b = c
      [*d, *e]
      {**f, "g": h}
      print(*i, **j)
      for k, *l in m:
          pass
      `],
    ["slices", `
      a[1:2,::3]
      b[c(d):e+1]
      f[:-1],g[h:],i[::]
      j[k,:,None]
      `, `
      a[1:2, ::3]
      b[c(d) : e + 1]
      f[:-1], g[h:], i[::]
      j[k, :, None]
      `],
    ["numbers", `
      0xFF+0o17+0b1+1_000+1.5e-3+2j+.5+1.
      `, `
      0xFF + 0o17 + 0b1 + 1_000 + 1.5e-3 + 2j + .5 + 1.
      `],
    ["awaits and yields", `
      async def f():
          a=await b+await c
          yield await d
      def g():
          x=yield
          y=yield x,1
          yield from z
      `, `
      async def f():
          a = await b + await c
          yield await d


      def g():
          x = yield
          y = yield x, 1
          yield from z
      `],
    ["unicode names", `
      größe=1
      潮位=größe+1
      print(潮位)
      `, `
      größe = 1
      潮位 = größe + 1
      print(潮位)
      `],
  ]);
});

describe("brackets", () => {
  fixtures("python", [
    ["empty ones", `
      a=( )
      b=[ ]
      c={ }
      d( )
      class E( ):pass
      `, `
      a = ()
      b = []
      c = {}
      d()


      class E():
          pass
      `],
    ["dictionaries", `
      a={'b':1,"c" : 2,**d}
      e={f:g for f,g in h.items( )if g}
      `, `
      a = {"b": 1, "c": 2, **d}
      e = {f: g for f, g in h.items() if g}
      `],
    ["sets and tuples", `
      a={1,2,3}
      b=1,
      c=(1,)
      d=(1,2)
      for e in 1,2,3:pass
      `, `
      a = {1, 2, 3}
      b = 1,
      c = (1,)
      d = (1, 2)
      for e in 1, 2, 3:
          pass
      `],
    ["comprehensions", `
      a=[b for c in d if c for b in c]
      e=(f for f in g)
      high_waters=[tide.level for tide in table if tide.kind=="high" and tide.level>mean_level_of_the_year]
      `, `
      a = [b for c in d if c for b in c]
      e = (f for f in g)
      high_waters = [
          tide.level
          for tide in table
          if tide.kind == "high" and tide.level > mean_level_of_the_year
      ]
      `],
    ["nested calls", `
      schedule(north_pier.gangways(open_only=True),south_pier.gangways(open_only=True),crew=rota.crew_for(today))
      `, `
      schedule(
          north_pier.gangways(open_only=True),
          south_pier.gangways(open_only=True),
          crew=rota.crew_for(today),
      )
      `],
    ["subscripts in types", `
      a:Dict[str,List[Tuple[int,...]]]={}
      def f(b:Callable[[int,str],None]|None=None)->list[int]:pass
      `, `
      a: Dict[str, List[Tuple[int, ...]]] = {}


      def f(b: Callable[[int, str], None] | None = None) -> list[int]:
          pass
      `],
    ["long strings side by side", `
      message=("the ferry from the north pier is late today "
      "since the river is high")
      other="the ferry from the north pier is late today "   "since the river is high and wide"
      `, `
      message = (
          "the ferry from the north pier is late today "
          "since the river is high"
      )
      other = (
          "the ferry from the north pier is late today "
          "since the river is high and wide"
      )
      `],
    ["calls with generators", `
      total=sum(fare.price*fare.passengers for fare in todays_fares if fare.paid and not fare.refunded)
      `, `
      total = sum(
          fare.price * fare.passengers
          for fare in todays_fares
          if fare.paid and not fare.refunded
      )
      `],
    ["hanging operators in brackets", `
      at=(first_departure
         +crossing_time)
      y=[a+
      b]
      `, `
      at = (
         first_departure
         + crossing_time
      )
      y = [
         a
         + b,
      ]
      `],
    ["chains as written", `
      q=(db.query(Tide)
          .filter(high=1).all())
      r=(tides.where(level=2)
      .first())
      `, `
      q = (
          db.query(Tide)
          .filter(high=1)
          .all()
      )
      r = (tides.where(level=2).first())
      `],
    ["closing commas", `
      f(a,
          b)
      g=[1,
      2]
      def h(a,
      *args):pass
      i(*a,
      **b)
      `, `
      f(
          a,
          b,
      )
      g = [
          1,
          2,
      ]


      def h(
          a,
          *args,
      ):
          pass


      i(
          *a,
          **b,
      )
      `],
    ["comments inside", `
      f(  # why
          a,# one
          # two
          b)
      x=[
          1, # first

          2,
      ]
      `, `
      f(  # why
          a,  # one
          # two
          b,
      )
      x = [
          1,  # first

          2,
      ]
      `],
  ]);
});

describe("strings", () => {
  fixtures("python", [
    ["prefixes", `
      a=r'\\d',b'x',f'{y}',rb'z',u'w'
      `, `
      a = r"\\d", b"x", f"{y}", rb"z", u"w"
      `],
    ["formatted ones keep their fields", `
      a=f'{b!r:>{c}} {d["e"]} {{f}}'
      g=f'{h:%H:%M}'
      `, `
      a = f'{b!r:>{c}} {d["e"]} {{f}}'
      g = f"{h:%H:%M}"
      `],
    ["triple quotes", `
      a='''one
      two'''
      b=f'''{c}'''
      `, `
      a = """one
      two"""
      b = f"""{c}"""
      `],
    ["escapes", `
      a='it\\'s'
      b='say "ahoy"'
      c='both \\' and "'
      `, `
      a = "it's"
      b = 'say "ahoy"'
      c = 'both \\' and "'
      `],
  ]);
});
