import { declareLanguage } from "../plain/declare.js";
import { DOUBLE_LINES, HASH } from "./strings.js";

/** `<<END`, with the lines up to the word that stands alone. */
const HERE_DOCUMENT = {
  open: /<<-?[ \t]*(?:"\w+"|'\w+'|\\?\w+)/,
  close: (opener: RegExpExecArray) => opener[0].replace(/[^\w]/g, ""),
  document: true,
};

const IF = /^(?:if|elif|else)\b/;
const LOOP = /^(?:for|while|until|select)\b/;

export const shell = declareLanguage({
  name: "shell",
  ids: ["shellscript"],
  extensions: [".sh", ".bash", ".zsh", ".ksh"],
  fileNames: [
    ".bashrc",
    ".bash_profile",
    ".bash_aliases",
    ".bash_login",
    ".bash_logout",
    ".profile",
    ".zshrc",
    ".zshenv",
    ".zprofile",
    ".zlogin",
    ".zlogout",
    ".kshrc",
    ".envrc",
    ".xinitrc",
    ".xprofile",
    "PKGBUILD",
    "APKBUILD",
  ],
  lineComments: [HASH],
  strings: [
    { open: /\$\{?#/, close: "" },
    { open: /\\['"]/, close: "" },
    HERE_DOCUMENT,
    DOUBLE_LINES,
    { open: /'/, multiLine: true },
  ],
  opens: /(?:^|[\s;])(?:then|do|else)$|^case\b.*\bin$|^[^()]+\)$/,
  closes: {
    fi: IF,
    else: IF,
    elif: IF,
    then: /^(?:if|elif)\b/,
    done: LOOP,
    do: LOOP,
    esac: /^case\b/,
  },
});

export const dockerfile = declareLanguage({
  name: "dockerfile",
  extensions: [".dockerfile"],
  fileNames: ["Dockerfile", "Containerfile"],
  lineComments: [HASH],
  strings: [HERE_DOCUMENT, { open: /"/, escape: "\\" }],
  defaults: { indentSize: 4 },
});

export const makefile = declareLanguage({
  name: "makefile",
  extensions: [".mk", ".mak"],
  fileNames: ["Makefile", "makefile", "GNUmakefile", "BSDmakefile", "Kbuild"],
  lineComments: [HASH],
  // A rule's recipe follows on lines that begin with a tab.
  opens: /^[^\s#:=][^#=]*::?(?![:=])[^=]*$/,
  closes: {
    else: /^(?:ifeq|ifneq|ifdef|ifndef|else)\b/,
    endif: /^(?:ifeq|ifneq|ifdef|ifndef|else)\b/,
    endef: /^define\b/,
  },
  demanded: { indentStyle: "tab" },
  defaults: { indentSize: 8 },
});
