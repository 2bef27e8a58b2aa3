import type { Language, Syntax } from "../../core/language.js";
import type { Notation } from "../../core/notation.js";
import { SequenceFlag } from "../../core/outline/sequence.js";
import type { TokenTable } from "../../core/syntax/tokens.js";
import { unquoted } from "../../core/text/quotes.js";
import { N, T } from "./kinds.js";
import { layoutJson } from "./layout.js";
import { R, RULES, RULE_DESCRIPTIONS } from "./rules.js";
import { lexJson } from "./lexer.js";
import { parseJson } from "./parser.js";
import { jsonTyping } from "./typing.js";

const NOTATION: Notation = {
  lineComments: ["//"],
  blockComment: { open: "/*", close: "*/", leader: "*", documentation: "/**" },
  brackets: [["[", "]"], ["{", "}"]],
  block: ["{", "}"],
  separator: ",",
  hangs: /^:\s/,
  operand: /[\p{L}\p{N}_$"'[{\-]/u,
};

interface Names {
  readonly name: string;
  readonly extensions: readonly string[];
  readonly fileNames: readonly string[];
}

function jsonLanguage(names: Names, strict: boolean): Language {
  return {
    ...names,
    family: "json",
    ids: [names.name],
    defaults: { closingComma: "never" },
    rules: RULES,
    ruleDescriptions: RULE_DESCRIPTIONS,
    commentRule: R.Comment,
    splitRule: R.Split,
    insertRules: { separator: R.ClosingComma },
    notation: NOTATION,
    trailingSpace: 1,
    breaksAnywhere: true,
    mergingPairs: new Set(["//", "/*"]),
    unparsed: N.Unparsed,
    typing: jsonTyping,
    parse(text: string): Syntax {
      const tokens = lexJson(text);
      return { tokens, tree: parseJson(tokens), unbalanced: false };
    },
    isUnit: (kind) => kind === N.Member || kind === N.Object || kind === N.Array,
    sequence: (kind) =>
      kind === N.Object || kind === N.Array
        ? SequenceFlag.Is | SequenceFlag.Alone | SequenceFlag.Joint
        : 0,
    comparable,
    layout: layoutJson,
    ...(strict ? { nonStandard } : {}),
  };
}

/** JSON as ECMA-404 has it. Comments and closing commas are laid out, and told of as unsettled. */
export const json = jsonLanguage(
  {
    name: "json",
    extensions: [".json", ".webmanifest", ".geojson", ".topojson", ".jsonld"],
    fileNames: [
      ".nycrc",
      ".watchmanconfig",
      "composer.lock",
      "deno.lock",
      "flake.lock",
      "Pipfile.lock",
    ],
  },
  true,
);

/** JSON with comments and closing commas. */
export const jsonc = jsonLanguage(
  {
    name: "jsonc",
    extensions: [".jsonc", ".json5"],
    fileNames: [
      "tsconfig.json",
      "jsconfig.json",
      "oak-tide.json",
      "devcontainer.json",
      ".devcontainer.json",
      ".babelrc",
      ".swcrc",
    ],
  },
  false,
);

/** What the standard does not allow, though it is understood. */
function* nonStandard({ tokens }: Syntax): Iterable<{ from: number; to: number }> {
  for (let t = 0; t < tokens.count; t++) {
    const closer = tokens.kind(tokens.skipTrivia(t + 1));
    const closing =
      tokens.kind(t) === T.Comma && (closer === T.RightBrace || closer === T.RightBracket);
    if (tokens.isTrivia(t) || closing) yield { from: tokens.start(t), to: tokens.end(t) };
  }
}

function comparable(tokens: TokenTable, t: number): string {
  const text = tokens.textOf(t);
  switch (tokens.kind(t) as T) {
    case T.Comma: return "";
    case T.Comment: return text.replace(/^[ \t]+/gm, "");
    // A key gets its quotes, a string the standard's.
    case T.String: return unquoted(text.replace(/^["']|["']$/g, ""));
    default: return text;
  }
}
