import { blanksEnd, isBlankRow, trimmedEnd } from "../../core/text/blanks.js";
import type { Syntax } from "../../core/language.js";
import type { Region } from "../../core/regions/region.js";
import { pattern } from "../../core/text/patterns.js";
import { codeRows, leftOfTab, type Block, type Blocks, type Fence } from "./blocks.js";
import { B } from "./kinds.js";
import type { MarkdownSyntax } from "./parser.js";

/** Languages by the names that stand behind fences, where those are no identifiers. */
const NAMES: Readonly<Record<string, string>> = {
  bash: "shellscript",
  "c#": "csharp",
  cjs: "javascript",
  cs: "csharp",
  cshtml: "razor",
  csproj: "xml",
  cts: "typescript",
  htm: "html",
  js: "javascript",
  jsx: "javascriptreact",
  mjs: "javascript",
  mts: "typescript",
  py: "python",
  python3: "python",
  rs: "rust",
  sh: "shellscript",
  svg: "xml",
  shell: "shellscript",
  ts: "typescript",
  tsx: "typescriptreact",
  yml: "yaml",
  zsh: "shellscript",
};

/** What is shown of a session, and no program. */
const SESSIONS = new Set([
  "console",
  "shell-session",
  "sh-session",
  "pycon",
  "text",
  "txt",
  "plaintext",
  "diff",
]);

/** What shows that a program holds elements: people call it by the language that it extends. */
const ELEMENTS = /^[ \t]*<[A-Za-z>]|<\/[A-Za-z>]|\/>/m;

/** A line that begins with a tag. */
const MARKUP = /^[ \t]*<[A-Za-z!]/;

/** Languages in which braces hold statements, and an object's members where a value is meant. */
const SCRIPT = /^(?:java|type)script(?:react)?$/;

/** White space and comments. A comment is taken whole or not at all, so that a line of slashes is read once. */
const WHITE = String.raw`(?:\s|//[^\r\n]*(?=[\r\n]))*`;

/** What begins as an object does: a name and a colon, where no statement ends with the line, or dots. */
const OBJECT = new RegExp(
  String.raw`^${WHITE}\{${WHITE}(?:\.\.\.|(?:[\w$-]+|"[^"\r\n]*"|'[^'\r\n]*')[ \t]*:(?![^\r\n]*;[ \t]*[\r\n]))`,
);

/** The code in fences: that of a language which is said is laid out, the other is typed only. */
export function* markdownRegions(syntax: Syntax): Iterable<Region> {
  const { blocks, tokens } = syntax as MarkdownSyntax;
  yield* regionsIn(blocks.root, tokens.text, blocks);
}

function* regionsIn(
  block: Block,
  text: string,
  blocks: Blocks,
): Iterable<Region> {
  for (const child of block.children) {
    if (child.kind === B.Fence) {
      const region = regionOf(child as Fence, text, blocks);
      if (region !== undefined) yield region;
    } else {
      yield* regionsIn(child, text, blocks);
    }
  }
}

function regionOf(fence: Fence, text: string, blocks: Blocks): Region | undefined {
  const { indent, info, sign, length } = fence;
  const { starts, ends } = blocks;
  const name = /^[^\s{},:]+/.exec(info.replace(/^\{?\.?/, ""))?.[0]?.toLowerCase() ?? "";
  if (SESSIONS.has(name)) return undefined;
  const code = codeRows(fence);
  const first = code.find(({ line, at }) => !isBlankRow(text.slice(at, ends[line])));
  if (first === undefined) return undefined;
  const own = text.slice(first.at, ends[first.line]);
  const dropped = Math.min(indent, blanksEnd(own, 0));
  const prefix = text.slice(starts[first.line], first.at + dropped);
  const isEven = code.every((one) => {
    const { line } = one;
    if (leftOfTab(text, blocks, one) > 0) return false;
    const row = text.slice(starts[line], ends[line]);
    return row.startsWith(prefix) || isBlankRow(row) || trimmedEnd(row) === trimmedEnd(prefix);
  });
  const begin = starts[code[0]!.line]!;
  const to = ends[code.at(-1)!.line]!;
  // Where nothing is said, brackets or tags tell how lines go on that are typed.
  const isUnsaid = name === "";
  const sketched = MARKUP.test(own) ? "html" : "plaintext";
  const said = isUnsaid ? sketched : NAMES[name] ?? name;
  const body = text.slice(begin, to);
  const holdsElements = said === "typescript" && ELEMENTS.test(body);
  const isObject = SCRIPT.test(said) && OBJECT.test(body);
  return {
    // Before an object nothing goes on.
    from: isObject ? starts[first.line]! : begin,
    to,
    languageId: holdsElements ? "typescriptreact" : said,
    prefix,
    isUneven: !isEven,
    ...(isUnsaid && { isSketch: true }),
    ...(isObject && { start: "expression" as const }),
    closer: pattern(`\\${sign}{${length}}`),
  };
}
