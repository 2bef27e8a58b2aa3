import type { Language, Syntax } from "../../core/language.js";
import type { TokenTable } from "../../core/syntax/tokens.js";
import { lineColumn } from "../../core/text/width.js";
import { N, T } from "./kinds.js";
import { R, RULES, layoutJson } from "./layout.js";
import { lexJson } from "./lexer.js";
import { parseJson } from "./parser.js";
import { jsonTyping } from "./typing.js";

interface Names {
  readonly name: string;
  readonly extensions: readonly string[];
  readonly fileNames: readonly string[];
}

function jsonLanguage(names: Names, strict: boolean): Language {
  return {
    ...names,
    ids: [names.name],
    defaults: { closingComma: "never" },
    rules: RULES,
    commentRule: R.Comment,
    splitRule: R.Split,
    insertRules: { comma: R.ClosingComma, terminator: R.Comma },
    trailingSpace: 1,
    freeLines: true,
    fusing: new Set(["//", "/*"]),
    unparsed: N.Unparsed,
    typing: jsonTyping,
    parse(text: string): Syntax {
      const tokens = lexJson(text);
      return { tokens, tree: parseJson(tokens) };
    },
    isUnit: (kind) => kind === N.Member || kind === N.Object || kind === N.Array,
    indents,
    comparable,
    layout: layoutJson,
    ...(strict ? { outside } : {}),
  };
}

/** JSON as ECMA-404 has it. Comments and closing commas are laid out, and told of as unsettled. */
export const json = jsonLanguage(
  { name: "json", extensions: [".json", ".webmanifest", ".geojson"], fileNames: [] },
  true,
);

/** JSON with comments and closing commas. */
export const jsonc = jsonLanguage(
  {
    name: "jsonc",
    extensions: [".jsonc", ".json5"],
    fileNames: ["tsconfig.json", "jsconfig.json"],
  },
  false,
);

/** What the standard does not allow, though it is understood. */
function* outside({ tokens }: Syntax): Iterable<{ from: number; to: number }> {
  for (let t = 0; t < tokens.count; t++) {
    const closer = tokens.kind(tokens.skipTrivia(t + 1));
    const closing =
      tokens.kind(t) === T.Comma && (closer === T.RightBrace || closer === T.RightBracket);
    if (tokens.isTrivia(t) || closing) yield { from: tokens.start(t), to: tokens.end(t) };
  }
}

/** Tab stops by which indentation is compared. */
const TAB = 8;

function* indents({ tokens, tree }: Syntax): Iterable<number> {
  const column = (t: number): number => lineColumn(tokens.text, tokens.start(t), TAB);
  for (let node = 1; node <= tree.size; node++) {
    const kind: N = tree.kind(node);
    const first = tree.first(node) + 1;
    if (
      (kind === N.Object || kind === N.Array)
      && tree.end(node) - first > 1
      && tokens.onNewLine(first)
    ) yield column(first) - column(first - 1);
  }
}

function comparable(tokens: TokenTable, t: number): string {
  const text = tokens.textOf(t);
  switch (tokens.kind(t) as T) {
    case T.Comma: return "";
    case T.Comment: return text.replace(/^[ \t]+/gm, "");
    // A key gets its quotes, a string the standard's.
    case T.String: return text.replace(/^["']|["']$/g, "").replace(/\\?["']/g, '"');
    default: return text;
  }
}
