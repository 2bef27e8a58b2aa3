import { describe, expect, test } from "vitest";
import { text, within } from "../support/marks.js";

// What a request for the text between the marks makes of the whole.

describe("moved", () => {
  test.each([
    [
      "out of the depth of their own, which they keep",
      "javascript",
      `
call();
[[    moor();
  },
  high() {
]]row();
`,
      `
call();
  moor();
},
high() {
row();
`,
    ],
    [
      "into a conditional, whose next part has its column",
      "csharp",
      `
class Quay
{
    string Late = wind > 6
[[                ? "yes"
]]            : "no";
}
`,
      `
class Quay
{
    string Late = wind > 6
            ? "yes"
            : "no";
}
`,
    ],
    [
      "behind others that separators begin",
      "javascript",
      `
if (late) {
    wait();
}
var low = 1
  , high = 2
[[    , slack = 3;
]]sail();
`,
      `
if (late) {
    wait();
}
var low = 1
  , high = 2
  , slack = 3;
sail();
`,
    ],
    [
      "between siblings that are as deep by other white space",
      "css",
      `
a {
\tb: c;
\td: e;
}
p {
  low: 1;
[[\thigh: 2;
]]  slack: 3;
}
`,
      `
a {
\tb: c;
\td: e;
}
p {
  low: 1;
  high: 2;
  slack: 3;
}
`,
    ],
    [
      "down into a block",
      "javascript",
      `
if (a) {
[[b();
]]}
`,
      `
if (a) {
  b();
}
`,
    ],
    [
      "up out of a block",
      "javascript",
      `
[[    b();
]]if (a) {
}
`,
      `
b();
if (a) {
}
`,
    ],
    [
      "with its comment",
      "javascript",
      `
class A {
[[// The berth.
berth = 1;
]]}
`,
      `
class A {
  // The berth.
  berth = 1;
}
`,
    ],
    [
      "out of a function's arguments",
      "javascript",
      `
f(() => {
  a();
});
[[  b();
]]`,
      `
f(() => {
  a();
});
b();
`,
    ],
    [
      "into a case",
      "javascript",
      `
switch (a) {
  case 1:
[[b();
]]    break;
}
`,
      `
switch (a) {
  case 1:
    b();
    break;
}
`,
    ],
    [
      "a member into a class",
      "typescript",
      `
class A {
[[      private b(): void {
        c();
      }
]]}
`,
      `
class A {
  private b(): void {
    c();
  }
}
`,
    ],
    [
      "an item within a list",
      "javascript",
      `
const piers = [
  "north",
[["south",
]]  "east",
];
`,
      `
const piers = [
  "north",
  "south",
  "east",
];
`,
    ],
    [
      "into a comment",
      "javascript",
      `
/**
[[class Pier {
  /** Its name. */
  name;
}
]] * Where ferries moor.
 */
`,
      `
/**
class Pier {
  /** Its name. */
  name;
}
 * Where ferries moor.
 */
`,
    ],
    [
      "into a suite",
      "python",
      `
if a:
    b()
[[    c()
]]`,
      `
if a:
    b()
    c()
`,
    ],
    [
      "out of a suite",
      "python",
      `
def f():
    a()
[[b()
]]`,
      `
def f():
    a()
b()
`,
    ],
    [
      "within JSON",
      "json",
      `
{
  "north": 1,
[[      "south": 2,
]]  "east": 3
}
`,
      `
{
  "north": 1,
  "south": 2,
  "east": 3
}
`,
    ],
  ] as const)("%s (%s)", (_, languageId, before, after) => {
    expect(within(languageId, text(before), "formatOnMove")).toBe(text(after));
  });
});

describe("selected", () => {
  test.each([
    [
      "part of a statement",
      "javascript",
      `
const a=[1,
[[2,3]],
4]
`,
      `
const a=[1,
2, 3,
4]
`,
    ],
    [
      "one of several statements",
      "javascript",
      `
a( )
[[b( )]]
c( )
`,
      `
a( )
b();
c( )
`,
    ],
    [
      "lines whose parent stands oddly",
      "javascript",
      `
   if (a) {
[[  b( );]]
   }
`,
      `
   if (a) {
     b();
   }
`,
    ],
    [
      "a member alone",
      "typescript",
      `
class A {
b=1
[[c( ) { return 2 }]]
d=3
}
`,
      `
class A {
b=1
c() {
  return 2;
}
d=3
}
`,
    ],
    [
      "begins in a string",
      "javascript",
      `
const a = \`north
[[  south\`; b( )]]
c( )
`,
      `
const a = \`north
  south\`;
b();
c( )
`,
    ],
    [
      "ends in a comment",
      "javascript",
      `
[[a( ); /* north
  south]] */
b( )
`,
      `
a(); /* north
  south */
b( )
`,
    ],
    [
      "a statement among broken ones",
      "javascript",
      `
const a = = 1
[[b( )]]
const c = = 2
`,
      `
const a = = 1
b();
const c = = 2
`,
    ],
    [
      "within JSX",
      "javascriptreact",
      `
const a = <p>
[[<b >north</b>]]
  <i >south</i>
</p>
`,
      `
const a = <p>
  <b>north</b>
  <i >south</i>
</p>
`,
    ],
    [
      "a suite's line",
      "python",
      `
def f( ):
   a( )
[[   b( )]]
   c( )
`,
      `
def f( ):
   a( )
   b()
   c( )
`,
    ],
    [
      "within brackets",
      "python",
      `
rota = [ 1,2,
[[3,4 ,]]
5 ]
`,
      `
rota = [ 1,2,
3, 4,
5 ]
`,
    ],
    [
      "a value in JSON",
      "json",
      `
{
"a":1,
[["b":[1,2]]],
"c":3
}
`,
      `
{
"a":1,
"b": [1, 2],
"c":3
}
`,
    ],
    [
      "an item between blank lines",
      "javascript",
      `
a( )


[[b( )]]


c( )
`,
      `
a( )


b();


c( )
`,
    ],
  ] as const)("%s (%s)", (_, languageId, before, after) => {
    expect(within(languageId, text(before), "formatSelection")).toBe(text(after));
  });
});
