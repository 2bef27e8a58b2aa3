import type { Item, List, Quote } from "../blocks.js";

/** What stands before what a container holds, on a line; undefined where that is as it is written. */
export type Lead = (line: number) => string | undefined;

/** The numbers that items of a list have: they follow from the first, or all are the same. */
export function numbersOf(list: List): (number | undefined)[] {
  const items = list.children as Item[];
  const written = items.map(({ number }) => number);
  const [first] = written;
  if (first === undefined || (written.length > 1 && written.every((number) => number === first)))
    return written;
  return first + written.length > 999_999_999 ? written : written.map((_, i) => first + i);
}

/** An item's marker as it shall be. */
export const markerOf = (
  text: string,
  { marker, length, number }: Item,
  wanted: number | undefined,
): string => {
  const written = text.slice(marker, marker + length);
  return number === undefined || wanted === undefined || wanted === number
    ? written
    : `${wanted}${written.at(-1)!}`;
};

/** What stands before the content of a quotation: its sign as it is written, with the blank behind it. */
export function quoteLead(text: string, quote: Quote, outer: Lead): Lead {
  return (line) => {
    const sign = quote.signs.get(line);
    const before = outer(line);
    if (sign === undefined || before === undefined) return undefined;
    return `${before}>${/[ \t]/.test(text[sign + 1] ?? "") ? " " : ""}`;
  };
}

/** What stands before the content of an item: its marker and a blank, and as many blanks on further lines. */
export function itemLead(item: Item, marker: string, outer: Lead): Lead {
  const width = marker.length + 1;
  return (line) => {
    const before = outer(line);
    if (before === undefined) return undefined;
    return before + (line === item.first ? `${marker} ` : " ".repeat(width));
  };
}
