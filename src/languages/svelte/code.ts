import type { Span } from "../../core/outline/excerpt.js";
import type { Fragment } from "../../core/regions/region.js";
import type { Braces } from "./braces.js";

/** What a stretch between braces holds, with as what it is read. */
export interface Part extends Span {
  readonly start: Fragment;
}

/** What a stretch begins with that says what it is for: `#if`, `@html`, `...`; what follows is an expression. */
const EXPRESSION =
  /^\{\s*(?:#(?:if|key|await|each)\s|:else\s+if\s|@(?:html|render|attach)\s|\.\.\.|(?![#:/@]))/;

/** Those in which what is taken follows the expression. */
const TAKES = /#(await|each)/;

/** The same where what follows is what is taken. */
const PARAMETERS = /^\{\s*:(?:then|catch)\s/;

/** A snippet, up to the bracket of its parameters. */
const SNIPPET = /^\{\s*#snippet\s+[\w$]+(?:<[^<>()]*>)?\s*\(/;

/** A constant, up to its value. */
const CONSTANT = /^\{\s*@const\s+(?:[\w$]+|\[[^\]=]*\]|\{[^}=]*\})\s*=(?!=)/;

/** What a head consists of: texts, the words between its parts with the white space before them, and signs. */
const PIECE =
  /"(?:\\.|[^"\\])*"|'(?:\\.|[^'\\])*'|`(?:\\.|[^`\\])*`|\s(?:as|then|catch)(?=[\s}[{])|[^]/g;

/** Where some words or signs stand in a text outside of brackets, with the white space before them. */
function placesOf(text: string, sought: readonly string[]): Span[] {
  const found: Span[] = [];
  let depth = 0;
  for (const { 0: piece, index } of text.matchAll(PIECE)) {
    if (depth === 0 && sought.includes(piece.trim()))
      found.push({ from: index, to: index + piece.length });
    if ("([{".includes(piece)) depth++;
    else if (")]}".includes(piece)) depth--;
  }
  return found;
}

/**
 * The parts of a stretch between braces that are written in the language of scripts.
 *
 *     {tide.time}                         an expression
 *     {#each tides as { time }, i (time)} an expression, parameters, and an expression
 *     {#await tide then { time }}         an expression, and parameters
 *     {#snippet berth(boat, tide)}        parameters
 */
export function partsOf(text: string, { from, to, isOpen }: Braces): readonly Part[] {
  const said = text.slice(from, isOpen ? to : to - 1);
  return partsIn(said).map((part) => ({ ...part, from: from + part.from, to: from + part.to }));
}

/** The same, of what is said from the brace on, by its offsets. */
function partsIn(said: string): readonly Part[] {
  const rest = (begin: string, start: Fragment): Part => (
    { from: begin.length, to: said.length, start }
  );
  const snippet = SNIPPET.exec(said)?.[0];
  if (snippet !== undefined) {
    const to = said.lastIndexOf(")");
    return to < snippet.length ? [] : [{ ...rest(snippet, "parameters"), to }];
  }
  const taken = PARAMETERS.exec(said)?.[0];
  if (taken !== undefined) return [rest(taken, "parameters")];
  const head = (CONSTANT.exec(said) ?? EXPRESSION.exec(said))?.[0];
  if (head === undefined) return [];
  const expression = rest(head, "expression");
  const [, word = ""] = TAKES.exec(head) ?? [];
  const [place] = placesOf(said.slice(head.length), word === "each" ? ["as"] : ["then", "catch"])
    .slice(-1);
  if (word === "" || place === undefined) return [expression];
  const to = head.length + place.from;
  const behind = head.length + place.to;
  const parameters = rest(said.slice(0, behind), "parameters");
  // The key stands in brackets of its own at the end.
  const [key] = word === "each" ? placesOf(said.slice(behind), ["("]) : [];
  if (key === undefined) return [{ ...expression, to }, parameters];
  const open = behind + key.from;
  return [
    { ...expression, to },
    { ...parameters, to: open },
    { from: open + 1, to: Math.max(open + 1, said.lastIndexOf(")")), start: "expression" },
  ];
}
