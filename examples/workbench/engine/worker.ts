import { expose } from "comlink";
import type { Learnt, Sample } from "oak-tide/learn";
import type { Style } from "oak-tide/core";
import { hostEngine } from "oak-tide/worker";
import { judge, type Judgement } from "./judgement.js";
import { Shelf } from "./shelf.js";

const shelf = new Shelf();

/** What the page asks for beside the requests of documents, which go over a port of their own. */
const desk = {
  /** Has documents be opened over a port. */
  host(port: MessagePort): void {
    hostEngine(shelf.live, port);
  },

  /** Fetches a language; answers the characters after which typing is worth a question. */
  async open(languageId: string): Promise<readonly string[]> {
    await shelf.fetch(languageId);
    return shelf.engine.triggerCharacters(languageId);
  },

  judge(languageId: string, text: string, style: Partial<Style>): Judgement {
    return judge(shelf.engine, languageId, text, style);
  },

  /** The style under which the fewest lines of some texts would change. */
  async learn(samples: readonly Sample[]): Promise<Learnt> {
    for (const { languageId } of samples) await shelf.fetch(languageId);
    const { learn } = await import("oak-tide/learn");
    return learn(shelf.engine, samples);
  },
};

export type Desk = typeof desk;
expose(desk);
