import {
  describeChange,
  describeRule,
  type Change,
  type Engine,
  type Style,
} from "oak-tide/core";

/** One difference of a text from its style. */
export interface Difference {
  /** UTF-16 offsets of the text as it is. */
  readonly from: number;
  readonly to: number;
  readonly text: string;
  /** Where it begins, both counted from 1. */
  readonly line: number;
  readonly column: number;
  readonly rule: string;
  /** What is asked for here. */
  readonly sentence: string;
  /** What the rule asks for everywhere. */
  readonly why: string;
  /** The settings by which it goes, with their values. */
  readonly settings: readonly string[];
}

/** What the engine makes of a text. */
export interface Judgement {
  readonly result: string;
  readonly differences: readonly Difference[];
  /** Stretches that stay as written, since they do not parse. */
  readonly unsettled: readonly { readonly from: number; readonly to: number }[];
  readonly style: Style;
  readonly milliseconds: number;
}

/** Formats a text, and says of each edit what it is for. */
export function judge(
  engine: Engine,
  languageId: string,
  text: string,
  style: Partial<Style>,
): Judgement {
  const document = engine.open({ uri: "", languageId, text, style });
  const begun = performance.now();
  const answer = document.formatDocument();
  const milliseconds = performance.now() - begun;
  const resolved = document.style();
  const differences = answer.changes.map((change): Difference => {
    const { line, character } = document.positionAt(change.from);
    const { description = "", options = [] } = describeRule(engine, change.rule) ?? {};
    return {
      from: change.from,
      to: change.to,
      text: change.text,
      line: line + 1,
      column: character + 1,
      rule: change.rule,
      sentence: sentenceOf(text, change),
      why: description,
      settings: options.map((name) => `${name}: ${String(resolved[name])}`),
    };
  });
  return {
    result: answer.text,
    differences,
    unsettled: answer.unsettled.map(({ start, end }) => ({
      from: document.offsetAt(start),
      to: document.offsetAt(end),
    })),
    style: resolved,
    milliseconds,
  };
}

function sentenceOf(text: string, change: Change): string {
  const said = describeChange(text, change);
  return `${said.charAt(0).toUpperCase()}${said.slice(1)}.`;
}
