import { readFileSync, readdirSync } from "node:fs";
import { join } from "node:path";
import ts from "typescript";

/**
 * Finds fields of classes that no constructor sets. An object gets them where its life takes it, so that those of
 * one class come in several shapes: code that meets more than four of them reads every field through a table.
 */
let found = 0;
for (const name of readdirSync("src", { encoding: "utf8", recursive: true })) {
  if (!name.endsWith(".ts")) continue;
  const path = join("src", name);
  const source = ts.createSourceFile(
    path,
    readFileSync(path, "utf8"),
    ts.ScriptTarget.Latest,
    true,
  );
  for (const { node, field } of unset(source)) {
    const { line } = source.getLineAndCharacterOfPosition(node.getStart());
    console.error(
      `${path}:${line + 1}: ${field} is set by no constructor; let it begin as undefined.`,
    );
    found++;
  }
}
process.exitCode = found > 0 ? 1 : 0;

/** The fields below a node that have neither a value nor one from their constructor. */
function* unset(node) {
  if (ts.isClassDeclaration(node)) {
    const body = node.members.find(ts.isConstructorDeclaration)?.body;
    const set = new Set(body?.statements.flatMap((statement) => [...assigned(statement)]));
    for (const member of node.members) {
      if (!ts.isPropertyDeclaration(member) || member.initializer !== undefined) continue;
      if (ts.isPrivateIdentifier(member.name)) continue;
      const stands = member.modifiers?.some(({ kind }) => (
        kind === ts.SyntaxKind.AbstractKeyword || kind === ts.SyntaxKind.DeclareKeyword
      ));
      const field = member.name.getText();
      if (stands !== true && !set.has(field)) yield { node: member, field };
    }
  }
  for (const child of children(node)) yield* unset(child);
}

/** The fields to which code assigns. */
function* assigned(node) {
  if (
    ts.isBinaryExpression(node)
    && node.operatorToken.kind === ts.SyntaxKind.EqualsToken
    && ts.isPropertyAccessExpression(node.left)
    && node.left.expression.kind === ts.SyntaxKind.ThisKeyword
  ) yield node.left.name.text;
  for (const child of children(node)) yield* assigned(child);
}

function children(node) {
  const all = [];
  ts.forEachChild(node, (child) => void all.push(child));
  return all;
}
