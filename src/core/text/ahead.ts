/**
 * Where a sign comes next. It is looked for once for all offsets up to it, so that asking at every token
 * takes time that grows with the text; what the engine's own search passes over costs next to nothing.
 */
export class Ahead {
  /** Between these two offsets the sign does not stand but at the second. */
  private from = 0;
  private at = -1;

  constructor(protected readonly text: string, private readonly sign: string) {}

  /** The UTF-16 offset of the sign at `offset` or after it; the end of the text where none comes. */
  next(offset: number): number {
    if (offset >= this.from && offset <= this.at) return this.at;
    const found = this.find(offset);
    this.from = offset;
    return this.at = found < 0 ? this.text.length : found;
  }

  protected find(offset: number): number {
    return this.text.indexOf(this.sign, offset);
  }
}

/** The same of what a pattern finds, which has the flag `g`. */
export class PatternAhead extends Ahead {
  constructor(text: string, private readonly pattern: RegExp) {
    super(text, pattern.source);
  }

  protected override find(offset: number): number {
    this.pattern.lastIndex = offset;
    return this.pattern.exec(this.text)?.index ?? -1;
  }
}
