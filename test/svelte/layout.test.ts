import { describe, expect, test } from "vitest";
import { applyEdits } from "oak-tide";
import { dedent, format, open } from "../support/format.js";
import { fixtures } from "../support/fixtures.js";

describe("code between braces", () => {
  fixtures("svelte", [
    ["an expression", "<p>{ tide+1 }</p>\n", "<p>{tide + 1}</p>\n"],
    ["a name", "<p>{ tide } m</p>\n", "<p>{tide} m</p>\n"],
    ["as a value", "<Berth a={ b+1 } {...rest( )}/>\n", "<Berth a={b + 1} {...rest()}/>\n"],
    [
      "in a value between quotes, whose own strings keep theirs",
      `<i class='a {b?"c":""}' style="--low: { d }m"></i>\n`,
      `<i class='a {b ? "c" : ""}' style="--low: {d}m"></i>\n`,
    ],
    [
      "a function that holds what would end a tag",
      "<button onclick={()=>a>b&&moor( '}' )}>x</button>\n",
      '<button onclick={() => a > b && moor("}")}>x</button>\n',
    ],
    [
      "heads",
      `
      {#if a&&b}
        {@html  low}
      {:else  if c}
        {@const d=1}
        {@const { e }={e:1}}
        {@render row( 1,2 )}
      {/if}
      {#each tides  as {time,low},i  ( time.id )}
        {time}
      {/each}
      {#await  load( ) then  {tide}}
        {tide}
      {:catch  error}
        {error}
      {/await}
      {#key  a+b}
        {@debug a, b}
      {/key}
      {#snippet row( a,b=1 )}
        {a}
      {/snippet}
      `,
      `
      {#if a && b}
        {@html low}
      {:else if c}
        {@const d = 1}
        {@const { e } = { e: 1 }}
        {@render row(1, 2)}
      {/if}
      {#each tides as { time, low }, i (time.id)}
        {time}
      {/each}
      {#await load() then { tide }}
        {tide}
      {:catch error}
        {error}
      {/await}
      {#key a + b}
        {@debug a, b}
      {/key}
      {#snippet row(a, b = 1)}
        {a}
      {/snippet}
      `,
    ],
    ["blanks as earlier versions took them", "{ #if a }\n  b\n{ /if }\n", "{#if a}\n  b\n{/if}\n"],
    ["what is no code stays", "<p>{a b}  {</p>\n", "<p>{a b} {</p>\n"],
    [
      "a value of several lines moves with its attribute",
      `
      <section>
      <Board rows={[
        low,
        high,
      ]} />
      </section>
      `,
      `
      <section>
        <Board rows={[
          low,
          high,
        ]} />
      </section>
      `,
    ],
  ]);
});

describe("blocks", () => {
  fixtures("svelte", [
    [
      "nest, with what stands in them",
      `
      <ul>
      {#each berths as berth}
      {#if berth.late}
      <li>late</li>
      {:else}
      <li>{berth.tide}</li>
      {/if}
      {:else}
      <li>none</li>
      {/each}
      </ul>
      `,
      `
      <ul>
        {#each berths as berth}
          {#if berth.late}
            <li>late</li>
          {:else}
            <li>{berth.tide}</li>
          {/if}
        {:else}
          <li>none</li>
        {/each}
      </ul>
      `,
    ],
    [
      "of which only the beginning has its own line",
      `
      <p>
      {#if boat.name}
      <b>{boat.name}</b>
      {:else}nobody{/if}
      </p>
      `,
      `
      <p>
        {#if boat.name}
          <b>{boat.name}</b>
        {:else}nobody{/if}
      </p>
      `,
    ],
    [
      "within a text gain no white space, and lose none",
      "<p>{n} boat{#if n>1}s{/if}{#if late} late {/if}, low</p>\n",
      "<p>{n} boat{#if n > 1}s{/if}{#if late} late {/if}, low</p>\n",
    ],
    [
      "around elements on their line",
      "{#await tide}<p>…</p>{:then tide}<p>{ tide }</p>{/await}\n",
      "{#await tide}<p>…</p>{:then tide}<p>{tide}</p>{/await}\n",
    ],
  ]);
});

test("by width, code of several lines gives the other attributes theirs", () => {
  const text = `<input bind:value={selection["first_name_of_the_mate"]} placeholder="Mate" />\n`;
  const style = { listSplit: "by-width", expressionSplit: "by-width", maxLineLength: 40 } as const;
  const after = format("svelte", text, style);
  expect(after).toBe(dedent(`
    <input
      bind:value={selection[
        "first_name_of_the_mate"
      ]}
      placeholder="Mate"
    />
    `));
  expect(format("svelte", after, style)).toBe(after);
});

test("scripts of either kind are written in the language that they name", () => {
  const text =
    "<script module>\nlet a=1\n</script>\n\n<script lang=\"ts\">\nlet b:Berth=c\n</script>\n";
  expect(format("svelte", text)).toBe(
    "<script module>\nlet a = 1;\n</script>\n\n<script lang=\"ts\">\nlet b: Berth = c;\n</script>\n",
  );
});

test("a save puts the imports of the script in order", () => {
  const text = "<script>\n  import b from './b'\n  import { onMount } from 'svelte'\n</script>\n";
  const { edits } = open("svelte", text).formatOnSave({ steps: ["organizeImports"] });
  expect(applyEdits(text, edits)).toBe(
    "<script>\n  import { onMount } from 'svelte'\n\n  import b from './b'\n</script>\n",
  );
});
