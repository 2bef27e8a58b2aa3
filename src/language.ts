/** What a language is built of: tokens, a tree, a parser's helpers, and the demands on gaps. */
import { Demand as D, FrameFlag as F, Mark as M } from "./core/layout/sheet.js";
import { SequenceFlag as S } from "./core/outline/sequence.js";
import { TokenFlag as K } from "./core/syntax/tokens.js";

/** What a gap shall hold; a layout states one before every token that the grammar sees. */
export const Demand = {
  /** What stands there, moved along with its line. */
  AsWritten: D.AsWritten,
  /** Nothing. */
  Join: D.Join,
  /** One space. */
  Space: D.Space,
  /** Nothing; a line end where its frame is split. */
  Seam: D.Seam,
  /** One space; a line end where its frame is split. */
  Fold: D.Fold,
  /** A line end, and blank lines between a least and a most. */
  Line: D.Line,
  /** What stands there, to the letter. */
  Fixed: D.Fixed,
  /** The line ends that stand there, and the indentation as it is. */
  Level: D.Level,
} as const;

/** What a gap or its token carries besides the demand. */
export const Mark = {
  /** A line here goes to the depth of the frame's own first line, as a closing bracket does. */
  Dedent: M.Dedent,
  /** A closing separator goes here where the gap's frame is split. */
  SeparatorSlot: M.SeparatorSlot,
  /** A terminator goes here. */
  TerminatorSlot: M.TerminatorSlot,
  /** The token after the gap is dropped. */
  Removed: M.Removed,
  /** The token after the gap is dropped unless the gap's frame is split. */
  RemovedFlat: M.RemovedFlat,
  /** The token's inner lines move with its first line. */
  Reindent: M.Reindent,
} as const;

/** How a frame splits. */
export const FrameFlag = {
  /** Only where the line is full; else all of its folds or none. */
  Flow: F.Flow,
  /** Real brackets stand around it. */
  Bracket: F.Bracket,
  /** Always, whatever the width. */
  Split: F.Split,
  /** Lines of a block: always, and nothing to measure. */
  Block: F.Block,
  /** Where a bracket inside it must. */
  Whole: F.Whole,
} as const;

/** What is known of a token beside its kind. */
export const TokenFlag = {
  /** A comment or the like, which the grammar does not see. */
  Trivia: K.Trivia,
  /** The first on its line. */
  OnNewLine: K.OnNewLine,
  /** It holds line ends. */
  MultiLine: K.MultiLine,
  /** It ends with its line: what follows it must begin another. */
  EndsLine: K.EndsLine,
  /** It is left open, or goes on beyond its line: nothing is put in behind it. */
  Continues: K.Continues,
  /** The first bit that is the language's own. */
  Own: K.Own,
} as const;

/** What a language says of nodes whose children follow one another. */
export const SequenceFlag = {
  /** Its children are read in turn. */
  Is: S.Is,
  /** It has no closer of its own. */
  Open: S.Open,
  /** It reads the same whatever stands around it. */
  Alone: S.Alone,
  /** Its children are laid out together unless the author began their lines. */
  Joint: S.Joint,
} as const;

export type {
  Around,
  IndentedBlocks,
  Language,
  Lookahead,
  Syntax,
  Typing,
} from "./core/language.js";
export { layoutBlock } from "./core/layout/block.js";
export type { BlockRules } from "./core/layout/block.js";
export { ROOT, Sheet } from "./core/layout/sheet.js";
export {
  holdsSplit,
  holdsWord,
  operatorsLead,
  ownSplit,
  splitAtOwn,
} from "./core/layout/written.js";
export { BRACKETS } from "./core/notation.js";
export type { BlockComment, Notation, Pair } from "./core/notation.js";
export { regionsBy } from "./core/regions/host.js";
export type {
  FindRegions,
  Fragment,
  Region,
  Regions,
  Surroundings,
} from "./core/regions/region.js";
export { BASE_STYLE } from "./core/style/style.js";
export type { Style } from "./core/style/style.js";
export { DEPTH_LIMIT, END, Parser } from "./core/syntax/parser.js";
export { TokenTable } from "./core/syntax/tokens.js";
export { NONE, Tree, onOneLine } from "./core/syntax/tree.js";
export type { Parsed } from "./core/syntax/tree.js";
export type { Change } from "./core/text/edits.js";
export { requote, unquoted } from "./core/text/quotes.js";
export { violationsOf } from "./core/violations.js";
export { declareLanguage } from "./languages/plain/declare.js";
export type {
  Declaration,
  LineComment,
  Statements,
  StringForm,
} from "./languages/plain/declaration.js";
export { organizeBy } from "./core/imports/organize.js";
export type {
  ImportOrder,
  ImportPlace,
  ImportSettings,
  OrganizeImports,
} from "./core/imports/order.js";
