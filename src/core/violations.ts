import { createEngine } from "./engine.js";
import type { Language } from "./language.js";
import { checkStyle, type Style } from "./style/style.js";

/** Prefixes of a text that are tried too. */
const PREFIXES = 20;

/**
 * What a language does wrong with a text, as sentences; none where it keeps what every language must:
 * tokens lie in order and cover the text but for its white space; formatting keeps them, is settled at once,
 * and answers sorted, disjoint edits; and no prefix of the text makes it throw.
 *
 * @param style as for `createEngine`; `closingComma`, `statementTerminator` and the like as it would act.
 */
export function violationsOf(
  language: Language,
  text: string,
  style: Partial<Style> = {},
): string[] {
  checkStyle(style);
  const found = new Set<string>();
  const length = text.length;
  for (let i = 0; i <= PREFIXES; i++) {
    const part = text.slice(0, Math.ceil((length * i) / PREFIXES));
    try {
      for (const fault of faultsOf(language, part, style)) found.add(fault);
    } catch (error) {
      found.add(
        `${JSON.stringify(part.slice(-40))} at a text's end makes it throw: ${String(error)}`,
      );
    }
  }
  return [...found];
}

function* faultsOf(language: Language, text: string, style: Partial<Style>): Iterable<string> {
  const { tokens, tree } = language.parse(text);
  let end = tokens.textStart;
  for (let t = 0; t < tokens.count; t++) {
    if (tokens.start(t) < end || tokens.end(t) <= tokens.start(t))
      yield `token ${t} begins at ${tokens.start(t)}, before ${end}, or is empty`;
    if (text.slice(end, tokens.start(t)).trim() !== "")
      yield `no token holds ${JSON.stringify(text.slice(end, tokens.start(t)).trim())}`;
    end = tokens.end(t);
  }
  if (text.slice(end).trim() !== "")
    yield `no token holds ${JSON.stringify(text.slice(end).trim())}`;
  if (tokens.count > 0 && tree.end(tree.root) !== tokens.count)
    yield "the tree's root does not reach to the last token";
  const engine = createEngine({ languages: [language], style });
  const open = (whole: string) =>
    engine.open({ uri: "", languageId: language.ids[0]!, text: whole });
  const answer = open(text).formatDocument();
  let at = 0;
  for (const { from, to } of answer.changes) {
    if (from < at || to < from) yield `an edit at ${from} overlaps the one before it`;
    at = to;
  }
  const kept = (whole: string): string => comparableTokens(language, whole).join(" ");
  if (kept(text) !== kept(answer.text))
    yield `formatting changes the tokens of ${JSON.stringify(text)}`;
  if (open(answer.text).formatDocument().editCount > 0)
    yield `formatting ${JSON.stringify(text)} twice differs from formatting once`;
}

/** Tokens as they must be kept. */
function comparableTokens(language: Language, text: string): string[] {
  const { tokens } = language.parse(text);
  const all: string[] = [];
  for (let t = 0; t < tokens.count; t++) {
    // Line ends are the style's.
    const token = language.comparable(tokens, t).replace(/\r\n?/g, "\n");
    if (token !== "") all.push(token);
  }
  return all;
}
