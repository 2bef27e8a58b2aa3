import { random } from "./random.js";

/**
 * The text with its white space made random wherever the language ignores it. Where a comment stands
 * on its line, blank lines between statements and, in Python, indentation stay: they say something.
 */
export function scramble(language, text, seed) {
  const next = random(seed);
  const { tokens, tree, unbalanced } = language.parse(text);
  if (language.name === "markdown") return scrambledBlocks(language.parse(text), text, next);
  // What stands deeper in a component than its tags is meant to.
  if (language.name === "component") return text;
  // What columns tell is lost with them.
  if (unbalanced && language.name === "html") return text;
  const free = language.name === "python"
    ? pythonGaps()
    : language.name.startsWith("json")
    ? anywhere
    : ["razor", "aspx", "astro"].includes(language.name)
    ? lineGaps
    : language.name === "html"
    ? htmlGaps(tokens, tree)
    : language.name === "csharp"
    ? csharpGaps()
    : language.family === "css"
    ? cssGaps(tokens, tree)
    : ecmaGaps(tokens, tree, text);
  const parts = [text.slice(0, tokens.textStart)];
  for (let t = 0; t <= tokens.count; t++) {
    const gap = text.slice(tokens.gapStart(t), tokens.gapEnd(t));
    const before = t > 0 ? tokens.textOf(t - 1) : "";
    const after = t < tokens.count ? tokens.textOf(t) : "";
    const kind = free(t, gap, before, after, tokens);
    parts.push(
      t === 0 || t === tokens.count ? gap : shuffle(kind, gap, before, after, next),
      after,
    );
  }
  return parts.join("");
}

/** Whether a scrambled text shows no step: code in texts with marks and in components keeps its own. */
export const hidesStep = ({ name }) => name !== "markdown" && name !== "component";

/** Blocks of a text with marks, by their kinds, whose lines may stand up to three columns in. */
const MOVABLE = { heading: 5, break: 7, table: 11 };

/** The kind of lists. */
const LIST = 2;

