/** Token kinds of C#. Reserved words lie in one range, binary operators in another. */
export const enum T {
  End,
  Comment,
  /** A line for the preprocessor: `#region`. */
  Directive,
  /** An arm of `#if` with its line that only adds up without the others. */
  Arm,
  Name,
  Number,
  /** A text of any form, or a character. */
  String,
  /** A character that no token of the language begins with, or a text left open. */
  Unknown,
  LeftParen,
  LeftBracket,
  LeftBrace,
  RightParen,
  RightBracket,
  RightBrace,
  Semicolon,
  Comma,
  Colon,
  ColonColon,
  Question,
  Dot,
  DotDot,
  Arrow,
  /** `->`, which reads a member of what a pointer points to. */
  Pointer,
  Assign,
  Augmented,
  PlusPlus,
  MinusMinus,
  Bang,
  Tilde,
  QuestionQuestion,
  PipePipe,
  AmpersandAmpersand,
  Pipe,
  Caret,
  Ampersand,
  Equality,
  Less,
  Greater,
  LessEqual,
  GreaterEqual,
  ShiftLeft,
  Plus,
  Minus,
  Star,
  Slash,
  Percent,
  Is,
  As,
  /** `int`, `void` and the other types that are words. */
  TypeWord,
  /** `public`, `static` and the other words that only modify a declaration. */
  Modifier,
  /** `true`, `false`, `null`, `this`, `base`. */
  Value,
  Break,
  Case,
  Catch,
  Checked,
  Class,
  Const,
  Continue,
  Conversion,
  Default,
  Delegate,
  Do,
  Else,
  Enum,
  Event,
  Finally,
  Fixed,
  For,
  Foreach,
  Goto,
  If,
  In,
  Interface,
  Lock,
  Namespace,
  New,
  Operator,
  Out,
  Params,
  Ref,
  Return,
  Stackalloc,
  Struct,
  Switch,
  Throw,
  Try,
  /** `typeof`, `sizeof`. */
  Typeof,
  Unsafe,
  Using,
  While,
}

/** Node kinds of C#. */
export const enum N {
  None,
  Unit,
  /** What the parser did not understand. */
  Unparsed,

  // Statements
  Block,
  Empty,
  Expression,
  /** A declaration of variables, or of a field. */
  Local,
  If,
  For,
  While,
  DoWhile,
  /** `return`, `throw`, `yield return`. */
  Return,
  /** `break`, `continue`, `goto`, `yield break`. */
  Jump,
  Switch,
  Case,
  Try,
  /** `using (…)`, `lock (…)`, `fixed (…)`, `checked`, `unsafe`, with what they guard. */
  Guarded,
  Labelled,

  // Declarations
  Using,
  Namespace,
  Type,
  Enum,
  Delegate,
  /** A method, constructor, operator, destructor or local function. */
  Function,
  Property,
  Accessor,
  EnumMember,
  /** `[assembly: …]`. */
  Global,

  // Parts of them
  Attributes,
  Attribute,
  Condition,
  ForHead,
  CaseLabel,
  CaseBody,
  SwitchBody,
  CatchClause,
  TypeBody,
  EnumBody,
  Accessors,
  Bases,
  Constraint,
  Declarator,
  /** `: base(…)`. */
  Chained,
  /** `=> value` of a member. */
  Body,
  Parameters,
  Parameter,
  TypeParameters,

  // Expressions
  Assignment,
  Lambda,
  Conditional,
  Binary,
  /** `value is pattern`, `value as type`. */
  Test,
  Unary,
  Cast,
  Postfix,
  /** `await`, `throw`, `ref` with their value. */
  Word,
  /** An atom with its dots, calls, subscripts. */
  Primary,
  Arguments,
  /** An argument with its name or its way: `name: value`, `out value`. */
  Argument,
  Subscript,
  New,
  /** `{ … }` behind `new`, or of an array. */
  Initializer,
  Member,
  /** `[a, ..b]`. */
  Collection,
  Paren,
  SwitchExpression,
  Arms,
  Arm,
  With,
  Query,
  Clause,
  AnonymousMethod,

  // Patterns
  /** Patterns joined by `and` or `or`. */
  Patterns,
  Pattern,
  /** `{ Name: pattern }`. */
  Properties,
  /** `(a, b)` or `[a, b]` of patterns. */
  Positions,

  // Types
  TypeReference,
  TypeArguments,
  TupleType,
  Rank,
}
