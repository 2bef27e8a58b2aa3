import { parse } from "@vue/compiler-sfc";
import { describe, expect, test } from "vitest";
import { violationsOf } from "oak-tide/language";
import { component } from "oak-tide/component";
import { keyed } from "../support/caret.js";
import { engine, format } from "../support/format.js";

const BERTH = `<template>
  <section :class="{late}"   @click="board( )">{{ berth.tide|level }}
    <template #head><Berth v-for="one in berths" :key="one.id" /></template>
  </section>
</template>


<script setup lang="ts">
import {ref} from 'vue'
import {berths} from './berths'
const late=ref(false)
</script>
<style scoped lang="scss">
.late{color:red;.x{a:b}}
</style>
<i18n lang="json">
{"late":"delayed"}
</i18n>
<docs>
  as   it is
</docs>
`;

const open = (text: string) => engine.open({ uri: "", languageId: "vue", text });

describe("blocks", () => {
  test("each by its language, in its place", () => {
    const after = format("vue", BERTH);
    expect(format("vue", after)).toBe(after);
    const now = parse(after).descriptor;
    expect(now.template!.content).toBe(`
  <section :class="{ late }" @click="board()">{{ berth.tide | level }}
    <template #head><Berth v-for="one in berths" :key="one.id" /></template>
  </section>
`);
    expect(now.scriptSetup!.content).toBe(
      '\nimport { ref } from "vue";\nimport { berths } from "./berths";\nconst late = ref(false);\n',
    );
    expect(now.styles[0]!.content).toBe(
      "\n.late {\n  color: red;\n  .x {\n    a: b;\n  }\n}\n",
    );
    expect(now.customBlocks.map(({ content }) => content)).toEqual([
      '\n{ "late": "delayed" }\n',
      "\n  as   it is\n",
    ]);
    expect(after).toContain("</template>\n\n\n<script");
  });

  test.each([
    [
      "deeper, where the file shows that",
      "<script>\n    let a=1\n    let b\n</script>\n",
      "<script>\n    let a = 1;\n    let b;\n</script>\n",
    ],
    ["on the tags' line", "<script>let a=1</script>\n", "<script>\nlet a = 1;\n</script>\n"],
    [
      "with a comment at the margin",
      "<script>\n  a()\n// b\n  c()\n</script>\n",
      "<script>\n  a();\n  // b\n  c();\n</script>\n",
    ],
    [
      "by one column, which is none of its steps",
      "<template>\n <p>\n   a\n </p>\n</template>\n",
      "<template>\n  <p>\n    a\n  </p>\n</template>\n",
    ],
    [
      "in tabs, each a step, in a file of blanks",
      "<template>\n\t<p>\n\t\ta\n\t</p>\n</template>\n<script>\nif (a) {\n  if (b) {\n    c();\n  }\n}\n</script>\n",
      "<template>\n  <p>\n    a\n  </p>\n</template>\n<script>\nif (a) {\n  if (b) {\n    c();\n  }\n}\n</script>\n",
    ],
    [
      "whatever the lines of a comment begin with",
      "<template>\n\t<p />\n</template>\n<script>\n/**\n * Low\n * water\n * at\n * six\n */\nif (a) {\n  b();\n}\n</script>\n",
      "<template>\n  <p />\n</template>\n<script>\n/**\n * Low\n * water\n * at\n * six\n */\nif (a) {\n  b();\n}\n</script>\n",
    ],
    [
      "in a language that nobody knows",
      '<style lang="stylus">\n.a\n  b  c\n</style>\n',
      '<style lang="stylus">\n.a\n  b  c\n</style>\n',
    ],
    [
      "elsewhere",
      '<script src="./a.js" />\n<style>a{}</style>\n',
      '<script src="./a.js" />\n<style>\na {}\n</style>\n',
    ],
    [
      "without an end",
      "<template>\n<p>\n</template>\n<script>\nlet a=1\n",
      "<template>\n<p>\n</template>\n<script>\nlet a = 1;\n",
    ],
  ])("%s", (_, text, wanted) => {
    expect(format("vue", text)).toBe(wanted);
    expect(format("vue", wanted)).toBe(wanted);
  });

  test.each([
    ["html", "<p>\n    Tide\n</p>\n"],
    ["html", "<main>\n    <p>Tide</p>\n</main>\n"],
    ["vue", "<template>\n    <p>Tide</p>\n</template>\n"],
    ["vue", "<script>\n    moor();\n</script>\n"],
  ])("one line below a tag of %s shows the step, whatever an editor is set to", (
    languageId,
    text,
  ) => {
    for (const set of [{ indentStyle: "tab" }, { indentSize: 8 }] as const) {
      const document = engine.open({ uri: "", languageId, text, fallback: () => set });
      expect(document.formatDocument().edits).toEqual([]);
    }
  });

  test("deeper, in the kind of white space that the style asks for", () => {
    const text =
      "<template>\n  <p>\n    low\n  </p>\n</template>\n<script>\n  const a = `\n  b`;\n  c();\n</script>\n";
    const wanted = text.replace(/^( {2})+(?!b)/gm, (white) => "\t".repeat(white.length / 2));
    expect(format("vue", text, { indentStyle: "tab" })).toBe(wanted);
    expect(format("vue", wanted, { indentStyle: "tab" })).toBe(wanted);
  });

  test("what is broken in one leaves the others alone", () => {
    const text =
      "<template>\n  <p>{{ a</template>\n<script>\nlet a=(\n</script>\n<style>\na{b:c}\n</style>\n";
    expect(format("vue", text)).toBe(text.replace("a{b:c}", "a {\n  b: c;\n}"));
  });

  test("a block without an end ends where the next begins", () => {
    const text = "<template>\n  <p>\n    a\n\n<script>\nlet a=1\n\n<style>\na{b:c}\n</style>\n";
    const wanted = text.replace("a=1", "a = 1").replace("a{b:c}", "a {\n  b: c;\n}");
    expect(format("vue", text)).toBe(wanted.replace("= 1", "= 1;"));
  });

  test("what every language keeps", () => {
    expect(violationsOf(component, BERTH)).toEqual([]);
  });
});

