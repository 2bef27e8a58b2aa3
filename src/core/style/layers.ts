import { checkStyle, type Style } from "./style.js";

/** A style that acts on a text together with others. */
export type Layer = Partial<Style> | undefined;

/**
 * The styles that act on a text, those that rule first; the parameters are in that order.
 *
 * @param demanded what the language cannot do without.
 * @param call that of one call.
 * @param own the document's.
 * @param shown what the text shows.
 * @throws RangeError where one is not valid.
 */
export function layersOf(
  demanded: Layer,
  call: Layer,
  own: Layer,
  engine: Layer,
  shown: Partial<Style>,
  fallback: Layer,
): Layer[] {
  for (const layer of [demanded, call, own, fallback]) checkStyle(layer);
  const asked = call?.indentStyle ?? own?.indentStyle ?? engine?.indentStyle;
  // Steps of one kind say nothing of how wide those of the other shall be.
  const { indentSize, ...others } = shown;
  const fitting = asked === undefined || asked === shown.indentStyle ? shown : others;
  return [demanded, call, own, engine, fitting, fallback];
}

/** Whether one of the layers tells the step. */
export const tellsStep = (layers: readonly Layer[]): boolean =>
  layers.some((layer) => (layer?.indentSize ?? layer?.indentStyle) !== undefined);
