import type { Language } from "oak-tide/core";

type Loader = () => Promise<readonly Language[]>;

const ecma: Loader = async () => {
  const { javascript, typescript, typescriptreact } = await import("oak-tide/javascript");
  return [javascript, typescript, typescriptreact];
};
const styles: Loader = async () => {
  const { css, scss, less } = await import("oak-tide/css");
  return [css, scss, less];
};
const json: Loader = async () => {
  const { json, jsonc } = await import("oak-tide/json");
  return [json, jsonc];
};
const python: Loader = async () => [(await import("oak-tide/python")).python];
const html: Loader = async () => [(await import("oak-tide/html")).html];
const markdown: Loader = async () => [(await import("oak-tide/markdown")).markdown];
const components: Loader = async () => {
  const { component, template } = await import("oak-tide/component");
  return [component, template];
};
const notebook: Loader = async () => [(await import("oak-tide/notebook")).notebook];
const csharp: Loader = async () => [(await import("oak-tide/csharp")).csharp];
const xml: Loader = async () => [(await import("oak-tide/xml")).xml];
const razor: Loader = async () => [(await import("oak-tide/razor")).razor];
const aspx: Loader = async () => [(await import("oak-tide/aspx")).aspx];
const astro: Loader = async () => [(await import("oak-tide/astro")).astro];
const svelte: Loader = async () => [(await import("oak-tide/svelte")).svelte];
const others: Loader = async () => [
  ...(await import("oak-tide/declared")).declared,
  (await import("oak-tide/plain")).plain,
];

/** What may stand in markup. */
const IN_MARKUP: readonly Loader[] = [styles, ecma, json];

/** What a language needs, by its identifier: itself, and what may stand in it. */
const NEEDS: Readonly<Record<string, readonly Loader[]>> = {
  aspx: [aspx, csharp, ...IN_MARKUP],
  astro: [astro, ...IN_MARKUP],
  csharp: [csharp],
  css: [styles],
  html: [html, ...IN_MARKUP],
  javascript: [ecma],
  ipynb: [notebook, python, markdown, ecma],
  json: [json],
  less: [styles],
  markdown: [markdown, python, html, ...IN_MARKUP, others],
  python: [python],
  razor: [razor, csharp, ...IN_MARKUP],
  scss: [styles],
  svelte: [svelte, ...IN_MARKUP],
  typescript: [ecma],
  typescriptreact: [ecma],
  vue: [components, html, ...IN_MARKUP, markdown],
  xml: [xml],
};

/** Loads what a language needs: what is loaded already comes at once. */
export async function languagesFor(languageId: string): Promise<readonly Language[]> {
  const found = await Promise.all((NEEDS[languageId] ?? [others]).map((load) => load()));
  return found.flat();
}
