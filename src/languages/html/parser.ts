import { lookaheadToEnd } from "../../core/lookahead.js";
import { DEPTH_LIMIT } from "../../core/syntax/parser.js";
import { TokenFlag, type TokenTable } from "../../core/syntax/tokens.js";
import type { Lookahead, Syntax } from "../../core/language.js";
import { Step, isPair } from "./effect.js";
import {
  BARRIER,
  BLOCK,
  CHOICE,
  COMPONENT,
  ENDED_BY,
  ENDS_ALONE,
  FIXED,
  LISTED,
  LOOSE,
  OPENED_AGAIN,
  VOID,
  elementName,
} from "./elements.js";
import { ISLANDS, type Code } from "./islands.js";
import { FLOW, N, T } from "./kinds.js";
import { lexHtml, type Components, type Lexed } from "./lexer.js";
import { pairedTags } from "./pairs.js";
import { FLOW_BLOCK } from "./tongues.js";
import { TagParser, endOfTag, type Open } from "./tag-parser.js";

/** How a page of another tongue is read. */
export interface Dialect extends Components {
  readonly lex?: (text: string) => Lexed;
  /** What is code in it; the tongues of any page where it is left out. */
  readonly code?: Code;
  /** Whether tags are controls' too: those nest among themselves, whatever markup stands in them. */
  readonly hasControls?: boolean;
}

export interface OpenElement extends Open {
  /** Whether it is part of a drawing or of a formula. */
  readonly foreign: boolean;
  /** Whether it is a control, or a property of one: `<asp:Repeater>`, `<Columns>`. */
  readonly control: boolean;
  /** Whether its author wrote it as empty, which says nothing in HTML: `<a id="pier"/>`. */
  readonly isEmpty: boolean;
  /** The block of another tongue that it is; "" for what is none. */
  readonly block: string;
}

/**
 * Parses a page (HTML Living Standard, 13.1): optional tags may be left out, and no tag changes its place.
 * Where tags do not add up, an end tag that begins a line ends the element whose tag stands in its column.
 *
 * @param dialect where it differs from the standard.
 */
export function parseHtml(text: string, byColumns = false, dialect: Dialect = {}): Syntax {
  const { tokens, lookaheads } = (dialect.lex ?? lexHtml)(text, dialect);
  if (!byColumns) {
    const first = new HtmlParser(tokens, false, dialect);
    first.document();
    if (first.mismatches === 0)
      return {
        tokens,
        tree: first.tree,
        unbalanced: false,
        mismatches: 0,
        lookaheads: [...lookaheads, ...first.lookaheads],
      };
  }
  const { tree, mismatches } = readByColumns(tokens, dialect);
  return { tokens, tree, unbalanced: !byColumns || mismatches > 0, mismatches };
}

function readByColumns(tokens: TokenTable, dialect: Dialect): HtmlParser {
  const parser = new HtmlParser(tokens, true, dialect);
  parser.document();
  return parser;
}

/** Under these names code is open among elements. */
export const CODE = "#code";
export const LABEL = "#label";

/** The same within a line, where it tells no depth. */
const INLINE = "#inline";

const isCodeName = (name: string): boolean => name.startsWith("#");

const isCode = ({ name }: Open): boolean => isCodeName(name);

/** Whether what a start tag ends is looked for beyond an open element. */
const isPassed = (open: Open, isItem: boolean): boolean =>
  isCode(open) || (isItem && (OPENED_AGAIN.has(open.name) || open.name === "span"));

export class HtmlParser extends TagParser<OpenElement> {
  /** What was looked at beyond its end. */
  readonly lookaheads: Lookahead[] = [];
  protected readonly code: Code;

  constructor(tokens: TokenTable, byColumns: boolean, private readonly dialect: Dialect) {
    super(tokens, byColumns);
    this.code = dialect.code ?? ISLANDS;
  }

  protected nameIn(tag: string): string {
    return elementName(tag, this.dialect.hasComponents);
  }

  protected endsAlone({ name, control, isEmpty }: OpenElement): boolean {
    return ENDS_ALONE.has(name) || isEmpty || (!control && this.isInTemplate());
  }

