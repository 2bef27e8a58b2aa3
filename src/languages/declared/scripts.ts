import type { Statements } from "../plain/declaration.js";
import { declareLanguage } from "../plain/declare.js";
import { DOUBLE, DOUBLE_LINES, SINGLE } from "./strings.js";

/** `[[ … ]]` with as many signs between the brackets at both ends. */
const LONG = {
  open: /\[=*\[/,
  close: (opener: RegExpExecArray) => opener[0].replace(/\[/g, "]"),
  multiLine: true,
};

const LUA_BLOCK =
  /^(?:if|for|while|do|else|elseif)\b|(?:^|[\s=(,])function\b[^()]*\([^()]*\)$/;
const LUA_IF = /^(?:if|elseif)\b/;

const LUA_STATEMENTS: Statements = {
  carried: /(?:\.\.|\b(?:and|or)|[^=~<>]=)$/,
  goesOn: /^(?:\.\.|(?:and|or)\b)/,
  commas: true,
  signs: ["..", "and", "or"],
};

export const lua = declareLanguage({
  name: "lua",
  extensions: [".lua"],
  lineComments: [{ sign: "--" }],
  strings: [
    {
      open: /--\[=*\[/,
      close: ({ 0: sign }) => sign.slice(2).replace(/\[/g, "]"),
      multiLine: true,
    },
    LONG,
    DOUBLE,
    SINGLE,
  ],
  statements: LUA_STATEMENTS,
  hangs: "aligned",
  opens: /(?:^|\s)(?:then|do|else|repeat)$|\bfunction\b[^()]*\([^()]*\)$/,
  closes: {
    end: LUA_BLOCK,
    else: LUA_IF,
    elseif: LUA_IF,
    until: /^repeat\b/,
  },
});

const RUBY_STATEMENTS: Statements = {
  carried: /(?:&&|\|\||\b(?:and|or)|[^=!<>]=|\+)$/,
  goesOn: /^(?:\.(?!\.)|&\.)/,
  commas: true,
  signs: [".", "&."],
};

const RUBY_BLOCK =
  /^(?:if|unless|while|until|for|case|def|class|module|begin|else|elsif|when|in|rescue|ensure)\b|\bdo(?:\s*\|[^|]*\|)?$|=\s*(?:if|unless|case|begin)\b/;
const RUBY_IF = /^(?:if|unless|elsif|when|in|rescue|begin|def)\b|=\s*(?:if|case)\b/;
const RUBY_CASE = /^(?:case|when|in)\b|=\s*case\b/;
const RUBY_BODY = /^(?:begin|def|rescue|else)\b|\bdo(?:\s*\|[^|]*\|)?$/;

export const ruby = declareLanguage({
  name: "ruby",
  extensions: [".rb", ".rake", ".gemspec", ".ru"],
  fileNames: [
    "Rakefile",
    "Gemfile",
    "Vagrantfile",
    "Guardfile",
    "Podfile",
    "Fastfile",
    "Brewfile",
    "Capfile",
    "Thorfile",
    "config.ru",
    ".irbrc",
  ],
  lineComments: [{ sign: "#", apart: true }],
  strings: [
    {
      open: /<<[~-](?:"\w+"|'\w+'|\w+)/,
      close: (opener) => opener[0].replace(/[^\w]/g, ""),
      document: true,
    },
    DOUBLE_LINES,
    { ...SINGLE, multiLine: true },
  ],
  statements: RUBY_STATEMENTS,
  hangs: "aligned",
  opens:
    /^(?:if|unless|while|until|for|case|when|in|class|module|begin|else|elsif|rescue|ensure)\b(?!.*\bend$)|^(?:\w+ )?def\b(?!\s+[\w.]+[?!]?(?:\([^()]*\))?\s*=\s)(?!.*\bend$)|\bdo(?:\s*\|[^|]*\|)?$|=\s*(?:if|unless|case|begin)\b(?!.*\bend$)|\{\s*\|[^|]*\|$/,
  closes: {
    end: RUBY_BLOCK,
    else: RUBY_IF,
    elsif: /^(?:if|unless|elsif)\b|=\s*(?:if|unless)\b/,
    when: RUBY_CASE,
    rescue: RUBY_BODY,
    ensure: RUBY_BODY,
  },
});

export const sql = declareLanguage({
  name: "sql",
  extensions: [".sql"],
  lineComments: [{ sign: "--" }],
  blockComment: { open: "/*", close: "*/" },
  strings: [
    { open: /\$\w*\$/, multiLine: true },
    { open: /'/, multiLine: true },
    { open: /"/, close: '"' },
    { open: /`/, close: "`" },
  ],
  brackets: [["(", ")"], ["[", "]"]],
  opens:
    /^(?:select|from|where|set|values|having|group by|order by|begin|then|else|case|when\b.*\bthen|with|returning)$/i,
  closes: Object.fromEntries(
    ["end", "END"].map((word) => [word, /^(?:begin|case|if|loop)\b|\b(?:case|begin)$/i]),
  ),
});
