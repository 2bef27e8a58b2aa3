import { describe, expect, test } from "vitest";
import { lines, typed } from "../support/marks.js";

// Before and after one character is typed; the caret stands at `|`, or at `@` where that is text.

describe("Enter", () => {
  test.each([
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

describe("signs and words", () => {
  test.each([
    [
      "a brace below its block",
      "javascript",
      "}",
      `
if (high) {
  sail();
  |
`,
      `
if (high) {
  sail();
}|
`,
    ],
    [
      "a semicolon in a string",
      "javascript",
      ";",
      `
const a = "x|
`,
      `
const a = "x;|
`,
    ],
    [
      "a brace in a string at a line's beginning",
      "python",
      "}",
      `
signs = (
    "{"
    "|"
)
`,
      `
signs = (
    "{"
    "}|"
)
`,
    ],
    [
      "a brace that ends a value settles nothing",
      "typescript",
      "}",
      `
type A = B
  & {  c: D |
`,
      `
type A = B
  & {  c: D }|
`,
    ],
    [
      "a closing sign of a list of types",
      "typescript",
      ">",
      `
type Rota = Map<
  Person,
  Shift
  |
`,
      `
type Rota = Map<
  Person,
  Shift
>|
`,
    ],
    [
      "a closing sign before an interface's body",
      "typescript",
      ">",
      `
interface Rota<
  Person,
  |
`,
      `
interface Rota<
  Person,
>|
`,
    ],
    [
      "the sign that begins a choice of types",
      "typescript",
      "?",
      `
type A<T> =
  T extends B
|
`,
      `
type A<T> =
  T extends B
    ?|
`,
    ],
    [
      "a second choice within the first",
      "typescript",
      "?",
      `
type A<T> =
  T extends B
    ? T extends C
    |
`,
      `
type A<T> =
  T extends B
    ? T extends C
      ?|
`,
    ],
    [
      "a colon whose question is above",
      "javascript",
      ":",
      `
const fare = child
  ? half
|
`,
      `
const fare = child
  ? half
  :|
`,
    ],
    [
      "a dot that goes on with a call",
      "javascript",
      ".",
      `
board.rows()
|
`,
      `
board.rows()
  .|
`,
    ],
    [
      "an operator below its value",
      "javascript",
      "&",
      `
const fits = seats > 3
|
`,
      `
const fits = seats > 3
  &|
`,
    ],
    [
      "a sign of a union",
      "typescript",
      "|",
      `
function berth(pier: Pier): Berth
@
`,
      `
function berth(pier: Pier): Berth
  |@
`,
    ],
    [
      "a while that ends a do-loop",
      "javascript",
      "}",
      `
do {
  sail();
  |
`,
      `
do {
  sail();
}|
`,
    ],
    [
      "the end of a comment with a space of its leader",
      "javascript",
      "/",
      `
/**
 * High water.
 * |
`,
      `
/**
 * High water.
 */|
`,
    ],
    [
      "the end of a comment without signs",
      "javascript",
      "/",
      `
  /*
    High water.
    *|
`,
      `
  /*
    High water.
  */|
`,
    ],
    [
      "a brace that opens a block below its header",
      "javascript",
      "{",
      `
if (high)
    |
`,
      `
if (high)
{|
`,
    ],
    [
      "a brace that begins a value stays",
      "typescript",
      "{",
      `
type A =
  |
`,
      `
type A =
  {|
`,
    ],
    [
      "a closing bracket first on its line",
      "python",
      ")",
      `
rota = sorted(
    crew,
    |
`,
      `
rota = sorted(
    crew,
)|
`,
    ],
    [
      "a closing tag",
      "javascriptreact",
      "/",
      `
const board = (
  <p>
    north
    <|
`,
      `
const board = (
  <p>
    north
  </|
`,
    ],
    [
      "a bracket that ends an array",
      "json",
      "]",
      `
{
  "piers": [
    "north"
    |
`,
      `
{
  "piers": [
    "north"
  ]|
`,
    ],
  ] as const)("%s (%s %s)", (_, languageId, character, before, after) => {
    expect(typed(languageId, lines(before), character)).toBe(lines(after));
  });
});
