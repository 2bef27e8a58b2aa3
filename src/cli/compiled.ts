import {
  mkdirSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from "node:fs";
import { dirname, join } from "node:path";
import vm from "node:vm";
import * as zlib from "node:zlib";

const { crc32 } = zlib as { readonly crc32?: (data: Buffer) => number };

/** Whether compiled code can be kept, and whoever runs this does not forbid it by the variable that Node has for that. */
export const canKeepCode =
  crc32 !== undefined && process.env["NODE_DISABLE_COMPILE_CACHE"] === undefined;

/** How long what other builds kept stays after it was last written, in milliseconds. */
const STAYS = 30 * 24 * 60 * 60 * 1000;

/** Bytes of a checksum. */
const SUM = 4;

/** A module's text, as a function. */
type Wrapped = (
  exports: object,
  require: (id: string) => unknown,
  module: { exports: object },
  filename: string,
  dirname: string,
) => void;

/**
 * CommonJS modules of one folder, loaded with the code that the runtime made of them in earlier calls: it need
 * neither parse them nor compile the functions that were called then.
 *
 * Later calls run other functions, so that all is kept anew once it is twice as old as it was when it was written.
 */
export class CompiledFiles {
  private readonly modules = new Map<string, { exports: object }>();
  /** Scripts whose code is to be kept, by where. */
  private readonly fresh = new Map<string, vm.Script>();
  /** When code was kept first and last, in milliseconds; 0 for never. */
  private readonly first: number;
  private readonly isDue: boolean;

  /**
   * @param folder of the modules.
   * @param kept the folder of their code, which one build and one version of the runtime share.
   * @param outer loads what is no module of the folder, and `./packages.js`: code that was kept may not import.
   */
  constructor(
    private readonly folder: string,
    private readonly kept: string,
    private readonly outer: (id: string) => unknown,
  ) {
    const [first = 0, last = 0] =
      read(join(kept, "times"))?.toString().split(" ").map(Number) ?? [];
    this.first = first;
    this.isDue = Date.now() - last > last - first + 1000;
  }

  /** What a module exports, by a path that begins with `./`. */
  load(id: string): object {
    const known = this.modules.get(id);
    if (known !== undefined) return known.exports;
    const module = { exports: {} };
    this.modules.set(id, module);
    const filename = join(this.folder, id);
    const run = this.compiled(id, filename).runInThisContext() as Wrapped;
    const require = (other: string): unknown =>
      other.startsWith("./") && other !== "./packages.js" ? this.load(other) : this.outer(other);
    run.call(module.exports, module.exports, require, module, filename, this.folder);
    return module.exports;
  }

  /** Keeps the code of the modules that were loaded, where that is due. What cannot be written only costs time. */
  keep(): void {
    if (this.fresh.size === 0) return;
    try {
      const now = Date.now();
      if (this.first === 0) this.begin();
      for (const [path, script] of this.fresh) replace(path, sealed(script.createCachedData()));
      replace(join(this.kept, "times"), `${this.first === 0 ? now : this.first} ${now}`);
    } catch {
      // The next call tries it again.
    }
  }

  private compiled(id: string, filename: string): vm.Script {
    const text = readFileSync(filename, "utf8");
    const wrapped = `(function (exports, require, module, __filename, __dirname) {${text}\n})`;
    const path = join(this.kept, `${id}.code`);
    const cachedData = this.first === 0 ? undefined : opened(read(path));
    const script = new vm.Script(wrapped, { filename, cachedData });
    if (this.isDue || cachedData === undefined || script.cachedDataRejected === true)
      this.fresh.set(path, script);
    return script;
  }

  /** Makes the folder, and takes those away that nobody has written to for long. */
  private begin(): void {
    mkdirSync(this.kept, { recursive: true, mode: 0o700 });
    const around = dirname(this.kept);
    for (const name of readdirSync(around)) {
      const other = join(around, name);
      if (Date.now() - statSync(other).mtimeMs > STAYS) rmSync(other, { recursive: true });
    }
  }
}

function read(path: string): Buffer | undefined {
  try {
    return readFileSync(path);
  } catch {
    return undefined;
  }
}

/** Compiled code before its checksum: the runtime would run what is damaged, and end. */
function sealed(code: Buffer): Buffer {
  const sum = Buffer.alloc(SUM);
  sum.writeUInt32LE(crc32!(code));
  return Buffer.concat([code, sum]);
}

function opened(data: Buffer | undefined): Buffer | undefined {
  if (data === undefined || data.length < SUM) return undefined;
  const code = data.subarray(0, -SUM);
  return crc32!(code) === data.readUInt32LE(code.length) ? code : undefined;
}

/** Whoever reads the file meanwhile sees the old data or the new. */
function replace(path: string, data: string | Buffer): void {
  const beside = `${path}.${process.pid}`;
  try {
    writeFileSync(beside, data);
    renameSync(beside, path);
  } finally {
    rmSync(beside, { force: true });
  }
}
