import { transfer, wrap, type Remote } from "comlink";
import { connectEngine, type RemoteEngine } from "oak-tide/worker";
import type { Desk } from "./worker.js";

/** The engine in its worker. */
export interface Workshop {
  readonly desk: Remote<Desk>;
  readonly engine: RemoteEngine;
}

export async function startWorkshop(): Promise<Workshop> {
  const worker = new Worker(new URL("./worker.ts", import.meta.url), { type: "module" });
  const desk = wrap<Desk>(worker);
  const { port1, port2 } = new MessageChannel();
  await desk.host(transfer(port2, [port2]));
  return { desk, engine: connectEngine(port1) };
}
