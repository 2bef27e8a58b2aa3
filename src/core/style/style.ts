/** How code shall look. Names the EditorConfig standard has are its own. */
export interface Style {
  readonly indentStyle: "space" | "tab";
  /** Columns of one step. */
  readonly indentSize: number;
  /** Columns from one tab stop to the next; as `indentSize` where tabs indent. */
  readonly tabWidth: number;
  readonly endOfLine: "lf" | "crlf" | "cr";
  readonly trimTrailingWhitespace: boolean;
  readonly insertFinalNewline: boolean;
  /** The most columns a line should fill. */
  readonly maxLineLength: number;
  /** Quotes of strings. A string whose inside would need an escape keeps its own. */
  readonly stringDelimiter: "double" | "single" | "as-written";
  /** Whether a plain string becomes a template once the sign that begins a value in one is typed into it. */
  readonly interpolatedString: "template" | "as-written";
  /** Quotes of markup attributes. One whose value holds the wanted quote keeps its own. */
  readonly markupDelimiter: "double" | "single" | "as-written";
  /** The semicolon after a statement, where the language lets it be left out. */
  readonly statementTerminator: "explicit" | "omitted" | "as-written";
  /** The comma after the last item of a bracketed list. */
  readonly closingComma: "when-split" | "never" | "as-written";
  /** Whether a list that was written on several lines stays so. */
  readonly listSplit: "as-written" | "by-width";
  /**
   * Whether a condition, conditional, intersection or chain of calls that was written on several lines
   * stays so, and a value below what it is given to; as `listSplit` where nobody says otherwise.
   */
  readonly expressionSplit: "as-written" | "by-width";
  /** On which side of an operator a long expression breaks; `as-written` where it does already, else before it. */
  readonly operatorSplit: "before" | "after" | "as-written";
  /** Whether a blank stands inside the braces of objects and imported names on one line. */
  readonly bracePadding: "none" | "blank" | "as-written";
  /** Whether a blank stands between the name of a function or method and its parameters. */
  readonly parameterGap: "none" | "blank" | "as-written";
  /** Where the brace that opens a block stands. */
  readonly bracePlacement: "same-line" | "own-line";
  /** Where what goes on behind a block stands, as `else` does; below it too where braces have lines of their own. */
  readonly clausePlacement: "same-line" | "own-line";
  /** Whether markup attributes that do not fit on a line are split, or all that are several. */
  readonly attributeSplit: "by-width" | "stacked";
  /** Whether imports of what the language's platform brings stand before all others, or among packages by name. */
  readonly platformImports: "first" | "by-name";
  /** The most blank lines kept in a row. */
  readonly blankLineLimit: number;
}

/** The names of a style, with what each may hold: a list of words, or a smallest number. */
export const STYLE_VALUES: { readonly [K in keyof Style]: readonly Style[K][] | number } = {
  indentStyle: ["space", "tab"],
  indentSize: 1,
  tabWidth: 1,
  endOfLine: ["lf", "crlf", "cr"],
  trimTrailingWhitespace: [true, false],
  insertFinalNewline: [true, false],
  maxLineLength: 1,
  stringDelimiter: ["double", "single", "as-written"],
  interpolatedString: ["template", "as-written"],
  markupDelimiter: ["double", "single", "as-written"],
  statementTerminator: ["explicit", "omitted", "as-written"],
  closingComma: ["when-split", "never", "as-written"],
  listSplit: ["as-written", "by-width"],
  expressionSplit: ["as-written", "by-width"],
  operatorSplit: ["before", "after", "as-written"],
  bracePadding: ["none", "blank", "as-written"],
  parameterGap: ["none", "blank", "as-written"],
  bracePlacement: ["same-line", "own-line"],
  clausePlacement: ["same-line", "own-line"],
  attributeSplit: ["by-width", "stacked"],
  platformImports: ["first", "by-name"],
  blankLineLimit: 0,
};

/** What holds where nobody says otherwise. A language states where it differs. */
export const BASE_STYLE: Omit<Style, "expressionSplit"> = {
  indentStyle: "space",
  indentSize: 2,
  tabWidth: 8,
  endOfLine: "lf",
  trimTrailingWhitespace: true,
  insertFinalNewline: true,
  maxLineLength: 100,
  stringDelimiter: "double",
  interpolatedString: "as-written",
  markupDelimiter: "double",
  statementTerminator: "explicit",
  closingComma: "when-split",
  listSplit: "as-written",
  operatorSplit: "before",
  bracePadding: "blank",
  parameterGap: "none",
  bracePlacement: "same-line",
  clausePlacement: "same-line",
  attributeSplit: "by-width",
  platformImports: "first",
  blankLineLimit: 1,
};

