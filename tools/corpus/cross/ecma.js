import { parse } from "@babel/parser";
import { ecmaTree } from "../oracles/ecma.js";

/** Words that are names in one place and keywords in another. */
const WORDS =
  "await yield async of get set static type as satisfies let using declare abstract namespace module is asserts infer keyof readonly unique global accessor from defer source override out in".split(
    " ",
  );

/** Texts that mean something else where they are read as something else. */
const TRICKY = [
  "/re/g",
  "/[/]\\//.test(a)",
  "`a${b}c`",
  "(a, b)",
  "async () => {}",
  "async function* () {}",
  "function () {}",
  "class {}",
  "{}",
  "a ? b : c",
  "a = b",
  "-a",
  "+a",
  "- -a",
  "a--",
  "a ** b",
  "(-a) ** b",
  "new (a())()",
  "new a.b",
  "a?.[0]",
  "1..b",
  "a ?? b",
  "(a ?? b) || c",
  "a in b",
  "(a in b)",
  "() => ({})",
  "yield",
  "await a",
  "let",
  "async",
  "async (a)",
  "void 0",
  "import(a)",
  "import.meta",
  '"use strict"',
];
const TRICKY_TYPES = [
  "<T>a",
  "<T,>(a) => a",
  "a as b",
  "a!",
  "a satisfies B",
  "f<A>(b)",
  "a<b>(c)",
  "(a as any)",
  "async <T>(a) => a",
];
const TRICKY_TAGS = [
  "<a/>",
  "<a>b &amp; c</a>",
  "<a> {b} </a>",
  "<a>{\" \"}b</a>",
  "<>\n  a\n  {b} c\n</>",
  '<a b="c\nd"/>',
  "<a {...b}/>",
  "<T,>(a) => a",
];

const STATEMENTS = [
  ";",
  "a: b",
  "let\na",
  "if (a) b\nelse c",
  "if (a) if (b) c; else d",
  "do a\nwhile (b)",
  "for (;;);",
  "for (const a of b) c",
  "for await (const a of b) c",
  "for (var a = (1 in b) ? 1 : 2; ;);",
  "async () => {}",
  "(function () {})()",
  "[a] = b",
  "/re/.test(a)",
  "`a`.b()",
  "+a",
  "--a",
  "a\n++b",
  "class A { get; set; static; async; static a = 1; get\nb() {} *c() {} 'd' = 1; [e]; static {} accessor f = 1 }",
  "export {}",
  "throw a",
  "{}",
  "switch (a) { case b: case c: { d } default: }",
  "try {} catch {} finally {}",
  "label: for (;;) continue label",
];
const STATEMENTS_TYPES = [
  "type A = B",
  "type\nA = B",
  "interface A { a?(): b; readonly c: d; [e: string]: f; new (): g; (): h; get i(): j; set i(k) }",
  "declare const a: b",
  "abstract class A { abstract b(): c; private d?: e; f!: g; constructor(private h = 1) { super() } declare i; override j() {} }",
  "enum A { a, b = 1, 'c' }",
  "declare module 'a' { export const b: c }",
  "namespace A.B {}",
  "import a = require('b')",
  "export = a",
  "function f(this: a, b?: c, ...d: e[]): asserts b is g {}",
  "let a: b | c & d = e",
  "type A<in out T extends B = C> = T extends infer U extends D ? U : never",
  "type A = { readonly [K in keyof B as C]?: D }",
];

const COMMENTS = [
  "/* c */",
  "/*c*/",
  "// c\n",
  "/* c\n * d\n */",
  "\n// c\n",
  "\n/* c */\n",
  "/** c */ ",
];

const EXPRESSION = /Expression$|Literal$|^(?:Identifier|JSXElement|JSXFragment|Super)$/;
const STATEMENT = /Statement$|Declaration$/;
const TYPE =
  /^TS(?!.*(?:Declaration|Parameter|Annotation|Member|Instantiation|Signature|Body|Block|Modifier|Assertion|Heritage|ClassImplements|InterfaceHeritage|NonNull|AsExpression|Satisfies|ExpressionWith))/;

