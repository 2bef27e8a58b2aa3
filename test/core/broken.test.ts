import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { json, python, typescriptreact } from "oak-tide";
import { firstDifference, format as formatAs, tokenRow } from "../../tools/corpus/checks.js";
import { format } from "../support/format.js";
import { text } from "../support/marks.js";

// What does not parse stays, and what is around it is formatted as if nothing were wrong.

test.each([
  [
    "a tag left open, in whose text a semicolon would stand",
    "javascript",
    `
function  f() {
  return (
    <svg>
      {a === 'L`,
    `
function f() {
  return (
    <svg>
      {a === 'L`,
  ],
  [
    "a brace left out of an accessor, and a property after it",
    "csharp",
    `
class Pier
{
    string Name
    {
        get
        {
            return name;
    }

    bool Open
    {
        get { return open ; }
    }
}
`,
    `
class Pier
{
    string Name
    {
        get
        {
            return name;
    }

    bool Open
    {
        get { return open; }
    }
}
`,
  ],
  [
    "a brace left out of a method, and one in a regular expression",
    "javascript",
    `
class Pier {
  moor(boat) {
    tie( boat );

  read(table) {
    return table.replace( /}/, "" );
  }
}
`,
    `
class Pier {
  moor(boat) {
    tie(boat);

  read(table) {
    return table.replace(/}/, "");
  }
}
`,
  ],
  [
    "a brace left out of an if",
    "javascript",
    `
function f() {
  if (a) {
    b( );
  c( );
}
function g( ) { d( ) }
`,
    `
function f() {
  if (a) {
    b();
  c();
}
function g() {
  d();
}
`,
  ],
  [
    "a brace left out before else",
    "javascript",
    `
function f() {
  if (a) {
    b();
   else {
    c();
  }
  d( );
}
`,
    `
function f() {
  if (a) {
    b();
  else {
    c();
  }
  d();
}
`,
  ],
  [
    "a brace left out of an interface",
    "typescript",
    `
interface Pier {
  north: string;

export interface Berth {
  south:string
}
`,
    `
interface Pier {
  north: string;

export interface Berth {
  south: string;
}
`,
  ],
  [
    "a member that does not parse",
    "typescript",
    `
interface Pier {
  north: = string;
  south:string
}
`,
    `
interface Pier {
  north: = string;
  south: string;
}
`,
  ],
  [
    "a case that does not parse",
    "javascript",
    `
switch (a) {
  case = 1:
    b( );
    break;
  case 2:
    c( );
}
`,
    `
switch (a) {
  case = 1:
    b( );
    break;
  case 2:
    c();
}
`,
  ],
  [
    "a class's member that does not parse",
    "javascript",
    `
class Pier {
  north = = 1;
  south( ) { return 2 }
}
`,
    `
class Pier {
  north = = 1;
  south() {
    return 2;
  }
}
`,
  ],
  [
    "a parenthesis left open",
    "javascript",
    `
const a = f(1,
const b = g( 2 )
`,
    `
const a = f(1,
const b = g(2);
`,
  ],
  [
    "a header left out of a function that another holds",
    "javascript",
    `
function moor() {
    sail( );
  };
  call( )
}
board( )
`,
    `
function moor() {
  sail();
  };
  call();
}
board();
`,
  ],
  [
    "a header left out of what a call holds",
    "typescript",
    `
useTide(() => {
    sail( );
  }, [ north ]);
  call( )
});
`,
    `
useTide(() => {
  sail();
  }, [ north ]);
  call();
});
`,
  ],
  [
    "a header left out among the members of a type",
    "typescript",
    `
type Pier = {
  name: string
    depth: number
  };
  berths?: number
};
const a = b( )
`,
    `
type Pier = {
  name: string;
  depth: number;
  };
  berths?: number
};
const a = b();
`,
  ],
  [
    "a brace left out below a header",
    "csharp",
    `
class Pier
{
    void Moor()
    {
        if (tide)
            Sail( );
        }
        Call( );
    }

    int berths ;
}
`,
    `
class Pier
{
    void Moor()
    {
        if (tide)
            Sail();
        }
        Call();
    }

    int berths;
}
`,
  ],
  [
    "a brace left out of a method that holds nothing",
    "csharp",
    `
class Pier
{
    void Moor()
    {

    int berths ;
}
`,
    `
class Pier
{
    void Moor()
    {

    int berths;
}
`,
  ],
  [
    "a key left out, with what opens its value",
    "json",
    `
{
  "piers": [],
    "north", "south"
  ],
  "depth" : 3
}
`,
    `
{
  "piers": [],
    "north", "south"
  ],
  "depth" : 3
}
`,
  ],
  [
    "a rest of a statement, put into a comment",
    "javascript",
    `
boats
  .map(sail)
  // .filter(isFull)

const fare = isLate
  // ? high
  : low
call( )
// ... and more
board( )
`,
    `
boats
  .map(sail)
// .filter(isFull)

const fare = isLate
// ? high
  : low
call();
// ... and more
board();
`,
  ],
  [
    "a stray closer",
    "javascript",
    `
a( )
}
b( )
`,
    `
a();
}
b();
`,
  ],
  [
    "comments among what does not parse",
    "javascript",
    `
const a = = [ // north
    1, // south
      2 ]
b( )
`,
    `
const a = = [ // north
    1, // south
      2 ]
b();
`,
  ],
  [
    "a string left open",
    "javascript",
    `
a( )
const b = "north
c( )
`,
    `
a();
const b = "north
c();
`,
  ],
  [
    "a tag left open",
    "javascriptreact",
    `
const a = <p>
  <b>north</b>
const c = 1
`,
    `
const a = <p>
  <b>north</b>
const c = 1
`,
  ],
  [
    "a bracket left open",
    "python",
    `
a = f(1,
def g( ):
    return 2
`,
    `
a = f(1,


def g():
    return 2
`,
  ],
  [
    "a header without its colon",
    "python",
    `
if a
    b( )
c( )
`,
    `
if a
    b()
c()
`,
  ],
  [
    "an expression that does not parse",
    "python",
    `
a = = 1
b=2
`,
    `
a = = 1
b = 2
`,
  ],
] as const)("%s (%s)", (_, languageId, before, after) => {
  expect(format(languageId, text(before))).toBe(text(after));
});

