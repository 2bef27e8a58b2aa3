import { mapPosition, type TextEdit } from "../../text/edits.js";
import type { Position, PositionEncoding } from "../../text/lines.js";

/** What one caret comes to. */
interface CaretAnswer {
  readonly edits: readonly TextEdit[];
  readonly caret: Position;
}

const compare = (a: Position, b: Position): number => a.line - b.line || a.character - b.character;

/**
 * What several carets come to together. Of answers that touch the same text the first one counts.
 *
 * @param ask answers for one of them.
 * @returns the edits of all, and where each caret should stand once they are in.
 */
export function atEachCaret(
  positions: readonly Position[],
  ask: (position: Position) => CaretAnswer,
  encoding: PositionEncoding,
): { readonly edits: readonly TextEdit[]; readonly carets: readonly Position[] } {
  const order = positions.map((_, i) => i).sort((a, b) => compare(positions[a]!, positions[b]!));
  const edits: TextEdit[] = [];
  const own: (CaretAnswer | undefined)[] = [];
  for (const i of order) {
    const answer = ask(positions[i]!);
    const [first] = answer.edits;
    const last = edits.at(-1);
    const apart =
      first === undefined
      || last === undefined
      || compare(last.range.end, first.range.start) < 0;
    own[i] = apart ? answer : undefined;
    if (apart) edits.push(...answer.edits);
  }
  const carets = positions.map((position, i) => {
    const answer = own[i];
    const [first] = answer?.edits ?? [];
    if (answer === undefined || first === undefined)
      return mapPosition(position, edits, { affinity: "after", encoding });
    // What comes before its own edits moves it.
    const { start } = first.range;
    const moved = mapPosition(start, edits, { encoding });
    const { line, character } = answer.caret;
    const columns = line === start.line ? moved.character - start.character : 0;
    return { line: line + moved.line - start.line, character: character + columns };
  });
  return { edits, carets };
}
