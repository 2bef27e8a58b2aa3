import { describe, expect, test } from "vitest";
import { createEngine } from "oak-tide";
import { fixtures } from "../support/fixtures.js";
import { open } from "../support/format.js";
import { damaged, invariants } from "../support/invariants.js";
import { packageFiles } from "../support/packages.js";

describe("layout", () => {
  fixtures("json", [
    [
      "a wall on one line",
      `{"ferries":[{"id":1,"name":"Gull","seats":[1,2,3,4,5,6,7,8]},{"id":2,"name":"Tern","seats":[]}],"open":true,"note":null}\n`,
      `
      {
        "ferries": [
          { "id": 1, "name": "Gull", "seats": [1, 2, 3, 4, 5, 6, 7, 8] },
          { "id": 2, "name": "Tern", "seats": [] }
        ],
        "open": true,
        "note": null
      }
      `,
    ],
    ["lists that were split stay split", `
      {"piers":[
      "north","mill"]}
      `, `
      {
        "piers": [
          "north",
          "mill"
        ]
      }
      `],
    [
      "what people write in its place",
      `{tide:'high "spring"', 'pier' : +1,}\n`,
      `{ "tide": "high \\"spring\\"", "pier": +1 }\n`,
    ],
    ["comments", `
      // the fleet
      {"a":1, // one
      /* two */ "b":2}
      // end
      `, `
      // the fleet
      {
        "a": 1, // one
        /* two */ "b": 2
      }
      // end
      `],
    ["the lines of a comment move with its first", `
      {
      /* the fleet
         at the pier */
      "a": 1
      }
      `, `
      {
        /* the fleet
           at the pier */
        "a": 1
      }
      `],
    ["a value alone", " 1 \n", "1\n"],
    ["nothing", "{ }\n", "{}\n"],
  ], { maxLineLength: 80 });
  fixtures(
    "jsonc",
    [["closing commas as written", "[\n  1,\n]\n"]],
    { closingComma: "as-written" },
  );
});

test("strict JSON tells of comments and closing commas, the other does not", () => {
  const text = `{"a": 1, // one\n}\n`;
  expect(open("json", text).formatDocument().unsettled).toHaveLength(2);
  expect(open("jsonc", text).formatDocument().unsettled).toEqual([]);
});

test.each([
  ["package.json", "json"],
  ["tsconfig.json", "jsonc"],
  ["fleet.jsonc", "jsonc"],
])("%s is %s", (name, language) => {
  expect(createEngine().languageFor(name)?.name).toBe(language);
});

const files = packageFiles("typescript/lib", /\.json$/, 4, 400_000).concat(
  packageFiles("@babel", /^package\.json$/),
  packageFiles("vite", /\.json$/),
);
describe("real files", () => invariants(files));
describe(
  "damaged files",
  () => damaged(files.filter(({ text }) => text.length < 6000).slice(0, 4)),
);
