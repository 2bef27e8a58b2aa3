import { describe, expect, test } from "vitest";
import { fixtures } from "../support/fixtures.js";
import { format } from "../support/format.js";

describe("spaces", () => {
  fixtures("python", [
    ["assignment", `
      price=base*( 1+zones )
      a  =   b=c
      total+=fare
      `, `
      price = base * (1 + zones)
      a = b = c
      total += fare
      `],
    ["unary and power", `
      depth = - 2 ** - draught
      ok = not  (~ mask&1)
      `, `
      depth = -2**-draught
      ok = not (~mask & 1)
      `],
    ["comparisons of two words", "if day  not   in rota and crew is  not None: pass\n", `
      if day not in rota and crew is not None:
          pass
      `],
    ["calls and subscripts", `
      fare (zone [0] , day = 'mon', * rest, ** more)
      `, `
      fare(zone[0], day="mon", *rest, **more)
      `],
    ["slices", `
      tides[1 : 2]
      tides[ : , :: 2]
      tides[low+1 : high-1]
      tides[-1 :]
      `, `
      tides[1:2]
      tides[:, ::2]
      tides[low + 1 : high - 1]
      tides[-1:]
      `],
    ["annotations and defaults", `
      def level(time:float, harbour : str='north', * , datum = 0)->float:
          x:int=3
          return time
      `, `
      def level(time: float, harbour: str = "north", *, datum=0) -> float:
          x: int = 3
          return time
      `],
    ["lambdas and walrus", `
      key=lambda  tide,* ,d=1:tide . level
      if (n:=len (rows))>10: pass
      `, `
      key = lambda tide, *, d=1: tide.level
      if (n := len(rows)) > 10:
          pass
      `],
    ["imports", `
      from . import tides
      from .. pier   import (  a as b , c )
      from .a.b import  *
      import os . path  as p,sys
      `, `
      from . import tides
      from ..pier import (a as b, c)
      from .a.b import *
      import os.path as p, sys
      `],
    ["decorators and await", `
      @ cached ( 3 )
      async   def board():
          await  ferry ( )
          async with  dock as d : pass
          async for row in  rows : yield  row
      `, `
      @cached(3)
      async def board():
          await ferry()
          async with dock as d:
              pass
          async for row in rows:
              yield row
      `],
    ["type parameters", `
      type  Row [ T ] = list[T]
      class Table [ T : int ] ( Base , metaclass = M ) : pass
      def first [ * Ts , ** P ] ( rows : T ) -> T : ...
      `, `
      type Row[T] = list[T]


      class Table[T: int](Base, metaclass=M):
          pass


      def first[*Ts, **P](rows: T) -> T: ...
      `],
    ["match and every pattern", `
      match tide , level :
        case Tide ( kind = "high" , level = l ) , _ if l>3 : pass
        case [ a , * rest ] | ( 1 , 2 ) as both : pass
        case { "a" : - 1 , ** others } : pass
        case None | True | "x" : pass
      match = case [ 1 ]
      `, `
      match tide, level:
        case Tide(kind="high", level=l), _ if l > 3:
          pass
        case [a, *rest] | (1, 2) as both:
          pass
        case {"a": -1, **others}:
          pass
        case None | True | "x":
          pass
      match = case[1]
      `],
    [
      "numbers and dots",
      "x = 1. .real+1_000j+.5 . imag+1  . real\n",
      "x = 1..real + 1_000j + .5.imag + 1 .real\n",
    ],
    ["nested f-strings", `
      s = f'{a!r:>{width}} {f"{b+1}"}'
      t = f"{x['a']}"
      `],
    ["bare yield and star expressions", `
      def g():
          x=yield
          y = yield  from  g ( )
          return  * a , b
          del a , b
          raise  E  from  None
      `, `
      def g():
          x = yield
          y = yield from g()
          return *a, b
          del a, b
          raise E from None
      `],
  ]);
});

