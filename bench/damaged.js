import { createEngine } from "../dist/index.js";
import { percentile } from "./measure.js";

const engine = createEngine();
const LINES = 50_000;
const PLACES = 40;
/** How often a file is typed into beside the same file without. */
const TURNS = 3;

const LANGUAGES = [
  {
    id: "typescript",
    unit: (i) => `/** Boat ${i}. */
export class Boat${i} extends Vessel {
  readonly berth = ${i};

  departs(at: Date): boolean {
    for (const person of this.crew) {
      if (!person.onDuty(at, { berth: this.berth })) {
        return false;
      }
    }
    return this.tide.covers(at);
  }
}

`,
    keys: "\nconst level = this.at(6);\n",
    variants: {
      "words of a hold in a string": 'const s = "oak-tide: leave";\n',
      "a hold comment": "// oak-tide: leave next\n",
      "a bracket open": "foo(\n",
      "a string open": 'const s = "abc\n',
      "a template open": "const t = `abc\n",
      "a #! line": "#!/usr/bin/env node\n",
    },
  },
  {
    id: "python",
    unit: (i) => `class Boat${i}(Vessel):
    """Boat ${i}."""

    berth = ${i}

    def departs(self, at):
        for person in self.crew:
            if not person.on_duty(at, berth=self.berth):
                return False
        return self.tide.covers(at)


`,
    keys: "\nlevel = self.at(6)\n",
    variants: {
      "words of a hold in a string": 's = "oak-tide: leave"\n',
      "a hold comment": "# oak-tide: leave next\n",
      "a bracket open": "foo(\n",
      "a string open": 's = "abc\n',
      "a docstring open": 's = """abc\n',
      "a #! line": "#!/usr/bin/env python\n",
    },
  },
];

/** One keystroke in a long file with something amiss in its middle or at its end, beside the same file without. */
export function benchDamaged() {
  for (const { id, unit, keys, variants } of LANGUAGES) {
    const count = Math.round(LINES / (unit(0).split("\n").length - 1));
    const units = Array.from({ length: count }, (_, i) => unit(i));
    const run = (text) => strokes(id, text, keys);
    const without = () => run(units.join(""));
    // The first ones are of code that nothing has compiled yet.
    for (let turn = 0; turn < 3; turn++) without();
    console.log(
      `\nKeystrokes in ${LINES} lines with something amiss, ${id} (p99 of the same file without: ${without().toFixed(2)} ms)`,
    );
    for (const [name, line] of Object.entries(variants)) {
      const cells = [0.5, 1].map((place) => {
        const parts = [...units];
        parts.splice(Math.round(place * count), 0, line);
        const text = parts.join("");
        const ratios = Array.from({ length: TURNS }, () => run(text) / without());
        return `${percentile(ratios, 0.5).toFixed(2)} ×`.padStart(12);
      });
      console.log(`  ${name.padEnd(30)}in the middle${cells[0]}, at the end${cells[1]}`);
    }
  }
}

function strokes(id, text, keys) {
  const document = engine.open({ uri: "bench:", languageId: id, text });
  document.formatDocument();
  const rows = text.split("\n");
  const starts = rows.flatMap((row, i) => (/berth = \d+;?$/.test(row) ? [i] : []));
  const times = [];
  for (let place = 0; place < PLACES; place++) {
    const line = starts[Math.floor(((place + 0.5) / PLACES) * starts.length)];
    let caret = { line: line + place * 2, character: rows[line].length };
    for (const key of keys) {
      const began = performance.now();
      document.update([{ range: { start: caret, end: caret }, text: key }]);
      caret = key === "\n"
        ? { line: caret.line + 1, character: 0 }
        : { ...caret, character: caret.character + 1 };
      const { edits, caret: placed } = document.formatOnType(caret, key);
      times.push(performance.now() - began);
      document.update([...edits].reverse().map(({ range, newText }) => ({ range, text: newText })));
      caret = placed;
    }
  }
  return percentile(times, 0.99);
}

/** What it costs to take a formatting's own edits back and format again, beside the first formatting. */
export function benchAccepted() {
  console.log("\nTaking a formatting's edits back, last first, and formatting again");
  for (const { name, statements } of [
    { name: "500", statements: 60 },
    { name: "20,000", statements: 2_400 },
  ]) {
    const text = Array.from(
      { length: statements },
      (_, i) => `function berth${i}( a,b ){\nif(a ){return  b+${i}}\n}\n`,
    ).join("");
    const ratios = [];
    for (let turn = 0; turn < 7; turn++) {
      const document = engine.open({ uri: "bench:", languageId: "typescript", text });
      const began = performance.now();
      const { edits } = document.formatDocument();
      const first = performance.now() - began;
      const parts = [...edits].reverse().map(({ range, newText }) => ({ range, text: newText }));
      const back = performance.now();
      document.update(parts);
      document.formatDocument();
      ratios.push({ edits: edits.length, ratio: (performance.now() - back) / first });
    }
    ratios.sort((a, b) => a.ratio - b.ratio);
    const { edits, ratio } = ratios[3];
    console.log(`  about ${name.padEnd(8)}(${edits}) ${ratio.toFixed(2)} × the first formatting`);
  }
}
