import { describe, expect, test } from "vitest";
import { keyed } from "../support/caret.js";

describe("Enter", () => {
  test.each([
    ["below a block's beginning", "<p />\n{#if late}¦\n", "<p />\n{#if late}\n  ¦\n"],
    [
      "between its beginning and its end",
      "<div>\n  {#if late}¦{/if}\n</div>\n",
      "<div>\n  {#if late}\n    ¦\n  {/if}\n</div>\n",
    ],
    [
      "between a later part and its end",
      "{#each a as b}\n  {b}\n{:else}¦{/each}\n",
      "{#each a as b}\n  {b}\n{:else}\n  ¦\n{/each}\n",
    ],
    [
      "in a function",
      "<div>\n  <button onclick={() => {¦}}>x</button>\n</div>\n",
      "<div>\n  <button onclick={() => {\n    ¦\n  }}>x</button>\n</div>\n",
    ],
    [
      "in one that is being written",
      "<div>\n  <button\n    onclick={() => {¦\n    title=\"x\"\n  >x</button>\n</div>\n",
      "<div>\n  <button\n    onclick={() => {\n      ¦\n    title=\"x\"\n  >x</button>\n</div>\n",
    ],
    ["below a tag", "{#if late}\n  <b>¦</b>\n{/if}\n", "{#if late}\n  <b>\n    ¦\n  </b>\n{/if}\n"],
  ])("%s", (_, text, wanted) => {
    expect(keyed("svelte", text)).toBe(wanted);
  });
});

describe("what was typed goes to its block", () => {
  test.each([
    [
      "its end",
      "<div>\n  {#if late}\n    a\n    {/if¦\n",
      "<div>\n  {#if late}\n    a\n  {/if}¦\n",
    ],
    [
      "a later part",
      "{#if late}\n  a\n  {:else¦\n{/if}\n",
      "{#if late}\n  a\n{:else}¦\n{/if}\n",
    ],
    [
      "the end of an outer one",
      "{#if late}\n  {#each a as b}\n    {b}\n  {/each}\n  {/if¦\n",
      "{#if late}\n  {#each a as b}\n    {b}\n  {/each}\n{/if}¦\n",
    ],
  ])("%s", (_, text, wanted) => {
    expect(keyed("svelte", text, "}")).toBe(wanted);
  });
});
