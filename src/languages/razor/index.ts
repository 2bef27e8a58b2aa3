import type { Language } from "../../core/language.js";
import type { Span } from "../../core/outline/excerpt.js";
import { reindentCode } from "../../core/regions/texts.js";
import { TokenFlag, type TokenTable } from "../../core/syntax/tokens.js";
import { regionsBy } from "../../core/regions/host.js";
import { bracesStep, bracketsIn } from "../html/braces.js";
import { NO_EFFECT, Step } from "../html/effect.js";
import { htmlClosers } from "../html/typing/closers.js";
import { typingOf } from "../html/typing/index.js";
import { html } from "../html/index.js";
import { blocksAddUp, type Code } from "../html/islands.js";
import { T } from "../html/kinds.js";
import { HtmlLayout } from "../html/layout/content.js";
import { parseHtml, type Dialect } from "../html/parser.js";
import { R, RULES } from "../html/rules.js";
import { CODE, lexRazor, valuesIn } from "./lexer.js";
import { razorRegions } from "./regions.js";

/** Where a blank lacks beside the brace of a block: `){`, `}else{`. */
const TIGHT = /(?<=\))(?=\{$)|(?<=^\})(?=\w)|(?<=\w)(?=\{$)/g;

/** A label of a switch. */
const LABEL = /^(?:case\b[^]*|default\s*):$/;

/** Pieces of code tell depth by their braces, and by the labels of a switch. */
const BRACES: Code = {
  effectOf(tokens, t) {
    if (!tokens.has(t, CODE)) return NO_EFFECT;
    const word = tokens.textOf(t);
    return { ...NO_EFFECT, step: LABEL.test(word) ? Step.Label : bracesStep(word) };
  },
  nests: (tokens, t) => tokens.has(t, CODE),
  isLone(tokens, t) {
    if (!tokens.has(t, CODE)) return false;
    let first = t;
    while (first > 0 && !tokens.onNewLine(first) && tokens.has(first - 1, CODE)) first--;
    let end = t + 1;
    while (end < tokens.count && !tokens.onNewLine(end) && tokens.has(end, CODE)) end++;
    return (
      (first === 0 || tokens.onNewLine(first)) && (end >= tokens.count || tokens.onNewLine(end))
    );
  },
  closerOf: () => "}",
};

/** Whether the brackets of a page's code are closed, each in its piece, and no brace in a text lost what opened it. */
function addsUp(tokens: TokenTable): boolean {
  for (let t = 0; t < tokens.count; t++) {
    if (tokens.kind(t) as T !== T.Word) continue;
    if (!tokens.has(t, CODE)) {
      if (tokens.is(t, "}")) return false;
      continue;
    }
    const { opens, closes } = bracketsIn(tokens.textOf(t), "(", ")");
    if (opens > 0 || closes > 0) return false;
  }
  return blocksAddUp(tokens, BRACES);
}

const TYPING = typingOf(false);

const DIALECT: Dialect = { closesAny: true, hasComponents: true, lex: lexRazor, code: BRACES };

/** Pieces of code stand in the depth of their braces. */
class RazorLayout extends HtmlLayout {
  protected override readonly hasComponents = true;

  override document(): void {
    const { tokens, sheet } = this;
    for (let t = 1; t < tokens.count; t++) {
      const isMembers = this.isKind(t, T.Raw) && tokens.has(t - 1, CODE);
      if (isMembers) reindentCode(sheet, t);
    }
    super.document();
  }

  protected override codeIn(from: number, to: number): readonly Span[] {
    return valuesIn(this.tokens.text, from, to);
  }

  // Braces tell what they hold apart from what stands around them.
  protected override isAtMargin(): boolean {
    return false;
  }

  protected override isLone(first: number): boolean {
    return BRACES.isLone(this.tokens, first);
  }

  protected override isStatement(t: number): boolean {
    const { tokens } = this;
    if (this.isKind(t, T.Raw)) return t > 0 && tokens.has(t - 1, CODE);
    return tokens.has(t, CODE) && /^(?:@:|[^@}][^]*;$)/.test(tokens.textOf(t));
  }

  protected override lone(t: number): void {
    const { tokens, sheet } = this;
    if (tokens.has(t, TokenFlag.MultiLine)) {
      reindentCode(sheet, t);
      return;
    }
    const start = tokens.start(t);
    const changes = [...tokens.textOf(t).matchAll(TIGHT)].map(({ index }) => ({
      from: start + index,
      to: start + index,
      text: " ",
      rule: RULES[R.Tag]!,
    }));
    sheet.rewrite(t, changes);
  }
}

/** Pages of markup in which `@` begins code in C#, that holds markup again. */
export const razor: Language = {
  ...html,
  name: "razor",
  family: "html",
  ids: ["razor", "aspnetcorerazor"],
  extensions: [".cshtml", ".razor"],
  defaults: { ...html.defaults, indentSize: 4, maxLineLength: 120 },
  notation: {
    ...html.notation,
    blockComment: { open: "@*", close: "*@" },
    brackets: [["{", "}"]],
    block: ["{", "}"],
  },
  typing: {
    ...TYPING,
    words: new Map([...TYPING.words, ["case", [" x:"]], ["default", [":"]]]),
    closers: (text, line) => htmlClosers(text, line, DIALECT),
    addsUp,
  },
  regions: regionsBy(razorRegions),
  parse: (text, byColumns) => parseHtml(text, byColumns, DIALECT),
  keepsLineEnds: (tokens, t) => !tokens.isTrivia(t),
  comparable: (tokens, t) => (
    tokens.has(t, CODE) || (tokens.kind(t) !== T.Raw && /@[^\s<(]*\(/.test(tokens.textOf(t)))
      ? tokens.textOf(t).replace(/\s+/g, "")
      : html.comparable(tokens, t)
  ),
  layout: (sheet, syntax, style) => new RazorLayout(sheet, syntax, style).document(),
};