describe("lines", () => {
  fixtures("python", [
    ["statements on one line", `
      a=1;b=2;
      if a: b=3
      else: c=4; d=5
      `, `
      a = 1
      b = 2
      if a:
          b = 3
      else:
          c = 4
          d = 5
      `],
    ["blank lines around definitions", `
      import os
      a = 1
      def f(): pass
      b = 2



      class C:

          x = 1
          def g(self): pass
          @staticmethod
          def h(): pass
          y = 2
      `, `
      import os

      a = 1


      def f():
          pass


      b = 2


      class C:

          x = 1

          def g(self):
              pass

          @staticmethod
          def h():
              pass

          y = 2
      `],
    ["comments above a definition go with it", `
      a = 1
      # the gangway
      # at the north pier
      def gangway(): pass
      # after it
      b = 2
      `, `
      a = 1


      # the gangway
      # at the north pier
      def gangway():
          pass


      # after it
      b = 2
      `],
    ["comments", `
      #!/usr/bin/env python3
      #: kept
      #crew
      a = 1 #trailing
      if a:  #header
          pass
          #inside
      #nonStandard
      b = 2
      `, `
      #!/usr/bin/env python3
      #: kept
      # crew
      a = 1  # trailing
      if a:  # header
          pass
          # inside
      # nonStandard
      b = 2
      `],
    ["no operator stands alone in front of a comment", `
      depth = (low + # at noon
          swell)
      if (late or # by an hour
          # or more
          full and not empty): wait()
      `, `
      depth = (
          low +  # at noon
          swell
      )
      if (late or  # by an hour
          # or more
          full and not empty):
          wait()
      `],
    ["docstrings move with their block", `
      class Pier:
        """Doc.

          deeper
        """
        def f(self):
                '''Two
                lines'''
      `, `
      class Pier:
        """Doc.

          deeper
        """

        def f(self):
          """Two
          lines"""
      `],
    ["a column of a line that moves is nothing to stand under", `
      fare == \\
             "adults" \\
             "children"
      `, `
      fare == \\
          "adults" \\
          "children"
      `],
    ["what backslashes carry on stands whole steps in", `
      del a, \\
          b
      global fare, \\
        tide
      `, `
      del a, \\
          b
      global fare, \\
          tide
      `],
    ["indentation", `
      if a:
            b
            if c:
               d
      else:
         e
      `, `
      if a:
         b
         if c:
            d
      else:
         e
      `],
    ["an import between code keeps its distance", `
      import os
      x = 1
      `, `
      import os

      x = 1
      `],
  ]);
});

describe("long lines", () => {
  fixtures("python", [
    ["a call", `
      gangway = schedule(pier, hour, crew_member)
      `, `
      gangway = schedule(
          pier,
          hour,
          crew_member,
      )
      `],
    ["a return", "def f():\n    return north_pier_level + south_pier_level\n", `
      def f():
          return (
              north_pier_level
              + south_pier_level
          )
      `],
    ["a condition", "if north_pier_open and not storm_warning: pass\n", `
      if (
          north_pier_open
          and not storm_warning
      ):
          pass
      `],
    ["nested frames, outermost first", "x = outer(inner(a, b), other(c, d, e, f), g)\n", `
      x = outer(
          inner(a, b),
          other(c, d, e, f),
          g,
      )
      `],
    ["comprehensions", "rows = [row.level for row in table if row.high]\n", `
      rows = [
          row.level
          for row in table
          if row.high
      ]
      `],
    ["call chains", "q = db.query(Tide).filter(high=1).order(by)\n", `
      q = (
          db.query(Tide)
          .filter(high=1)
          .order(by)
      )
      `],
    ["from-imports", "from gullhaven.piers import north, south, mill\n", `
      from gullhaven.piers import (
          north,
          south,
          mill,
      )
      `],
    ["a conditional", "fare = child_fare if age < 14 else adult_fare\n", `
      fare = (
          child_fare
          if age < 14
          else adult_fare
      )
      `],
    ["a definition", "def schedule(pier, hour, crew, *, spare=None): pass\n", `
      def schedule(
          pier,
          hour,
          crew,
          *,
          spare=None,
      ):
          pass
      `],
    ["a last list hugs its call", "gangways.extend(['north pier', 'mill landing'])\n", `
      gangways.extend([
          "north pier",
          "mill landing",
      ])
      `],
    ["a row of numbers flows", "levels = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]\n", `
      levels = [
          1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11,
          12,
      ]
      `],
    ["a string cannot be split", "x = 'the ferry leaves the north pier at nine'\n", `
      x = "the ferry leaves the north pier at nine"
      `],
    ["with items in brackets, where the file shows they are allowed", `
      match a:
          case 1: pass
      with open(timetable) as table, open(board) as b: pass
      `, `
      match a:
          case 1:
              pass
      with (
          open(timetable) as table,
          open(board) as b,
      ):
          pass
      `],
    [
      "with items elsewhere break inside their brackets",
      "with open(timetable) as table, open(board) as b: pass\n",
      `
      with open(timetable) as table, open(
          board,
      ) as b:
          pass
      `,
    ],
    ["one closing comma makes a tuple", "one = (the_only_gangway_of_the_old_quay_pier,)\n", `
      one = (
          the_only_gangway_of_the_old_quay_pier,
      )
      `],
    ["wide characters count two columns", "f(潮位潮位潮位潮位, 潮位潮位潮位潮位, 潮)\n", `
      f(
          潮位潮位潮位潮位,
          潮位潮位潮位潮位,
          潮,
      )
      `],
  ], { maxLineLength: 40 });
});

