import type { Statements } from "../plain/declaration.js";
import { declareLanguage } from "../plain/declare.js";
import { CHARACTER, C_COMMENT, DOUBLE, DOUBLE_LINES, SINGLE, SLASHES } from "./strings.js";

/** Four columns a step. */
const FOUR = { indentSize: 4 };

/** `R"sign(…)sign"` */
const RAW = {
  open: /R"[^\s()\\]{0,16}\(/,
  close: (opener: RegExpExecArray) => `)${opener[0].slice(2, -1)}"`,
  multiLine: true,
};

/** That to which a case goes back where it stands below its switch. */
const LABELS = /^(?:switch|select|case|default)\b/;

/** That to which it goes back elsewhere: the first one stands where it was begun. */
const CASE = /^(?:case|default)\b/;

/** What the languages say of cases that leave to each switch where they stand. */
const CASES = {
  opens: /^(?:case\b.*|default\s*):$/,
  closes: { case: CASE, default: CASE },
  holds: /\bswitch\b/,
};

/** How statements go on in languages of C's family. */
const STATEMENTS: Statements = {
  headers: /^(?:\}\s*)?(?:else\s+)?(?:if|for|foreach|while|switch)(?:\s+constexpr)?$/,
  words: /^(?:\}\s*)?(?:else|do)$/,
  carried: /(?:[^=!<>]=|[=!<>]=|&&|\|\||[^+]\+|[^-]-|[?|^%]|<<|\breturn)$/,
  goesOn: /^(?:\.(?!\.)|->|&&|\|\||[?|^]|:(?!:)|<<|==|!=|\+(?!\+)|=(?!=))/,
  commas: true,
  signs: ["->", "&&", "||", "?", ":", "<<", "+", "."],
};

/** Blocks that go around all of a file. */
const FLAT = /^(?:extern\s+"|(?:inline\s+)?namespace\b)/;

/** A line for the preprocessor. */
const DIRECTIVE = /^#/;

/** What a class and its parts begin with. */
const ACCESS = /^(?:template\b.*|class|struct|union|public|private|protected)\b/;
const ACCESSES = { "public:": ACCESS, "private:": ACCESS, "protected:": ACCESS };
const MEMBERS = /^(?:case\b.*|(?:default|public|private|protected)\s*):$/;

/** What C and C++ share: a header may be of either. */
const SHARED = {
  ...CASES,
  lineComments: [SLASHES],
  blockComment: C_COMMENT,
  opens: MEMBERS,
  closes: { ...CASES.closes, ...ACCESSES },
  statements: STATEMENTS,
  hangs: "aligned",
  directive: DIRECTIVE,
  flat: FLAT,
  defaults: FOUR,
} as const;

export const c = declareLanguage({
  ...SHARED,
  name: "c",
  extensions: [".c", ".h"],
  strings: [DOUBLE, CHARACTER],
});

export const cpp = declareLanguage({
  ...SHARED,
  name: "cpp",
  extensions: [".cpp", ".cc", ".cxx", ".hpp", ".hh", ".hxx"],
  strings: [RAW, DOUBLE, CHARACTER],
});

export const java = declareLanguage({
  name: "java",
  extensions: [".java"],
  lineComments: [SLASHES],
  blockComment: C_COMMENT,
  strings: [{ open: /"""/, escape: "\\", multiLine: true }, DOUBLE, CHARACTER],
  ...CASES,
  statements: {
    ...STATEMENTS,
    goesOn: new RegExp(`${STATEMENTS.goesOn.source}|^(?:throws|extends|implements)\\b`),
    signs: [...STATEMENTS.signs, "throws", "extends", "implements"],
    steps: 2,
  },
  hangs: "stepped",
  defaults: FOUR,
});

export const go = declareLanguage({
  name: "go",
  extensions: [".go"],
  fileNames: ["go.mod", "go.work"],
  lineComments: [SLASHES],
  blockComment: { open: "/*", close: "*/" },
  strings: [{ open: /`/, multiLine: true }, DOUBLE, CHARACTER],
  opens: CASES.opens,
  closes: { case: LABELS, default: LABELS },
  defaults: { indentStyle: "tab", indentSize: 4 },
});

export const rust = declareLanguage({
  name: "rust",
  extensions: [".rs"],
  lineComments: [SLASHES],
  blockComment: C_COMMENT,
  strings: [
    {
      open: /\bb?r#*"/,
      close: (opener) => `"${"#".repeat(opener[0].split("#").length - 1)}`,
      multiLine: true,
    },
    DOUBLE_LINES,
    CHARACTER,
  ],
  opens: /=>$|[^=!<>]=$|^where$/,
  statements: {
    carried: /(?:&&|\|\||\+)$/,
    goesOn: /^(?:\.(?!\.)|&&|\|\||\+)/,
    signs: [".", "&&", "||", "+"],
  },
  hangs: "stepped",
  defaults: FOUR,
});

export const php = declareLanguage({
  name: "php",
  extensions: [".php"],
  lineComments: [SLASHES, { sign: "#", apart: true }],
  blockComment: C_COMMENT,
  strings: [
    {
      open: /<<<[ \t]*(?:"\w+"|'\w+'|\w+)/,
      close: (opener) => opener[0].replace(/[^\w]/g, ""),
      document: true,
    },
    DOUBLE_LINES,
    { ...SINGLE, multiLine: true },
  ],
  ...CASES,
  statements: STATEMENTS,
  hangs: "stepped",
  defaults: FOUR,
});
