import { expect, test } from "vitest";
import { within } from "../support/marks.js";

const QUAY = `class Quay:
    def moor(self):
        tie(bow)
`;

test.each([
  [
    "a method among functions",
    "def moor():\n    tie(bow)\n\n\n[[    def sail(boat):\n        cast_off(boat)\n]]\n\ndef wait():\n    pass\n",
    "def moor():\n    tie(bow)\n\n\ndef sail(boat):\n    cast_off(boat)\n\n\ndef wait():\n    pass\n",
  ],
  [
    "a function that comes last",
    "def moor():\n    tie(bow)\n\n[[    @timed\n    def sail():\n        cast_off()\n]]",
    "def moor():\n    tie(bow)\n\n@timed\ndef sail():\n    cast_off()\n",
  ],
  [
    "a function before what is none",
    "def moor():\n    tie(bow)\n\n\n[[        def sail():\n            cast_off()\n]]\n\nmoor()\n",
    "def moor():\n    tie(bow)\n\n\ndef sail():\n    cast_off()\n\n\nmoor()\n",
  ],
  [
    "a method that came without its columns",
    `${QUAY}\n[[def sail(self):\n    cast_off()\n]]\n\nmoor()\n`,
    `${QUAY}\n    def sail(self):\n        cast_off()\n\n\nmoor()\n`,
  ],
  [
    "a method from a class within another one",
    `${QUAY}\n[[        def sail(self):\n            cast_off()\n]]\n\nmoor()\n`,
    `${QUAY}\n    def sail(self):\n        cast_off()\n\n\nmoor()\n`,
  ],
  [
    "a function below one within a function",
    "def moor():\n    def knot():\n        pass\n\n[[def tie():\n    pass\n]]\n    return knot, tie\n",
    "def moor():\n    def knot():\n        pass\n\n    def tie():\n        pass\n\n    return knot, tie\n",
  ],
])("pasted definitions stand as those around them do: %s", (_, text, wanted) => {
  expect(within("python", text, "formatOnPaste")).toBe(wanted);
});

test.each([
  [
    "its definition at the margin",
    "def moor():\n    tie(bow)\n\n\n[[    @timed\n]]def sail():\n    cast_off()\n",
    "def moor():\n    tie(bow)\n\n\n@timed\ndef sail():\n    cast_off()\n",
  ],
  [
    "its method",
    `${QUAY}\n[[        @timed\n]]    def sail(self):\n        cast_off()\n`,
    `${QUAY}\n    @timed\n    def sail(self):\n        cast_off()\n`,
  ],
  [
    "another decorator",
    `${QUAY}\n[[        @timed\n]]    @tidal\n    def sail(self):\n        cast_off()\n`,
    `${QUAY}\n    @timed\n    @tidal\n    def sail(self):\n        cast_off()\n`,
  ],
])("a decorator that is moved above %s goes with that", (_, text, wanted) => {
  expect(within("python", text, "formatOnMove")).toBe(wanted);
});

test.each([
  [
    "a method at the margin, as others are",
    "def moor(self):\n    tie(bow)\n\n\n[[def sail(self):\n    cast_off()\n]]\n\nQuay.sail = sail\n",
  ],
  [
    "a function that its statement uses",
    "def moor():\n    tie(bow)\n\n[[    def knot():\n        pass\n]]\n    return knot\n",
  ],
])("a definition stays where it may be: %s", (_, text) => {
  expect(within("python", text, "formatOnMove")).toBe(text.replace("[[", "").replace("]]", ""));
});

test("a line of many signs is answered at once", () => {
  const text = `low = 1\n\n[[${"@ ".repeat(60)}x\n]]\nhigh = 2\n`;
  expect(within("python", text, "formatOnPaste")).toBe(text.replace("[[", "").replace("]]", ""));
});
