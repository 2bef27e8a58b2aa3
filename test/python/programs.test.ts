import { describe } from "vitest";
import { fixtures } from "../support/fixtures.js";

describe("programs written in a hurry", () => {
  fixtures("python", [
    ["definitions, statements, patterns and long values", `
      from __future__ import annotations
      import os,sys
      from typing import (List,Dict,
       Optional)
      @dataclass(frozen=True,slots=True)
      class Berth(Base,metaclass=Meta):
        name:str="";length:float=0.0
        tags:list[str]=field(default_factory=list)
        def __init__(self,name:str,/,length:float=12.5,*args:int,crew:dict[str,int]|None=None,**kw)->None:
          super().__init__();self.name=name
        @property
        def free(self)->bool:return not self.boats and self.length>0
        async def moor(self,boat):
          async with self.lock,timeout(5)as t:
            async for line in boat.lines():
              await line.tie(to=self)
            else:pass
      def pick(rows,key=lambda r:(r.at,-r.length),*,limit=10):
        if(n:=len(rows))>limit:rows=rows[:limit]
        elif not rows:return None
        else:rows=sorted(rows,key=key)[::-1]
        return{r.id:[x for x in r.stops if x.late and not x.cancelled]for r in rows if r}
      match command.split():
        case["moor",name]|["tie",name]if name in berths:moor(name)
        case{"tide":float(h),**rest}:print(h,rest)
        case Berth(name="A",length=x)as b:pass
        case[1,2,*_]|(3|4):...
        case _:raise ValueError(f"unknown {command!r:>{width}} at {now:%H:%M}")from None
      type Pair[T:(int,str),*Ts,**P]=tuple[T,*Ts]
      def first[T](xs:list[T])->T:return xs[0]
      with open(a)as f,open(b,"w")as g:g.write(f.read())
      try:
        x=1
      except*(OSError,ValueError)as e:
        print(e)
      x=a if b else c if d else e
      y=not a==b and-c**-d or~e@f//g%h<<2&3|4^5
      assert isinstance(x,int),"must be "+str(int)
      print("a" "b",*args,sep="",**{"k":1})
      del a,b[0],c.d
      global_=lambda*a,k=1,**kw:(yield)
      timetable={"north":[("06:10","A"),("07:40","B"),("09:10","A")],"south":[("06:40","C"),("08:10","C")],"late":None}
      total=sum(departure.passengers for departure in departures if departure.pier=="north" and departure.delay<5 and not departure.cancelled)
      if departure.pier=="north" and departure.delay<5 and not departure.cancelled and departure.passengers>100:print(1)
      raise_error=very_long_function_name(argument_number_one,argument_number_two)[index_expression].attribute_name.method()
      for i,(a,b)in enumerate(zip(xs,ys)):print(i,a,b,file=sys.stderr)
      while True:
        if x:break
      else:
        y=1
      `, `
      from __future__ import annotations
      import os, sys
      from typing import (
        List,
        Dict,
        Optional,
      )


      @dataclass(frozen=True, slots=True)
      class Berth(Base, metaclass=Meta):
        name: str = ""
        length: float = 0.0
        tags: list[str] = field(default_factory=list)

        def __init__(
          self,
          name: str,
          /,
          length: float = 12.5,
          *args: int,
          crew: dict[str, int] | None = None,
          **kw,
        ) -> None:
          super().__init__()
          self.name = name

        @property
        def free(self) -> bool:
          return not self.boats and self.length > 0

        async def moor(self, boat):
          async with self.lock, timeout(5) as t:
            async for line in boat.lines():
              await line.tie(to=self)
            else:
              pass


      def pick(rows, key=lambda r: (r.at, -r.length), *, limit=10):
        if (n := len(rows)) > limit:
          rows = rows[:limit]
        elif not rows:
          return None
        else:
          rows = sorted(rows, key=key)[::-1]
        return {
          r.id: [x for x in r.stops if x.late and not x.cancelled] for r in rows if r
        }


      match command.split():
        case ["moor", name] | ["tie", name] if name in berths:
          moor(name)
        case {"tide": float(h), **rest}:
          print(h, rest)
        case Berth(name="A", length=x) as b:
          pass
        case [1, 2, *_] | (3 | 4):
          ...
        case _:
          raise ValueError(f"unknown {command!r:>{width}} at {now:%H:%M}") from None
      type Pair[T: (int, str), *Ts, **P] = tuple[T, *Ts]


      def first[T](xs: list[T]) -> T:
        return xs[0]


      with open(a) as f, open(b, "w") as g:
        g.write(f.read())
      try:
        x = 1
      except* (OSError, ValueError) as e:
        print(e)
      x = a if b else c if d else e
      y = not a == b and -c**-d or ~e @ f // g % h << 2 & 3 | 4 ^ 5
      assert isinstance(x, int), "must be " + str(int)
      print("a" "b", *args, sep="", **{"k": 1})
      del a, b[0], c.d
      global_ = lambda *a, k=1, **kw: (yield)
      timetable = {
        "north": [("06:10", "A"), ("07:40", "B"), ("09:10", "A")],
        "south": [("06:40", "C"), ("08:10", "C")],
        "late": None,
      }
      total = sum(
        departure.passengers
        for departure in departures
        if departure.pier == "north"
          and departure.delay < 5
          and not departure.cancelled
      )
      if (
        departure.pier == "north"
        and departure.delay < 5
        and not departure.cancelled
        and departure.passengers > 100
      ):
        print(1)
      raise_error = very_long_function_name(
        argument_number_one,
        argument_number_two,
      )[index_expression].attribute_name.method()
      for i, (a, b) in enumerate(zip(xs, ys)):
        print(i, a, b, file=sys.stderr)
      while True:
        if x:
          break
      else:
        y = 1
      `],
    ["comments in every place", `
      #!/usr/bin/env python
      # -*- coding: utf-8 -*-
      '''Module doc.'''
      import os # trailing
      #comment without space
      #!not shebang
      class A:
          "doc"
          x=1 # one
          longer_name=2     # two
          def f(self): # comment on def
              # leading
              return 1 # trailing

              # after return
          # dedented comment
          @staticmethod
          # between decorator and def
          def g(a,b,*,c=None): pass
      # section

      def h():
          """Doc.

            Indented
          """
          if a: # c1
              pass
          # before else
          else: # c2
              pass
          try: pass # c3
          except: # c4
              pass
          x = [ # open
              1, # one
              2,
              # last
          ]
          y = {
              'a': 1, # a
              # middle
              'b': 2}
          return (a + # plus
                  b)
          foo(a, b # why
          )
          z = a if b else c # cond
          return a
      def k(): return lambda: 0
      async def m():
          await x; y = await z
          return [i async for i in q if await i]
      if __name__=='__main__': main()
      `, `
      #!/usr/bin/env python
      # -*- coding: utf-8 -*-
      """Module doc."""

      import os  # trailing


      # comment without space
      #!not shebang
      class A:
          "doc"

          x = 1  # one
          longer_name = 2  # two

          def f(self):  # comment on def
              # leading
              return 1  # trailing

              # after return

          # dedented comment
          @staticmethod
          # between decorator and def
          def g(a, b, *, c=None):
              pass


      # section

      def h():
          """Doc.

            Indented
          """
          if a:  # c1
              pass
          # before else
          else:  # c2
              pass
          try:
              pass  # c3
          except:  # c4
              pass
          x = [  # open
              1,  # one
              2,
              # last
          ]
          y = {
              "a": 1,  # a
              # middle
              "b": 2,
          }
          return (a +  # plus
                  b)
          foo(
              a,
              b,  # why
          )
          z = a if b else c  # cond
          return a


      def k():
          return lambda: 0


      async def m():
          await x
          y = await z
          return [i async for i in q if await i]


      if __name__ == "__main__":
          main()
      `],
  ]);
});
