import { closeSync, openSync, readSync } from "node:fs";
import { basename, extname } from "node:path";
import type { Engine } from "../core/engine.js";
import type { Language } from "../core/language.js";

/** As much of a file as is read to tell what it is: its first line, or what a template says before its markup. */
const HEAD = 16_384;

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
 * The language of a file: by its name, by the first line of a program that has no ending (`#!/usr/bin/env python3`),
 * or by what a template begins with; undefined where nothing tells.
 *
 * @param text what it holds, where that is known already.
 */
export function languageOfFile(
  engine: Engine,
  path: string,
  text?: string,
): Language | undefined {
  const textOf = (): string => text ?? headOf(path);
  const known = engine.languageFor(path, textOf);
  return known ?? (extname(path) === "" ? languageRun(engine, textOf()) : undefined);
}

function languageRun(engine: Engine, text: string): Language | undefined {
  const program = /^#!\s*(?:\S*\/env\s+(?:-\S+\s+)*)?(\S+)/.exec(text)?.[1];
  if (program === undefined) return undefined;
  const name = basename(program).replace(/[\d.]+$/, "");
  return Object.hasOwn(RUN_BY, name) ? engine.language(RUN_BY[name]!) : undefined;
}

/** The first part of a file; empty where it cannot be read. */
function headOf(path: string): string {
  let file: number | undefined;
  try {
    file = openSync(path, "r");
    const bytes = Buffer.alloc(HEAD);
    return bytes.toString("latin1", 0, readSync(file, bytes, 0, HEAD, 0));
  } catch {
    return "";
  } finally {
    if (file !== undefined) closeSync(file);
  }
}
