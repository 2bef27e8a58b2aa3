import type { TokenTable } from "../../core/syntax/tokens.js";
import { VOID } from "./elements.js";
import { Step } from "./islands.js";
import { T } from "./kinds.js";

/**
 * What would close the elements and the blocks of code that the tokens of a text leave open, innermost first,
 * each on a line of its own.
 *
 * @param stepOf what the code in token t does to depth.
 * @param closer what closes a block of code.
 */
export function closersWithCode(
  tokens: TokenTable,
  stepOf: (t: number) => Step,
  closer: string,
): string {
  const open: string[] = [];
  const end = (sign: string): void => {
    const at = open.lastIndexOf(sign);
    if (at >= 0) open.length = at;
  };
  for (let t = 0; t < tokens.count; t++) {
    const word = tokens.textOf(t);
    switch (tokens.kind(t) as T) {
      case T.TagStart:
        if (!VOID.has(word.slice(1).toLowerCase())) open.push(`</${word.slice(1)}>`);
        break;
      case T.EmptyTagEnd:
        open.pop();
        break;
      case T.EndTagStart:
        end(`</${word.slice(2)}>`);
        break;
      case T.Word: {
        const step = stepOf(t);
        if (step === Step.Closes || step === Step.GoesOn) end(closer);
        if (step === Step.Opens || step === Step.GoesOn) open.push(closer);
      }
    }
  }
  const last = tokens.kind(tokens.count - 1) as T;
  const inTag = last === T.Name || last === T.Equal || last === T.Value || last === T.TagStart;
  return (inTag ? ">" : "") + open.reverse().join("\n");
}
