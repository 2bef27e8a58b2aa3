import type { Around } from "../../language.js";
import { Signs } from "../../notation.js";
import { LINE_ENDS } from "../../style/indent.js";
import type { Change } from "../../text/edits.js";
import { pushChanges } from "../../text/minimise.js";
import { indentColumn, lineColumn } from "../../text/width.js";
import { brokenSign, continueComment, documentationSign } from "./comment.js";
import type { Context } from "./context.js";
import { WHOLE, closerDepth, depthAfter, depthAt, whiteFor } from "../placing/depth.js";
import { tokenAround } from "../placing/places.js";
import { closerBehind } from "./pairs.js";
import { continueProse, pushedDown } from "./prose.js";
import { ruleId } from "../../rules.js";
import type { Typed } from "./typed.js";
import { wordCompleted } from "./words.js";

/** Answers for Enter: the line that it began gets its depth, and the one left behind loses what is unused. */
export function entered(context: Context): Typed {
  const { syntax, offset, lines, language, style, whole } = context;
  const start = lines.lineStart(lines.lineAt(offset));
  const own = language.typing.entered?.(lines.text, start, style, whole);
  if (own !== undefined) return own;
  const inside = tokenAround(syntax, offset);
  if (inside < 0) return new Entered(context).answer();
  const goesOn = syntax.tokens.isTrivia(inside)
    ? continueComment(context, inside)
    : language.typing.isProse?.(syntax, inside) === true
    ? continueProse(context, inside)
    : undefined;
  return goesOn ?? pushedDown(context) ?? { changes: [] };
}

class Entered {
  private readonly changes: Change[] = [];
  private readonly line: number;
  private readonly start: number;
  private readonly end: number;
  /** The white space at the line's beginning, and what goes down with the caret. */
  private readonly white: string;
  private readonly rest: string;
  private readonly rule: string;

  constructor(private readonly context: Context) {
    const { lines, offset, language } = context;
    this.line = lines.lineAt(offset);
    this.start = lines.lineStart(this.line);
    this.end = lines.lineEnd(this.line);
    const text = lines.text.slice(this.start, this.end);
    this.rest = text.trim();
    this.white = text.slice(0, text.length - text.trimStart().length);
    this.rule = ruleId(language, "new-line");
  }

  answer(): Typed {
    const above = this.lineAbove();
    const left = above.trim() === "" ? above : undefined;
    const before = this.leftBehind();
    const pair = left === undefined ? closerBehind(this.context, this.rest) : undefined;
    if (pair !== undefined) return this.opened(before, pair);
    const kept = left === undefined || this.rest === "" ? undefined : this.keptWhite(left, before);
    if (kept !== undefined) return this.put(before, kept);
    const sign = this.rest === ""
      ? documentationSign(this.context, this.line)
      : brokenSign(this.context, this.line);
    const rest = sign === "" ? this.rest : "";
    const depth = depthAt(this.context, before, rest, WHOLE, this.around(rest, left));
    return this.put(
      before,
      this.standing(
        whiteFor(this.context.language, depth, before, this.context.style),
        depth.column,
      )
        + sign,
    );
  }

  private lineAbove(): string {
    const { lines } = this.context;
    if (this.line === 0) return "x";
    return lines.text.slice(lines.lineStart(this.line - 1), lines.lineEnd(this.line - 1));
  }

  /** Takes from the line above the white space at its end, and has a word that ends it settle; answers the text then. */
  private leftBehind(): string {
    const { context, line, start } = this;
    const { text } = context.lines;
    if (line === 0) return text.slice(0, start);
    const from = context.lines.lineStart(line - 1);
    const to = context.lines.lineEnd(line - 1);
    const row = text.slice(from, to);
    let trimmed = row.trimEnd();
    const word = wordCompleted(context, from, trimmed.trimStart());
    if (word !== undefined) {
      const own = row.length - row.trimStart().length;
      pushChanges(this.changes, text, from, from + own, word, ruleId(context.language, "line"));
      trimmed = word + trimmed.trimStart();
    }
    if (row.trimEnd() !== row) {
      this.changes.push(
        { from: from + row.trimEnd().length, to, text: "", rule: this.rule },
      );
    }
    return text.slice(0, from) + trimmed + text.slice(to, start);
  }