describe("lists that the author split", () => {
  const written = `
    crew = [
        1,
        2,
    ]
    `;
  fixtures("python", [["stay split", written]], { listSplit: "as-written" });
  fixtures(
    "python",
    [["are joined by width", written, "crew = [1, 2]\n"]],
    { listSplit: "by-width" },
  );
  fixtures("python", [["keep comments", `
    a = [
        1,  # one
        2,
        # none
    ]
    `]], { listSplit: "by-width" });
});

describe("quotes", () => {
  fixtures("python", [
    [
      "become double",
      `x = 'a', r'b', f'{c}', b'd', 'it\\'s'\n`,
      `x = "a", r"b", f"{c}", b"d", "it's"\n`,
    ],
    ["stay where an escape would be needed", `x = 'say "ahoy"', f'{a["b"]}'\n`],
  ]);
  fixtures(
    "python",
    [["become single", `x = "a", "it's", """doc"""\n`, `x = 'a', "it's", """doc"""\n`]],
    { stringDelimiter: "single" },
  );
  fixtures("python", [["stay as written", `x = "a", 'b'\n`]], { stringDelimiter: "as-written" });
});

describe("what is held moves with its own block", () => {
  fixtures(
    "python",
    [
      ["from one block into another", `
      if tide:
          # oak-tide: leave
          moor( boat )
      for crew in rota:
          if crew:
              call( crew )
          # oak-tide: resume
          rest ( crew )
      `, `
      if tide:
        # oak-tide: leave
        moor( boat )
      for crew in rota:
          if crew:
              call( crew )
          # oak-tide: resume
          rest(crew)
      `],
      ["out of brackets and a block", `
      if tide:
          moor(boat,
               # oak-tide: leave
               crew )
          call( crew )
      else:
          rest( crew )
      # oak-tide: resume
      row ( 1 )
      `, `
      if tide:
        moor(boat,
             # oak-tide: leave
             crew )
        call( crew )
      else:
          rest( crew )
      # oak-tide: resume
      row(1)
      `],
      ["below a comment at the margin", `
      if tide:
          moor ( boat )
      # oak-tide: leave
          call( crew )
      # oak-tide: resume
          rest ( crew )
      `, `
      if tide:
        moor(boat)
        # oak-tide: leave
        call( crew )
        # oak-tide: resume
        rest(crew)
      `],
    ],
    { indentSize: 2 },
  );
});

