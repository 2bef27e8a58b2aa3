import { createEngine } from "../dist/index.js";
import { percentile } from "./measure.js";

const engine = createEngine();

/** The caret goes over a closer that is there already. */
const OVER = "over";

const TYPESCRIPT = (i) => `/** What boat ${i} needs to sail. */
export class Boat${i} extends Vessel {
  readonly berth = ${i};

  constructor(private readonly tide: Tide, crew: readonly Person[]) {
    super(crew);
    this.seats = crew.length > 3 ? tide.level * 2 : 40;
  }

  departs(at: Date): boolean {
    for (const person of this.crew) {
      if (!person.onDuty(at, { berth: this.berth, tide: this.tide })) {
        return false;
      }
    }
    return this.tide.covers(at) && this.seats > 0;
  }
}

`;

const PYTHON = (i) => `class Boat${i}(Vessel):
    """What boat ${i} needs to sail."""

    berth = ${i}

    def __init__(self, tide, crew):
        super().__init__(crew)
        self.seats = tide.level * 2 if len(crew) > 3 else 40

    def departs(self, at):
        for person in self.crew:
            if not person.on_duty(at, berth=self.berth, tide=self.tide):
                return False
        return self.tide.covers(at) and self.seats > 0


`;

/**
 * What is typed at the end of a line: single characters, pairs as an editor closes them, and closers typed
 * over; and the same with every bracket open until it is closed by hand.
 */
const LANGUAGES = [
  {
    id: "typescript",
    unit: TYPESCRIPT,
    behind: "this.seats = crew",
    keys: [
      "\n",
      ..."const level = this.tide.at",
      "()",
      "{}",
      ..." hour: 6 ",
      OVER,
      OVER,
      ";",
      "\n",
      ..."if ",
      "()",
      ..."level > 2",
      OVER,
      " ",
      "{}",
      "\n",
      ..."return",
      ";",
    ],
    byHand:
      "\nconst level = this.tide.at({ hour: 6 });\nif (level > 2) {\nlog(\nlevel,\n);\nreturn;\n}",
  },
  {
    id: "python",
    unit: PYTHON,
    behind: "self.seats = tide",
    keys: [
      "\n",
      ..."level = self.tide.at",
      "()",
      ..."hour=6",
      OVER,
      "\n",
      ..."if level > 2:",
      "\n",
      ..."return",
      "\n",
    ],
    byHand: "\nlevel = self.tide.at(hour=6)\nif level > 2:\nlog(\nlevel,\n)\nreturn\n",
  },
];

const SIZES = [1_000, 10_000, 100_000];
/** In how many places of a file the keys are typed. */
const PLACES = 40;

/** One keystroke, the update and the typing request, in files of three lengths; and a save after it. */
export function benchKeystrokes() {
  for (const language of LANGUAGES) {
    for (let warm = 0; warm < 3; warm++) type(language, 2_000, language.keys);
    print(language, "update, then the typing request", language.keys);
    print(language, "every bracket closed by hand", [...language.byHand]);
  }
}

function print(language, what, keys) {
  console.log(`\nKeystrokes, ${language.id} (${what})`);
  console.log(
    `  ${"lines".padStart(8)}${["p50 ms", "p99 ms", "of the shortest", "save ms", "of a cold run"].map((name) => name.padStart(17)).join("")}`,
  );
  let shortest;
  for (const size of SIZES) {
    const { strokes, saves, cold } = type(language, size, keys);
    const p99 = percentile(strokes, 0.99);
    shortest ??= p99;
    const cells = [
      percentile(strokes, 0.5).toFixed(3),
      p99.toFixed(3),
      (p99 / shortest).toFixed(2),
      percentile(saves, 0.5).toFixed(2),
      `${((100 * percentile(saves, 0.5)) / cold).toFixed(2)} %`,
    ];
    console.log(`  ${String(size).padStart(8)}${cells.map((cell) => cell.padStart(17)).join("")}`);
  }
}

const fleet = (unit, size) => {
  const lines = unit(0).split("\n").length - 1;
  return Array.from({ length: Math.round(size / lines) }, (_, i) => unit(i));
};

function type({ id, unit, behind }, size, keys) {
  const boats = fleet(unit, size);
  const count = boats.length;
  const text = boats.join("");
  const fresh = () => engine.open({ uri: "bench:", languageId: id, text });
  const began = performance.now();
  fresh().formatDocument();
  const cold = performance.now() - began;
  const document = fresh();
  document.formatDocument();
  const strokes = [];
  const saves = [];
  for (let place = 0; place < PLACES; place++) {
    let caret = placeIn(
      document.text,
      `Boat${Math.floor(((place + 0.5) / PLACES) * count)}`,
      behind,
    );
    for (const key of keys) {
      if (key === OVER) {
        caret = { ...caret, character: caret.character + 1 };
        continue;
      }
      const start = performance.now();
      document.update([{ range: { start: caret, end: caret }, text: key }]);
      caret = key === "\n"
        ? { line: caret.line + 1, character: 0 }
        : { ...caret, character: caret.character + 1 };
      const answer = document.formatOnType(caret, key[0]);
      strokes.push(performance.now() - start);
      for (const { range, newText } of [...answer.edits].reverse())
        document.update([{ range, text: newText }]);
      caret = answer.caret;
    }
    const start = performance.now();
    document.formatDocument();
    saves.push(performance.now() - start);
  }
  return { strokes, saves, cold };
}

/** The end of the line that holds `behind` in the class of that name. */
function placeIn(text, name, behind) {
  const rows = text.split("\n");
  const from = rows.findIndex((row) => new RegExp(`class ${name}\\b`).test(row));
  const line = rows.findIndex((row, i) => i > from && row.includes(behind));
  return { line, character: rows[line].length };
}
