import { beginsItsLine } from "../../core/text/width.js";

/** What blocks of `{% %}` are called whose contents are no markup. */
export const LITERAL =
  "highlight|code(?:block)?|markdown|prism|mermaid|plantuml|graphviz|katex|schema|javascript|stylesheet|style";

/**
 * What begins a block of a template tongue that holds no markup, but code that is shown, text with marks, or what a
 * page is given along: its lines say something.
 *
 *     {% highlight js %}        {{#markdown}}
 *
 * It has its line for itself: within one, nothing says that what ends it is missing.
 */
const BEGINS = new RegExp(
  `\\{%[-~]?\\s*(?:(filter|apply)\\s+markdown\\w*|(${LITERAL}))(?![\\w-])[^{}]*%\\}(?=[ \\t]*[\\r\\n])`
  + "|\\{\\{~?#\\s*(highlight|codeblock|markdown|md|prism|mermaid)(?![\\w-])[^{}]*\\}\\}(?=[ \\t]*[\\r\\n])",
  "iy",
);

/** What begins and ends blocks of each of the two tongues, whole or not, and what is left of one that ends a block. */
const TAGS = {
  "%": { tag: /\{%[-~]?\s*(end)?(\w+)/g, ends: "end", rest: /\s*[-~]?%\}/y },
  "{": { tag: /\{\{~?([#/])\s*([\w$@./-]+)/g, ends: "/", rest: /\s*~?\}\}/y },
};

/**
 * Where such a block ends that begins at an offset, as a UTF-16 offset; 0 where none begins, -1 where one has no end. One
 * that begins again before it ends, or in which something else ends that began before it, is being typed.
 */
export function literalEnd(text: string, from: number): number {
  BEGINS.lastIndex = from;
  const [begin, ...names] = BEGINS.exec(text) ?? [];
  if (begin === undefined || !beginsItsLine(text, from)) return 0;
  const name = names.find((one) => one !== undefined)!.toLowerCase();
  const { tag, ends, rest } = TAGS[begin[1] as "%" | "{"];
  const begun = new Set<string>();
  tag.lastIndex = from + begin.length;
  for (let found = tag.exec(text); found !== null; found = tag.exec(text)) {
    const [, sign, written] = found as unknown as [string, string | undefined, string];
    const other = written.toLowerCase();
    if (other === name) {
      rest.lastIndex = tag.lastIndex;
      return sign === ends && rest.test(text) ? rest.lastIndex : -1;
    }
    if (sign !== ends) begun.add(other);
    else if (!begun.has(other)) return -1;
  }
  return -1;
}
