import type { Language } from "./language.js";
import { Signs } from "./notation.js";
import type { Span } from "./outline/excerpt.js";
import { wholeSpan, type Reading, type View } from "./reading.js";
import { Remembered, reachesOver, type Whole } from "./remembered.js";
import type { FindEdges } from "./layout/solution.js";
import { formatUntilStable, unsettledStretches, type StyleAfter } from "./requests/document.js";
import { sameStyle, type Style } from "./style/style.js";

/** Views that are laid out show whole units, and those beside them. */
const WHOLE_UNITS = { around: 1, whole: true };

const covers = (outer: Span, inner: Span): boolean =>
  outer.from <= inner.from && outer.to >= inner.to;

/** What formatting a whole text comes to; kept, and mended where the text has changed. */
export class WholeText {
  private remembered: Remembered | undefined = undefined;
  private edges: FindEdges | undefined = undefined;

  /** @param isPart whether the text is a region of another. */
  constructor(
    private readonly language: Language,
    private readonly reading: Reading,
    private readonly isPart: boolean,
  ) {}

  /** Follows what was read again; undefined where nothing of what was understood stands. */
  follow(followed: ReturnType<Reading["bringUpToDate"]>): void {
    if (followed === undefined) this.remembered = undefined;
    for (const step of followed ?? []) {
      if (step === "later") continue;
      const follows =
        step !== undefined && this.remembered?.follow(step.change, step.read);
      if (follows !== true) this.remembered = undefined;
    }
  }

  /**
   * The changes that format the text, regions in it apart, and what was left alone.
   *
   * @param styleAfter tells the style of a text that formatting has left; undefined where it is the same.
   * @param edges those of the fragment that the text is.
   */
  formatted(style: Style, styleAfter?: StyleAfter, edges?: FindEdges): Whole {
    const { language, reading } = this;
    if (reading.waiting || this.edges !== edges) this.remembered = undefined;
    this.edges = edges;
    reading.catchUp();
    // What does not parse may reach further than what was read again.
    const known = this.remembered?.holds === true ? this.remembered : undefined;
    if (known !== undefined && sameStyle(known.style, style) && this.refreshed(known, style))
      return known.whole;
    const { syntax } = reading;
    const changes = formatUntilStable(language, syntax, style, styleAfter, this.isPart, edges);
    const whole = { changes, unsettled: unsettledStretches(language, syntax) };
    this.remembered = new Remembered(style, whole);
    return whole;
  }

  /** Lays out again what has changed since; false where the whole text must be. */
  private refreshed(known: Remembered, style: Style): boolean {
    for (const span of known.staleSpans) {
      const view = this.viewOf(span);
      if (view === undefined) return false;
      const { core, syntax } = view;
      if (!covers(core, span) || (core.joint && style.listSplit !== "as-written")) return false;
      const unsettled = unsettledStretches(this.language, syntax).map(
        (stretch) => wholeSpan(view, stretch),
      );
      if (reachesOver(unsettled, core)) return false;
      const { isPart, edges } = this;
      const changes = formatUntilStable(this.language, syntax, style, undefined, isPart, edges);
      if (!known.refresh(span, core, view.back(changes), unsettled)) return false;
    }
    return true;
  }

  /** A view of a span and of what hangs on it; undefined where that has no end in sight. */
  private viewOf(span: Span): View | undefined {
    let wide = this.withRemarks(span);
    for (let tries = 0; tries < 3; tries++) {
      const core = this.reading.reach(wide, WHOLE_UNITS);
      const within = wide;
      // At its edges too comments may hang on others beyond.
      wide = this.withRemarks(core);
      if (covers(core, wide)) return this.reading.view(within, WHOLE_UNITS);
    }
    return undefined;
  }

  /**
   * A span with what hangs on it through comments around it, whose columns and blank lines hang on each other:
   * up to the next lines of code that end with none.
   */
  private withRemarks(span: Span): Span {
    const { lines } = this.reading;
    const { remarked } = Signs.of(this.language.notation);
    const content = (line: number): string =>
      lines.slice(lines.lineStart(line), lines.lineEnd(line));
    const far = (from: number, step: 1 | -1): number => {
      let line = from;
      const next = (): number => line + step;
      while (next() >= 0 && next() < lines.count && remarked.test(content(next()))) line += step;
      return line === from || next() < 0 || next() >= lines.count ? line : next();
    };
    const top = lines.lineAt(span.from);
    const bottom = lines.lineAt(span.to);
    const first = far(top, -1);
    const last = far(bottom, 1);
    const begin = (line: number): number => lines.lineStart(line) + content(line).search(/\S|$/);
    return {
      from: first < top ? Math.min(span.from, begin(first)) : span.from,
      to: last > bottom ? Math.max(span.to, begin(last)) : span.to,
    };
  }
}
