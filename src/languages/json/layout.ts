import type { Syntax } from "../../core/language.js";
import { Demand, FrameFlag, Mark, type Sheet } from "../../core/layout/sheet.js";
import {
  closeWithSeparator,
  itemsOf,
  padsBraces,
  type ListRules,
} from "../../core/layout/items.js";
import { splitAtOwn } from "../../core/layout/written.js";
import type { Style } from "../../core/style/style.js";
import type { TokenTable } from "../../core/syntax/tokens.js";
import { NONE, type Tree } from "../../core/syntax/tree.js";
import type { Change } from "../../core/text/edits.js";
import { N, T } from "./kinds.js";
import { R, RULES } from "./rules.js";

/** States the demands on the gaps of a JSON document. */
export function layoutJson(sheet: Sheet, syntax: Syntax, style: Style): void {
  const layout = new JsonLayout(sheet, syntax, style);
  sheet.set(syntax.tokens.skipTrivia(0), Demand.Join, R.Line);
  layout.quotes();
  layout.visit(syntax.tree.root);
}

class JsonLayout {
  readonly tokens: TokenTable;
  readonly tree: Tree;

  constructor(
    private readonly sheet: Sheet,
    syntax: Syntax,
    private readonly style: Style,
  ) {
    this.tokens = syntax.tokens;
    this.tree = syntax.tree;
  }

  /** Single quotes become double ones, as the standard has them. */
  quotes(): void {
    const { tokens, sheet } = this;
    for (let t = 0; t < tokens.count; t++) {
      const single = tokens.kind(t) === T.String && tokens.text[tokens.start(t)] === "'";
      if (single && !tokens.swallows(t))
        sheet.rewrite(t, standardQuotes(tokens.text, tokens.start(t), tokens.end(t)));
    }
  }

  visit(node: number): void {
    const { tree, sheet, tokens } = this;
    switch (tree.kind(node) as N) {
      case N.Document:
        for (let t = 0; t < tokens.count; t++) {
          if (tokens.isTrivia(t)) this.documentComment(t);
        }
        for (let c = tree.child(node); c !== NONE; c = tree.next(c)) {
          if (tree.first(c) > tokens.skipTrivia(0)) sheet.line(tree.first(c), 0, 1, R.Line);
          else if (tree.first(c) > 0) sheet.line(tree.first(c), 0, 1, R.Line);
          this.visit(c);
        }
        return;
      case N.Object:
      case N.Array: return this.list(node);
      case N.Member: return this.member(node);
      case N.Unparsed:
        for (let t = tree.first(node) + 1; t < tree.end(node); t++)
          sheet.set(t, Demand.AsWritten, R.Unparsed);
    }
  }

  /** Comments before and after the value stand on lines of their own, where they were. */
  private documentComment(t: number): void {
    const { tree, tokens, sheet } = this;
    const value = tree.child(tree.root);
    const nonStandard = value === NONE || t < tree.first(value) || t >= tree.end(value);
    if (!nonStandard) return;
    if (tokens.onNewLine(t) || t === 0) sheet.line(t, 0, 1, R.Comment);
    else sheet.set(t, Demand.Trailing, R.Comment);
  }

  private member(node: number): void {
    const { tree, tokens, sheet } = this;
    const key = tree.first(node);
    if (tokens.kind(key) === T.Word) {
      const rule = RULES[R.Quotes]!;
      sheet.rewrite(key, [
        { from: tokens.start(key), to: tokens.start(key), text: '"', rule },
        { from: tokens.end(key), to: tokens.end(key), text: '"', rule },
      ]);
    }
    const colon = tokens.skipTrivia(key + 1);
    sheet.set(colon, Demand.Join, R.Colon);
    sheet.set(tokens.skipTrivia(colon + 1), Demand.Space, R.Colon);
    if (tree.child(node) !== NONE) this.visit(tree.child(node));
  }

  private readonly listRules: ListRules = {
    separates: (t) => this.tokens.kind(t) === T.Comma,
    isNumber: (t, child) => (
      child === NONE && this.tokens.kind(t) === T.Word && /^[-+\d.]/.test(this.tokens.textOf(t))
    ),
  };

  private list(node: number): void {
    const { tree, tokens, sheet, style } = this;
    const opener = tree.first(node);
    const closer = tree.end(node) - 1;
    const first = tokens.skipTrivia(opener + 1);
    if (closer === opener + 1) return sheet.set(closer, Demand.Join, R.Bracket);
    const object = tree.kind(node) === N.Object;
    const edge = object && padsBraces(this, node, style) ? Demand.Fold : Demand.Seam;
    const items = itemsOf(tokens, tree, node, this.listRules);
    const split = style.listSplit === "as-written" && splitAtOwn(this, node);
    const flow = !object && items.numbers && items.count > 3;
    sheet.open(
      opener + 1,
      closer,
      FrameFlag.Bracket | (flow ? FrameFlag.Flow : FrameFlag.Whole) | (split ? FrameFlag.Split : 0),
      1,
    );
    let before: T = T.Comma;
    for (const part = tree.parts(node, opener + 1, closer); part.next();) {
      const { at: t, node: child } = part;
      const isChild = child !== NONE;
      const kind: T = isChild ? T.End : tokens.kind(t);
      if (isChild || !tokens.isTrivia(t)) {
        if (t === first) sheet.set(t, edge, R.Bracket);
        else if (kind === T.Comma) sheet.set(t, Demand.Join, R.Comma);
        else sheet.set(t, before === T.Comma || !isChild ? Demand.Fold : Demand.AsWritten, R.Comma);
        if (isChild) this.visit(child);
        before = kind;
      }
    }
    sheet.set(closer, edge, R.Bracket);
    sheet.mark(closer, Mark.Dedent);
    // A comma may be all that holds apart what does not parse.
    if (!tree.hasChild(node, N.Unparsed)) closeWithSeparator(sheet, items, style, R.ClosingComma);
    sheet.close();
  }
}

/** The changes that make a string in single quotes one in double quotes; escapes are put in where they must be. */
function standardQuotes(text: string, from: number, to: number): Change[] {
  const rule = RULES[R.Quotes]!;
  const changes: Change[] = [{ from, to: from + 1, text: '"', rule }];
  for (let i = from + 1; i < to - 1; i++) {
    if (text[i] === '"') {
      changes.push({ from: i, to: i, text: "\\", rule });
    } else if (text[i] === "\\") {
      if (text[i + 1] === "'") changes.push({ from: i, to: i + 1, text: "", rule });
      i++;
    }
  }
  changes.push({ from: to - 1, to, text: '"', rule });
  return changes;
}
