import type { Language } from "../language.js";
import type { Notation } from "../notation.js";
import { TokenFlag, type TokenTable } from "../syntax/tokens.js";
import { Demand, FrameFlag, Mark, ROOT, type Sheet } from "./sheet.js";

/**
 * Places the comments that a layout did not place itself: those between two tokens of one
 * construct. A layout states its demand before the next grammar token as if no comment stood there;
 * here the demand is shared out among the gaps around the comments. Other tokens that would swallow
 * what follows keep their line end.
 *
 * @param blanks how many blank lines may stay around a comment on a line of its own.
 */
export function placeTrivia(
  sheet: Sheet,
  blanks: number,
  { commentRule: rule, notation }: Pick<Language, "commentRule" | "notation">,
): void {
  const { tokens } = sheet;
  const placed = TokenFlag.Trivia | TokenFlag.EndsLine;
  for (let t = tokens.nextWith(placed, 0); t < tokens.count; t = tokens.nextWith(placed, t + 1)) {
    if (tokens.isTrivia(t)) {
      const next = tokens.skipTrivia(t);
      leadIn(sheet, t, next, blanks, notation);
      for (; t < next; t++) {
        placeOne(sheet, t, next, blanks, rule);
        if (
          tokens.has(t, TokenFlag.MultiLine)
          && beginsLine(tokens, t)
          && !notation.blockComment?.isData
        ) sheet.mark(t, Mark.Reindent);
      }
    }
    if (tokens.has(t, TokenFlag.EndsLine) && !tokens.isTrivia(t + 1))
      endLine(sheet, t + 1, blanks);
  }
}

/** Whether a comment begins a line, or ends that of another one and comes to: its inner lines move with its first. */
const beginsLine = (tokens: TokenTable, t: number): boolean =>
  t === 0 || tokens.onNewLine(t) || tokens.isTrivia(t - 1);

/**
 * A comment in front of an operand on its line belongs to it: a line may end before the comment, and not
 * between the two.
 */
function leadIn(
  sheet: Sheet,
  first: number,
  next: number,
  blanks: number,
  { operand }: Notation,
): void {
  const { tokens } = sheet;
  const t = tokens.lineFirst(next - 1, first);
  const demand: Demand = sheet.demand[next]!;
  const begins = demand === Demand.Line && tokens.onNewLine(t);
  // What stands beside the token before it, as behind a sign, does so with its comment.
  const beside = demand === Demand.Space && t === first;
  if (!sheet.folds(next) && !begins && !beside) return;
  if (sheet.demand[t] !== Demand.Unset || sheet.is(next, Mark.Dedent)) return;
  for (let c = t; c < next; c++) {
    if (tokens.has(c, TokenFlag.EndsLine | TokenFlag.MultiLine | TokenFlag.Continues)) return;
    if (tokens.onNewLine(c + 1) && !beside) return;
  }
  if (operand === undefined || next >= tokens.count || tokens.textOf(next).search(operand) !== 0)
    return;
  const owner = sheet.owner[next]!;
  if (sheet.frames.has(owner, FrameFlag.Parens)) return;
  sheet.demand[t] = demand;
  sheet.owner[t] = owner;
  sheet.rule[t] = sheet.rule[next]!;
  sheet.blanks[t] = sheet.blanks[next]!;
  for (let g = t + 1; g <= next; g++) {
    const apart =
      demand !== Demand.Seam
      || sheet.is(next, Mark.LeadSlot)
      || tokens.isApart(g);
    sheet.demand[g] = apart ? Demand.Space : Demand.Join;
    sheet.owner[g] = owner;
  }
  if (sheet.is(next, Mark.LeadSlot)) sheet.moveLead(next, t);
  // Comments above it have lines of their own.
  if (t > first) line(sheet, t, blanks);
}

