import { Step } from "./effect.js";

/** Comments and texts in a piece of code. */
const TEXTS = /\/\/[^\r\n]*|\/\*[^]*?\*\/|@"(?:[^"]|"")*"|"(?:\\.|[^"\\])*"|'(?:\\.|[^'\\])*'/g;

/** A piece of code without its comments and texts. */
export const withoutTexts = (code: string): string => code.replace(TEXTS, "");

/** How many brackets a piece of code opens and closes, texts and comments apart; `closer` is what closes `opener`. */
export function bracketsIn(
  code: string,
  opener: string,
  closer: string,
): { opens: number; closes: number } {
  let [opens, closes] = [0, 0];
  for (const sign of withoutTexts(code)) {
    if (sign === opener) opens++;
    else if (sign === closer && opens > 0) opens--;
    else if (sign === closer) closes++;
  }
  return { opens, closes };
}

/** What a piece of code does whose braces do not add up. */
export function bracesStep(code: string): Step {
  const { opens, closes } = bracketsIn(code, "{", "}");
  return stepBy(opens, closes);
}

function stepBy(opens: number, closes: number): Step {
  if (opens === 0 && closes === 0) return Step.None;
  if (opens > 0 && closes > 0) return Step.GoesOn;
  return opens > 0 ? Step.Opens : Step.Closes;
}

/** What tells of the blocks of statements that stand between braces, or between a colon and a word. */
const MARKS =
  /[(){};]|(?<!:):(?!:)|\b(?:if|elseif|else|foreach|for|while|switch|end(?:if|foreach|for|while|switch))\b/g;

/**
 * How many blocks statements end that began before them, and with what those end that they leave open.
 *
 *     if ($low): foreach ($boats as $boat) {        endif }
 */
export function blocksOf(
  code: string,
): { readonly closes: number; readonly open: readonly string[] } {
  const open: string[] = [];
  let closes = 0;
  let depth = 0;
  /** The word that a colon may follow. */
  let head = "";
  const close = (): void => {
    if (open.pop() === undefined) closes++;
  };
  for (const [mark] of withoutTexts(code).matchAll(MARKS)) {
    if (mark === "(") depth++;
    else if (mark === ")") depth--;
    else if (mark === "}" || mark.startsWith("end")) close();
    else if (mark === "{") open.push("}");
    else if (mark === ":" && depth === 0 && head !== "") {
      if (head.startsWith("else")) close();
      open.push(head.startsWith("else") ? "endif" : `end${head}`);
    } else if (/\w/.test(mark) && depth === 0 && head === "") {
      head = mark;
      continue;
    }
    if (depth === 0 && mark !== ")") head = "";
  }
  return { closes, open };
}

/** What statements do to depth whose blocks begin or end in other ones. */
export function statementsStep(code: string): Step {
  const { closes, open } = blocksOf(code);
  return stepBy(open.length, closes);
}
