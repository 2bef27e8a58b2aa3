import { describe, expect, test } from "vitest";
import { lines, typed } from "../support/marks.js";

// Before and after one character is typed; the caret stands at `|`, or at `@` where that is text.

describe("Enter", () => {
  test.each([
    [
      "below a trace that was put at the margin",
      "javascript",
      `
function board() {
  low();
console.log(1);|
  high();
}
`,
      `
function board() {
  low();
console.log(1);
  |
  high();
}
`,
    ],
    [
      "above a line that begins with a comma",
      "javascript",
      `
function board() {
  var low = 1
    , high = 2|
    , noon = 3
    ;
}
`,
      `
function board() {
  var low = 1
    , high = 2
    |
    , noon = 3
    ;
}
`,
    ],
    [
      "after a tag that ends with an attribute's line",
      "typescriptreact",
      `
const board = (
  <p title="low"
     id="tide">|
  </p>
);
`,
      `
const board = (
  <p title="low"
     id="tide">
    |
  </p>
);
`,
    ],
    [
      "after a header that goes over lines",
      "typescript",
      `
class Ferry<Cargo>
  extends Vessel<Cargo>
  implements Moored {|
`,
      `
class Ferry<Cargo>
  extends Vessel<Cargo>
  implements Moored {
  |
`,
    ],
    [
      "after parameters on lines of their own",
      "typescript",
      `
function board(
  crew: Crew,
  at: Date,
): boolean {|
`,
      `
function board(
  crew: Crew,
  at: Date,
): boolean {
  |
`,
    ],
    [
      "behind the type that a function answers",
      "typescript",
      `
function berth(pier: Pier): Berth
  | undefined {@
`,
      `
function berth(pier: Pier): Berth
  | undefined {
  @
`,
    ],
    [
      "in a mapped type",
      "typescript",
      `
type Seats = {
  [Deck in Decks]: number;|
`,
      `
type Seats = {
  [Deck in Decks]: number;
  |
`,
    ],
    [
      "after a type's opening sign",
      "typescript",
      `
type Rota = Map<|
`,
      `
type Rota = Map<
  |
`,
    ],
    [
      "in a member's brackets amid a call's types",
      "typescript",
      `
const berths = new WeakMap<Pier, {
  moor: (|
`,
      `
const berths = new WeakMap<Pier, {
  moor: (
    |
`,
    ],
    [
      "in a list of types",
      "typescript",
      `
type Rota = Map<
  Person,|
`,
      `
type Rota = Map<
  Person,
  |
`,
    ],
    [
      "in a union",
      "typescript",
      `
type Tide =
  | "low"@
`,
      `
type Tide =
  | "low"
@
`,
    ],
    [
      "in an enum",
      "typescript",
      `
enum Pier {
  North,|
`,
      `
enum Pier {
  North,
  |
`,
    ],
    [
      "after an overload",
      "typescript",
      `
class Board {
  show(at: Date): void;|
`,
      `
class Board {
  show(at: Date): void;
  |
`,
    ],
    [
      "in an object's function",
      "javascript",
      `
export default {
  departs(at) {
    return at.hour > 6;|
`,
      `
export default {
  departs(at) {
    return at.hour > 6;
    |
`,
    ],
    [
      "behind a call in a chain",
      "javascript",
      `
board
  .rows()
  .map((row) => row.time)|
`,
      `
board
  .rows()
  .map((row) => row.time)
|
`,
    ],
    [
      "in a function given last",
      "javascript",
      `
tides.forEach((tide) => {
  show(tide);|
`,
      `
tides.forEach((tide) => {
  show(tide);
  |
`,
    ],
    [
      "after a condition without braces",
      "javascript",
      `
for (const tide of tides)
  if (tide.high)|
`,
      `
for (const tide of tides)
  if (tide.high)
    |
`,
    ],
    [
      "below siblings that stand elsewhere",
      "javascript",
      `
const fares = price(
      adult,
      child,|
`,
      `
const fares = price(
      adult,
      child,
      |
`,
    ],
    [
      "in a do-loop",
      "javascript",
      `
do {
  sail();|
`,
      `
do {
  sail();
  |
`,
    ],
    [
      "after a label",
      "javascript",
      `
outer: for (;;) {|
`,
      `
outer: for (;;) {
  |
`,
    ],
    [
      "between brackets in a comment",
      "scss",
      `
.pier {
  // Low water (|at six)
}
`,
      `
.pier {
  // Low water (
  // |at six)
}
`,
    ],
    [
      "between brackets in a comment with nothing between them",
      "python",
      `
def board():
    # The level in [|]
    return low
`,
      `
def board():
    # The level in [
    # |]
    return low
`,
    ],
    [
      "between brackets that are words of an element",
      "typescriptreact",
      `
const board = (
  <p>
    Low water (|) at six
  </p>
);
`,
      `
const board = (
  <p>
    Low water (
    |) at six
  </p>
);
`,
    ],
    [
      "in a comment without signs",
      "javascript",
      `
/*
Tides change.|
*/
`,
      `
/*
Tides change.
|
*/
`,
    ],
    [
      "after an empty line of such a comment",
      "javascript",
      `
/*
    Tides change.
|
*/
`,
      `
/*
    Tides change.

|
*/
`,
    ],
    [
      "in a comment whose last row of stars stands in its column",
      "css",
      `
/*****|
*****/
`,
      `
/*****
|
*****/
`,
    ],
    [
      "in one whose last row of stars stands behind that",
      "css",
      `
/*****|
 *****/
`,
      `
/*****
 * |
 *****/
`,
    ],
    [
      "in a comment that begins with a row of stars like the last such one",
      "css",
      `
/*****
   Tides
*****/
/* low */
.a {}
/*****|
`,
      `
/*****
   Tides
*****/
/* low */
.a {}
/*****
|
`,
    ],
    [
      "below a comment whose lines have signs",
      "javascript",
      `
/**
 * High water.
 */
a();

/**|
`,
      `
/**
 * High water.
 */
a();

/**
 * |
`,
    ],
    [
      "in a string over lines",
      "javascript",
      `
const text = "north \\|
`,
      `
const text = "north \\
|
`,
    ],
    [
      "between tags",
      "javascriptreact",
      `
const board = (
  <table>
    <tbody>|
`,
      `
const board = (
  <table>
    <tbody>
      |
`,
    ],
    [
      "in an attribute's value",
      "javascriptreact",
      `
const board = (
  <Row
    time={|
`,
      `
const board = (
  <Row
    time={
      |
`,
    ],
    [
      "after a tag's attribute",
      "javascriptreact",
      `
const board = (
  <Row
    time="06:10"|
`,
      `
const board = (
  <Row
    time="06:10"
    |
`,
    ],
    [
      "after a decorator",
      "python",
      `
class Ferry:
    @property|
`,
      `
class Ferry:
    @property
    |
`,
    ],
    [
      "after a header with an open bracket",
      "python",
      `
def board(
    crew,|
`,
      `
def board(
    crew,
    |
`,
    ],
    [
      "after a comment behind a colon",
      "python",
      `
if high:  # spring tide|
`,
      `
if high:  # spring tide
    |
`,
    ],
    [
      "after raise in a handler",
      "python",
      `
try:
    sail()
except Storm:
    raise|
`,
      `
try:
    sail()
except Storm:
    raise
|
`,
    ],
    [
      "after a lambda in brackets",
      "python",
      `
rota = sorted(
    crew,
    key=lambda one: one.name,|
`,
      `
rota = sorted(
    crew,
    key=lambda one: one.name,
    |
`,
    ],
    [
      "after a backslash",
      "python",
      `
total = adult + \\|
`,
      `
total = adult + \\
    |
`,
    ],
    [
      "after an array's item",
      "json",
      `
{
  "piers": [
    "north",|
`,
      `
{
  "piers": [
    "north",
    |
`,
    ],
    [
      "after an object in an array",
      "json",
      `
[
  { "pier": "north" },|
`,
      `
[
  { "pier": "north" },
  |
`,
    ],
  ] as const)("%s (%s)", (_, languageId, before, after) => {
    expect(typed(languageId, lines(before), "\n")).toBe(lines(after));
  });
});

