import { holdsLineEnd } from "../text/line-ends.js";
import type { Language, Syntax } from "../language.js";
import type { Span } from "../outline/excerpt.js";
import { withLineEnds } from "../layout/line-ends.js";
import { render } from "../layout/render.js";
import { Sheet } from "../layout/sheet.js";
import type { FindEdges } from "../layout/solution.js";
import { solve } from "../layout/solver/index.js";
import { keepForm, type Part } from "../layout/part.js";
import { placeTrivia } from "../layout/trivia.js";
import { sameStyle, type Style } from "../style/style.js";
import { TokenFlag } from "../syntax/tokens.js";
import { ChangeList } from "../text/changelist.js";
import { compose } from "../text/compose.js";
import { applyHolds, holdsFile } from "../layout/holds.js";
import { heldOf } from "../outline/holds.js";
import type { Change } from "../text/edits.js";
import { behindBlanks } from "../text/width.js";

/** What is formatted of a text where it is not all of it. */
export interface PartOptions extends Part {
  /** Whether a change lies in it. */
  readonly holds: (change: Span) => boolean;
  /** Whether every line end stays, and none comes. */
  readonly withinLines: boolean;
}

/** The changes that format a text, or a part of its lines. */
export function formatWhole(
  language: Language,
  syntax: Syntax,
  style: Style,
  part?: PartOptions,
  edges?: FindEdges,
): ChangeList {
  if (holdsFile(syntax)) return new ChangeList();
  const changes = laidOut(language, syntax, style, part, edges);
  if (language.held || part?.withinLines) return changes;
  return withLineEnds(
    changes,
    language,
    syntax,
    style,
    () => unparsedStretches(syntax, language.unparsed),
  );
}

/** The changes that lay out a text. */
function laidOut(
  language: Language,
  syntax: Syntax,
  style: Style,
  part: PartOptions | undefined,
  edges: FindEdges | undefined,
): ChangeList {
  if (language.rewrite !== undefined)
    return rewritten(language.rewrite(syntax, style, part?.holds), syntax);
  const sheet = demands(language, syntax, style);
  const solution = solve(sheet, {
    style,
    language,
    ...(part === undefined ? {} : { ...part, follows: true, spaced: keepForm(sheet, part) }),
    edges: edges?.(syntax.tokens),
  });
  return render(sheet, solution, style, language, part?.frozen);
}

/** A language's own changes, without those of what comments hold off. */
function rewritten(changes: readonly Change[], syntax: Syntax): ChangeList {
  const held = heldOf(syntax);
  const free = ({ from, to }: Change): boolean =>
    !held.some((span) => from < span.to && to > span.from);
  return ChangeList.of(held.length === 0 ? changes : changes.filter(free));
}

/** Tells the style that acts on a text which formatting has left, where the one it was laid out in showed little. */
export interface StyleAfter {
  /** Whether it is the same, as far as the lines of the text alone tell. */
  stays(text: string): boolean;
  of(syntax: Syntax): Style;
}

/** How often text that is not understood is laid out again at most. */
const MOST_TURNS = 5;

/**
 * The changes that format a text for good. What was not understood may be once its lines end elsewhere, so
 * where there is such text it is laid out again, until nothing is left to do.
 *
 * @param styleAfter for a text that shows little: it may show another step then.
 * @param isPart whether the text is a part of another one: pages hold many short ones, where a second look would
 * cost as much as the rest.
 */
