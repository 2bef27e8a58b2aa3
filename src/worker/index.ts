export { RemoteDocument, connectEngine } from "./client.js";
export type { AskOptions, Outcome, RemoteEngine, RemoteOptions } from "./client.js";
export { hostEngine } from "./host.js";
export type { Port, Reply, Request, Stretch, ToHost, ToPage } from "./messages.js";