describe("held by comments", () => {
  fixtures("python", [
    ["a region", `
      a=1
      # oak-tide: leave
      b  = [1,
         2]
      # oak-tide: resume
      c=3
      `, `
      a = 1
      # oak-tide: leave
      b  = [1,
         2]
      # oak-tide: resume
      c = 3
      `],
    ["the next unit", `
      # oak-tide: leave next
      LEVELS = [ 1,0,
                 0,1 ]
      b=2
      `, `
      # oak-tide: leave next
      LEVELS = [ 1,0,
                 0,1 ]
      b = 2
      `],
    ["the whole file", `
      # oak-tide: leave file
      a=1;b = 'x'
      `],
  ]);
});

describe("other styles", () => {
  fixtures("python", [["operators after", `
    if (
        north_pier_open and
        not storm_warning
    ):
        pass
    `]], { maxLineLength: 40, operatorSplit: "after" });
  fixtures("python", [["no closing commas", `
    f(
        pier,
        crew
    )
    `], ["nor behind a row", `
    f(
        pier, crew,
    )
    `, `
    f(
        pier, crew
    )
    `]], { closingComma: "never" });
  fixtures(
    "python",
    [["tabs", "if a:\n    b = [\n    1]\n", "if a:\n\tb = [\n\t\t1,\n\t]\n"]],
    { indentStyle: "tab" },
  );
  fixtures(
    "python",
    [["line ends", "a=1\nif a: b\n", "a = 1\r\nif a:\r\n    b\r\n"]],
    { endOfLine: "crlf" },
  );
  fixtures(
    "python",
    [["no final newline", "a=1\n\n", "a = 1\n"], ["none there, none added", "a=1", "a = 1"]],
    { insertFinalNewline: false },
  );
  fixtures(
    "python",
    [[
      "fewer blank lines",
      "import a\n\n\ndef f(): pass\nb\n",
      "import a\n\ndef f():\n    pass\n\nb\n",
    ]],
    { blankLineLimit: 1 },
  );
});

test.each([
  [
    "what a comment holds",
    "def low():\n    # oak-tide: leave\n    tide = [ 1,\n             2 ]\n    # oak-tide: resume\n    return  tide\n",
    "def low():\n\t# oak-tide: leave\n\ttide = [ 1,\n\t\t\t 2 ]\n\t# oak-tide: resume\n\treturn tide\n",
  ],
  [
    "what is held from one block into another",
    "def low():\n    # oak-tide: leave\n    moor( 1 )\ndef high():\n    moor( 2 )\n    # oak-tide: resume\n    return  tide\n",
    "def low():\n\t# oak-tide: leave\n\tmoor( 1 )\ndef high():\n\tmoor( 2 )\n\t# oak-tide: resume\n\treturn tide\n",
  ],
  [
    "the next statement, held",
    "def low():\n    # oak-tide: leave next\n    if  tide:\n        moor( 1 )\n    return  tide\n",
    "def low():\n\t# oak-tide: leave next\n\tif  tide:\n\t\tmoor( 1 )\n\treturn tide\n",
  ],
])("tabs that are asked for stand before %s too", (_, text, wanted) => {
  expect(format("python", text, { indentStyle: "tab" })).toBe(wanted);
  expect(format("python", wanted)).toBe(wanted);
});

test("blanks in a docstring stay blanks behind the tabs of its block", () => {
  const text = 'if low:\n\t\tdef moor():\n\t\t\t"""\n\t\t\tArgs:\n\t\t\t      rope\n\t\t\t"""\n';
  expect(format("python", `${text}if high:\n\tsail()\n`)).toContain(
    '\tdef moor():\n\t\t"""\n\t\tArgs:\n\t\t      rope\n\t\t"""\n',
  );
});

test("lines of white space in a docstring move with the others", () => {
  const text = 'def low():\n    """Low\n      \n    water.\n    \n    """\n    return 1\n';
  expect(format("python", text, { indentSize: 2 })).toBe(
    'def low():\n  """Low\n    \n  water.\n  \n  """\n  return 1\n',
  );
});
