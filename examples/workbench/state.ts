import type { Style } from "oak-tide/core";

/** What a shared address holds. */
export interface State {
  readonly languageId: string;
  readonly text: string;
  readonly style: Partial<Style>;
}

/** The state in an address; undefined where it holds none that can be read. */
export async function readState(hash: string): Promise<State | undefined> {
  const packed = /^#1\.([\w-]+)$/.exec(hash)?.[1];
  if (packed === undefined) return undefined;
  try {
    const bytes = Uint8Array.from(
      atob(packed.replaceAll("-", "+").replaceAll("_", "/")),
      (character) => character.charCodeAt(0),
    );
    const state: unknown = JSON.parse(
      await new Response(through(bytes, new DecompressionStream("deflate-raw"))).text(),
    );
    return isState(state) ? state : undefined;
  } catch {
    return undefined;
  }
}

/** The part of an address that holds a state. */
export async function writeState(state: State): Promise<string> {
  const bytes = new TextEncoder().encode(JSON.stringify(state));
  const packed = new Uint8Array(
    await new Response(through(bytes, new CompressionStream("deflate-raw"))).arrayBuffer(),
  );
  let characters = "";
  for (const byte of packed) characters += String.fromCharCode(byte);
  return `#1.${btoa(characters).replaceAll("+", "-").replaceAll("/", "_").replaceAll("=", "")}`;
}

const through = (
  bytes: Uint8Array<ArrayBuffer>,
  stream: CompressionStream | DecompressionStream,
): ReadableStream =>
  new Blob([bytes]).stream().pipeThrough(stream);

const isState = (value: unknown): value is State => {
  const { languageId, text, style } = (value ?? {}) as Record<string, unknown>;
  return (
    typeof languageId === "string"
    && typeof text === "string"
    && typeof style === "object"
    && style !== null
  );
};