export function formatUntilStable(
  language: Language,
  syntax: Syntax,
  style: Style,
  styleAfter?: StyleAfter,
  isPart = false,
  edges?: FindEdges,
): ChangeList {
  let changes = formatWhole(language, syntax, style, undefined, edges);
  const { text } = syntax.tokens;
  if (!movesLines(changes, text)) return changes;
  const isSnippet = !isPart && text.length < SNIPPET;
  const doubtful = isSnippet || isMixed(style) || isDoubtful(language, syntax);
  const mayTurn = styleAfter !== undefined && text.length < LONG && indentsLines(changes, text);
  if (!doubtful && !mayTurn) return changes;
  for (let turn = 1; turn < MOST_TURNS && changes.length > 0; turn++) {
    const formatted = changes.appliedTo(text);
    if (!doubtful && styleAfter?.stays(formatted) === true) break;
    const again = language.parse(formatted, syntax.unbalanced && syntax.held !== undefined);
    const after = styleAfter?.of(again) ?? style;
    if (!doubtful && sameStyle(after, style)) break;
    const more = formatWhole(language, again, after, undefined, edges);
    if (more.length === 0) break;
    changes = compose(text, changes, more);
  }
  return changes;
}

/** Whether some change puts a line end in, takes one away, or moves a line. */
function movesLines(changes: ChangeList, text: string): boolean {
  for (let i = 0; i < changes.length; i++) {
    const { from, to, text: put } = changes.at(i);
    if (holdsLineEnd(put) || holdsLineEnd(text.slice(from, to))) return true;
    if (behindBlanks(text, from)) return true;
  }
  return false;
}

/** Whether some change begins a line with white space, or replaces what a line begins with. */
function indentsLines(changes: ChangeList, text: string): boolean {
  for (let i = 0; i < changes.length; i++) {
    const { from, to, text: put } = changes.at(i);
    if (INDENTS.test(put) || ((to > from || BLANK.test(put)) && behindBlanks(text, from)))
      return true;
  }
  return false;
}

const INDENTS = /[\r\n][ \t]/;
const BLANK = /^[ \t]/;

/** What longer texts show of their step is not looked at again. */
const LONG = 1 << 16;

/** In shorter texts a second look costs next to nothing. */
const SNIPPET = 1 << 9;

/**
 * Whether either lists or expressions alone keep the author's lines: where one of them splits hangs on the other in it, and
 * what has split by then stays so.
 */
const isMixed = ({ listSplit, expressionSplit }: Style): boolean => listSplit !== expressionSplit;

/** Whether something of a text is not understood, or may swallow what follows it. */
function isDoubtful({ unparsed }: Language, syntax: Syntax): boolean {
  const { tokens, unbalanced } = syntax;
  if (unbalanced || tokens.nextWith(TokenFlag.Continues, 0) < tokens.count) return true;
  return unparsedStretches(syntax, unparsed).length > 0;
}

/** The demands on every gap of a text, comments placed, and what is held left alone. */
export function demands(language: Language, syntax: Syntax, style: Style): Sheet {
  const sheet = new Sheet(syntax.tokens);
  language.layout(sheet, syntax, style);
  const blanks = style.listSplit === "by-width" ? 0 : Math.min(1, style.blankLineLimit);
  placeTrivia(sheet, blanks, language);
  applyHolds(sheet, syntax, language);
  return sheet;
}

/**
 * The stretches of a text that its parser did not understand, outermost ones only, or that the
 * language's standard does not allow.
 */
export function unsettledStretches(language: Language, syntax: Syntax): Span[] {
  const stretches = unparsedStretches(syntax, language.unparsed);
  if (language.nonStandard === undefined) return stretches;
  return [...stretches, ...language.nonStandard(syntax)].sort((a, b) => a.from - b.from);
}

function unparsedStretches({ tokens, tree }: Syntax, unparsed: number): Span[] {
  const stretches: Span[] = [];
  // A parent comes after its children, so that going down meets outer nodes first.
  let covered = Infinity;
  for (let node = tree.size; node > 0; node--) {
    if (tree.kind(node) !== unparsed || tree.end(node) <= tree.first(node)) continue;
    if (tree.first(node) >= covered) continue;
    covered = tree.first(node);
    stretches.push({ from: tokens.start(tree.first(node)), to: tokens.end(tree.end(node) - 1) });
  }
  return stretches.reverse();
}
