import { applyEdits, createEngine, type Style } from "oak-tide";

export const engine = createEngine();

/** A text after formatDocument. */
export function format(languageId: string, text: string, style: Partial<Style> = {}): string {
  return applyEdits(text, open(languageId, text).formatDocument(style).edits);
}

export const open = (languageId: string, text: string) =>
  engine.open({ uri: "file:///gullhaven", languageId, text });

/** The lines of a template literal without their common indentation and the empty lines at its ends. */
export function dedent(text: string): string {
  const lines = text.replace(/^\n/, "").replace(/\n[ \t]*$/, "\n").split("\n");
  const least = Math.min(
    ...lines.filter((line) => line.trim() !== "").map((line) => /^ */.exec(line)![0].length),
  );
  return lines.map((line) => line.slice(least)).join("\n");
}
