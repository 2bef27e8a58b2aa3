import { parse } from "@vue/compiler-sfc";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { applyEdits } from "oak-tide";
import { violationsOf } from "oak-tide/language";
import { template } from "../../dist/languages/component/template/index.js";
import { fixtures } from "../support/fixtures.js";
import { dedent, format, open } from "../support/format.js";

/** Markup after formatting, in a component whose script shows the step. */
function markup(text: string): string {
  const after = format("vue", `<template>\n${text}</template>\n`);
  expect(format("vue", after)).toBe(after);
  return after.slice("<template>\n".length, after.lastIndexOf("</template>"));
}

describe("expressions", () => {
  test.each([
    ["between braces", "  <p>{{a+b}}</p>\n", "  <p>{{ a + b }}</p>\n"],
    ["that are names", "  <p>{{tide.low}}</p>\n", "  <p>{{ tide.low }}</p>\n"],
    [
      "alone on a line",
      "  <p>\n    {{tide.low}}\n  </p>\n",
      "  <p>\n    {{ tide.low }}\n  </p>\n",
    ],
    ["as a binding", '  <p :id="berth+1" />\n', '  <p :id="berth + 1" />\n'],
    ["as a condition", '  <p v-if="a&&b" />\n', '  <p v-if="a && b" />\n'],
    [
      "with strings, whose delimiters are not the attribute's",
      `  <p v-if="tide=='low'" :a='b=="c"' />\n`,
      `  <p v-if="tide == 'low'" :a='b == "c"' />\n`,
    ],
    ["as a handler", '  <p @click="moor( 1,2 )" />\n', '  <p @click="moor(1, 2)" />\n'],
    ["as a function", '  <p @click="()=>moor(1)" />\n', '  <p @click="() => moor(1)" />\n'],
    [
      "several statements",
      `  <p @click="a=1;b( ';',2 );  c=[1,2]" v-on:tide='d=1 ; e()' />\n`,
      `  <p @click="a = 1; b(';', 2); c = [1, 2]" v-on:tide="d = 1 ; e()" />\n`,
    ],
    [
      "several of which one does not parse",
      '  <p @click="a=; b( 1 )" />\n',
      '  <p @click="a=; b(1)" />\n',
    ],
    ["a semicolon at the end", '  <p @click="a=1;" />\n', '  <p @click="a = 1;" />\n'],
    [
      "in a loop",
      '  <p v-for="(one,i) in berths.filter(b=>b.free)" />\n',
      '  <p v-for="(one, i) in berths.filter(b => b.free)" />\n',
    ],
    [
      "in a loop over what is taken apart",
      '  <p v-for="{id,tide} of berths" />\n',
      '  <p v-for="{ id, tide } of berths" />\n',
    ],
    [
      "of a slot",
      '  <p #head="{tide,late=false}" />\n',
      '  <p #head="{ tide, late = false }" />\n',
    ],
    ["with types", '  <p :a="(b as Berth).id+1" />\n', '  <p :a="(b as Berth).id + 1" />\n'],
    ["that do not parse", '  <p :a="b +" v-for="x">{{ ( }}</p>\n', undefined],
    ["written with references", '  <p :a="b&amp;&amp;c" />\n', undefined],
    ["of plain attributes", '  <p a="b+c" style="a:b" />\n', undefined],
    ["in comments", "  <!--{{a}}-->\n  a <!--{{a}}--> b\n  <b /><!--{{a}}-->\n", undefined],
    ["in what is not compiled", "  <p v-pre>{{a+b}}   c</p>\n", undefined],
  ])("%s", (_, text, wanted) => {
    expect(markup(text)).toBe(wanted ?? text);
  });
});

describe("white space", () => {
  test.each([
    [
      "between elements on one line, where a line end would take it away",
      "  <b>a</b>   <i>b</i>\n",
      "  <b>a</b> <i>b</i>\n",
    ],
    ["where there is none", "  <b>a</b><i>b</i>c\n", "  <b>a</b><i>b</i>c\n"],
    ["in a text", "  <p>low   water\n  at   noon</p>\n", "  <p>low water\n    at noon</p>\n"],
    ["in what is preformatted", "  <pre>a\n   b  {{c+d}}</pre>\n", undefined],
    ["in an element that holds nothing", "  <p>   </p>\n", "  <p></p>\n"],
    ["blank lines", "  <p />\n\n\n\n  <p />\n", "  <p />\n\n  <p />\n"],
  ])("%s", (_, text, wanted) => {
    expect(markup(text)).toBe(wanted ?? text);
  });

  test("depth is the nesting's, and lines of values move along", () => {
    const after = markup(dedent(`
        <main>
          <Berth :style="{
              color: red,
              width: w+'px',
            }" id="one">
        <p>a</p>
            </Berth>
          <Berth>
            <p />
          </Berth>
        </main>
    `));
    expect(after).toBe(dedent(`
        <main>
          <Berth
            :style="{
              color: red,
              width: w + 'px',
            }"
            id="one"
          >
            <p>a</p>
          </Berth>
          <Berth>
            <p />
          </Berth>
        </main>
    `));
  });

  test("attributes stand one a line where they do not fit, or the author began one", () => {
    const long = `  <Berth first="${"a".repeat(50)}" second="${"b".repeat(50)}" />\n`;
    expect(markup(long).split("\n").length).toBe(5);
    expect(markup('  <Berth a="1"\n     b="2" />\n')).toBe(
      '  <Berth\n    a="1"\n    b="2"\n  />\n',
    );
  });

  test("a text that does not fit ends its lines between words, those of its tags too", () => {
    const after = markup(`  <p> ${"low water ".repeat(14)}</p>\n`);
    expect(after.split("\n").every((line) => line.length <= 100)).toBe(true);
    expect(after).toMatch(/^ {2}<p>\n {4}low/);
  });

  test("a text right behind its tag goes on one step deeper", () => {
    const after = markup(`  <p>${"low water ".repeat(14)}</p>\n`);
    expect(after.split("\n").slice(0, 2)).toEqual([
      expect.stringMatching(/^ {2}<p>low/),
      expect.stringMatching(/^ {4}\S/),
    ]);
  });
});