function kindOf(node, parent, key) {
  const { type } = node;
  if (/^JSX(?:Element|Fragment|Text|ExpressionContainer)$/.test(type) && key === "children")
    return "child";
  if (type === "JSXAttribute" || type === "JSXSpreadAttribute") return "attribute";
  if (type === "SwitchCase") return "case";
  if (type === "Decorator") return "decorator";
  if (
    /^(?:Class(?:Private)?(?:Method|Property|AccessorProperty)|StaticBlock|TSDeclareMethod)$/.test(
      type,
    )
  ) return "member";
  if (
    /^TS(?:PropertySignature|MethodSignature|CallSignatureDeclaration|ConstructSignatureDeclaration|IndexSignature)$/.test(
      type,
    )
  ) return "signature";
  if (/^Object(?:Property|Method)$|^Spread/.test(type))
    return parent?.type === "ObjectExpression" ? "property" : undefined;
  if (/Pattern$/.test(type) || (key === "params" && type !== "TSTypeParameter")) return "pattern";
  if (STATEMENT.test(type) && type !== "VariableDeclaration") return "statement";
  if (type === "VariableDeclaration") return key === "body" ? "statement" : undefined;
  if (TYPE.test(type)) return "type";
  if (!EXPRESSION.test(type)) return undefined;
  if (
    key === "key"
    || key === "id"
    || key === "local"
    || key === "imported"
    || key === "exported"
    || key === "label"
  ) return undefined;
  if (key === "property" && parent.computed === false) return undefined;
  if (parent?.type.startsWith("Import") && type === "StringLiteral") return undefined;
  return "expression";
}

const PLUGINS = ["explicitResourceManagement", "importAttributes"];

/** Crossings of one dialect: where its programs can be taken apart, and what goes in their places. */
export function ecmaCrossing(name) {
  const types = name !== "javascript";
  const tags = name !== "typescript";
  const path = { javascript: "a.jsx", typescript: "a.ts", typescriptreact: "a.tsx" }[name];
  const plugins = [
    ...PLUGINS,
    ...(types ? ["typescript"] : []),
    ...(tags ? ["jsx"] : []),
    "decorators",
  ];
  return {
    path,
    words: WORDS,
    comments: COMMENTS,
    remark: "//",
    extra: {
      expression: [...TRICKY, ...(types ? TRICKY_TYPES : []), ...(tags ? TRICKY_TAGS : [])],
      statement: [...STATEMENTS, ...(types ? STATEMENTS_TYPES : [])],
    },
    brackets: { expression: ["(", ")"], type: ["(", ")"] },
    styles: {
      statementTerminator: ["explicit", "omitted", "as-written"],
      parameterGap: ["none", "blank", "as-written"],
      bracePadding: ["blank", "none", "as-written"],
      bracePlacement: ["same-line", "own-line"],
      clausePlacement: ["same-line", "own-line"],
    },
    /** The program's pieces as [kind, from, to], and where whole statements are; undefined where it is refused. */
    pieces(text) {
      let tree;
      for (const sourceType of /** @type {const} */ (["module", "script"])) {
        try {
          tree = parse(text, {
            sourceType,
            plugins: /** @type {any[]} */ (plugins),
            allowReturnOutsideFunction: true,
            tokens: true,
          });
          break;
        } catch {
          // The other reading may fit.
        }
      }
      if (tree === undefined) return undefined;
      const found = [];
      const visit = (node, parent, key) => {
        if (Array.isArray(node)) {
          for (const inner of node) visit(inner, parent, key);
        } else if (node !== null && typeof node === "object" && typeof node.type === "string") {
          const kind = kindOf(node, parent, key);
          if (kind !== undefined && node.end > node.start) found.push([kind, node.start, node.end]);
          for (const inner in node) {
            if (inner === "loc" || inner === "extra" || /omments$/.test(inner)) continue;
            if (typeof node[inner] === "object") visit(node[inner], node, inner);
          }
        }
      };
      visit(tree.program.body, undefined, "body");
      return {
        found,
        roots: tree.program.body.map(({ start, end }) => [start, end]),
        tokens: tree.tokens
          .filter(({ type }) => typeof type !== "string" && type.label !== "eof")
          .map(({ start, end, type }) => [start, end, type.label]),
      };
    },
    judge: (before, after) => {
      const old = ecmaTree(path, before);
      if (after === undefined) return { compiles: old !== undefined };
      const fresh = ecmaTree(path, after);
      if (fresh === old) return { equal: true };
      return { equal: false, where: fresh === undefined ? "it no longer parses" : "another tree" };
    },
  };
}
