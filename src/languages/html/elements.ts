/** What follows the name of a tag, as a pattern: of white space only that of the standard. */
export const AFTER_NAME = "(?=[ \\t\\n\\f\\r/>]|$)";

/** A set of names from a text that lists them. */
const names = (text: string): ReadonlySet<string> => new Set(text.trim().split(/\s+/));

/** Whether another tongue adds to the name of a tag: `<form{% if tide %}`. */
export const hasAddition = (tag: string): boolean => /[}>]$/.test(tag);

/** A name with a capital and small letters: a component's, or that of a control's property. */
export const COMPONENT = /^[A-Z].*[a-z]/;

/**
 * The name of an element by its tag: in small letters, as HTML takes both, but for that of a component.
 *
 * @param hasComponents whether a name with a capital and small letters is one: `Link`.
 */
export function elementName(tag: string, hasComponents = false): string {
  // What stands beside it in another tongue may be no part of it, and stands at both tags where it is.
  const name = hasAddition(tag) ? tag.replace(/(?:\{[{%]|<[%?])[^]*$/, "") : tag;
  return hasComponents && COMPONENT.test(name) ? name : name.toLowerCase();
}

/** Elements without content (HTML Living Standard, 13.1.2). */
export const VOID = names(
  "area base br col embed hr img input link meta param source track wbr basefont bgsound frame keygen",
);

/** Elements whose content is no markup, and is read by others. */
export const RAW = names("script style textarea title xmp iframe noembed noframes pre listing");

/** Those of them that hold markup all the same, and others of their own name. */
export const NESTED_RAW = names("pre listing");

/** Elements in which all white space counts. */
export const FIXED = names("pre listing textarea xmp plaintext");

/** Elements that are blocks by the standard's style sheet (15.3), and those that it shows nothing of but as blocks. */
export const BLOCK = names(`
  address article aside blockquote body center dd details dialog dir div dl dt fieldset figcaption
  figure footer form frame frameset h1 h2 h3 h4 h5 h6 header hgroup hr html legend li listing main
  menu nav ol optgroup option p plaintext pre search section summary table caption colgroup col
  tbody td tfoot th thead tr ul xmp slot
`);

/** Elements that are not shown (15.3.1): text on both sides meets as if they were not there. */
export const HIDDEN = names(`
  area base basefont datalist head link meta noembed noframes param rp script style template title
  source track
`);

/** Inline elements inside whose edges white space counts no more than in a block. */
export const INLINE_BLOCK = names("button select video audio object canvas marquee meter progress");

/** Elements within lines that have no style of their own which layout must know. */
export const INLINE = names(`
  a abbr b bdi bdo cite code data del dfn em font i img ins kbd label map mark output picture q ruby s samp small span
  strong sub sup time tt u var
`);

/** Elements whose own white space nobody sees: it is not shown, or laid out as a table. */
export const LOOSE = names(`
  head html table tbody thead tfoot tr colgroup select optgroup datalist template svg g defs symbol
  clippath mask pattern marker map lineargradient radialgradient filter math frameset audio video picture
`);

/** Those of them that are inline: the white space that they hold is shown all the same. */
export const INLINE_LOOSE = names("map picture");

/** Elements that have lines of their own in a page, but none where they are drawn. */
export const WITHIN_LINES = names("dialog select slot");

/** What a `style` attribute says of a block that it makes a part of its line. */
export const STYLED_INLINE = /(?:^|;)\s*display\s*:\s*(?:inline|contents)\s*(?:!|;|$)/i;

/** What it says of one that begins no line of its own, or is not drawn among others. */
export const STYLED_WITHIN_LINES =
  /(?:^|;)\s*(?:display\s*:\s*(?:inline|none|contents)|float\s*:\s*(?:left|right|inline)|position\s*:\s*(?:absolute|fixed))/i;

/** Parts of drawings that hold text. */
export const DRAWN_TEXT = names("text tspan textpath title desc foreignobject style script a");

/** Elements that end with their parent where their end tag is left out. */
export const ENDS_ALONE = names(
  "html head body li dt dd p rt rp optgroup option colgroup caption thead tbody tfoot tr td th",
);

/** Elements of which a browser opens one again before the next text where its end tag lacks (13.2.4.3). */
export const OPENED_AGAIN = names("a b big code em font i nobr s small strike strong tt u");

/** Their tags, in a text. */
const ANY_OPENED_AGAIN = new RegExp(
  `<(/?)(${[...OPENED_AGAIN].join("|")})${AFTER_NAME}`,
  "gi",
);

/** Whether tags in a text leave an element open that a browser opens again. */
export function leavesOpen(text: string): boolean {
  const open = new Map<string, number>();
  for (const [, ends, name] of text.matchAll(ANY_OPENED_AGAIN)) {
    const of = name!.toLowerCase();
    const depth = open.get(of) ?? 0;
    open.set(of, ends === "" ? depth + 1 : Math.max(0, depth - 1));
  }
  return [...open.values()].some((depth) => depth > 0);
}

/** Blocks that end with what holds them, be that inline as a `select` is. */
export const CHOICE = names("option optgroup");

/** What start tags end an element whose end tag is left out (13.1.2.4). */
export const ENDED_BY: ReadonlyMap<string, ReadonlySet<string>> = new Map([
  ["head", names("body")],
  ["li", names("li")],
  ["dt", names("dt dd")],
  ["dd", names("dt dd")],
  ["rt", names("rt rp")],
  ["rp", names("rt rp")],
  ["optgroup", names("optgroup hr")],
  ["option", names("option optgroup hr")],
  ["colgroup", names("thead tbody tfoot tr caption")],
  ["caption", names("thead tbody tfoot tr colgroup")],
  ["thead", names("tbody tfoot")],
  ["tbody", names("tbody tfoot thead")],
  ["tfoot", names("tbody thead")],
  ["tr", names("tr tbody tfoot thead")],
  ["td", names("td th tr tbody tfoot thead")],
  ["th", names("td th tr tbody tfoot thead")],
  ["p", names(`
    address article aside blockquote center details dialog dir div dl fieldset figcaption figure
    footer form h1 h2 h3 h4 h5 h6 header hgroup hr main menu nav ol p pre search section table ul
  `)],
]);

/** Items that the next one ends through what is inline in them (13.2.6.4.7). */
export const LISTED = names("li dt dd");

/** Elements beyond which no start tag or end tag looks for what it ends. */
export const BARRIER = names(
  "table td th caption button object marquee template html svg math foreignobject",
);

/** What the layout asks about an element. */
export interface ElementKind {
  readonly name: string;
  readonly isBlock: boolean;
  readonly isHidden: boolean;
  readonly isInlineBlock: boolean;
  readonly isLoose: boolean;
  readonly isRaw: boolean;
  readonly isFixed: boolean;
  readonly isDrawnText: boolean;
  readonly isOpenedAgain: boolean;
}

/** What is known of an element, by its name in lower case. */
export const elementKind = (name: string): ElementKind => ({
  name,
  isBlock: BLOCK.has(name),
  isHidden: HIDDEN.has(name),
  isInlineBlock: INLINE_BLOCK.has(name),
  isLoose: LOOSE.has(name),
  isRaw: RAW.has(name),
  isFixed: FIXED.has(name),
  isDrawnText: DRAWN_TEXT.has(name),
  isOpenedAgain: OPENED_AGAIN.has(name),
});
