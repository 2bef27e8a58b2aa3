import type { Syntax } from "../language.js";
import type { Style } from "../style/style.js";
import type { Change } from "../text/edits.js";
import type { HostDocument } from "./host.js";

/** The changes that lay out the texts that a text holds in strings, each as its own language does. */
export function heldChanges(
  host: Pick<HostDocument, "language" | "languageOf" | "opened">,
  syntax: Syntax,
  call: Partial<Style> | undefined,
): Change[] {
  const changes: Change[] = [];
  for (const { languageId, text, replaced } of host.language.held!(syntax)) {
    const inner = host.languageOf(languageId);
    if (inner === undefined) continue;
    // What holds it says how it ends.
    const answer = host.opened(inner.cell ?? inner, languageId, text).formatDocument(
      { ...call, insertFinalNewline: false },
    );
    if (answer.unsettled.length === 0) changes.push(...replaced(answer.text));
  }
  return changes;
}
