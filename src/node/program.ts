import { closeSync, openSync, readSync } from "node:fs";
import { basename, extname } from "node:path";
import type { Engine } from "../core/engine.js";
import type { Language } from "../core/language.js";

/** As much of a file as its first line may take that names what runs it. */
const HEAD = 256;

/** Languages by what runs them. */
const RUN_BY: Readonly<Record<string, string>> = {
  bash: "shellscript",
  bun: "typescript",
  dash: "shellscript",
  deno: "typescript",
  ksh: "shellscript",
  lua: "lua",
  node: "javascript",
  php: "php",
  python: "python",
  ruby: "ruby",
  sh: "shellscript",
  zsh: "shellscript",
};

/**
 * The language of a file: by its name, or by the first line of a program that has no ending (`#!/usr/bin/env
 * python3`); undefined where nothing tells.
 */
export const languageOfFile = (engine: Engine, path: string): Language | undefined =>
  engine.languageFor(path) ?? (extname(path) === "" ? languageRun(engine, path) : undefined);

function languageRun(engine: Engine, path: string): Language | undefined {
  const line = firstLine(path);
  const program = /^#!\s*(?:\S*\/env\s+(?:-\S+\s+)*)?(\S+)/.exec(line)?.[1];
  if (program === undefined) return undefined;
  const name = basename(program).replace(/[\d.]+$/, "");
  return Object.hasOwn(RUN_BY, name) ? engine.language(RUN_BY[name]!) : undefined;
}

/** The first line of a file, as far as it is read; empty where it cannot be. */
function firstLine(path: string): string {
  let file: number | undefined;
  try {
    file = openSync(path, "r");
    const bytes = Buffer.alloc(HEAD);
    const read = readSync(file, bytes, 0, HEAD, 0);
    return /^[^\r\n]*/.exec(bytes.toString("latin1", 0, read))![0];
  } catch {
    return "";
  } finally {
    if (file !== undefined) closeSync(file);
  }
}