/** A style of which it is open whether expressions are split as lists are. */
type Draft = Omit<Style, "expressionSplit"> & {
  expressionSplit: Style["expressionSplit"] | undefined;
};

/** What the defaults of languages come to over the base: most of a style, and told at every request. */
const grounds = new WeakMap<Partial<Style>, Draft>();

/**
 * One style from several that are valid, earlier ones ruling over later ones.
 *
 * @param defaults a language's, over which all others rule, and which rule over the base.
 * @throws RangeError where those are not valid.
 */
export function resolveStyle(
  defaults: Partial<Style>,
  layers: readonly (Partial<Style> | undefined)[],
): Style {
  let style = grounds.get(defaults);
  if (style === undefined) {
    checkStyle(defaults);
    style = laidOver(defaults, { ...BASE_STYLE, expressionSplit: undefined });
    grounds.set(defaults, style);
  }
  for (let i = layers.length - 1; i >= 0; i--) {
    const layer = layers[i];
    if (layer !== undefined && !isEmpty(layer)) style = laidOver(layer, style);
  }
  const { indentStyle, indentSize, tabWidth, expressionSplit = style.listSplit } = style;
  // One step is one tab, so that a tab is as wide as a step.
  return { ...style, expressionSplit, tabWidth: indentStyle === "tab" ? indentSize : tabWidth };
}

function isEmpty(layer: object): boolean {
  for (const _ in layer) return false;
  return true;
}

/** Written out, as an object whose names are added one by one is slow to read, and styles are read at every gap. */
const laidOver = (layer: Partial<Style>, style: Draft): Draft => ({
  indentStyle: layer.indentStyle ?? style.indentStyle,
  indentSize: layer.indentSize ?? style.indentSize,
  tabWidth: layer.tabWidth ?? style.tabWidth,
  endOfLine: layer.endOfLine ?? style.endOfLine,
  trimTrailingWhitespace: layer.trimTrailingWhitespace ?? style.trimTrailingWhitespace,
  insertFinalNewline: layer.insertFinalNewline ?? style.insertFinalNewline,
  maxLineLength: layer.maxLineLength ?? style.maxLineLength,
  stringDelimiter: layer.stringDelimiter ?? style.stringDelimiter,
  interpolatedString: layer.interpolatedString ?? style.interpolatedString,
  markupDelimiter: layer.markupDelimiter ?? style.markupDelimiter,
  statementTerminator: layer.statementTerminator ?? style.statementTerminator,
  closingComma: layer.closingComma ?? style.closingComma,
  listSplit: layer.listSplit ?? style.listSplit,
  expressionSplit: layer.expressionSplit ?? style.expressionSplit,
  operatorSplit: layer.operatorSplit ?? style.operatorSplit,
  bracePadding: layer.bracePadding ?? style.bracePadding,
  parameterGap: layer.parameterGap ?? style.parameterGap,
  bracePlacement: layer.bracePlacement ?? style.bracePlacement,
  clausePlacement: layer.clausePlacement ?? style.clausePlacement,
  attributeSplit: layer.attributeSplit ?? style.attributeSplit,
  platformImports: layer.platformImports ?? style.platformImports,
  blankLineLimit: layer.blankLineLimit ?? style.blankLineLimit,
});

/**
 * Checks what somebody says of a style.
 *
 * @throws RangeError naming the option, the value and what is allowed.
 */
export function checkStyle(style: Partial<Style> | undefined): void {
  const values = style as Record<string, unknown> | undefined;
  for (const name in values) if (values[name] !== undefined) check(name, values[name]);
}

/** Whether two styles say the same of every option. */
export const sameStyle = (a: Style, b: Style): boolean =>
  (Object.keys(STYLE_VALUES) as (keyof Style)[]).every((name) => a[name] === b[name]);

function check(name: string, value: unknown): void {
  const allowed = Object.hasOwn(STYLE_VALUES, name) ? STYLE_VALUES[name as keyof Style] : undefined;
  if (allowed === undefined)
    throw new RangeError(
      `Unknown style option "${name}". Known: ${Object.keys(STYLE_VALUES).join(", ")}.`,
    );
  if (typeof allowed === "number") {
    if (typeof value === "number" && Number.isInteger(value) && value >= allowed) return;
    throw new RangeError(
      `Style option ${name} is ${JSON.stringify(value)}; it must be a whole number, ${allowed} or more.`,
    );
  }
  if ((allowed as readonly unknown[]).includes(value)) return;
  throw new RangeError(
    `Style option ${name} is ${JSON.stringify(value)}; it must be one of ${allowed.map((v) => JSON.stringify(v)).join(", ")}.`,
  );
}
