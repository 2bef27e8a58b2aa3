import { readFileSync } from "node:fs";
import { fileURLToPath } from "node:url";
import fc from "fast-check";
import { expect, test } from "vitest";
import { svelteTree } from "../../tools/corpus/oracles/svelte.js";
import { contents } from "../support/contents.js";
import { format } from "../support/format.js";
import { changing, invariants } from "../support/invariants.js";

/** What stands in a content: without others in it, or around another content. */
const LEAVES = [
  "low",
  "{tide+1}",
  "{ berth }",
  "{@html  text}",
  "{@render row( 1,2 )}",
  "<br>",
  "<!-- tide -->",
  "<Berth {tide} {...rest} />",
  '<i class="a {b+c} d" onclick={()=>moor( a )}></i>',
  "<input bind:value={ level } disabled>",
];
const AROUND: readonly (readonly [begin: string, end: string])[] = [
  ["<p>", "</p>"],
  ["<b>", "</b>"],
  ["<Pier a={b}>", "</Pier>"],
  ["{#if a>b}", "{/if}"],
  ["{#each tides as {time,low},i (time)}", "{/each}"],
  ["{#key  tide}", "{/key}"],
  ["{#await load( ) then tide}", "{/await}"],
  ["{#snippet row(a,b=1)}", "{/snippet}"],
];

const content = contents(LEAVES, () => [around]);

const around: fc.Memo<string> = fc.memo((depth) =>
  fc.tuple(fc.constantFrom(...AROUND), content(depth), fc.option(content(depth))).map(
    ([[begin, end], inner, other]) =>
      other === null || !/^\{#(?:if|each)/.test(begin)
        ? begin + inner + end
        : `${begin}${inner}{:else}${other}${end}`,
  ));

test("what the compiler reads stays, and the text comes to rest", () => {
  fc.assert(
    fc.property(content(3), (text) => {
      const before = svelteTree(text);
      const after = format("svelte", text);
      if (before !== undefined) expect(svelteTree(after)).toBe(before);
      expect(format("svelte", after)).toBe(after);
    }),
    { numRuns: 300 },
  );
});

const name = "gangway.svelte";
const files = [{
  name,
  text: readFileSync(fileURLToPath(new URL(`../../demo/data/${name}`, import.meta.url)), "utf8"),
}];

invariants(files);
changing(files, 60);
