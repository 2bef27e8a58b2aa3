import type { Language } from "../../core/language.js";
import { c, cpp, go, java, php, rust } from "./c.js";
import { toml, yaml } from "./data.js";
import { lua, ruby, sql } from "./scripts.js";
import { dockerfile, makefile, shell } from "./shell.js";

export { c, cpp, dockerfile, go, java, lua, makefile, php, ruby, rust, shell, sql, toml, yaml };

/** Languages without a parser, for typing, pasting and moving. */
export const declared: readonly Language[] = [
  c,
  cpp,
  dockerfile,
  go,
  java,
  lua,
  makefile,
  php,
  ruby,
  rust,
  shell,
  sql,
  toml,
  yaml,
];
