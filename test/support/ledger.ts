import { createEngine, javascript, json, python } from "oak-tide";
import {
  Demand,
  TokenFlag,
  TokenTable,
  Tree,
  declareLanguage,
  regionsBy,
  type Language,
  type Parsed,
  type Region,
} from "oak-tide/language";

/** A comment. */
const REMARK = 5;
const LINE = 1;
const ISLAND = 2;
const LEDGER = 4;

/** A value of JavaScript in a line. */
const VALUE = /<<(.*?)>>/g;

/** What ends an island: nothing within its lines. */
const NOTHING = /(?!)/;

/** A line that says which language those after it are written in that begin with its blanks and a bar. */
const HEAD = /^([ \t]*)(\w+):[ \t]*$/;

const base = declareLanguage({ name: "ledger", extensions: [".ledger"] });

/**
 * Gullhaven's berth ledger: lines, and islands of other languages with a bar before each line.
 *
 *     pier North
 *       json:
 *       | { "berths": [1, 2] }
 */
export const ledger: Language = {
  ...base,
  typing: { ...base.typing, triggers: ["}", "]", ")", ":", " "] },
  parse(text) {
    const tokens = new TokenTable(text, text.charCodeAt(0) === 0xfeff ? 1 : 0);
    const tree = new Tree();
    let bar: string | undefined;
    let island = -1;
    for (const { 0: line, index } of text.matchAll(/[^\r\n]+/g)) {
      const begins = bar !== undefined && line.startsWith(bar);
      const start = index + line.search(/\S|$/);
      const end = index + line.trimEnd().length;
      if (end <= start) continue;
      if (
        begins
        && island >= 0
        && text.slice(tokens.end(island), start).trim() === ""
        && !blankBetween(text, tokens.end(island), start)
      ) {
        tokens.setEnd(island, index + line.length);
        tokens.setFlag(island, TokenFlag.MultiLine);
        continue;
      }
      const t = tokens.count;
      const isRemark = !begins && text[start] === "#";
      tokens.add(
        begins ? ISLAND : isRemark ? REMARK : LINE,
        start,
        begins ? index + line.length : end,
        TokenFlag.OnNewLine | (isRemark ? TokenFlag.Trivia : 0),
      );
      island = begins ? t : -1;
      const head = HEAD.exec(line);
      if (!begins && !isRemark) bar = head === null ? undefined : `${head[1]}|`;
    }
    for (let t = 0; t < tokens.count; t++) tree.finish(tokens.kind(t), t, t + 1);
    tree.finish(LEDGER, 0, tokens.count);
    return { tokens, tree, unbalanced: false };
  },
  layout(sheet) {
    for (let t = 0; t < sheet.tokens.count; t++) sheet.set(t, Demand.Level, 0);
  },
  regions: regionsBy(islands),
};

/** The values in lines, and the islands. */
function* islands({ tokens }: Parsed): Iterable<Region> {
  const { text } = tokens;
  for (let t = 0; t < tokens.count; t++) {
    if (tokens.kind(t) === LINE) {
      for (const { 1: value, index } of tokens.textOf(t).matchAll(VALUE)) {
        const white = value!.length - value!.trimStart().length;
        const from = tokens.start(t) + index + 2 + white;
        const to = from + value!.trim().length;
        yield {
          from,
          to,
          languageId: "javascript",
          start: "expression",
          prefix: "",
          closer: /<<|>>|[\r\n]/,
        };
      }
    }
    if (tokens.kind(t) !== ISLAND) continue;
    const head = HEAD.exec(
      text.slice(text.lastIndexOf("\n", tokens.start(t - 1)) + 1, tokens.end(t - 1)),
    );
    if (head === null) continue;
    const from = tokens.start(t) - head[1]!.length;
    yield {
      from,
      to: tokens.end(t),
      languageId: head[2]!,
      prefix: `${head[1]}| `,
      closer: NOTHING,
    };
  }
}

const blankBetween = (text: string, from: number, to: number): boolean =>
  /\n[ \t]*\r?\n/.test(text.slice(from, to));

export const ledgers = createEngine({ languages: [ledger, javascript, json, python] });
