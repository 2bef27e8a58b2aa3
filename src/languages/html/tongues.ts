import { LITERAL } from "./literal.js";

/** Words that end blocks of PHP. */
const PHP_ENDS = ["if", "foreach", "for", "while", "switch"].flatMap((name) => (
  [`end${name}`, `end${name};`]
));

/** Words of the tongues that end a block or go on with it, as they are typed, each with what makes an island of it. */
export const ISLAND_WORDS: readonly (readonly [word: string, rests: readonly string[]])[] = [
  ...words(
    ["{%", "{%-"],
    [
      ...["if", "for", "unless", "case", "block", "with", "macro", "call", "filter", "raw"].map(
        (name) => `end${name}`,
      ),
      ...["else", "elif", "elsif", "when"],
    ],
    " %}",
  ),
  ["{{/", ["x}}"]],
  ...["{{else", "{{end", "{{-end"].map((word) => [word, ["}}"]] as const),
  ...words(["{{", "{{-"], ["else", "end"], " }}"),
  ["<% }", [" %>"]],
  ["<%}", ["%>"]],
  ...words(["<%", "<%-"], ["else", "elsif", "when", "end"], " %>"),
  ["<?php elseif", [" (x): ?>"]],
  // Up to its end PHP goes on with the lines below.
  ...words(["<?php"], ["}", "} else {", "else:", ...PHP_ENDS].map((word) => `${word} ?>`), ""),
];

/** Each of the signs with each of the words behind it. */
function words(
  signs: readonly string[],
  said: readonly string[],
  rest: string,
): (readonly [word: string, rests: readonly string[]])[] {
  return signs.flatMap((sign) => said.map((word) => [`${sign} ${word}`, [rest]] as const));
}

/** What an island of another tongue does to the depth of what follows it. */
export const enum Step {
  None,
  Opens,
  Closes,
  /** It closes what was open, and opens again: `else`. */
  GoesOn,
  /** What follows it stands deeper, up to the next one or to the end of what is open: `case 1:`. */
  Label,
}

/**
 * What an island does to depth, with the blocks to which it does it: by the sign of their tongue and by their word, or
 * by the sign alone, which stands for any word of the tongue; "" stands for all.
 */
export interface Effect {
  readonly step: Step;
  /** The block that it ends. */
  readonly ends: string;
  /** The block that it begins; "" for the same again. */
  readonly begins: string;
}

export const NO_EFFECT: Effect = { step: Step.None, ends: "", begins: "" };

const opens = (begins: string): Effect => ({ step: Step.Opens, ends: "", begins });
const closes = (ends: string): Effect => ({ step: Step.Closes, ends, begins: "" });
const goesOn = (ends: string): Effect => ({ step: Step.GoesOn, ends, begins: "" });

/** Whether what ends a block ends one that began so. */
export function isPair(begins: string, ends: string): boolean {
  const isAny = begins.length <= 2 || ends.length <= 2;
  const sign = Math.min(2, begins.length, ends.length);
  return begins === ends || (isAny && begins.slice(0, sign) === ends.slice(0, sign));
}

/** A tongue whose blocks tell depth. */
interface Tongue {
  /** What an island is: the first group is what it says. */
  readonly island: RegExp;
  effect(said: string): Effect;
  /** The island that closes what one opens that says something. */
  closer(said: string): string;
}

/** What blocks of `{% %}` are called that hold markup. */
const FLOW = new RegExp(
  "^(?:if|for|unless|case|block|with|macro|call|filter|autoescape|spaceless|tablerow|capture|form|paginate|verbatim|raw"
  + `|comment|trans(?!\\s+["'_])|blocktrans|blocktranslate|ifchanged|embed|apply|sandbox|${LITERAL})\\b`,
);

/** What opens a block that a word ends: one that begins a statement, or one that ends it. */
const RUBY =
  /^(?:if|unless|case|while|until|for|begin)\b(?![^]*(?:\bend$|\bdo:))|\bdo(?:\s*\|[^|]*\|)?$/;

/** The name of the block with which a word begins. */
const WORD = /^\w+/;
const wordOf = (said: string): string => WORD.exec(said)?.[0] ?? "";

