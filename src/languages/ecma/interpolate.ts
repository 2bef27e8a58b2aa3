import type { Syntax } from "../../core/language.js";
import { NONE, type Tree } from "../../core/syntax/tree.js";
import type { TokenTable } from "../../core/syntax/tokens.js";
import type { Change } from "../../core/text/edits.js";
import { N, T } from "./kinds.js";
import { R, RULES } from "./rules.js";

/**
 * What makes a template of the string in which `${` has just been typed, its brace before `offset`: both
 * quotes, and escapes for what a template would read as its own. Nothing where no template may stand.
 */
export function interpolate({ tokens, tree }: Syntax, offset: number): Change[] {
  const t = tokens.lastAt(offset - 1);
  if (t < 0 || tokens.end(t) <= offset || (tokens.kind(t) as T) !== T.String) return [];
  const inner = tokens.textOf(t).slice(1, -1);
  if (kindAround(tree, t) === N.JsxAttribute) return attribute(tokens, t, inner, offset);
  // Octal escapes are none in templates.
  if (/(?:^|[^\\])(?:\\\\)*\\(?:[1-9]|0\d)/.test(inner) || !mayBeTemplate(tokens, tree, t))
    return [];
  const rule = RULES[R.StringDelimiter]!;
  const from = tokens.start(t);
  const to = tokens.end(t);
  const changes: Change[] = [{ from, to: from + 1, text: "`", rule }];
  const holes = /\\[^]|`|\$\{/g;
  for (let match = holes.exec(inner); match !== null; match = holes.exec(inner)) {
    const at = from + 1 + match.index;
    const typed = at + 2 === offset;
    if (!match[0].startsWith("\\") && !typed) changes.push({ from: at, to: at, text: "\\", rule });
  }
  changes.push({ from: to - 1, to, text: "`", rule });
  return changes;
}

/** An attribute's string has no escapes: braces around it make it a value, and what a template reads otherwise keeps it a string. */
function attribute(tokens: TokenTable, t: number, inner: string, offset: number): Change[] {
  if (/[\\`&\r\n]/.test(inner) || inner.indexOf("${") !== offset - 3 - tokens.start(t)) return [];
  const rule = RULES[R.StringDelimiter]!;
  const [from, to] = [tokens.start(t), tokens.end(t)];
  return [{ from, to: from + 1, text: "{`", rule }, { from: to - 1, to, text: "`}", rule }];
}

/** The kind of the innermost node that holds token t. */
function kindAround(tree: Tree, t: number): N {
  let node = tree.root;
  for (let child = node; child !== NONE; child = tree.childAt(node, t)) node = child;
  return tree.kind(node);
}

/** Whether a template may stand where the string t does: not as a name, a module, a directive. */
function mayBeTemplate(tokens: TokenTable, tree: Tree, t: number): boolean {
  let before = t - 1;
  while (before >= 0 && tokens.isTrivia(before)) before--;
  const behind = before < 0 ? T.End : tokens.kind(before) as T;
  switch (kindAround(tree, t)) {
    case N.Directive:
    case N.Import:
    case N.Specifier:
    case N.ImportAttributes:
    case N.JsxAttribute:
    case N.JsxOpening:
    case N.Namespace:
    case N.Unparsed:
      return false;
    case N.Export:
      return behind === T.Default;
    case N.Property:
    case N.Method:
    case N.Field:
    case N.Signature:
    case N.EnumMember:
      return behind === T.Colon || behind === T.Assign;
    default:
      return true;
  }
}
