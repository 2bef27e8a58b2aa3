import type { Language, Syntax } from "../language.js";
import type { Style } from "./style.js";

/** What a text shows of its own style: indentation and line ends. Nothing shown, nothing said. */
export function inferStyle(language: Language, syntax: Syntax): Partial<Style> {
  const { text } = syntax.tokens;
  const style: { -readonly [K in keyof Style]?: Style[K] } = {};
  const endOfLine = inferEndOfLine(text);
  if (endOfLine !== undefined) style.endOfLine = endOfLine;
  if (text.includes("\t") && tabbedLines(text) * 2 > indentedLines(text)) {
    style.indentStyle = "tab";
  } else {
    const size = mostFrequent(language.indents(syntax));
    if (size !== undefined) {
      style.indentStyle = "space";
      style.indentSize = size;
    }
  }
  return style;
}

const tabbedLines = (text: string): number => text.match(/^\t/gm)?.length ?? 0;
const indentedLines = (text: string): number => text.match(/^[ \t]/gm)?.length ?? 0;

function inferEndOfLine(text: string): Style["endOfLine"] | undefined {
  if (!text.includes("\r")) return text.includes("\n") ? "lf" : undefined;
  const crlf = text.match(/\r\n/g)?.length ?? 0;
  const lf = (text.match(/\n/g)?.length ?? 0) - crlf;
  const cr = (text.match(/\r/g)?.length ?? 0) - crlf;
  return crlf >= lf && crlf >= cr ? "crlf" : lf >= cr ? "lf" : "cr";
}

/** How many blocks are asked; more would say the same. */
const ENOUGH = 400;

/** The step that most of the first blocks show, between 1 and 8; the smaller of two that are even. */
function mostFrequent(steps: Iterable<number>): number | undefined {
  const votes = new Map<number, number>();
  let cast = 0;
  for (const step of steps) {
    if (step >= 1 && step <= 8) votes.set(step, (votes.get(step) ?? 0) + 1);
    if (++cast === ENOUGH) break;
  }
  let best: number | undefined;
  for (const [step, count] of [...votes].sort(([a], [b]) => a - b)) {
    if (best === undefined || count > votes.get(best)!) best = step;
  }
  return best;
}
