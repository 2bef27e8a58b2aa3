import { pythonOracle } from "../oracles/python.js";

const WORDS = "match case type _ print async await lambda".split(" ");

const COMMENTS = [" # c\n", "\n# c\n", "\n    # c\n"];

const EXPRESSIONS = [
  "lambda: a",
  "lambda *a, b=1, **c: (a, b)",
  "a if b else c",
  "not a",
  "a or b and c",
  "-a ** -b",
  "(yield)",
  "(yield a)",
  "(a := b)",
  "await a",
  "[a for b in c if d for e in f]",
  "{**a, 'b': c}",
  "{*a, b}",
  "(a,)",
  "()",
  "a[b:c, ::d]",
  "a[b:=c]",
  "a[lambda: b : c]",
  "a[*b]",
  "f(*a, b=c, **d)",
  "f(a for b in c)",
  "'a' 'b'",
  "f'{a!r:>{b}}' \"c\"",
  "f'{a=}'",
  "rb'a\\n'",
  "'''a\n  b'''",
  "1_000j",
  "1.real",
  "1 .real",
  "a < b < c is not d not in e",
  "...",
  "a @ b",
];
const STATEMENTS = [
  "pass",
  "a = b = c",
  "a: b = c",
  "a, *b = c",
  "a += yield b",
  "del a, b[c]",
  "assert a, b",
  "raise a from b",
  "return *a, b",
  "global a, b",
  "import a.b as c, d",
  "from . import a",
  "from .a import (b as c, d,)",
  "x = 1; y = 2",
  "if a: b",
  "if a: b; c",
  "while a: b",
  "for a, *b in c, d: e",
  "with a as b, c as (d, e): f",
  "with (a as b, c): d",
  "with (a, b) as c: d",
  "try:\n    a\nexcept* b as c:\n    d",
  "class A: b = c",
  "class A(B, metaclass=C): ...",
  "def f(a, /, b, *, c=d, **e) -> g: return h",
  "async def f(*, a: b = c): ...",
  "match a:\n    case [b, *c] | {'d': e, **f} if g: h\n    case A(b=c) as d: e\n    case -1 | 1+2j | 'a' 'b' | None: ...\n    case (a, b) | [c] | (d): ...",
  "type A = B",
  "print(a)",
  "'a' \"b\"",
  "a if b else c",
  "lambda: (yield)",
];

/** Crossings of Python, judged by its own parser in a process of its own. */
export function pythonCrossing() {
  const oracle = pythonOracle();
  return {
    path: "a.py",
    words: WORDS,
    comments: COMMENTS,
    remark: "#",
    extra: { expression: EXPRESSIONS, statement: STATEMENTS },
    brackets: { expression: ["(", ")"], pattern: ["(", ")"] },
    styles: {},
    indented: true,
    pieces: (text) => oracle.ask({ pieces: text }),
    judge: async (before, after) => {
      if (after === undefined) return oracle.ask({ before });
      return oracle.ask({ before, after });
    },
    stop: () => oracle.stop(),
  };
}
