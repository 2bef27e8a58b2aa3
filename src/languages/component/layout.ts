import type { Syntax } from "../../core/language.js";
import { Demand, FrameFlag, Mark, type Sheet } from "../../core/layout/sheet.js";
import type { Style } from "../../core/style/style.js";
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
    if (language === undefined || language === "component-template" || !isClosed) continue;
    const columnOf = (at: number): number =>
      lineColumn(tokens.text, tokens.start(at), style.tabWidth);
    const isDeeper = tokens.onNewLine(t) && columnOf(t) > columnOf(t - 1);
    const frame = sheet.open(t, t + 1, FrameFlag.Block, 0);
    sheet.frames.anchor.set(frame, t - 1);
    // Lines of a text over several lines must not move, and what stands deeper is meant to.
    if (!isDeeper && tokens.textOf(t).includes("`") && tokens.onNewLine(t)) {
      sheet.set(t, Demand.Level, R.Block);
    } else if (!isDeeper) {
      sheet.line(t, 0, 0, R.Block);
      sheet.mark(t, Mark.Reindent);
    }
    sheet.line(t + 1, 0, 0, R.Block);
    sheet.mark(t + 1, Mark.Dedent);
    sheet.close();
  }
  sheet.close();
}
