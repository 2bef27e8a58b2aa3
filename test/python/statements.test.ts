import { describe } from "vitest";
import { fixtures } from "../support/fixtures.js";

describe("compound statements", () => {
  fixtures("python", [
    ["if chains", `
      if a:b()
      elif  c :
        d()
      else:e()
      `, `
      if a:
        b()
      elif c:
        d()
      else:
        e()
      `],
    ["loops with else", `
      for pier,crew in rota.items( ):
          sail(pier)
      else :
          rest()
      while not  done:work()
      else:stop()
      `, `
      for pier, crew in rota.items():
          sail(pier)
      else:
          rest()
      while not done:
          work()
      else:
          stop()
      `],
    ["try with every clause", `
      try:a()
      except(KeyError,ValueError)as error:b(error)
      except:c()
      else:d()
      finally:e()
      `, `
      try:
          a()
      except (KeyError, ValueError) as error:
          b(error)
      except:
          c()
      else:
          d()
      finally:
          e()
      `],
    ["exception groups", `
      try:
          a()
      except*  OSError as group:
          b(group)
      `, `
      try:
          a()
      except* OSError as group:
          b(group)
      `],
    ["with several items", `
      with open(a)as b,open( c ) as d:
          e()
      async def f():
          async with g() as h:i()
      `, `
      with open(a) as b, open(c) as d:
          e()


      async def f():
          async with g() as h:
              i()
      `],
    ["nested definitions", `
      def outer(a):
          def inner(b):return b
          class Local:
              pass
          return inner
      `, `
      def outer(a):
          def inner(b):
              return b

          class Local:
              pass

          return inner
      `],
    ["stacked decorators", `
      @first
      @second( 1,2 )
      @third.fourth
      def f():pass
      @fifth
      class C:pass
      `, `
      @first
      @second(1, 2)
      @third.fourth
      def f():
          pass


      @fifth
      class C:
          pass
      `],
    ["async everywhere", `
      async def f():
          async for a in b:
              await c
          return [d async for d in e if await g(d)]
      `, `
      async def f():
          async for a in b:
              await c
          return [d async for d in e if await g(d)]
      `],
    ["match with guards", `
      match point:
          case (0,0):origin()
          case Point(x=0,y=y)if y>0:above(y)
          case [Point(),*_]:many()
          case {"kind":kind,**rest}:other(kind)
          case "a"|"b":letters()
          case _:nothing()
      `, `
      match point:
          case (0, 0):
              origin()
          case Point(x=0, y=y) if y > 0:
              above(y)
          case [Point(), *_]:
              many()
          case {"kind": kind, **rest}:
              other(kind)
          case "a" | "b":
              letters()
          case _:
              nothing()
      `],
    ["match and case as names", `
      match=1
      case=match
      match(case)
      match[case]=2
      print(match,case)
      `, `
      match = 1
      case = match
      match(case)
      match[case] = 2
      print(match, case)
      `],
    ["global and nonlocal", `
      def f():
          global  a,b
          def g():
              nonlocal   c
              del d , e[0]
      `, `
      def f():
          global a, b

          def g():
              nonlocal c
              del d, e[0]
      `],
    ["assert and raise", `
      assert a ,'message'
      raise  ValueError( 'no tide' )from  error
      raise
      `, `
      assert a, "message"
      raise ValueError("no tide") from error
      raise
      `],
    ["long asserts", `
      assert northPier.level_at(noon) > southPier.level_at(noon) + minimum_difference, "the piers disagree about the tide"
      `, `
      assert (
          northPier.level_at(noon) > southPier.level_at(noon) + minimum_difference
      ), "the piers disagree about the tide"
      `],
    ["long returns", `
      def f():
          return first_departure_of_the_day + crossing_time_in_minutes * number_of_crossings_so_far
          return northPier.schedule(day, crew, spare_crew).departures_after(noon_today, strict=True)
      `, `
      def f():
          return (
              first_departure_of_the_day
              + crossing_time_in_minutes * number_of_crossings_so_far
          )
          return northPier.schedule(day, crew, spare_crew).departures_after(
              noon_today,
              strict=True,
          )
      `],
    ["long raises", `
      raise ValueError("the gangway at the north pier cannot open before the water has risen enough")
      `, `
      raise ValueError(
          "the gangway at the north pier cannot open before the water has risen enough",
      )
      `],
    ["long deletes and globals", `
      del first_departure_of_the_day, last_departure_of_the_day, crossing_time_in_minutes, spare
      `, `
      del first_departure_of_the_day, last_departure_of_the_day, crossing_time_in_minutes, spare
      `],
    ["ellipsis bodies", `
      def f(): ...
      class P(Protocol):
          def g(self)->int: ...
          h: int
      `, `
      def f(): ...


      class P(Protocol):
          def g(self) -> int: ...

          h: int
      `],
    ["comments between clauses", `
      if a:
          b()
      # about the rest
      else:
          c()
          # deeper
      # at the edge
      d()
      `, `
      if a:
          b()
      # about the rest
      else:
          c()
          # deeper
      # at the edge
      d()
      `],
    ["comments after headers", `
      def f(): # why
          # first
          pass
      class C: #what
          x=1
      `, `
      def f():  # why
          # first
          pass


      class C:  # what
          x = 1
      `],
    ["statements after a suite", `
      class C:
          def f(self):
              pass
          x = 1
      y = 2
      `, `
      class C:
          def f(self):
              pass

          x = 1


      y = 2
      `],
    ["imports at the top", `
      """Doc."""
      from __future__ import annotations
      import os,sys
      from a import(b,c as d)
      x = 1
      import late
      `, `
      """Doc."""

      from __future__ import annotations
      import os, sys
      from a import (b, c as d)

      x = 1
      import late
      `],
    ["string statements", `
      def f():
          'one'
          'two'
      class C:
          '''Doc'''
          a=1
      `, `
      def f():
          "one"
          "two"


      class C:
          """Doc"""

          a = 1
      `],
    ["type parameters and aliases", `
      type Pair[T]=tuple[T,T]
      def first[T:(int,str),*Ts,**P](a:T)->T:return a
      class Box[T=int]:pass
      `, `
      type Pair[T] = tuple[T, T]


      def first[T: (int, str), *Ts, **P](a: T) -> T:
          return a


      class Box[T=int]:
          pass
      `],
    ["deep indentation in tabs and spaces", `
      if a:
      	if b:
      		c()
      	d()
      `, `
      if a:
      	if b:
      		c()
      	d()
      `],
  ]);
});