  protected startTag(): void {
    const { tokens, tree, stack } = this;
    const first = this.at;
    const tag = tokens.textOf(first).slice(1);
    const name = this.nameIn(tag);
    const foreign = name === "svg" || name === "math" || stack.at(-1)?.foreign === true;
    if (!foreign) this.end(name);
    // Text that is kept to the letter is put at the margin wherever it belongs.
    if (this.byColumns && !FIXED.has(name)) this.endByColumn(first);
    if (!this.tag()) {
      if (!VOID.has(name) && !FIXED.has(name) && stack.length < DEPTH_LIMIT)
        return this.half(first, () => this.opened(name, first, foreign, false, true));
      tree.finish(N.Unparsed, first, this.at);
      return;
    }
    tree.finish(N.StartTag, first, this.at);
    const empty = tokens.kind(this.at - 1) === T.EmptyTagEnd;
    const control = this.isControl(tag);
    // A browser takes what follows for what it holds; whoever writes that does not.
    const isOwn = name.includes("-");
    const isWhole =
      VOID.has(name) || (empty && (foreign || isOwn || this.dialect.closesAny === true));
    const isLeftOpen = !isWhole && control && !this.isEnded(name);
    if (isLeftOpen) this.lookaheads.push(...lookaheadToEnd(tokens.start(first), tokens.text));
    if (isWhole || isLeftOpen) {
      tree.finish(N.Element, first, this.at);
    } else if (stack.length >= DEPTH_LIMIT) {
      this.beyond++;
    } else {
      stack.push(this.opened(name, first, foreign, control, false));
      if (tokens.kind(this.at) === T.Raw) this.at++;
    }
  }

  private opened(
    name: string,
    first: number,
    foreign: boolean,
    control: boolean,
    isHalf: boolean,
  ): OpenElement {
    const inside = foreign && name !== "foreignobject";
    const isEmpty =
      this.tokens.kind(this.at - 1) === T.EmptyTagEnd
      && !control
      && !BLOCK.has(name)
      && !FIXED.has(name);
    const content = this.at;
    return {
      name,
      first,
      content,
      foreign: inside,
      control,
      isEmpty,
      isHalf,
      isMixed: false,
      block: "",
    };
  }

  protected placeOf(name: string, t: number): number {
    const { stack, tokens } = this;
    // Nothing else can end a script.
    if (t > 0 && tokens.kind(t - 1) === T.Raw && stack.at(-1)?.name === name)
      return stack.length - 1;
    const begins = this.byColumns && this.beginsLine(t);
    const own = begins ? this.pairedPlace(t) : -1;
    if (own >= 0) return own;
    const column = begins ? this.columnOf(t) : -1;
    const control = this.dialect.hasControls === true
      && stack.some((open) => open.control && open.name === name);
    let found = -1;
    for (let i = stack.length - 1; i >= 0; i--) {
      const open = stack[i]!;
      if (open.name === name) {
        if (!begins || !this.beginsLine(open.first) || this.columnOf(open.first) === column)
          return i;
        // One that stands deeper may be left open, one less deep is not ended from in here.
        if (this.columnOf(open.first) < column) return found;
        if (found < 0) found = i;
      }
      if (control) continue;
      if (open.control && !begins) break;
      // What is inline ends nothing beyond a block, but for what a browser opens again in there.
      const isBlock = BLOCK.has(open.name) && !CHOICE.has(open.name);
      const stops = BARRIER.has(open.name) || (isBlock && !OPENED_AGAIN.has(name));
      if (stops && !begins && !BLOCK.has(name) && !BARRIER.has(name)) break;
    }
    return found;
  }

  /** Whether a tag is a control's, or that of a property of the control in which it stands. */
  private isControl(tag: string): boolean {
    if (this.dialect.hasControls !== true) return false;
    return tag.includes(":") || (this.stack.at(-1)?.control === true && COMPONENT.test(tag));
  }

  /** Whether the text ends a control of a name after its tag: one that it leaves open holds nothing. */
  protected isEnded(name: string): boolean {
    let last = this.lastEnds.get(name);
    if (last === undefined) {
      this.lower ??= this.tokens.text.toLowerCase();
      last = this.lower.lastIndexOf(`</${name}`);
      this.lastEnds.set(name, last);
    }
    return last >= this.tokens.end(this.at - 1);
  }

