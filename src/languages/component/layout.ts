import type { Syntax } from "../../core/language.js";
import { Demand, FrameFlag, Mark, type Sheet } from "../../core/layout/sheet.js";
import { reindentCode } from "../../core/regions/texts.js";
import type { Style } from "../../core/style/style.js";
import type { TokenTable } from "../../core/syntax/tokens.js";
import { lineColumn } from "../../core/text/width.js";
import { T } from "./kinds.js";
import { languageOf } from "./regions.js";
import { R } from "./rules.js";

/** States the demands on the gaps of a component: blocks stay where they are, and what they hold gets its place. */
export function layoutComponent(sheet: Sheet, { tokens }: Syntax, style: Style): void {
  sheet.demand.fill(Demand.AsWritten);
  if (tokens.count === 0) return;
  sheet.open(0, tokens.count, FrameFlag.Block, 0);
  for (let t = 1; t < tokens.count; t++) {
    if (tokens.kind(t) !== T.Raw) continue;
    const language = languageOf(tokens.textOf(t - 1));
    const isClosed = tokens.kind(t + 1) === T.Closing;
    if (language === undefined || !isClosed) continue;
    const columnOf = (at: number): number =>
      lineColumn(tokens.text, tokens.start(at), style.tabWidth);
    // White space beside a text of the markup would be shown.
    const isMarkup = language === "component-template";
    const isDeeper = tokens.onNewLine(t) && columnOf(t) > columnOf(t - 1);
    const frame = sheet.open(t, t + 1, FrameFlag.Block, 0);
    sheet.frames.anchor.set(frame, t - 1);
    // What stands deeper is meant to.
    if (!isDeeper && !(isMarkup && isText(tokens, t, 0))) {
      if (reindentCode(sheet, t) || !tokens.onNewLine(t)) sheet.line(t, 0, 0, R.Block);
      else sheet.set(t, Demand.Level, R.Block);
    }
    if (!isMarkup || !isText(tokens, t + 1, -1)) {
      sheet.line(t + 1, 0, 0, R.Block);
      sheet.mark(t + 1, Mark.Dedent);
    }
    sheet.close();
  }
  sheet.close();
}

/** Whether no white space stands before token t, and no tag there, or before that. */
function isText(tokens: TokenTable, t: number, side: 0 | -1): boolean {
  const { text } = tokens;
  const at = tokens.start(t);
  return tokens.gapStart(t) === at && (side === 0 ? text[at] !== "<" : text[at - 1] !== ">");
}
