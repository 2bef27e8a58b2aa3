import { connect } from "node:net";
import type { Readable, Writable } from "node:stream";

/** How a client is reached. */
export type Channel =
  | { readonly kind: "stdio" }
  | { readonly kind: "socket"; readonly port: number }
  | { readonly kind: "pipe"; readonly name: string };

export interface Streams {
  readonly input: Readable;
  readonly output: Writable;
}

/**
 * The streams of a channel: those of the process, or of a socket or a pipe on which the client listens.
 *
 * @throws Error where nobody listens there.
 */
export async function openChannel(channel: Channel): Promise<Streams> {
  if (channel.kind === "stdio") return { input: process.stdin, output: process.stdout };
  const socket = channel.kind === "socket"
    ? connect(channel.port, "127.0.0.1")
    : connect(channel.name);
  await new Promise<void>((resolve, reject) => {
    socket.once("connect", resolve);
    socket.once("error", reject);
  });
  return { input: socket, output: socket };
}
