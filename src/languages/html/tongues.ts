import { blocksOf, bracesStep, statementsStep } from "./braces.js";
import { NO_EFFECT, closes, effectOf, goesOn, opens, type Effect, type Step } from "./effect.js";
import { LITERAL } from "./literal.js";

/** Words that end blocks of PHP. */
const PHP_ENDS = ["if", "foreach", "for", "while", "switch"].flatMap((name) => (
  [`end${name}`, `end${name};`]
));

/** What blocks of `{% %}` are called that hold markup. */
const BLOCKS = [
  "apply",
  "autoescape",
  "block",
  "blocktrans",
  "blocktranslate",
  "cache",
  "call",
  "capture",
  "case",
  "component",
  "compress",
  "embed",
  "fill",
  "filter",
  "for",
  "form",
  "if",
  "ifchanged",
  "language",
  "localize",
  "macro",
  "paginate",
  "partialdef",
  "provide",
  "raw",
  "sandbox",
  "slot",
  "spaceless",
  "tablerow",
  "thumbnail",
  "unless",
  "verbatim",
  "with",
];

/** Words of the tongues that end a block or go on with it, as they are typed, each with what makes an island of it. */
export const ISLAND_WORDS: readonly (readonly [word: string, rests: readonly string[]])[] = [
  ...words(
    ["{%", "{%-"],
    [
      ...[...BLOCKS, "set"].map((name) => `end${name}`),
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

/** A tongue whose blocks tell depth. */
interface Tongue {
  /** What an island is: the first group is what it says, white space around it apart. */
  readonly island: RegExp;
  effect(said: string): Effect;
  /** The island that closes what one opens that says something. */
  closer(said: string): string;
}

/** What begins a block of `{% %}` that holds markup. */
const FLOW = new RegExp(
  `^(?:${BLOCKS.join("|")}|comment|set(?=[^=]*$)|trans(?!\\s+["'_])|${LITERAL})\\b`,
);

/** What opens a block that a word ends: one that begins a statement, or one that ends it. */
const OPENS_RUBY =
  /^(?:if|unless|case|while|until|for|begin)\b(?![^]*(?:\bend$|\bdo:))|\bdo(?:\s*\|[^|]*\|)?$/;

/** The name of the block with which a word begins. */
const WORD = /^\w+/;
const wordOf = (said: string): string => WORD.exec(said)?.[0] ?? "";

/** A section, or a partial with a block: `#if`, `^late`, `#> layout`, `#*inline`. */
const SECTION = /^[#^][>*]?\s*([\w$@./-]+)/;

/** The blocks that `end` ends, of two tongues: with their words a value may begin as well, so that they count where the text has one. */
const GO = "{{ end";
const RUBY = "<%end";
export const WORDY: ReadonlySet<string> = new Set([GO, RUBY]);
export const ENDS_WORDY = /\{\{-?\s*end\b|<%-?\s*end\b/;

/** What blocks between single braces are called, `{#if}`, and their later parts, `{:else}`. */
export const BRACE_BLOCKS = ["if", "each", "await", "key", "snippet"];
export const BRACE_PARTS = ["else", "then", "catch"];

/** The blocks of control flow between markup. */
export const FLOW_BLOCK = "@{";

/** The tongues that pages hold most, the likelier first where two share a sign. */
const TONGUES: readonly Tongue[] = [
  // {% if %}…{% endif %}
  {
    island: /^\{%[-~]?([^]*?)[-~]?%\}$/,
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
    island: /^\{\{\{?~?([^]*?)~?\}?\}\}$/,
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
    island: /^\{\{-?([^]*?)-?\}\}$/,
    effect(said) {
      if (said === "end") return closes(GO);
      if (/^else\b/.test(said)) return goesOn("{{");
      return /^(?:if|with|range|define|block)\s/.test(said) ? opens(GO) : NO_EFFECT;
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
    island: /^<%[-=]?(?![@:#$%])([^]*?)-?%>$/,
    effect(said) {
      if (/^end\b/.test(said)) return closes(RUBY);
      if (/^(?:else|elsif|when|rescue|ensure)\b/.test(said)) return goesOn(RUBY);
      return OPENS_RUBY.test(said) ? opens(RUBY) : NO_EFFECT;
    },
    closer: () => "<% end %>",
  },
  // <?php if { ?>…<?php } ?>, <?php if: ?>…<?php endif ?>
  {
    island: /^<\?(?:php\b|(?!\w))=?([^]*?)\?>$/,
    effect: (said) => effectOf(statementsStep(said), "<?"),
    closer: (said) => `<?php ${blocksOf(said).open.at(-1) ?? ""} ?>`,
  },
  // {#if tide}…{/if}
  {
    island: new RegExp(
      `^\\{\\s*([#:/](?:${[...BRACE_BLOCKS, ...BRACE_PARTS].join("|")})\\b[^]*)(?<!#)\\}$`,
    ),
    effect(said) {
      const word = wordOf(said.slice(1));
      if (said.startsWith("/")) return closes(`{#${word}`);
      return said.startsWith(":") ? goesOn("{#") : opens(`{#${word}`);
    },
    closer: (said) => `{/${wordOf(said.slice(1))}}`,
  },
  // @if () {…}
  {
    island: /^(@[^]*\{|\}(?:\s*@[^]*\{)?)$/,
    effect(said) {
      if (said === "}") return closes(FLOW_BLOCK);
      return said.startsWith("}") ? goesOn(FLOW_BLOCK) : opens(FLOW_BLOCK);
    },
    closer: () => "}",
  },
];

/** What an island does, and in which tongue; nothing for all other text. */
function found(
  text: string,
): { readonly tongue: Tongue; readonly said: string; readonly effect: Effect } | undefined {
  for (const tongue of TONGUES) {
    const said = tongue.island.exec(text)?.[1]?.trim();
    const effect = said === undefined ? NO_EFFECT : tongue.effect(said);
    if (said !== undefined && effect !== NO_EFFECT) return { tongue, said, effect };
  }
  return undefined;
}

/** What one island does; nothing for all other text. */
export const islandEffect = (text: string): Effect => found(text)?.effect ?? NO_EFFECT;

/** The step of one island. */
export const islandStep = (text: string): Step => islandEffect(text).step;

/** The island that closes what another one opens. */
export function islandCloser(text: string): string {
  const { tongue, said } = found(text) ?? {};
  return tongue?.closer(said!) ?? "<% } %>";
}
