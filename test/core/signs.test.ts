import { describe, expect, test } from "vitest";
import { lines, typed } from "../support/marks.js";

// Before and after one character is typed; the caret stands at `|`, or at `@` where that is text.

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
