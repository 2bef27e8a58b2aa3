import { describe, expect, test } from "vitest";
import { text, within } from "../support/marks.js";

// What a request for the text between the marks makes of the whole.

describe("pasted", () => {
  test.each([
    [
      "within a text of several lines, whose rest stays as it is",
      "javascript",
      `
function board() {
  show(\`
    low [[at six
]]or noon
  \`);
}
`,
      `
function board() {
  show(\`
    low at six
or noon
  \`);
}
`,
    ],
    [
      "parts of statements in their place",
      "javascript",
      `
const rota = {
  low: () => {
[[    moor();
  },
  high: () => {
    call();
]]    row();
  },
};
`,
      `
const rota = {
  low: () => {
    moor();
  },
  high: () => {
    call();
    row();
  },
};
`,
    ],
    [
      "a header whose body has most of its lines in brackets",
      "python",
      `
def low():
    moor(boat=first,
         crew=rota,
         tide=low)
[[def high():
    moor(boat=first,
         crew=rota,
         tide=low)
]]`,
      `
def low():
    moor(boat=first,
         crew=rota,
         tide=low)
def high():
    moor(boat=first,
         crew=rota,
         tide=low)
`,
    ],
    [
      "parts of statements of which the first lost its indentation",
      "css",
      `
.low {
[[color: red;
}
.high {
  color: blue;
]]}
`,
      `
.low {
  color: red;
}
.high {
  color: blue;
}
`,
    ],
    [
      "the rest of a block and what follows it",
      "python",
      `
class Ferry:
    def row(self):
        if low:
[[            moor()

    def call(self):
        return crew
]]
x = 1
`,
      `
class Ferry:
    def row(self):
        if low:
            moor()

    def call(self):
        return crew

x = 1
`,
    ],
    [
      "a name among others of one statement",
      "javascript",
      `
function f() {
  var low = 1,
[[high = 2,
]]    slack = 3;
}
`,
      `
function f() {
  var low = 1,
    high = 2,
    slack = 3;
}
`,
    ],
    [
      "lines of a script with a blank one",
      "html",
      `
<main>
  <script>
    moor();
[[    call();

    row();
]]  </script>
</main>
`,
      `
<main>
  <script>
    moor();
    call();

    row();
  </script>
</main>
`,
    ],
    [
      "whole lines between statements",
      "javascript",
      `
function f() {
  a();
[[        if (b) {
            c();
        }
]]  d();
}
`,
      `
function f() {
  a();
  if (b) {
    c();
  }
  d();
}
`,
    ],
    [
      "lines copied from the middle of the first",
      "javascript",
      `
function f() {
  [[if (b) {
        c();
      }]]
}
`,
      `
function f() {
  if (b) {
    c();
  }
}
`,
    ],
    [
      "into an empty body",
      "javascript",
      `
function f() {
[[a();
b();
]]}
`,
      `
function f() {
  a();
  b();
}
`,
    ],
    [
      "before else",
      "javascript",
      `
if (a) {
  b();
[[      c();
      d();
]]} else {
  e();
}
`,
      `
if (a) {
  b();
  c();
  d();
} else {
  e();
}
`,
    ],
    [
      "into an argument list",
      "javascript",
      `
board(
  first,
[[        () => {
          second();
        },
]]);
`,
      `
board(
  first,
  () => {
    second();
  },
);
`,
    ],
    [
      "into an object",
      "javascript",
      `
const pier = {
  north: 1,
[[south: {
  berths: 2,
},
]]};
`,
      `
const pier = {
  north: 1,
  south: {
    berths: 2,
  },
};
`,
    ],
    [
      "into an array",
      "json",
      `
{
  "piers": [
[[{
  "name": "north"
},
]]    { "name": "south" }
  ]
}
`,
      `
{
  "piers": [
    {
      "name": "north"
    },
    { "name": "south" }
  ]
}
`,
    ],
    [
      "among members",
      "typescript",
      `
class Pier {
  berths = 2;

[[isFree(): boolean {
    return true;
}
]]}
`,
      `
class Pier {
  berths = 2;

  isFree(): boolean {
    return true;
  }
}
`,
    ],
    [
      "among children of a tag",
      "javascriptreact",
      `
const board = (
  <table>
[[<tr>
  <td>06:10</td>
</tr>
]]  </table>
);
`,
      `
const board = (
  <table>
    <tr>
      <td>06:10</td>
    </tr>
  </table>
);
`,
    ],
    [
      "with tabs where spaces stand",
      "javascript",
      `
function f() {
  if (a) {
    b();
  }
[[\t\tif (b) {
\t\t\tc();
\t\t}
]]}
`,
      `
function f() {
  if (a) {
    b();
  }
  if (b) {
    c();
  }
}
`,
    ],
    [
      "into a comment",
      "javascript",
      `
/*
 * north
[[south
  east
]] */
a();
`,
      `
/*
 * north
south
  east
 */
a();
`,
    ],
    [
      "into a string",
      "javascript",
      `
const text = \`
[[  north
 south
]]\`;
`,
      `
const text = \`
  north
 south
\`;
`,
    ],
    [
      "a function without its end",
      "javascript",
      `
function f() {
[[      a(() => {
        b();
]]}
`,
      `
function f() {
  a(() => {
    b();
}
`,
    ],
    [
      "a suite at the caret's depth",
      "python",
      `
def f():
    a()
    [[if b:
        c()]]
`,
      `
def f():
    a()
    if b:
        c()
`,
    ],
    [
      "a suite from deeper code",
      "python",
      `
def f():
    a()
[[            if b:
                c()
]]`,
      `
def f():
    a()
    if b:
        c()
`,
    ],
    [
      "into a docstring",
      "python",
      `
def f():
    """Tides.
[[  high
      low
]]    """
`,
      `
def f():
    """Tides.
  high
      low
    """
`,
    ],
    [
      "into brackets",
      "python",
      `
rota = [
    "north",
[[  "south",
  "east",
]]]
`,
      `
rota = [
    "north",
    "south",
    "east",
]
`,
    ],
    [
      "a declaration that may not stand there, by its brackets",
      "typescript",
      `
class Quay {
    berth = 1;
    [[export type Ferry = {
    name: string;
    seats: {
        inside: number;
    };
};
]]    pier = 2;
}
`,
      `
class Quay {
    berth = 1;
    export type Ferry = {
        name: string;
        seats: {
            inside: number;
        };
    };
    pier = 2;
}
`,
    ],
    [
      "a statement between two of one column, though it came from further out",
      "python",
      `
def moor():
    if low:
        wait()
[[    for boat in boats:
        call(boat)
]]        sail()
`,
      `
def moor():
    if low:
        wait()
        for boat in boats:
            call(boat)
        sail()
`,
    ],
    [
      "rows one step in, where the first line lost its column",
      "python",
      `
def moor():
    if low:
        wait()
        [[crew = call(
        "Heron",
        "Otter")
]]        sail()
`,
      `
def moor():
    if low:
        wait()
        crew = call(
            "Heron",
            "Otter")
        sail()
`,
    ],
    [
      "a last statement at the margin, where its first line lost the column that the others show",
      "python",
      `
def moor(boats):
    call(boats)
[[for boat in boats:
        tie(boat)
]]
sail()
`,
      `
def moor(boats):
    call(boats)
    for boat in boats:
        tie(boat)

sail()
`,
    ],
    [
      "a whole text, of which the last line shows that the first has lost nothing",
      "json",
      `
[[{
      "boats": [
        "Heron",
        "Otter"
      ],
      "crew": {
        "Ada": 2
      }
}
]]`,
      `
{
      "boats": [
        "Heron",
        "Otter"
      ],
      "crew": {
        "Ada": 2
      }
}
`,
    ],
    [
      "a whole text in tabs and blanks",
      "javascript",
      `
[[moor({
\tboat: 1,
    crew: 2,
\ttide: {
\t\tlow: 3,
\t},
});
]]`,
      `
moor({
\tboat: 1,
    crew: 2,
\ttide: {
\t\tlow: 3,
\t},
});
`,
    ],
    [
      "within a line",
      "javascript",
      `
board([[first,second]]);
`,
      `
board(first, second);
`,
    ],
    [
      "a single line",
      "javascript",
      `
function f() {
[[        a();
]]}
`,
      `
function f() {
  a();
}
`,
    ],
  ] as const)("%s (%s)", (_, languageId, before, after) => {
    expect(within(languageId, text(before), "formatOnPaste")).toBe(text(after));
  });
});
