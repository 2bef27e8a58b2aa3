import { HtmlRenderer, Parser } from "commonmark";
import MarkdownIt from "markdown-it";

const reader = new Parser();
const writer = new HtmlRenderer();
const withTables = new MarkdownIt({ html: true });

/**
 * What two renderers make of a text, code in named fences apart, which is told by its own language. The first knows
 * no tables: their blanks and dashes count as one each there.
 */
export function renderings(text) {
  // Neither knows what stands at the beginning between lines of dashes.
  const body = text.replace(/^(---|\+\+\+)[ \t]*\r?\n[^]*?\n(?:\1|\.\.\.)[ \t]*(?:\r?\n|$)/, "");
  const plain = writer.render(reader.parse(body))
    .replace(/[ \t]+|(?:<br \/>)?\n/g, " ")
    .replace(/-+/g, "-")
    .replace(/ ?\| ?/g, "|");
  return [plain, withTables.render(body)]
    .map(
      (html) => html.replace(/(<code class="language-[^"]*">)[^]*?<\/code>/g, "$1").replace(
        /[ \t\n\f\r]+$/,
        "",
      ),
    )
    .join("\n\n");
}