  private lower: string | undefined = undefined;
  private readonly lastEnds = new Map<string, number>();

  /** Whether what is innermost open is a control's template: markup may begin in one and end in the next. */
  private isInTemplate(): boolean {
    const { stack } = this;
    for (let i = stack.length - 1; i >= 0; i--)
      if (stack[i]!.control) return stack[i]!.name.endsWith("template");
    return false;
  }

  /** An island before it on its line may come to the start tag, a template before it may hold that. */
  protected override isMadeElsewhere(t: number): boolean {
    if (this.isInTemplate()) return true;
    const { tokens } = this;
    for (; this.looked < t; this.looked++) {
      const { looked } = this;
      if (this.beginsLine(looked)) this.islandOnLine = false;
      this.islandOnLine ||=
        tokens.kind(looked) === T.Word && /<[%?]|\{[{%]|@/.test(tokens.textOf(looked));
    }
    return this.islandOnLine && !this.beginsLine(t);
  }

  /** Up to which token islands were looked for, and whether one stands before it on its line. */
  private looked = 0;
  private islandOnLine = false;

  /** Whether an island takes part in the nesting of blocks. */
  protected counts(t: number): boolean {
    return this.code.nests(this.tokens, t);
  }

  /** What stands before an end tag that has no start tag goes with it. */
  protected override bareRaw(): void {
    const first = this.at++;
    if (this.tokens.kind(this.at) !== T.EndTagStart) return;
    this.tag();
    this.mismatches++;
    this.tree.finish(N.Unparsed, first, this.at);
  }

  /** Notes that text stands in the innermost element, and in the code in it that is around. */
  private mix(): void {
    const { stack } = this;
    for (let i = stack.length - 1; i >= 0; i--) {
      const open = stack[i]!;
      open.isMixed = true;
      if (!isCode(open)) return;
    }
  }

  // Where elements would stand apart, text among them reaches over all of the content.
  protected override contentKind({ foreign, isMixed, name }: OpenElement): N {
    return isMixed && (foreign || LOOSE.has(name)) ? N.Mixed : N.Content;
  }

  /** Blocks of code that lie within one content are nodes of it. */
  protected override other(t: number): void {
    if (this.tokens.kind(t) !== T.Word) return;
    this.mix();
    const { step, begins, ends } = this.code.effectOf(this.tokens, t);
    if (step === Step.None) return;
    const counts = this.counts(t);
    const { stack, tree } = this;
    if (this.byColumns && this.tokens.has(t, FLOW)) this.endFlowByColumn(t, step);
    if (step === Step.Opens) {
      if (counts) this.endEmpty(t);
      return this.openCode(counts ? CODE : INLINE, t, begins);
    }
    if (!this.endUnpaired(t, ends) && ends === FLOW_BLOCK) {
      // A brace alone may as well be text.
      if (step === Step.GoesOn) this.mismatches++;
      return;
    }
    const top = stack.at(-1);
    const isInline = top?.name === INLINE;
    if (isInline || !counts) {
      // What begins or ends within a line is no block of its own.
      if (step === Step.Closes && isInline) this.stack.pop();
      else if (step === Step.Closes && top?.name === CODE) this.pop(t);
      return;
    }
    if (top?.name === LABEL) {
      stack.pop();
      this.inside(top.content, t);
      tree.finish(N.CodeBlock, top.first, t);
    }
    if (step === Step.Label) return this.openCode(LABEL, t, begins);
    const place = stack.map(({ name }) => name).lastIndexOf(CODE);
    const open = stack[place];
    if (open !== undefined && this.lackEnds(place, t))
      while (stack.length > place + 1) this.pop(t);
    if (open !== undefined && place === stack.length - 1) {
      this.inside(open.content, t);
      if (step === Step.GoesOn) {
        stack[place] = { ...open, content: t + 1, block: begins === "" ? open.block : begins };
      } else {
        stack.pop();
        tree.finish(N.CodeBlock, open.first, t + 1);
      }
      return;
    }
    // It ends around elements that are open: that has no shape.
    if (open !== undefined) {
      const gone = stack.splice(place);
      for (const one of gone) {
        if (isCode(one)) this.shapeless(one, t);
        else stack.push(one);
      }
    }
    if (step === Step.GoesOn) this.openCode(CODE, t, begins);
  }

  /** Ends the blocks of which nothing ends any, within the one that token t ends; false where it ends none. */
  private endUnpaired(t: number, ends: string): boolean {
    const { stack } = this;
    const isBlock = ({ name }: OpenElement): boolean => name === CODE || name === INLINE;
    const isPaired = (open: OpenElement): boolean => isBlock(open) && isPair(open.block, ends);
    if (!stack.some(isPaired)) return false;
    this.endEmpty(t);
    while (isBlock(stack.at(-1)!) && !isPaired(stack.at(-1)!)) this.pop(t);
    return true;
  }

  /**
   * Whether the elements that are open in the block at a place of the stack end with it, at token t, as their end tags are
   * left out: up to the end of what the block stands in there are none.
   *
   *     {% for tide in tides %}          {% if late %}<li class="late">{% else %}<li>{% endif %}
   *       <li>{{ tide }}                   {{ tide }}
   *     {% endfor %}                     </li>
   */
  private lackEnds(place: number, t: number): boolean {
    const { stack, tokens } = this;
    const inner = stack.slice(place + 1);
    if (inner.length === 0 || !inner.every((open) => this.endsAlone(open))) return false;
    const outer = stack.slice(0, place).reverse().find((open) => !isCode(open));
    const end = outer === undefined ? tokens.count : this.paired.get(outer.first) ?? tokens.count;
    const to = end < tokens.count ? tokens.end(end) : tokens.text.length;
    this.lookaheads.push({ from: tokens.start(inner[0]!.first), to });
    return inner.every(({ name }) => this.nextEnd(name, t) >= end);
  }

  /** Of names the end tag that was found last. */
  private readonly ends = new Map<string, number>();

  /** The first end tag of a name behind token t. */
  private nextEnd(name: string, t: number): number {
    const { tokens, ends } = this;
    let end = ends.get(name) ?? -1;
    if (end > t) return end;
    for (end = t + 1; end < tokens.count; end++)
      if (tokens.kind(end) === T.EndTagStart && this.nameIn(tokens.textOf(end).slice(2)) === name)
        break;
    ends.set(name, end);
    return end;
  }

  private openCode(name: string, t: number, block: string): void {
    const foreign = this.stack.at(-1)?.foreign === true;
    if (this.stack.length < DEPTH_LIMIT)
      this.stack.push({
        name,
        first: t,
        content: t + 1,
        foreign,
        control: false,
        isEmpty: false,
        isHalf: false,
        isMixed: false,
        block,
      });
  }

  /** Notes code that is open from its token to another one, and is no node: what stands in it hangs on it. */
  private shapeless({ first }: OpenElement, end: number): void {
    const { tokens } = this;
    const to = end < tokens.count ? tokens.start(end) : tokens.text.length;
    this.lookaheads.push({ from: tokens.start(first), to });
  }

  private inside(first: number, end: number): void {
    if (end > first) this.tree.finish(N.Inside, first, end);
  }

  protected override pop(end: number): void {
    const open = this.stack.at(-1)!;
    if (!isCode(open)) return super.pop(end);
    this.stack.pop();
    if (open.name === INLINE) return this.shapeless(open, end);
    const isFlow = open.block === FLOW_BLOCK;
    if (isFlow) this.mismatches++;
    this.inside(open.content, end);
    this.tree.finish(isFlow && this.byColumns ? N.CodeBlock : N.OpenBlock, open.first, end);
  }

  /** Ends the elements that a start tag ends whose own end tags are left out. */
  private end(name: string): void {
    const { stack } = this;
    const isItem = LISTED.has(name);
    for (;;) {
      let place = stack.length - 1;
      while (place >= 0 && isPassed(stack[place]!, isItem)) place--;
      if (place < 0 || ENDED_BY.get(stack[place]!.name)?.has(name) !== true) break;
      while (stack.length > place) this.pop(this.at);
    }
    // A paragraph is ended through what is inline in it.
    if (ENDED_BY.get("p")!.has(name)) {
      for (let i = stack.length - 1; i >= 0; i--) {
        const open = stack[i]!;
        if (BARRIER.has(open.name) || open.control) break;
        if (open.name !== "p") continue;
        while (stack.length > i) this.pop(this.at);
        break;
      }
    }
    // A browser has a block stand in there, where white space before and after it says as little as outside.
    if (BLOCK.has(name)) this.endEmpty(this.at);
  }

  /** Ends the innermost elements that `/>` ends for their author: they hold no blocks. */
  private endEmpty(end: number): void {
    while (this.stack.at(-1)?.isEmpty === true) this.pop(end);
  }

  /** Ends elements that lack their end tag, where a start tag begins a line no deeper than theirs. */
  private endByColumn(t: number): void {
    const { stack } = this;
    if (!this.beginsLine(t)) return;
    const column = this.columnOf(t);
    for (let place = stack.length - 1; place >= 0;) {
      const open = stack[place]!;
      const begins = this.beginsLine(open.first);
      if (!begins && !isCode(open) && !BLOCK.has(open.name)) {
        // What is inline in a line ends with the block that it begins in.
        place--;
        continue;
      }
      if (!begins || !this.endsByColumn(open) || this.isFlush(open)) return;
      if (this.columnOf(open.first) < column || this.paired.has(open.first)) return;
      while (stack.length > place) this.pop(this.at);
      place = stack.length - 1;
    }
  }

  /** Ends blocks of control flow that lack their brace, where another piece of it begins a line no deeper than theirs. */
  private endFlowByColumn(t: number, step: Step): void {
    const { stack } = this;
    if (!this.beginsLine(t)) return;
    const column = this.columnOf(t);
    const isFlow = (open: OpenElement): boolean =>
      open.block === FLOW_BLOCK && this.beginsLine(open.first);
    const isBeside = (open: OpenElement): boolean =>
      isFlow(open) && this.columnOf(open.first) === column;
    // A brace ends the block whose head stands in its column, where there is one.
    const isHead = step === Step.Opens;
    if (!isHead && !stack.some(isBeside)) return;
    for (let place = stack.length - 1; place >= 0; place--) {
      const open = stack[place]!;
      if (!isFlow(open)) continue;
      const own = this.columnOf(open.first);
      if (own < column || (own === column && !isHead) || this.isFlush(open)) return;
      while (stack.length > place) this.pop(t);
    }
  }

  /** The place of the element whose own end tag stands at token t, where none in it ends further down; -1 elsewhere. */
  private pairedPlace(t: number): number {
    const { stack } = this;
    const first = this.paired.get(t) ?? -1;
    for (let i = stack.length - 1; i >= 0 && first >= 0; i--) {
      if (stack[i]!.first === first) return i;
      if (this.paired.has(stack[i]!.first)) return -1;
    }
    return -1;
  }

  /** For start tags and end tags the other of the two. */
  private get paired(): ReadonlyMap<number, number> {
    return this.pairs ??= pairedTags(
      this.tokens,
      (tag) => this.nameIn(tag),
      (t) => (this.beginsLine(t) ? this.columnOf(t) : undefined),
    );
  }

  private pairs: ReadonlyMap<number, number> | undefined = undefined;

  /** Whether columns tell where an element ends: where end tags may be left out, the standard does. */
  private endsByColumn({ block, name }: OpenElement): boolean {
    if (block === FLOW_BLOCK) return true;
    if (BLOCK.has(name)) return !FIXED.has(name) && !ENDED_BY.has(name);
    return !isCodeName(name) && !OPENED_AGAIN.has(name) && !this.isEnded(name);
  }

  protected isFlush({ first, name }: OpenElement): boolean {
    const { tokens } = this;
    if (name === "html" || name === "body" || name === "head") return true;
    let t = (tokens.kind(first) as T === T.Word ? first : endOfTag(tokens, first)) + 1;
    while (t < this.at && !tokens.has(t, TokenFlag.OnNewLine)) t++;
    return t < tokens.count && t < this.at && this.columnOf(t) <= this.columnOf(first);
  }
}