/** A section, or a partial with a block: `#if`, `^late`, `#> layout`, `#*inline`. */
const SECTION = /^[#^][>*]?\s*([\w$@./-]+)/;

/** The tongues that pages hold most, the likelier first where two share a sign. */
const TONGUES: readonly Tongue[] = [
  // {% if %}…{% endif %}
  {
    island: /^\{%[-~]?\s*([^]*?)\s*[-~]?%\}$/,
    effect(said) {
      const end = /^end(\w*)/.exec(said)?.[1];
      if (end !== undefined)
        return end === "" || FLOW.test(end) ? closes(`{%${end}`) : NO_EFFECT;
      if (/^(?:else|elif|elseif|elsif|when|empty|plural)\b/.test(said)) return goesOn("{%");
      return FLOW.test(said) ? opens(`{%${wordOf(said)}`) : NO_EFFECT;
    },
    closer: (said) => `{% end${wordOf(said)} %}`,
  },
  // {{#if}}…{{/if}}
  {
    island: /^\{\{\{?~?\s*([^]*?)\s*~?\}?\}\}$/,
    effect(said) {
      const end = /^\/\s*([\w$@./-]+)/.exec(said)?.[1];
      if (end !== undefined) return closes(`{{${end}`);
      if (/^(?:else\b|\^$)/.test(said)) return goesOn("{{");
      const begins = SECTION.exec(said)?.[1];
      return begins === undefined ? NO_EFFECT : opens(`{{${begins}`);
    },
    closer: (said) => `{{/${SECTION.exec(said)?.[1] ?? ""}}}`,
  },
  // {{ if }}…{{ end }}
  {
    island: /^\{\{-?\s*([^]*?)\s*-?\}\}$/,
    effect(said) {
      if (said === "end") return closes("{{ end");
      if (/^else\b/.test(said)) return goesOn("{{");
      return /^(?:if|with|range|define|block)\s/.test(said) ? opens("{{ end") : NO_EFFECT;
    },
    closer: () => "{{ end }}",
  },
  // <% if { %>…<% } %>
  {
    island: /^<%(?![@=:#$-])([^]*?)%>$/,
    effect: (said) => effectOf(bracesStep(said), "<%{"),
    closer: () => "<% } %>",
  },
  // <% if %>…<% end %>
  {
    island: /^<%[-=]?(?![@:#$%])\s*([^]*?)\s*-?%>$/,
    effect(said) {
      if (/^end\b/.test(said)) return closes("<%end");
      if (/^(?:else|elsif|when|rescue|ensure)\b/.test(said)) return goesOn("<%end");
      return RUBY.test(said) ? opens("<%end") : NO_EFFECT;
    },
    closer: () => "<% end %>",
  },
  // <?php if { ?>…<?php } ?>, <?php if: ?>…<?php endif ?>
  {
    island: /^<\?(?:php\b|(?!\w))=?([^]*?)\?>$/,
    effect: (said) => effectOf(statementsStep(said), "<?"),
    closer: (said) => `<?php ${blocksOf(said).open.at(-1) ?? ""} ?>`,
  },
];

function effectOf(step: Step, block: string): Effect {
  switch (step) {
    case Step.Opens: return opens(block);
    case Step.Closes: return closes(block);
    case Step.GoesOn: return goesOn(block);
    default: return NO_EFFECT;
  }
}

const TEXTS = /\/\/[^\r\n]*|\/\*[^]*?\*\/|@"(?:[^"]|"")*"|"(?:\\.|[^"\\])*"|'(?:\\.|[^'\\])*'/g;

/** How many brackets a piece of code opens and closes, texts and comments apart; `closer` is what closes `opener`. */
export function bracketsIn(
  code: string,
  opener: string,
  closer: string,
): { opens: number; closes: number } {
  let [opens, closes] = [0, 0];
  for (const sign of code.replace(TEXTS, "")) {
    if (sign === opener) opens++;
    else if (sign === closer && opens > 0) opens--;
    else if (sign === closer) closes++;
  }
  return { opens, closes };
}

/** What a piece of code does whose braces do not add up. */
export function bracesStep(code: string): Step {
  const { opens, closes } = bracketsIn(code, "{", "}");
  return stepBy(opens, closes);
}

function stepBy(opens: number, closes: number): Step {
  if (opens === 0 && closes === 0) return Step.None;
  if (opens > 0 && closes > 0) return Step.GoesOn;
  return opens > 0 ? Step.Opens : Step.Closes;
}

/** What tells of the blocks of statements that stand between braces, or between a colon and a word. */
const MARKS =
  /[(){};]|(?<!:):(?!:)|\b(?:if|elseif|else|foreach|for|while|switch|end(?:if|foreach|for|while|switch))\b/g;

/**
 * How many blocks statements end that began before them, and with what those end that they leave open.
 *
 *     if ($low): foreach ($boats as $boat) {        endif }
 */
function blocksOf(code: string): { readonly closes: number; readonly open: readonly string[] } {
  const open: string[] = [];
  let closes = 0;
  let depth = 0;
  /** The word that a colon may follow. */
  let head = "";
  const close = (): void => {
    if (open.pop() === undefined) closes++;
  };
  for (const [mark] of code.replace(TEXTS, "").matchAll(MARKS)) {
    if (mark === "(") depth++;
    else if (mark === ")") depth--;
    else if (mark === "}" || mark.startsWith("end")) close();
    else if (mark === "{") open.push("}");
    else if (mark === ":" && depth === 0 && head !== "") {
      if (head.startsWith("else")) close();
      open.push(head.startsWith("else") ? "endif" : `end${head}`);
    } else if (/\w/.test(mark) && depth === 0 && head === "") {
      head = mark;
      continue;
    }
    if (depth === 0 && mark !== ")") head = "";
  }
  return { closes, open };
}

function statementsStep(code: string): Step {
  const { closes, open } = blocksOf(code);
  return stepBy(open.length, closes);
}

/** What one island does; nothing for all other text. */
export function islandEffect(text: string): Effect {
  for (const { island, effect } of TONGUES) {
    const said = island.exec(text)?.[1];
    const does = said === undefined ? NO_EFFECT : effect(said);
    if (does !== NO_EFFECT) return does;
  }
  return NO_EFFECT;
}

/** The step of one island. */
export const islandStep = (text: string): Step => islandEffect(text).step;

/** The island that closes what another one opens. */
export function islandCloser(text: string): string {
  for (const { island, effect, closer } of TONGUES) {
    const said = island.exec(text)?.[1];
    if (said !== undefined && effect(said) !== NO_EFFECT) return closer(said);
  }
  return "<% } %>";
}
