import { describe, expect, test } from "vitest";
import { violationsOf } from "oak-tide/language";
import { playFile } from "oak-tide/node";
import { engine } from "../support/format.js";
import { writtenPage } from "../support/pages.js";

const PAGES = Array.from({ length: 150 }, (_, i) => i);

describe.each(["razor", "aspx"] as const)("pages written by the rules of %s", (form) => {
  const open = (text: string) => engine.open({ uri: "", languageId: form, text });

  test("have every line in its depth once formatted, whatever it was", () => {
    for (const seed of PAGES) {
      const { wanted, flush } = writtenPage(form, seed);
      expect(open(flush).formatDocument().text).toBe(wanted);
      expect(open(wanted).formatDocument().edits).toEqual([]);
    }
  });

  test("are typed, pasted and moved right in 97 of 100 lines at least", () => {
    const tallies = new Map<string, [equal: number, tried: number]>();
    for (const seed of PAGES.slice(0, 12)) {
      const { ways } = playFile(engine, engine.language(form)!, writtenPage(form, seed).wanted);
      for (const [way, { equal, tried }] of ways) {
        const [equals, all] = tallies.get(way) ?? [0, 0];
        tallies.set(way, [equals + equal, all + tried]);
      }
    }
    for (const [way, [equal, tried]] of tallies)
      expect([way, Math.round((1_000 * equal) / tried)]).toEqual([
        way,
        expect.toSatisfy((rate: number) => rate >= 970),
      ]);
  });

  test("keep what every language keeps", () => {
    for (const seed of PAGES.slice(0, 20))
      expect(violationsOf(engine.language(form)!, writtenPage(form, seed).flush)).toEqual([]);
  });
});