test.each([
  [
    "in front of a line of text to the letter",
    "javascript",
    "const tides = sql`\n  |low\n`;\n",
    "const tides = sql`\n\n  |low\n`;\n",
  ],
  [
    "in front of one in a script",
    "html",
    "<script>\n  const tides = sql`\n    |low\n  `;\n</script>\n",
    "<script>\n  const tides = sql`\n\n    |low\n  `;\n</script>\n",
  ],
  [
    "in front of one in a fence",
    "markdown",
    "```js\nf(`\n  |low\n`);\n```\n",
    "```js\nf(`\n\n  |low\n`);\n```\n",
  ],
  [
    "where a line was lost, whose closer shows the step",
    "json",
    `{|\n    "low": 1\n  }\n}\n`,
    `{\n  |\n    "low": 1\n  }\n}\n`,
  ],
  [
    "where a call was lost",
    "typescript",
    "moor({|\n    at: 1,\n  });\n}\n",
    "moor({\n  |\n    at: 1,\n  });\n}\n",
  ],
  ["where none was", "json", `{|\n    "low": 1\n}\n`, `{\n    |\n    "low": 1\n}\n`],
])("Enter %s (%s)", (_, languageId, before, after) => {
  expect(typed(languageId, before, "\n")).toBe(after);
});
