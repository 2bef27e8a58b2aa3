import { pattern } from "../../core/text/patterns.js";

/**
 * What begins a block of a template tongue that holds no markup, but code that is shown, text with marks, or what a
 * page is given along: its lines say something.
 *
 *     {% highlight js %}        {{#markdown}}
 */
const BEGINS =
  /\{%[-~]?\s*(?:(filter|apply)\s+markdown\w*|(highlight|code(?:block)?|markdown|md|prism|mermaid|plantuml|graphviz|math|katex|latex|schema|javascript|stylesheet|style|js|css))(?![\w-])[^{}]*%\}|\{\{~?#\s*(highlight|codeblock|markdown|md|prism|mermaid)(?![\w-])[^{}]*\}\}/iy;

/**
 * Where such a block ends that begins at an offset, as a UTF-16 offset; 0 where none does.
 *
 * @param missing what ends blocks, and from where on it is not there: nobody looks again.
 */
export function literalEnd(text: string, from: number, missing?: Map<string, number>): number {
  BEGINS.lastIndex = from;
  const [tag, filter, block, helper] = BEGINS.exec(text) ?? [];
  if (tag === undefined) return 0;
  const end = helper === undefined
    ? `\\{%[-~]?\\s*end${(filter ?? block)!}\\s*[-~]?%\\}`
    : `\\{\\{~?/\\s*${helper}\\s*~?\\}\\}`;
  if (from >= (missing?.get(end) ?? Infinity)) return 0;
  const ends = pattern(end, "gi");
  ends.lastIndex = from + tag.length;
  const found = ends.exec(text);
  if (found === null) missing?.set(end, from);
  return found === null ? 0 : found.index + found[0].length;
}
