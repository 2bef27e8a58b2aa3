import type { Region } from "../../core/regions/region.js";
import { Step } from "../html/effect.js";
import { closersOf } from "./blocks.js";
import type { Expression, Piece } from "./expression.js";

/** What is written in the language of scripts of a piece of code around markup. */
export type Part = Pick<Region, "from" | "to" | "start" | "lacks">;

const STATEMENT = /^(?:const|do|for|function|if|let|return|switch|throw|try|var|while)\b|;$/;

/** What code ends with that lacks no value. */
const WHOLE = /[\w$)\]}"'`;[{]$/;

/** A choice of which neither side is there. */
const CHOOSES = /(?<!\?)\?\s*(\(?)$/;

/** What stands for the markup behind a piece of code. */
const valueBehind = (code: string): string =>
  WHOLE.test(code) ? "" : code.endsWith("(") ? "0" : " 0";

/** The same, with what closes the code. */
function restOf(code: string): string {
  const closers = closersOf(code);
  const chooses = CHOOSES.exec(code);
  if (chooses === null) return valueBehind(code) + closers;
  const own = chooses[1]!.length;
  return `${valueBehind(code)}${closers.slice(0, own)} : 0${closers.slice(own)}`;
}

/**
 * The parts of the pieces of an expression that can be read, each with what stands for the rest:
 *
 *     {tides.map((tide)=>{         tides.map((tide)=>{   })
 *       const low=tide.level<2     const low=tide.level<2
 *       return (                   return (              0)
 *         <li>{low}</li>
 *       )                          )                     behind `return (0`
 *     })}
 */
export function partsOf(text: string, { pieces, to }: Expression): readonly Part[] {
  const found: Part[] = [];
  /** What was said of each block that is open up to its markup, where it is a statement. */
  const open: (string | undefined)[] = [];
  pieces.forEach((piece: Piece, i) => {
    const from = piece.from + (i === 0 ? 1 : 0);
    const end = piece.to === to ? to - 1 : piece.to;
    const code = text.slice(from, end).trim();
    const isStatement = STATEMENT.test(code);
    switch (piece.step) {
      case Step.GoesOn:
        open.push(open.pop()?.concat(code, "0"));
        break;
      case Step.Closes: {
        const before = open.pop();
        if (before !== undefined && /^[)\]]/.test(code))
          found.push({ from, to: end, start: "statements", lacks: { before, after: "" } });
        break;
      }
      default: {
        const rest = isStatement && piece.step === Step.None ? "" : restOf(code);
        if (piece.step === Step.Opens)
          open.push(isStatement ? code + valueBehind(code) : undefined);
        found.push({
          from,
          to: end,
          start: isStatement ? "statements" : "expression",
          lacks: { before: "", after: rest },
        });
      }
    }
  });
  return found;
}
