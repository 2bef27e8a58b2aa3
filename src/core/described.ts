import type { Engine } from "./engine.js";
import type { Style } from "./style/style.js";

/** A rule that an edit names. */
export interface Rule {
  /** The language family and a name: `python/comma-space`. */
  readonly id: string;
  /** What it asks for, as a sentence. */
  readonly description: string;
  /** Where it is written about: a file of the package, and a place in it. */
  readonly link: string;
  /** The options of the style that decide what it asks for; none where that is always the same. */
  readonly options: readonly (keyof Style)[];
}

/** The options that decide what rules ask for, by the rule's name, or by its identifier for one family alone. */
const OPTIONS: Readonly<Record<string, readonly (keyof Style)[]>> = {
  "as-written": ["trimTrailingWhitespace"],
  "blank-lines": ["blankLineLimit"],
  "block-indent": ["indentStyle", "indentSize"],
  "brace-placement": ["bracePlacement", "clausePlacement"],
  "closing-comma": ["closingComma"],
  "css/brace-space": ["bracePlacement", "clausePlacement"],
  "docstring-indent": ["indentStyle", "indentSize"],
  "ecma/bracket-space": ["bracePadding"],
  "ecma/call-space": ["parameterGap"],
  "ecma/line-split": [
    "maxLineLength",
    "listSplit",
    "expressionSplit",
    "operatorSplit",
    "attributeSplit",
  ],
  "ecma/string-delimiter": ["stringDelimiter", "interpolatedString"],
  "ecma/type-space": ["parameterGap"],
  "html/line-split": ["maxLineLength", "listSplit", "attributeSplit"],
  "import-order": ["platformImports"],
  "json/bracket-space": ["bracePadding"],
  "line": ["indentStyle", "indentSize", "trimTrailingWhitespace", "insertFinalNewline"],
  "line-end": ["endOfLine"],
  "line-split": ["maxLineLength", "listSplit", "expressionSplit", "operatorSplit"],
  "markup-delimiter": ["markupDelimiter"],
  "new-line": ["indentStyle", "indentSize"],
  "script-indent": ["indentStyle", "indentSize"],
  "statement-terminator": ["statementTerminator"],
  "string-delimiter": ["stringDelimiter"],
  "xml/line-split": ["maxLineLength", "listSplit", "attributeSplit"],
};

/** What rules ask for that every language has, or several have, by name. */
const DESCRIPTIONS: Readonly<Record<string, string>> = {
  "as-written": "What is not understood keeps its white space; only its lines' ends are trimmed.",
  "blank-lines":
    "Blank lines stand between definitions as the language asks, and elsewhere up to the limit.",
  "block-indent": "Pasted and moved lines go to the depth of their place, and keep their shape.",
  "bracket-space":
    "Brackets stand close to what they hold, or apart from it, as their kind has it.",
  "call-space": "No blank stands between a call's name and its bracket.",
  "closing-comma": "The comma after the last item of a list comes and goes as the style says.",
  "colon-space": "A colon stands close to what comes before it, and a blank follows.",
  "comma-space": "A comma stands close to what comes before it, and a blank or a line end follows.",
  "comment-end": "A comment that is ended stands under its beginning.",
  "comment-space": "A comment stands at the depth of its code, or apart from the code on its line.",
  "import-order": "Imports stand in groups, each sorted; comments go with them.",
  "keyword-space": "One blank stands between a keyword and what is beside it.",
  "line": "A line begins at the depth of its construct, and nothing stands at its end.",
  "line-end": "All lines end in the same way.",
  "line-split":
    "A line that is too long is split where its construct allows that, and joined where it fits.",
  "new-line": "A line that Enter begins has its depth.",
  "operator-space":
    "One blank stands on both sides of an operator, or a line end on the style's side.",
  "string-delimiter":
    "Strings have the style's quotes, unless their inside would need an escape then.",
  "unary-space": "A sign before a value stands close to it.",
};

/** What is to say of a rule that an edit names; undefined where no language of the engine has it. */
export function describeRule(engine: Engine, id: string): Rule | undefined {
  const family = id.slice(0, Math.max(0, id.indexOf("/")));
  for (const languageId of engine.languageIds) {
    const language = engine.language(languageId)!;
    if (language.family !== family || !engine.rules(languageId).includes(id)) continue;
    const name = id.slice(family.length + 1);
    return {
      id,
      description: language.ruleDescriptions?.[name] ?? DESCRIPTIONS[name] ?? "",
      link: `docs/rules.md#${id.replace("/", "-")}`,
      options: OPTIONS[id] ?? OPTIONS[name] ?? [],
    };
  }
  return undefined;
}
