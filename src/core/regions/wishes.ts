import { BASE_STYLE, type Style } from "../style/style.js";

const ALL = Object.keys(BASE_STYLE) as (keyof Style)[];

/**
 * What a call's style asks of regions. A whole style is mostly the host's own, handed back by who had asked for it:
 * of that, regions are told what the host would not do anyway.
 *
 * @param own the style of the host without the call.
 */
export function wishesOf(
  call: Partial<Style> | undefined,
  own: () => Style,
): Partial<Style> | undefined {
  if (call === undefined || !ALL.every((key) => call[key] !== undefined)) return call;
  const known = own();
  return Object.fromEntries(
    ALL.filter((key) => call[key] !== known[key]).map((key) => [key, call[key]]),
  );
}
