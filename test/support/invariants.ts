import { describe, expect, test } from "vitest";
import { applyEdits, createEngine, type Language, type Range, type Style } from "oak-tide";
import {
  editCosts,
  firstDifference,
  format,
  styleOf,
  tokenRow,
  wasteful,
} from "../../tools/corpus/checks.js";
import { change } from "../../tools/corpus/changes.js";
import { damage } from "../../tools/corpus/damage.js";
import { judge } from "../../tools/corpus/oracles/index.js";
import { unclose } from "../../tools/corpus/unclosed.js";
import { splittableLines } from "../../tools/corpus/overlong.js";
import { scramble } from "../../tools/corpus/scramble.js";

export interface RealFile {
  readonly name: string;
  readonly text: string;
}

const engine = createEngine();
const languageOf = ({ name }: RealFile): Language => engine.languageFor(name)!;

/** A file changed at random places reads, after every change, as if it had been opened so. */
export function changing(files: readonly RealFile[], tries: number): void {
  test.each(files)("$name changed at random places reads as from nothing", (file) => {
    const row = { changes: 0, reused: 0, outlines: 0, layouts: 0 };
    const reports: string[] = [];
    change(languageOf(file), file.text, tries, row, (report: string) => reports.push(report));
    expect(reports).toEqual([]);
    expect(row.changes).toBeGreaterThan(tries * 0.9);
    expect(row.reused).toBeGreaterThan(0);
  });
}

/** What must hold for every real file, whatever its language. */
export function invariants(files: readonly RealFile[]): void {
  describe.each(files)("$name", (file) => {
    const { name, text } = file;
    const language = languageOf(file);
    const first = format(language, text);

    test("keeps its tokens and its meaning", async () => {
      expect(first.unsettled).toEqual([]);
      expect(
        firstDifference(tokenRow(language, text), tokenRow(language, first.text)),
      ).toBeUndefined();
      expect(await judge(language, name, text, first.text)).toEqual(
        { compiles: true, equal: true },
      );
    });

    test("formats once and for all, with the least edits", () => {
      expect(format(language, first.text).edits).toEqual([]);
      expect(wasteful(text, first.edits)).toBeUndefined();
      const { cost, least } = editCosts(language, text, first.edits);
      expect(cost).toBeLessThanOrEqual(least * 1.05);
      expect(splittableLines(language, first.text, language.defaults.maxLineLength ?? 100)).toEqual(
        [],
      );
    });

    test("comes back after its white space was scrambled", () => {
      const { indentStyle, indentSize, endOfLine } = styleOf(language, first.text);
      const style: Partial<Style> = { listSplit: "by-width", indentStyle, indentSize, endOfLine };
      const settled = format(language, text, style).text;
      const scrambled = scramble(language, settled, 7);
      expect(language.parse(scrambled).unbalanced).toBe(false);
      expect(format(language, scrambled, style).text).toBe(settled);
    });

    test.each<Partial<Style>>([
      {},
      { maxLineLength: 60, listSplit: "by-width", expressionSplit: "by-width" },
    ])("formatted, answers no selection with an edit: %j", (style) => {
      const { text: settled } = format(language, text, style);
      const document = engine.open({
        uri: name,
        languageId: language.ids[0]!,
        text: settled,
        style,
      });
      for (let line = 0; line < document.lineCount; line += 7) {
        const range: Range = {
          start: { line, character: 0 },
          end: { line: line + 5, character: 0 },
        };
        expect(document.formatSelection(range).edits).toEqual([]);
      }
    });

    test("formatted, takes any of its lines back where they were cut out", () => {
      const { text: settled } = format(language, text);
      const rows = settled.split(/(?<=\n)/);
      const changed: string[] = [];
      let tried = 0;
      const step = Math.ceil(rows.length / 60);
      for (let first = 0; first + 1 < rows.length; first += step) {
        const last = Math.min(rows.length - 1, first + 1 + (first % 11));
        if (rows[first]!.trim() === "" || rows[last - 1]!.trim() === "") continue;
        const [above, cut, below] = [[0, first], [first, last], [last]].map((span) =>
          rows.slice(...span).join("")
        );
        tried++;
        if (pastedBack(language, [above!, cut!, below!]) !== settled) changed.push(cut!);
      }
      // Rows of a text may tell their step alone.
      expect(changed.length, changed[0]).toBeLessThanOrEqual(Math.max(2, tried * 0.04));
    });
  });
}

/** A text of which the middle was pasted at its place. */
function pastedBack(language: Language, [above, cut, below]: [string, string, string]): string {
  const languageId = language.ids[0]!;
  const document = engine.open({ uri: "cut:", languageId, text: above + below });
  const start = document.positionAt(above.length);
  document.update([{ range: { start, end: start }, text: cut }]);
  const end = document.positionAt(above.length + cut.length);
  return applyEdits(document.text, document.formatOnPaste({ start, end }).edits);
}

/** Files cut short or robbed of a token: nothing throws, no token is lost, and the rest comes out as it would. */
export function damaged(files: readonly RealFile[]): void {
  test.each(files)("$name cut short or robbed of a token", (file) => {
    const row = {
      prefixes: 0,
      deletions: 0,
      damageThrew: 0,
      damageTokens: 0,
      statements: 0,
      moved: 0,
    };
    damage(languageOf(file), file.text, row, () => {});
    expect(row.damageThrew).toBe(0);
    expect(row.damageTokens).toBeLessThanOrEqual(row.prefixes * 0.05);
    expect(row.deletions).toBeGreaterThan(5);
    expect(row.moved).toBeLessThanOrEqual(row.statements * 0.02);
  });
}

/** A brace taken out of a file moves nothing outside its block. */
export function unclosed(files: readonly RealFile[]): void {
  test.each(files)("$name with a brace taken out", (file) => {
    const row = { uncloses: 0, strays: 0 };
    const reports: string[] = [];
    unclose(languageOf(file), file.text, row, (report: string) => reports.push(report));
    expect(reports).toEqual([]);
    expect(row.uncloses).toBeGreaterThan(0);
  });
}