describe("blank lines in classes and functions", () => {
  fixtures("python", [
    ["one around methods", `
      class A:
          x=1
          def f(self):pass
          def g(self):pass



          y=2
          class B:
              z=3
          w=4
      `, `
      class A:
          x = 1

          def f(self):
              pass

          def g(self):
              pass

          y = 2

          class B:
              z = 3

          w = 4
      `],
    ["two around definitions with comments", `
      a=1

      # one

      # two
      def f():
          pass
      # three
      b=2
      `, `
      a = 1

      # one


      # two
      def f():
          pass


      # three
      b = 2
      `],
    ["none at the beginning of a block", `
      def f():

          a()


          b()
      if c:

          d()
      `, `
      def f():
          a()

          b()


      if c:
          d()
      `],
    ["decorators stay with what they decorate", `
      @a

      @b
      # why
      def f():pass
      `, `
      @a
      @b
      # why
      def f():
          pass
      `],
    ["conditional definitions", `
      if a:
          def f():pass
      else:
          def f():pass
      try:
          import x
      except ImportError:
          x=None
      `, `
      if a:
          def f():
              pass
      else:
          def f():
              pass
      try:
          import x
      except ImportError:
          x = None
      `],
  ]);
});

describe("a step that is not the text's own", () => {
  fixtures("python", [
    ["moves a docstring whose quotes change", `
      def f():
        '''a

        b
        '''
        return 1
      `, `
      def f():
          """a

          b
          """
          return 1
      `],
    ["leaves what a backslash carries on in a docstring", String.raw`
      def f():
        """a \
        b
        c
        """
      `, String.raw`
      def f():
          """a \
        b
          c
          """
      `],
    // What stands behind the escape is at a margin of its own, which tells that of the others.
    [
      "leaves a docstring with a line end or a tab written as an escape, unless it is raw",
      String.raw`
      def f():
        """a\nb
        c
        """
      def g():
        """a\tb
        c
        """
      def h():
        r"""a\nb
        c
        """
      def i():
        """a\\nb
        c
        """
      `,
      String.raw`
      def f():
          """a\nb
        c
        """


      def g():
          """a\tb
        c
        """


      def h():
          r"""a\nb
          c
          """


      def i():
          """a\\nb
          c
          """
      `,
    ],
    ["takes a form feed for white space where a line goes on", `
      tide = low \\
       \f     + high
      \f
      ebb = 1
      `, `
      tide = (
          low
          + high
      )
      \f
      ebb = 1
      `],
  ], { indentSize: 4 });
});
