import type { ChangeList } from "./text/changelist.js";
import { toTextEdits, type Change, type TextEdit } from "./text/edits.js";
import type { Lines, Position, PositionEncoding, Range } from "./text/lines.js";

/** What of an answer survives `structuredClone`, a message port and JSON. */
export type AnswerData = Pick<Answer, "version" | "edits" | "unsettled">;

/**
 * What a request answers. Its own properties are plain data; the rest is made of them, and stays behind
 * where an answer is sent elsewhere.
 */
export class Answer {
  readonly #lines: Lines;
  readonly #changes: ChangeList;
  readonly #encoding: PositionEncoding;
  #edits: readonly TextEdit[] | undefined;
  /** The version of the document that was asked; undefined where nobody gave it one. */
  readonly version: number | undefined;
  /** Sorted, disjoint and minimal. They are made when first looked at. */
  declare readonly edits: readonly TextEdit[];
  /** Ranges left alone because they do not parse. */
  readonly unsettled: readonly Range[];

  constructor(
    lines: Lines,
    changes: ChangeList,
    encoding: PositionEncoding,
    version: number | undefined,
    unsettled: readonly Range[],
  ) {
    this.#lines = lines;
    this.#changes = changes;
    this.#encoding = encoding;
    this.version = version;
    this.unsettled = unsettled;
    Object.defineProperty(this, "edits", Answer.#ownEdits);
  }

  /** One getter for all answers, which each would else make anew. */
  static readonly #ownEdits = {
    enumerable: true,
    get(this: Answer) {
      return this.#edits ??= toTextEdits(this.#lines, this.#changes, this.#encoding);
    },
  };

  /** The edits by UTF-16 offsets of the text that was asked about, each with its rule. */
  get changes(): readonly Change[] {
    return [...this.#changes];
  }

  /** How many edits there are. */
  get editCount(): number {
    return this.#changes.length;
  }

  /** The text with the edits in it. For a very long answer it takes far less memory than `edits`. */
  get text(): string {
    return this.#changes.length === 0
      ? this.#lines.text
      : this.#changes.appliedTo(this.#lines.text);
  }
}

/** What a typing request answers: plain data throughout. */
export interface TypedAnswer {
  /** The version of the document that was asked; undefined where nobody gave it one. */
  readonly version: number | undefined;
  /** Sorted, disjoint and minimal. */
  readonly edits: readonly TextEdit[];
  /** None: typing leaves alone without a word what it does not understand. */
  readonly unsettled: readonly Range[];
  /** Where the caret should stand once the edits are in. */
  readonly caret: Position;
  /**
   * The same edits for a client that places its caret itself, before what is put in where it stands or after:
   * what belongs before the caret replaces the character before it as well, what belongs after it the next.
   */
  readonly clientEdits: readonly TextEdit[];
}
