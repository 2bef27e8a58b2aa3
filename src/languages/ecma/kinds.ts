/** Token kinds of the ECMAScript family. Reserved words lie in one range, binary operators in another. */
export const enum T {
  End,
  Comment,
  Name,
  PrivateName,
  Number,
  String,
  /** A template without substitutions. */
  Template,
  TemplateHead,
  TemplateMiddle,
  TemplateTail,
  Regex,
  /** One word of the text between tags. */
  JsxText,
  /** A character that no token of the language begins with. */
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
  Question,
  QuestionDot,
  Dot,
  Ellipsis,
  Arrow,
  At,
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
  ShiftRight,
  Plus,
  Minus,
  Star,
  Slash,
  Percent,
  StarStar,
  In,
  Instanceof,
  Break,
  Case,
  Catch,
  Class,
  Const,
  Continue,
  Debugger,
  Default,
  Delete,
  Do,
  Else,
  Enum,
  Export,
  Extends,
  Finally,
  For,
  Function,
  If,
  Import,
  New,
  Return,
  Switch,
  Throw,
  Try,
  Typeof,
  Var,
  Void,
  While,
  With,
}

/** Whether a token stands between two operands that it joins. */
export const isOperator = (kind: T): boolean => kind >= T.QuestionQuestion && kind <= T.Instanceof;

/** Whether a token is a word: a name or a reserved word, either of which names a property. */
export const isWord = (kind: T): boolean => kind === T.Name || kind >= T.In;

/** Whether a token opens brackets, or a substitution in a template. */
export const isOpener = (kind: T): boolean =>
  (kind >= T.LeftParen && kind <= T.LeftBrace) || kind === T.TemplateHead;

/** Whether a token closes what such a one opens. */
export const isCloser = (kind: T): boolean =>
  (kind >= T.RightParen && kind <= T.RightBrace) || kind === T.TemplateTail;

/** Node kinds of the ECMAScript family. */
export const enum N {
  None,
  Program,
  /** What the parser did not understand. */
  Unparsed,

  // Statements
  Block,
  Empty,
  Expression,
  Directive,
  Variable,
  If,
  For,
  While,
  DoWhile,
  Return,
  Throw,
  /** `break`, `continue`, `debugger`, with the label they name. */
  Jump,
  Switch,
  Case,
  Try,
  With,
  Labelled,
  Function,
  Class,
  Import,
  Export,
  TypeAlias,
  Interface,
  Enum,
  Namespace,
  /** A word such as `declare` before a declaration. */
  Declared,

  // Members
  Field,
  Method,
  StaticBlock,
  /** A member of an interface or object type. */
  Signature,
  EnumMember,

  // Parts of statements
  /** The condition of `if`, `while` or `switch` with its brackets. */
  Condition,
  /** What stands in the brackets of a `for`. */
  ForHead,
  CaseBody,
  ClassBody,
  InterfaceBody,
  EnumBody,
  SwitchBody,
  Declarator,
  Decorator,
  Heritage,
  Specifiers,
  Specifier,
  /** `with { type: "json" }` after a module's name. */
  ImportAttributes,

  // Expressions
  Sequence,
  Assignment,
  Arrow,
  Yield,
  Conditional,
  Binary,
  /** `value as Type` and `value satisfies Type`. */
  As,
  Unary,
  Postfix,
  Await,
  New,
  /** An atom with its dots, calls, subscripts. */
  Primary,
  Arguments,
  Subscript,
  Template,
  Paren,
  Parameters,
  Parameter,
  Array,
  Object,
  Property,
  Spread,
  FunctionExpression,
  ClassExpression,
  TypeAssertion,
  ImportMeta,

  // JSX
  JsxElement,
  JsxOpening,
  JsxClosing,
  JsxAttribute,
  JsxExpression,

  // Types
  Annotation,
  TypeParameters,
  TypeParameter,
  TypeArguments,
  ConditionalType,
  FunctionType,
  Union,
  Intersection,
  TypeOperator,
  TypePostfix,
  TypeReference,
  TypeParen,
  ObjectType,
  MappedType,
  TupleType,
  TupleItem,
  Computed,
  Predicate,
}

/** The dialects that the one parser reads. */
export interface Dialect {
  readonly types: boolean;
  readonly jsx: boolean;
}