/** A text with marks whose outermost blocks stand further in, apart, and with more room in their lines. */
function scrambledBlocks({ blocks: { root, starts, ends } }, text, next) {
  const rows = starts.map((start, line) => text.slice(start, ends[line]));
  const some = (most) => " ".repeat(Math.floor(next() * most));
  // Lines are told from here on by line feeds alone.
  if (text.includes("\r")) return text;
  for (const [i, { kind, rows: own }] of root.children.entries()) {
    const follows = i > 0 ? root.children[i - 1].kind : kind;
    // Further in, it would be part of an item; a table too wide for a line stays as it is.
    const isWide = own.some(({ line }) => rows[line].length > 40) && kind === MOVABLE.table;
    if (!Object.values(MOVABLE).includes(kind) || follows === LIST || isWide) continue;
    for (const { line } of own) {
      let row = rows[line].replace(/^[ \t\f]+|[ \t\f]+$/g, "");
      if (kind === MOVABLE.table) row = row.replace(/(?<=^\||[^\\]\|)(?=.)/g, () => some(3));
      if (kind === MOVABLE.heading)
        row = row.replace(/^(#+)[ \t]+(?=\S)/, (_, signs) => `${signs} ${some(4)}`);
      rows[line] = some(4) + row + some(2);
    }
  }
  // A blank line between two blocks counts once, however many there are.
  const between = new Set(root.children.slice(1).map(({ first }) => first - 1));
  return text.slice(0, starts[0]) + rows.map(
    (row, line) =>
      row + (between.has(line) && /^[ \t]*$/.test(row) ? "\n".repeat(Math.floor(next() * 3)) : ""),
  ).join("\n") + (/[\r\n]$/.test(text) ? "\n" : "");
}

const WORD = /^[\p{L}\p{N}_"'.$#@\\]/u;
const WORD_END = /[\p{L}\p{N}_"'.$\\]$/u;

function shuffle(kind, gap, before, after, next) {
  if (kind === "fixed") return gap;
  const blank = (gap.match(/\n/g)?.length ?? 0) > 1 ? "\n" : "";
  if (kind === "line") return `${blank}\n${" ".repeat(Math.floor(next() * 9))}`;
  const roll = next();
  if (kind === "lines" && roll < 0.25) return `\n${" ".repeat(Math.floor(next() * 12))}`;
  if (
    kind !== "spaces"
    && roll < 0.6
    && !(WORD_END.test(before) && WORD.test(after))
    && !fuses(before, after)
  ) return "";
  return " ".repeat(1 + Math.floor(next() * 3));
}

const fuses = (before, after) =>
  /[-+*/%&|^<>=!?:.@]$/.test(before) && /^[-+*/%&|^<>=!?:.@]/.test(after);

/** Whether a comment begins behind a gap whose later lines go by where its first one stands. */
const isMoved = (after, tokens, t) => tokens.isTrivia(t) && after.includes("\n");

const anywhere = (t, gap, _before, after, tokens) => (
  isMoved(after, tokens, t)
    ? "fixed"
    : tokens.isTrivia(t) || tokens.isTrivia(t - 1)
    ? (gap.includes("\n") ? "line" : "spaces")
    : "lines"
);

/** Lines stay, and their indentation comes and goes, but for what shares it with its own later lines. */
const lineGaps = (_t, gap, _before, after) => {
  if (gap === "") return "fixed";
  if (!gap.includes("\n")) return "spaces";
  return after.includes("\n") ? "fixed" : "line";
};

/** Python: lines end anywhere inside brackets, elsewhere spaces come and go. */
function pythonGaps() {
  let depth = 0;
  return (t, gap, before, after, tokens) => {
    if (/^[([{]$/.test(before)) depth++;
    const inside = depth > 0;
    if (/^[)\]}]$/.test(after)) depth--;
    if (gap.includes("\\") || before === "\\" || after === "\\") return "fixed";
    if (tokens.isTrivia(t) || tokens.isTrivia(t - 1))
      return gap.includes("\n") ? (inside ? "line" : "fixed") : "spaces";
    if (!inside && gap.includes("\n")) return "fixed";
    return inside ? "lines" : "some";
  };
}

/** Pages: white space between words, and between attributes; what is laid out by others, or shown as it is, stays. */
function htmlGaps(tokens, tree) {
  const fixed = new Uint8Array(tokens.count + 1);
  for (let node = 1; node <= tree.size; node++) {
    const first = tree.first(node);
    const name = tokens.textOf(first).toLowerCase();
    // Where pages name what they show as it stands, it does.
    const named =
      name === "<div" && /class="[^"]*\b(?:fragment|line|source|code|pre|listing|verbatim)\b/
        .test(tokens.text.slice(tokens.start(first), tokens.start(first) + 90));
    const holds = named
      || /^<(?:pre|listing|textarea|xmp|plaintext|script|style|title|svg|math)$/.test(name);
    if (holds) fixed.fill(1, first, tree.end(node) + 1);
    if (/^<\/?br$/.test(name)) fixed.fill(1, first, tree.end(node) + 2);
  }
  return (t, gap, before, after) => {
    if (fixed[t] === 1 || /^[<=]/.test(after + before) === false && gap === "") return "fixed";
    if (isMoved(after, tokens, t)) return "fixed";
    // The lines of an island stand to its first one as their author left them.
    if (/^(?:\{[{%]|<[%?])[^]*\n/.test(after)) return "fixed";
    const isIsland = /^(?:\{%|\{\{|<[%?])/.test(after) || /(?:%\}|\}\}|[%?]>)$/.test(before);
    if (isIsland && gap.includes("\n")) return "line";
    if (tokens.isTrivia(t) || tokens.isTrivia(t - 1) || /^<!--/.test(after) || /-->$/.test(before))
      return gap.includes("\n") ? "line" : "fixed";
    if ((gap.match(/\n/g)?.length ?? 0) > 1) return "line";
    return gap === "" ? "fixed" : "spaces";
  };
}

/** C#: lines end anywhere but beside comments and lines for the preprocessor. */
function csharpGaps() {
  return (t, gap, before, after, tokens) => {
    if (/^#/.test(after) || /^#/.test(before)) return "fixed";
    if (isMoved(after, tokens, t)) return "fixed";
    if (tokens.isTrivia(t) || tokens.isTrivia(t - 1))
      return gap.includes("\n") ? "line" : gap === "" ? "fixed" : "spaces";
    if (/^\?/.test(after)) return "fixed";
    // Lines tell blank ones between statements, and where labels and accesses stand close.
    if (/^[{};:\]]$/.test(before) || /^[{}:]$/.test(after))
      return gap.includes("\n") ? "line" : "spaces";
    return /[?<>[]$/.test(before) || /^[<>[]/.test(after) ? "fixed" : "lines";
  };
}

/**
 * Style sheets: white space comes and goes beside signs that part, and changes where there is some. Values
 * that are drawn, or belong to scripts, stay.
 */
function cssGaps(tokens, tree) {
  const fixed = new Uint8Array(tokens.count + 1);
  for (let node = 1; node <= tree.size; node++) {
    const first = tree.first(node);
    const stays = /^(?:--|grid)/.test(tokens.textOf(first));
    if (stays) fixed.fill(1, first, tree.end(node));
  }
  let depth = 0;
  return (t, gap, before, after) => {
    if (/^[([]$/.test(before)) depth++;
    const inside = depth > 0;
    if (/^[)\]]$/.test(after)) depth--;
    if (fixed[t] === 1 || isMoved(after, tokens, t)) return "fixed";
    if (tokens.isTrivia(t) || tokens.isTrivia(t - 1)) return gap.includes("\n") ? "line" : "fixed";
    if (/^[;{}]$/.test(before)) return gap.includes("\n") ? "line" : "fixed";
    // Behind a call that holds a block there need be no semicolon.
    if (before === ")" && /\n\s*\n/.test(gap)) return "line";
    if (after === "}" || before === "!" || before.startsWith("@"))
      return gap === "" ? "fixed" : "spaces";
    if (before === "," || /^[{;,]$/.test(after)) return inside ? "lines" : "some";
    return gap === "" ? "fixed" : "spaces";
  };
}

/**
 * ECMAScript: lines end anywhere after a sign that cannot end a statement. Text between tags and inside
 * templates stays, and what could be read otherwise at another line's beginning.
 */
function ecmaGaps(tokens, tree, text) {
  const fixed = new Uint8Array(tokens.count + 1);
  for (let node = 1; node <= tree.size; node++) {
    const first = text.slice(tokens.start(tree.first(node)), tokens.start(tree.first(node)) + 1);
    const template = /^`/.test(first);
    if (template) fixed.fill(1, tree.first(node) + 1, tree.end(node));
    if (first === "<" && tree.end(node) > tree.first(node) + 1) {
      // A tag, or a list of types.
      for (let t = tree.first(node); t <= tree.end(node); t++) fixed[t] = 1;
    }
  }
  return (t, gap, before, after) => {
    if (
      fixed[t] === 1
      || (t > 0 && t < tokens.count && tokens.isTrivia(t) && tokens.textOf(t).startsWith("/*"))
    ) return "fixed";
    if (tokens.isTrivia(t) || tokens.isTrivia(t - 1)) return gap.includes("\n") ? "line" : "fixed";
    if ((gap.match(/\n/g)?.length ?? 0) > 1) return "line";
    if (after === ";" || before === "@" || after.startsWith("@") || before.startsWith("#!"))
      return "fixed";
    if (/^(?:=>|\+\+|--|[`<!])/.test(after)) return "some";
    if (/^(?:[{(,;:?]|\[|=|=>|[-+*/%&|^]=?|&&|\|\||\?\?|[!=]==?)$/.test(before)) return "lines";
    if (/^\}$/.test(before) && gap.includes("\n")) return "line";
    if (gap.includes("\n") && !/^[)\]};,]/.test(after) && !/^[.&|?:+*/%-]/.test(after))
      return "line";
    return "some";
  };
}
