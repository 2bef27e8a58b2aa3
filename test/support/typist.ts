import type { OffsetChange } from "oak-tide";
import { engine } from "./format.js";

/** A text with a caret, as an editor holds it. */
export class Page {
  text = "";
  caret = 0;

  put(sign: string): OffsetChange {
    const change = { from: this.caret, to: this.caret, text: sign };
    this.apply([change]);
    return change;
  }

  apply(changes: readonly OffsetChange[], carets: readonly number[] = []): void {
    let done = "";
    let at = 0;
    let caret = this.caret;
    for (const { from, to, text } of changes) {
      done += this.text.slice(at, from) + text;
      if (to <= this.caret) caret += text.length - (to - from);
      at = to;
    }
    this.text = done + this.text.slice(at);
    this.caret = carets[0] ?? caret;
  }
}

/**
 * What typing comes to where every answer is there before the next key.
 *
 * @param asks which keys are asked about; those that the engine names where it is left out.
 */
export function typedAtOnce(languageId: string, keys: string, asks?: RegExp): Page {
  const page = new Page();
  const document = engine.open({ uri: "", languageId, text: "" });
  const triggers = new Set(engine.triggerCharacters(languageId));
  for (const key of keys) {
    document.replace([page.put(key)]);
    if (asks === undefined ? !triggers.has(key) : !asks.test(key)) continue;
    const position = document.positionAt(page.caret);
    const { edits, carets } = document.formatOnTypeEach([position], key);
    const changes = document.changesOf(edits);
    document.replace(changes);
    page.apply(changes, [document.offsetAt(carets[0]!)]);
  }
  return page;
}
