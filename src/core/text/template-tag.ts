/** Tags of one line; the next of their kind that begins ends what was no tag. */
const TAG =
  /\{\{\{[^\r\n{}]*\}\}\}|\{\{[^\r\n{}]*\}\}|\{%(?:[^\r\n{]|\{(?!%))*?%\}|<%(?:[^\r\n<]|<(?!%))*?%>/y;

/**
 * Where a tag ends that fills a file from outside and begins at `from`, as a UTF-16 offset; 0 where none does. No
 * language has its signs, so that a file with such tags is one from which others are made.
 *
 *     .berth-{{ name }} { width: <%= width %>px }
 *     {% if low %}
 */
export function templateTagEnd(text: string, from: number): number {
  TAG.lastIndex = from;
  return TAG.test(text) ? TAG.lastIndex : 0;
}
