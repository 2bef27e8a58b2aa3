import { describe, expect, test } from "vitest";
import { dedent, format } from "../support/format.js";

/** Files from which others are made: a language, what somebody wrote, and that formatted. */
const ROWS: [name: string, languageId: string, before: string, after: string][] = [
  ["a part of a selector, a value", "css", `
    .berth-{{ name }}>b{color:<%= colour %>;width:{{w}}px}
    `, `
    .berth-{{ name }} > b {
      color: <%= colour %>;
      width: {{w}}px;
    }
    `],
  ["a value before the end of its block", "less", `
    .pier{color:{{c}}}
    .pier{color:{{{c}}}}
    `, `
    .pier {
      color: {{c}};
    }
    .pier {
      color: {{{c}}};
    }
    `],
  ["lines for themselves", "scss", `
    {% if low %}
    .pier{
    {%- if calm -%}
    margin:0;
      <%= more %>
    {{#each rows}}
    }
      {% endif %}
    `, `
    {% if low %}
    .pier {
      {%- if calm -%}
      margin: 0;
      <%= more %>
      {{#each rows}}
    }
    {% endif %}
    `],
  ["values and lines", "json", `
    {
    "port":{{ port }},
    {{#if pier}}
    "pier":<%= pier %>
    {{/if}}
    }
    `, `
    {
      "port": {{ port }},
      {{#if pier}}
      "pier": <%= pier %>
      {{/if}}
    }
    `],
  ["lines between statements and items", "javascript", `
    {% if low %}
    if(low){
    <% if (calm) { %>
    sail( )
    <% } %>
    }
    const rows = [
    {{#each rows}}
    1,
    {{else}}
    2,
    {{/each}}
    ]
    `, `
    {% if low %}
    if (low) {
      <% if (calm) { %>
      sail();
      <% } %>
    }
    const rows = [
      {{#each rows}}
      1,
      {{else}}
      2,
      {{/each}}
    ];
    `],
];

describe("tags that fill a file from outside stay whole", () => {
  test.each(ROWS)("%s: %s", (_, languageId, before, after) => {
    const wanted = dedent(after);
    expect(format(languageId, dedent(before))).toBe(wanted);
    expect(format(languageId, wanted)).toBe(wanted);
  });

  test("blocks in blocks of a program are none", () => {
    expect(format("javascript", "{{ sail() }}\n")).toBe("{\n  {\n    sail();\n  }\n}\n");
  });

  test("signs that nothing ends take no time by their square", () => {
    for (const sign of ["{{", "{%", "<%", "{{ a "])
      for (const languageId of ["css", "json"]) {
        const start = performance.now();
        format(languageId, sign.repeat(2_000));
        const time = performance.now() - start;
        const again = performance.now();
        format(languageId, sign.repeat(16_000));
        expect(performance.now() - again).toBeLessThan(Math.max(500, 40 * time));
      }
  });
});
