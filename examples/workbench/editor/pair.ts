import type { EditorView } from "@codemirror/view";

/** Where an offset of one side stands on the other. */
export type Across = (offset: number) => number;

/** Keeps two surfaces at the same place: where one is scrolled, the other follows. */
export class ScrollPair {
  private follower: EditorView | undefined;
  private release: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly left: EditorView,
    private readonly right: EditorView,
    private across: { toRight: Across; toLeft: Across },
  ) {
    left.scrollDOM.addEventListener("scroll", () => this.follow(left, right, this.across.toRight));
    right.scrollDOM.addEventListener("scroll", () => this.follow(right, left, this.across.toLeft));
  }

  /** Takes what has become of the texts. */
  map(across: { toRight: Across; toLeft: Across }): void {
    this.across = across;
    this.follow(this.left, this.right, across.toRight);
  }

  private follow(from: EditorView, to: EditorView, across: Across): void {
    // What follows does not lead at the same time.
    if (this.follower === from) return;
    this.follower = to;
    clearTimeout(this.release);
    this.release = setTimeout(() => (this.follower = undefined), 80);
    const { scrollTop } = from.scrollDOM;
    const block = from.lineBlockAtHeight(scrollTop - from.documentPadding.top);
    const within = scrollTop - block.top;
    const place = Math.min(across(block.from), to.state.doc.length);
    to.scrollDOM.scrollTop = to.lineBlockAt(place).top + within;
  }
}
