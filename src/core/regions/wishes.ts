import { BASE_STYLE, type Style } from "../style/style.js";

const STEP: readonly (keyof Style)[] = ["indentStyle", "indentSize", "tabWidth"];

const ALL = Object.keys(BASE_STYLE) as (keyof Style)[];

/**
 * What a call's style asks of regions. A whole style is mostly the host's own, handed back by who had asked for it:
 * of that, regions are told what the host would not do anyway, and its step where they show none.
 *
 * @param own the style of the host without the call.
 * @param shown what the region shows of its style.
 */
export function wishesOf(
  call: Partial<Style> | undefined,
  own: () => Style,
  shown: () => Partial<Style>,
): Partial<Style> | undefined {
  if (call === undefined || !ALL.every((key) => call[key] !== undefined)) return call;
  const known = own();
  const step = shown().indentSize === undefined ? STEP : [];
  return Object.fromEntries(
    ALL.filter((key) => call[key] !== known[key] || step.includes(key))
      .map((key) => [key, call[key]]),
  );
}
