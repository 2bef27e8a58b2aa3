import { Transform, type TransformCallback } from "node:stream";

/** More bytes than headers of a message ever take. */
const MOST_HEADER_BYTES = 4096;
/** More bytes than a message may have: no text of that length is one for an editor. */
const MOST_BODY_BYTES = 1 << 29;

const END = Buffer.from("\r\n\r\n");
const FIELD = /^([!#$%&'*+.^`|~\w-]+):[ \t]*(.*)$/;

/**
 * Passes on what a client sends, and ends where the headers of a message are none (Language
 * Server Protocol, base protocol): nothing tells then where the next message begins.
 */
export class HeaderCheck extends Transform {
  private header = Buffer.alloc(0);
  /** How many bytes of a body are still to come. */
  private body = 0;
  private begun = 0;
  /** How much of the last chunk belongs to messages. */
  private good = 0;
  /** Why the stream has ended before the client's. */
  failure: Error | undefined = undefined;

  /** How many messages have come whole. */
  get messages(): number {
    return this.body > 0 ? this.begun - 1 : this.begun;
  }

  override _transform(chunk: Buffer, _: BufferEncoding, done: TransformCallback): void {
    if (this.failure !== undefined) return done();
    try {
      this.check(chunk);
      done(null, chunk);
    } catch (error) {
      this.failure = error as Error;
      this.push(chunk.subarray(0, this.good));
      this.push(null);
      done();
    }
  }

  private check(chunk: Buffer): void {
    this.good = 0;
    for (let at = 0; at < chunk.length;) {
      if (this.body > 0) {
        const taken = Math.min(this.body, chunk.length - at);
        this.body -= taken;
        at += taken;
        this.good = at;
        continue;
      }
      const before = this.header.length;
      this.header = Buffer.concat([this.header, chunk.subarray(at, at + MOST_HEADER_BYTES + 1)]);
      const end = this.header.indexOf(END);
      const header = this.header.toString("latin1", 0, end < 0 ? undefined : end);
      if (end < 0) {
        checkBeginning(header);
        return;
      }
      this.body = bodyLength(header);
      this.begun++;
      this.header = Buffer.alloc(0);
      at += end + END.length - before;
    }
  }
}

/** @throws Error where nothing that follows makes headers of it. */
function checkBeginning(header: string): void {
  if (header.length > MOST_HEADER_BYTES)
    throw new Error(`the headers of a message have more than ${MOST_HEADER_BYTES} bytes`);
  const name = /^[^:\r\n]*/.exec(header)![0];
  if (!FIELD.test(`${name}x:`) || (header.includes("\r") && !header.includes(":")))
    throw new Error(`${JSON.stringify(name.slice(0, 40))} is no header of a message`);
  if (/(?:^|[^\r])\n/.test(header))
    throw new Error("a header ends with a line feed alone, not with a carriage return and one");
}

/** @throws Error where headers do not tell how long the body is. */
function bodyLength(header: string): number {
  let length: string | undefined;
  for (const line of header.split("\r\n")) {
    const field = FIELD.exec(line);
    if (field === null)
      throw new Error(`${JSON.stringify(line.slice(0, 40))} is no header of a message`);
    const [, name, value] = field as unknown as [string, string, string];
    if (name.toLowerCase() === "content-length") length = value.trim();
    const charset = name.toLowerCase() === "content-type"
      ? /charset\s*=\s*"?([^\s;"]+)/i.exec(value)?.[1]
      : undefined;
    if (charset !== undefined && !/^utf-?8$/i.test(charset))
      throw new Error(`messages are read as UTF-8; this one is said to be in ${charset}`);
  }
  if (length === undefined) throw new Error("a message has no Content-Length");
  if (!/^\d+$/.test(length) || Number(length) > MOST_BODY_BYTES)
    throw new Error(`Content-Length is ${JSON.stringify(length)}; it must be a number of bytes`);
  return Number(length);
}
