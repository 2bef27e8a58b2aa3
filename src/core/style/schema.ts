import { BASE_STYLE, STYLE_VALUES, type Style } from "./style.js";

const DESCRIPTIONS: { readonly [K in keyof Style]: string } = {
  indentStyle: "Whether lines are indented with spaces or with tabs.",
  indentSize: "Columns of one step of indentation.",
  tabWidth: "Columns from one tab stop to the next; as indentSize where tabs indent.",
  endOfLine: "How lines end, those of comments and texts too where that changes no program.",
  trimTrailingWhitespace: "Whether white space at the end of lines goes.",
  insertFinalNewline: "Whether the last line of a file ends with a line end.",
  maxLineLength: "The most columns that a line should fill.",
  stringDelimiter: "Quotes of strings. A string whose inside would need an escape keeps its own.",
  interpolatedString:
    "Whether a plain string becomes a template once the sign that begins a value in one is typed into it.",
  markupDelimiter:
    "Quotes of markup attributes. One whose value holds the wanted quote keeps its own, as does one whose value is made by code of a template.",
  statementTerminator:
    "The semicolon after a statement, where the language lets it be left out. In style sheets, where it stands between declarations, the last one is added or stays as it is.",
  closingComma: "The comma after the last item of a bracketed list.",
  listSplit: "Whether a list that was written on several lines stays so.",
  expressionSplit:
    "Whether a condition, a chain of calls or the like that was written on several lines stays so; as listSplit where nobody says otherwise.",
  operatorSplit: "On which side of an operator a long expression breaks.",
  bracePadding:
    "Whether a blank stands inside the braces of objects and imported names on one line.",
  parameterGap:
    "Whether a blank stands between the name of a function or method and its parameters.",
  bracePlacement: "Where the brace that opens a block stands.",
  clausePlacement:
    "Where else, catch and finally stand after a block: on the line of its brace, or below it, as everywhere where braces have lines of their own.",
  attributeSplit:
    "Whether markup attributes that do not fit on a line are split, or all that are several.",
  platformImports:
    "Whether imports of what the language's platform brings stand before all others, or among packages by name.",
  blankLineLimit: "The most blank lines that are kept in a row.",
};

/** A JSON Schema (draft 2020-12) of one option of a style. */
export interface OptionSchema {
  readonly description: string;
  readonly type?: "integer" | "boolean";
  readonly enum?: readonly string[];
  readonly minimum?: number;
  /** What holds where nobody says otherwise; a language may differ. */
  readonly default?: Style[keyof Style];
}

function optionSchema(name: keyof Style): OptionSchema {
  const values = STYLE_VALUES[name];
  const description = DESCRIPTIONS[name];
  const fallback = (BASE_STYLE as Partial<Style>)[name];
  const base = fallback === undefined ? { description } : { description, default: fallback };
  if (typeof values === "number") return { ...base, type: "integer", minimum: values };
  if (typeof values[0] === "boolean") return { ...base, type: "boolean" };
  return { ...base, enum: values as readonly string[] };
}

/** What a style may hold, as JSON Schemas of its options by their names. */
export const STYLE_SCHEMA = Object.fromEntries(
  Object.keys(STYLE_VALUES).map((name) => [name, optionSchema(name as keyof Style)]),
) as { readonly [K in keyof Style]: OptionSchema };
