import type { Span } from "../core/outline/excerpt.js";
import type { Style } from "../core/style/style.js";
import type { Steps } from "./transform.js";

/** Where messages go to and come from: a worker, its own scope, or one end of a channel. */
export interface Port {
  postMessage(message: unknown): void;
  addEventListener(type: "message", listener: (event: { readonly data: unknown }) => void): void;
  /** Channels wait until they are started. */
  start?(): void;
}

/** A stretch of a text by UTF-16 offsets. */
export type Stretch = Span;

/** What is asked of a document, by the name of the method that answers it. */
export type Request =
  | { readonly name: "formatDocument" }
  | {
    readonly name: "formatSelection" | "formatOnPaste" | "formatOnMove";
    readonly stretches: readonly Stretch[];
  }
  | {
    readonly name: "formatOnType";
    readonly offsets: readonly number[];
    readonly character: string;
  };

/** What the page sends. `seen` says how many answers for the document it had taken before. */
export type ToHost =
  | {
    readonly kind: "open";
    readonly key: number;
    readonly uri: string;
    readonly languageId: string;
    readonly text: string;
    readonly style?: Partial<Style> | undefined;
  }
  | { readonly kind: "close"; readonly key: number }
  | {
    readonly kind: "change";
    readonly key: number;
    readonly seen: number;
    readonly changes: Steps;
  }
  | {
    readonly kind: "ask";
    readonly key: number;
    readonly seen: number;
    readonly id: number;
    readonly request: Request;
    readonly style?: Partial<Style> | undefined;
  }
  | { readonly kind: "cancel"; readonly key: number; readonly id: number };

/** What becomes of a request. */
export type Reply =
  | {
    readonly kind: "answer";
    readonly changes: Steps;
    readonly unsettled: readonly Stretch[];
    /** Where the carets go that were asked about, in the text with the changes in it. */
    readonly carets: readonly number[];
  }
  | { readonly kind: "cancelled" }
  | { readonly kind: "error"; readonly message: string };

/** What the host sends for a request. */
export interface ToPage {
  readonly key: number;
  readonly id: number;
  /** How many changes of the document it had taken before. */
  readonly seen: number;
  readonly reply: Reply;
}