  /**
   * The white space of text in front of which Enter was pressed: it keeps its column. What an editor has
   * put in already counts once.
   */
  private keptWhite(left: string, before: string): string {
    const { white } = this;
    if (white !== left) return left + white;
    const { style, language } = this.context;
    const column = (text: string): number => indentColumn(text, 0, text.length, style.tabWidth);
    const { blocks } = language.typing;
    if (language.sequence === undefined) return white;
    // Where indentation makes blocks, what the editor has put in is right if a block stands there.
    if (blocks?.column(before, style, { rest: this.rest }) !== undefined)
      return blocks.nearest(before, column(white), style) === column(white) ? white : left + white;
    const around = this.around(this.rest, undefined);
    const depth = depthAt(this.context, before, this.rest, WHOLE, around);
    return depth.column === column(left + white) ? left + white : white;
  }

  private around(rest: string, left: string | undefined): Around {
    const { context: { lines, style, touched }, line } = this;
    let below = line + 1;
    const text = (n: number): string => lines.text.slice(lines.lineStart(n), lines.lineEnd(n));
    while (below < lines.count && text(below).trim() === "") below++;
    // White space that stands here already was put in for the one that was left.
    const caret = rest === "" && left !== undefined && this.white !== "" ? this.white : left;
    const placed = caret !== undefined && (caret !== "" || touched(line - 1));
    return {
      rest,
      below: below < lines.count
        ? lineColumn(lines.text, lines.lineStart(below), style.tabWidth)
        : undefined,
      left: placed ? indentColumn(caret, 0, caret.length, style.tabWidth) : undefined,
    };
  }

  /** White space that stands there and reaches the column stays as it is. */
  private standing(wanted: string, column: number): string {
    const { white, context: { style } } = this;
    const there = indentColumn(white, 0, white.length, style.tabWidth);
    return white !== "" && there === column ? white : wanted;
  }

  /** Puts the caret's line behind its white space. */
  private put(before: string, lead: string): Typed {
    const { changes, context: { lines }, start, white } = this;
    pushChanges(changes, lines.text, start, start + white.length, lead, this.rule);
    return { changes, caret: before.length + lead.length };
  }

  /** Three lines from a pair: the caret's, what stood between on it, and the closer's. */
  private opened(before: string, closerAt: number): Typed {
    const { changes, context, start, white, rest, rule } = this;
    const { style, lines } = context;
    const inner = rest.slice(0, closerAt).trimEnd();
    const { language } = context;
    const byBlocks = language.typing.blocks?.column(before, style, { rest: inner });
    const from = start + white.length;
    // What closes the pair stands on a line below.
    const below = `\n${lines.text.slice(from + closerAt)}`;
    const depth = byBlocks === undefined
      ? depthAfter(language, before, inner, WHOLE, style, below)
      : { column: byBlocks, closer: undefined };
    const lead = this.standing(whiteFor(language, depth, before, style), depth.column);
    const sign = Signs.of(language.notation).closingHead(rest.slice(closerAt))!;
    const closer = depth.closer ?? closerDepth(language, before, sign, style);
    const ending = LINE_ENDS[style.endOfLine] + whiteFor(language, closer, before, style);
    if (inner === "") {
      pushChanges(changes, lines.text, start, from + closerAt, lead + ending, rule);
    } else {
      pushChanges(changes, lines.text, start, from, lead, rule);
      pushChanges(changes, lines.text, from + inner.length, from + closerAt, ending, rule);
    }
    return { changes, caret: before.length + lead.length };
  }
}