// What lacks its brace stays to the letter, up to the line that is not in order.
test.each([
  [
    "a brace left out of a function that a call holds",
    "typescriptreact",
    `
export const Board = memo(function Board(
  props: Times,
  ref: Ref,
) {
  const late = props.late;
  return <p>{late}</p>;
);
`,
    "const a=1;\n",
    "const a = 1;\n",
  ],
  [
    "a brace left out behind which its list goes on",
    "javascript",
    `
rota({
  crew: Object.assign({
    north: 1,
  , {
    south: 2,
  }),
});
berth.each(() => {
  moor();
`,
    ", { late:true });\n",
    ", { late: true });\n",
  ],
  [
    "a brace left out of an attribute",
    "typescriptreact",
    `
function Board() {
  return (
    <ul
      className={
        late ? "late" : "due"

    >
      <li>{time}</li>
    </ul>
  );
}
`,
    "const a=1;\n",
    "const a = 1;\n",
  ],
  [
    "a brace left out below a comment",
    "javascript",
    `
try {
  moor();
} catch {
  // the tide decides

function sail() {
`,
    "  cast( );\n}\n",
    "  cast();\n}\n",
  ],
  [
    "a brace left out of a function whose head hangs",
    "typescript",
    `
const depth = (
  pier: Pier,
):
  | number
  | undefined => {
  return pier.depth;
;

const tide = (hour: number): number => {
`,
    "  return hour*2;\n};\n",
    "  return hour * 2;\n};\n",
  ],
] as const)("%s (%s)", (_, languageId, broken, before, after) => {
  expect(format(languageId, text(broken) + before)).toBe(text(broken) + after);
});

// Slashes and tags are left out of TSX: what they are depends on how the code before was recovered.
describe.each([
  {
    language: python,
    words: ["if", "a", "def", "lambda", "for", "match", "else", "1.", "潮"],
    signs: [..."()[]{},:=;@'", " ", "\t", "\f", "**", "f'{", '"""', "#c", "\\\n"],
  },
  {
    language: json,
    words: ["a", "true", "1.", "潮"],
    signs: [..."[]{},:'\"/\\-", " ", "\t", "//c", "/*d*/"],
  },
  {
    language: typescriptreact,
    words: ["if", "a", "class ", "type ", "for", "case ", "else", "return", "1.", "潮"],
    signs: [..."()[]{},:=;@'\"`>?\\", " ", "\t", "**", "=>", "...", "${", "//c", "/*d*/"],
  },
])("any text in $language.name", ({ language, words, signs }) => {
  test("formats without a throw and keeps its tokens", () => {
    const piece = fc.constantFrom(...words, ...signs, "\n", "\n  ", "\n    ", "\r\n");
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 40 }), (pieces) => {
        const text = pieces.join("");
        const after = tokenRow(language, formatAs(language, text).text);
        expect(firstDifference(tokenRow(language, text), after)).toBeUndefined();
      }),
      { numRuns: 2000 },
    );
  });
});
