import { readFileSync, readdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";

/** What the compiler makes of an enumeration, whose members stand as numbers where they are used. */
const ENUM =
  /^(export )?var (\w+);\n\(function \(\2\) \{\n([^]*?)^\}\)\(\2 \|\| \(\2 = \{\}\)\);$/gm;

/** Has bundlers drop each enumeration of the built library that nobody asks for by name. */
for (const file of readdirSync("dist", { encoding: "utf8", recursive: true })) {
  if (!file.endsWith(".js") || file.startsWith("bin")) continue;
  const path = join("dist", file);
  const code = readFileSync(path, "utf8");
  const pure = code.replace(
    ENUM,
    (_, exported = "", name, members) =>
      `${exported}var ${name} = /* @__PURE__ */ (function (${name}) {\n${members}    return ${name};\n})({});`,
  );
  if (pure !== code) writeFileSync(path, pure);
}
