import type { Language } from "../../core/language.js";
import { linkedTags } from "../../core/linked.js";
import { SequenceFlag } from "../../core/outline/sequence.js";
import { N, T, isContent } from "../html/kinds.js";
import { R, RULES as MARKUP } from "../html/rules.js";
import { tagEnd } from "../html/tag-parser.js";
import { XmlLayout } from "./layout.js";
import { lexXml } from "./lexer.js";
import { parseXml, xmlClosers } from "./parser.js";
import { completedEndTag } from "./typing.js";

/** XML 1.0, as project files, configurations, drawings and schemas are written in it. */
export const xml: Language = {
  name: "xml",
  family: "xml",
  ids: ["xml", "xsl"],
  extensions: [
    ".xml",
    ".xsd",
    ".xsl",
    ".xslt",
    ".svg",
    ".xaml",
    ".axaml",
    ".csproj",
    ".fsproj",
    ".vbproj",
    ".proj",
    ".props",
    ".targets",
    ".config",
    ".resx",
    ".nuspec",
    ".ruleset",
    ".manifest",
    ".wsdl",
    ".rss",
    ".atom",
    ".plist",
    ".xlf",
    ".xul",
    ".ui",
    ".glade",
  ],
  fileNames: [],
  defaults: { blankLineLimit: 1, maxLineLength: 120 },
  rules: MARKUP.map((rule) => rule.replace(/^html\//, "xml/")),
  ruleDescriptions: {
    "text-space": "White space that is text stays to the letter.",
    "tag-space": "No white space stands before the end of a tag but as it is written.",
  },
  commentRule: R.Comment,
  splitRule: R.Split,
  notation: {
    blockComment: { open: "<!--", close: "-->", isData: true },
    tags: true,
    operand: /[\p{L}\p{N}<"']/u,
  },
  trailingSpace: 1,
  breaksAnywhere: true,
  mergingPairs: new Set(),
  unparsed: N.Unparsed,
  typing: {
    triggers: [">", "/"],
    words: new Map(),
    closers: xmlClosers,
    completed: completedEndTag,
    // Text beside elements would make text of all white space there.
    next: (before) => (tagEnd(lexXml(before)) === "" ? " <x/>" : ' x="x"'),
  },
  linked: (syntax, offset) =>
    linkedTags(syntax, { element: N.Element, opening: N.StartTag, closing: N.EndTag }, offset),
  parse: parseXml,
  isUnit: (kind) => kind === N.Element,
  sequence: (kind) => (isContent(kind) ? SequenceFlag.Is : 0),
  comparable: (tokens, t) => {
    const text = tokens.textOf(t);
    return (tokens.kind(t) as T) === T.Value ? text.replace(/^'([^"']*)'$/, '"$1"') : text;
  },
  layout: (sheet, syntax, style) => new XmlLayout(sheet, syntax, style).document(),
};
