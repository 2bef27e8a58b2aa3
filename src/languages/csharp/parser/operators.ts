import { T } from "../kinds.js";

/** How tightly the operators between two operands bind; 0 for what is none (ECMA-334, 12.4.2). */
export const LEVEL = new Uint8Array(128);
export const RELATIONAL = 8;
export const SHIFT = 9;
export const RANGE = 12;
[
  [T.QuestionQuestion],
  [T.PipePipe],
  [T.AmpersandAmpersand],
  [T.Pipe],
  [T.Caret],
  [T.Ampersand],
  [T.Equality],
  [T.Less, T.Greater, T.LessEqual, T.GreaterEqual, T.Is, T.As],
  [T.ShiftLeft],
  [T.Plus, T.Minus],
  [T.Star, T.Slash, T.Percent],
  [T.DotDot],
].forEach((kinds, i) => kinds.forEach((kind) => (LEVEL[kind] = i + 1)));

/** What may follow types that belong to a name, rather than comparisons (ECMA-334, 6.2.5). */
export const BEHIND_TYPES: ReadonlySet<T> = new Set([
  T.End,
  T.LeftParen,
  T.RightParen,
  T.LeftBracket,
  T.RightBracket,
  T.LeftBrace,
  T.RightBrace,
  T.Colon,
  T.ColonColon,
  T.Semicolon,
  T.Comma,
  T.Dot,
  T.Question,
  T.QuestionQuestion,
  T.Equality,
  T.Pipe,
  T.Caret,
  T.Ampersand,
  T.AmpersandAmpersand,
  T.PipePipe,
  T.Greater,
  T.Arrow,
  T.Assign,
  T.Is,
  T.As,
  T.Bang,
]);
