import {
  createEngine,
  type Change,
  type PositionEncoding,
  type Range,
  type SaveStep,
  type Style,
} from "../index.js";
import { joined } from "./edits.js";

/** A save of a long text that is worked out in a thread of its own. */
export interface LongSave {
  readonly uri: string;
  readonly languageId: string;
  readonly text: string;
  /** What is said of style, by language. */
  readonly styles: Readonly<Record<string, Partial<Style>>>;
  readonly fallback: Partial<Style>;
  readonly style: Partial<Style>;
  readonly steps: readonly SaveStep[];
  readonly ownPackages: readonly string[];
  readonly ranges: readonly Range[] | undefined;
  /** How positions are counted. */
  readonly encoding: PositionEncoding;
}

/** What it comes to: no more changes than clients bear. */
export interface LongAnswer {
  readonly changes: readonly Change[];
  readonly unsettled: readonly Range[];
}

export default function formatLong(
  {
    uri,
    languageId,
    text,
    styles,
    fallback,
    style,
    steps,
    ownPackages,
    ranges,
    encoding,
  }: LongSave,
): LongAnswer {
  const document = createEngine({ positionEncoding: encoding }).open({
    uri,
    languageId,
    text,
    style: (id) => styles[id] ?? {},
    fallback: () => fallback,
  });
  const { changes, unsettled } = document.formatOnSave({
    steps,
    ownPackages,
    style,
    lines: ranges ?? "all",
  });
  return { changes: joined(text, changes), unsettled };
}