/** What the compiler makes of a component's markup. */
const tree = (text: string): string =>
  JSON.stringify(
    parse(text).descriptor.template?.ast?.children,
    (key, value) => (key === "loc" || key === "codegenNode" || key === "ast" ? undefined : value),
  )?.replace(/\\n|[\s;,()]/g, "");

const WORDS = [
  "<p>",
  "</p>",
  "<Berth />",
  "<b>",
  "</b>",
  "low",
  "{{ a+b }}",
  "{{ c }}",
  " ",
  "  ",
  "\n",
  "\n\n",
  "<!-- tide -->",
  '<i :a="b,c"',
  ' v-if="d&&e">',
  "</i>",
  "water.",
  "<br>",
];

test("what the compiler reads stays, and the text comes to rest", () => {
  fc.assert(
    fc.property(fc.array(fc.constantFrom(...WORDS), { maxLength: 14 }), (words) => {
      const text = `<template>\n${words.join("")}\n</template>\n`;
      const after = format("vue", text);
      if (parse(text).errors.length === 0) expect(tree(after)).toBe(tree(text));
      expect(format("vue", after)).toBe(after);
      expect(violationsOf(template, words.join(""))).toEqual([]);
    }),
    { numRuns: 300 },
  );
});

test("a block of a component that is pasted in other steps takes the file's", () => {
  const script = (step: string): string =>
    `<script>\n${step}if (tide) {\n${step}${step}moor();\n${step}}\n</script>\n`;
  const before = `<template>\n    <p>\n        a\n    </p>\n</template>\n${script("  ")}`;
  const range = { start: { line: 5, character: 0 }, end: { line: 10, character: 0 } };
  const { edits } = open("vue", before).formatOnPaste(range, { indentSize: 4 });
  expect(applyEdits(before, edits)).toBe(before.replace(script("  "), script("    ")));
});

test("tags that touch part where their line is too long", () => {
  const board =
    `<div class="board" :id="berth"><h2>{{ title }}</h2><p v-if="late">Late <b>again</b></p><Row v-for="row in rows" :key="row.id"><i>{{ row }}</i></Row></div>`;
  expect(markup(`${board}\n`)).toBe(dedent(`
    <div class="board" :id="berth">
      <h2>{{ title }}</h2>
      <p v-if="late">Late <b>again</b></p>
      <Row v-for="row in rows" :key="row.id"><i>{{ row }}</i></Row>
    </div>
    `));
  // The blank between two elements would go with a line end; what holds text keeps its white space.
  const blanks =
    `<p>${"low ".repeat(12)}<b>${"water ".repeat(6)}</b></p> <p>${"high ".repeat(4)}</p>`;
  expect(markup(`${blanks}\n`)).toContain("</b></p> <p>high");
  // A component's name has a capital letter, and may be an element's.
  expect(markup("<Link>\n<Input><br>\n</Input>\n</Link>\n")).toBe(
    "<Link>\n  <Input><br>\n  </Input>\n</Link>\n",
  );
  // A text that goes on below stands in the depth of what its element holds.
  const link =
    `<Link class="berth" :href="ferry.berthOf(departure)" plain><i class="icon" /> {{ ferry.text || 'north' }}\n</Link>`;
  expect(markup(`${link}\n`)).toContain(`/>\n  {{ ferry.text || 'north' }}\n</Link>`);
});

describe("by width", () => {
  fixtures(
    "vue",
    [[
      "a value of several lines gives each attribute a line, as that is what it may have been split for",
      `
    <template>
      <td :colspan="columns" v-bind="{ ...bodyCell('tide'), ...emptyCell('berth') }">low</td>
    </template>
    `,
      `
    <template>
      <td
        :colspan="columns"
        v-bind="{
          ...bodyCell('tide'),
          ...emptyCell('berth')
        }"
      >low</td>
    </template>
    `,
    ], ["what follows an element that comes to begin a line", `
    <template>
      <div> <berth-card :tide="low"/><table><tr><td>a</td></tr></table>
      {{ tide }} m</div>
    </template>
    `, `
    <template>
      <div>
        <berth-card :tide="low"/>
        <table><tr><td>a</td></tr></table>
        {{ tide }} m</div>
    </template>
    `]],
    { listSplit: "by-width", expressionSplit: "by-width", maxLineLength: 50 },
  );
});

test("a line that joins the one before it leaves what both sides share", () => {
  const text = `<template>\n  <p\n    v-if="\n      a &&\n      b\n    "\n  />\n</template>\n`;
  const { edits } = open("vue", text).formatDocument({ expressionSplit: "by-width" });
  expect(edits.filter(({ newText }) => newText === " ")).toEqual([]);
  expect(applyEdits(text, edits)).toContain("a && b");
});