function placeOne(sheet: Sheet, t: number, next: number, blanks: number, rule: number): void {
  const { tokens } = sheet;
  const after = t + 1;
  if (sheet.is(t, Mark.Removed)) {
    sheet.demand[t] = Demand.Join;
    sheet.owner[t] = sheet.owner[next]!;
    return;
  }
  if (sheet.demand[t] === Demand.Unset) {
    sheet.owner[t] = sheet.owner[next]!;
    sheet.rule[t] = rule;
    if (tokens.has(t, TokenFlag.Continues)) {
      const free = inBrackets(sheet, next) && !tokens.swallows(t - 1);
      sheet.demand[t] = free ? Demand.Space : Demand.AsWritten;
    } else if (tokens.onNewLine(t)) {
      line(sheet, t, blanks);
    } else if (tokens.has(t, TokenFlag.EndsLine)) {
      sheet.demand[t] = Demand.Trailing;
    } else {
      const close = sheet.demand[next] === Demand.Join || sheet.demand[next] === Demand.Seam;
      // Where the token after it goes, or gets a sign in front, nothing is there to stand close to.
      const goes = sheet.is(next, Mark.Removed | Mark.RemovedFlat | Mark.LeadSlot);
      const apart = tokens.isApart(t);
      sheet.demand[t] = close && !goes && !apart ? Demand.Join : Demand.Space;
    }
  }
  if (tokens.has(t, TokenFlag.Continues) && inBrackets(sheet, next)) {
    line(sheet, after, 0);
  } else if (tokens.has(t, TokenFlag.Continues)) {
    sheet.demand[after] = Demand.AsWritten;
    sheet.owner[after] = sheet.owner[t]!;
  } else if (tokens.has(t, TokenFlag.EndsLine) && after === next) {
    endLine(sheet, next, blanks);
  }
}

/** Has the line end before `next`, a token of the grammar, stay one. */
function endLine(sheet: Sheet, next: number, blanks: number): void {
  const { tokens } = sheet;
  if (sheet.is(next, Mark.Removed)) {
    // The line ends behind what is dropped.
    sheet.demand[next] = Demand.Join;
    if (!tokens.isTrivia(next + 1)) endLine(sheet, next + 1, blanks);
    else if (sheet.demand[next + 1] !== Demand.Line) commentLine(sheet, next, blanks);
    return;
  }
  switch (sheet.demand[next]) {
    case Demand.Seam:
    case Demand.Fold:
      // Rows fill up, so that only a line of its own is sure to end the one before.
      if (sheet.frames.has(sheet.owner[next]!, FrameFlag.Flow) && !sheet.is(next, Mark.Dedent))
        line(sheet, next, 0);
      else split(sheet, sheet.owner[next]!);
      break;
    case Demand.Line:
    case Demand.Level: break;
    case Demand.AsWritten:
    case Demand.Fixed:
      // What stands there ends the line already.
      if (tokens.onNewLine(next)) break;
      line(sheet, next, blanks);
      break;
    default:
      if (next < tokens.count) line(sheet, next, blanks);
  }
}

/** Has a comment behind what is dropped stand on a line of its own. */
function commentLine(sheet: Sheet, dropped: number, blanks: number): void {
  sheet.owner[dropped + 1] = sheet.owner[dropped]!;
  line(sheet, dropped + 1, blanks);
}

/** Whether brackets stand around gap g, so that lines may end there anyhow. */
function inBrackets(sheet: Sheet, g: number): boolean {
  let f = sheet.owner[g]!;
  while (f !== ROOT && !sheet.frames.has(f, FrameFlag.Bracket | FrameFlag.Block))
    f = sheet.frames.parent(f);
  return sheet.frames.has(f, FrameFlag.Bracket);
}

function line(sheet: Sheet, gap: number, blanks: number): void {
  sheet.demand[gap] = Demand.Line;
  sheet.blanks[gap] = blanks;
  sheet.marks[gap]! &= ~Mark.Dedent;
  split(sheet, sheet.owner[gap]!);
}

/** Has a line end in gap g, whatever the width; where no demand was stated it answers false. */
export function forceLine(sheet: Sheet, g: number): boolean {
  if (!sheet.isStated(g)) return false;
  sheet.demand[g] = Demand.Line;
  sheet.blanks[g] = 0;
  split(sheet, sheet.owner[g]!);
  return true;
}

/** A line end that must be splits its frame, and those around it up to the nearest brackets. */
function split(sheet: Sheet, frame: number): void {
  for (let f = frame; f !== ROOT; f = sheet.frames.parent(f)) {
    if (sheet.frames.has(f, FrameFlag.Block)) return;
    sheet.frames.setFlag(f, FrameFlag.Split);
    if (sheet.frames.has(f, FrameFlag.Bracket)) return;
  }
}
