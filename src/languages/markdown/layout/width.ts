const graphemes = new Intl.Segmenter(undefined, { granularity: "grapheme" });

/** Signs that stand in two columns (Unicode Standard Annex 11, wide and full-width). */
const WIDE =
  /^[\u1100-\u115f\u2e80-\u303e\u3041-\u33ff\u3400-\u4dbf\u4e00-\u9fff\ua000-\ua4cf\ua960-\ua97f\uac00-\ud7a3\uf900-\ufaff\ufe10-\ufe19\ufe30-\ufe6f\uff00-\uff60\uffe0-\uffe6\u{1f300}-\u{1f64f}\u{1f680}-\u{1f6ff}\u{1f900}-\u{1f9ff}\u{1fa70}-\u{1faff}\u{20000}-\u{3fffd}]/u;

/** Signs that stand in none: marks put on others, joiners. */
const NONE = /^[\p{M}\p{Cf}]+$/u;

/** How many columns a text takes where it is shown in letters of one width. */
export function displayWidth(text: string): number {
  if (/^[\x20-\x7e]*$/.test(text)) return text.length;
  let width = 0;
  for (const { segment } of graphemes.segment(text)) {
    if (NONE.test(segment)) continue;
    const isWide = WIDE.test(segment) || /^\p{Emoji_Presentation}|\ufe0f/u.test(segment);
    width += isWide ? 2 : 1;
  }
  return width;
}