describe("requests", () => {
  test.each([
    ["below a template's tag", "<template>¦", "<template>\n  ¦"],
    [
      "as its other lines",
      "<template>¦\n<p>a</p>\n</template>\n",
      "<template>\n¦\n<p>a</p>\n</template>\n",
    ],
    ["below a script's tag", "<script>¦\n</script>\n", "<script>\n¦\n</script>\n"],
    [
      "as its nested lines",
      "<script>¦\n  a();\n\n  b();\n</script>\n",
      "<script>\n  ¦\n  a();\n\n  b();\n</script>\n",
    ],
    [
      "over a line whose opener lacks",
      "<style>¦\n  a: b;\n}\n</style>\n",
      "<style>\n¦\n  a: b;\n}\n</style>\n",
    ],
    [
      "in a value without an end",
      '<template>\n  <p\n    :class="[¦',
      '<template>\n  <p\n    :class="[\n      ¦',
    ],
    [
      "in one with an end",
      '<template>\n  <p\n    :class="f([¦"\n  />\n</template>\n',
      '<template>\n  <p\n    :class="f([\n      ¦"\n  />\n</template>\n',
    ],
    ["in a script", "<script>\nif (a) {¦\n</script>\n", "<script>\nif (a) {\n  ¦\n</script>\n"],
    [
      "behind a tag that ends itself",
      "<template>\n  <main>\n    <Berth />¦\n  </main>\n</template>\n",
      "<template>\n  <main>\n    <Berth />\n    ¦\n  </main>\n</template>\n",
    ],
    [
      "between tags",
      "<template>\n  <p>¦</p>\n</template>\n",
      "<template>\n  <p>\n    ¦\n  </p>\n</template>\n",
    ],
    [
      "in front of the first tag",
      "<template>\n  ¦<main />\n</template>\n",
      "<template>\n\n  ¦<main />\n</template>\n",
    ],
    [
      "in the value of a directive",
      "<template>\n  <p :class=\"{¦}\" />\n</template>\n",
      "<template>\n  <p :class=\"{\n    ¦\n  }\" />\n</template>\n",
    ],
    [
      "between the quotes of a handler",
      "<template>\n  <p @click=\"¦\" />\n</template>\n",
      "<template>\n  <p @click=\"\n    ¦\n  \" />\n</template>\n",
    ],
    [
      "behind what goes on in a condition",
      "<template>\n  <p\n    v-if=\"low &&¦\"\n  />\n</template>\n",
      "<template>\n  <p\n    v-if=\"low &&\n      ¦\"\n  />\n</template>\n",
    ],
    [
      "below an attribute, be what a value lost below it",
      "<template>\n  <p\n    id=\"low\"¦\n      late: true,\n    })\"\n  />\n</template>\n",
      "<template>\n  <p\n    id=\"low\"\n    ¦\n      late: true,\n    })\"\n  />\n</template>\n",
    ],
    ["in a style sheet", "<style>\n.a {¦}\n</style>\n", "<style>\n.a {\n  ¦\n}\n</style>\n"],
  ])("Enter %s", (_, text, wanted) => {
    expect(keyed("vue", text)).toBe(wanted);
  });

  test.each([
    [
      "goes to the margin, whatever it holds",
      "<style lang=\"sass\">\n.low\n  color: red\n  </style¦\n",
      "<style lang=\"sass\">\n.low\n  color: red\n</style>¦\n",
    ],
    [
      "of a template may be that of one within it",
      "<template>\n  <template #low>\n    a\n  </template¦\n",
      "<template>\n  <template #low>\n    a\n  </template>¦\n",
    ],
  ])("an end tag %s", (_, text, wanted) => {
    expect(keyed("vue", text, ">")).toBe(wanted);
  });

  test.each([
    [
      "goes to the margin where no other is open",
      "<script>\nlow();\n</script>\n\n  <template lang=\"ts\"¦\n    <p />\n</template>\n",
      "<script>\nlow();\n</script>\n\n<template lang=\"ts\">¦\n    <p />\n</template>\n",
    ],
    [
      "stays where it may be an element",
      "<template>\n  <template #low¦\n</template>\n",
      "<template>\n  <template #low>¦\n</template>\n",
    ],
  ])("a tag that begins a block %s", (_, text, wanted) => {
    expect(keyed("vue", text, ">")).toBe(wanted);
  });

  test("a save puts the imports of its script in order", () => {
    const mixed = BERTH.replace("import {ref} from 'vue'\n", "").replace(
      "'./berths'\n",
      "'./berths'\nimport {ref} from 'vue'\n",
    );
    expect(open(mixed).formatOnSave({ steps: ["organizeImports"] }).text).toMatch(
      /import \{ref\} from 'vue'\n+import \{berths\}/,
    );
  });

  test("a pair of tags is renamed together", () => {
    const text = "<template>\n  <Berth a>\n  </Berth>\n</template>\n";
    expect(open(text).linkedRanges({ line: 1, character: 4 })).toEqual([
      { start: { line: 1, character: 3 }, end: { line: 1, character: 8 } },
      { start: { line: 2, character: 4 }, end: { line: 2, character: 9 } },
    ]);
  });
});
