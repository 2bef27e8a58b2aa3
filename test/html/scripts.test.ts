import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { textsIn } from "../../dist/core/regions/texts.js";
import { keyed } from "../support/caret.js";
import { fixtures } from "../support/fixtures.js";
import { format } from "../support/format.js";

const page = (script: string, white = "    "): string =>
  `<html>\n<head>\n${white}<title>Tides</title>\n${script}</head>\n</html>\n`;

describe("line ends of another kind", () => {
  test.each(["crlf", "cr", "lf"] as const)("leave blank lines blank: %s", (endOfLine) => {
    const end = { crlf: "\r\n", cr: "\r", lf: "\n" }[endOfLine];
    const before = page("  <script>\n    f();\n\n    g();\n  </script>\n", "  ");
    const after = before.replaceAll("\n", end);
    for (const text of [before, before.replaceAll("\n", "\r\n"), after])
      expect(format("html", text, { endOfLine })).toBe(after);
  });
});

describe("the step of scripts and style sheets", () => {
  test.each([
    ["four blanks", "    "],
    ["three blanks", "   "],
    ["tabs", "\t"],
  ])("is the page's where they show none: %s", (_, white) => {
    const before = page(
      `${white}<script>\n${white}${white}if (low) { wait(); }\n${white}</script>\n`,
      white,
    );
    expect(format("html", before)).toContain(
      `\n${white}${white}if (low) {\n${white}${white}${white}wait();\n${white}${white}}\n`,
    );
  });

  test.each([
    ["right behind the tag", "f();\nif (low) {\nwait();\n}"],
    ["at the margin, in blanks", "\nf();\nif (low) {\n  wait();\n}\nif (high) {\n  go();\n}\n"],
  ])("is that of a page in tabs, wherever they begin: %s", (_, script) => {
    const after = format("html", `<div>\n\t<script>${script}</script>\n</div>\n`);
    expect(after).toContain("\n\t\tif (low) {\n\t\t\twait();\n\t\t}\n");
    expect(format("html", after)).toBe(after);
  });

  test("is their own where they show one of the page's kind", () => {
    const before = page("    <script>\n    if (low) {\n      wait( );\n    }\n    </script>\n");
    expect(format("html", before)).toContain("\n    if (low) {\n      wait();\n    }\n");
  });

  test("never mixes tabs and blanks on a line", () => {
    const before = page(
      "    <script>\n        if (low) {\n        \twait( );\n        }\n    </script>\n",
    );
    expect(format("html", before)).toContain(
      "\n        if (low) {\n            wait();\n        }\n",
    );
  });

  test("is the page's where it has spaces and they have tabs, wherever they go", () => {
    const before = "<main>\n  <p>\n    a\n  </p>\n</main>\n".repeat(9)
      + "<style>\n\t.pier {\n\t\tcolor: red;\n\t}\n</style>\n<script>\n\tif (low {\n\t\twait();\n\t}\n</script>\n";
    expect(format("html", before)).toContain(
      "<style>\n  .pier {\n    color: red;\n  }\n</style>\n<script>\n  if (low {\n    wait();\n  }\n</script>\n",
    );
  });

  test("is told again where their lines outnumber the page's and came to begin with something else", () => {
    const rows = "    static berth() {\n        return 4;\n    }\n".repeat(3);
    const before =
      `<style>\n${"\t.pier {\n\t\tcolor: red;\n\t}\n".repeat(3)}</style>\n<script>\nclass Ferry {\n${rows}}\nmoor(function () {\n\tif (low) {\n\t\twait();\n\t}\n});\n</script>\n`;
    const after = format("html", before);
    expect(format("html", after)).toBe(after);
  });

  test("leaves a blank line without white space that ends unlike the others", () => {
    const before = "<div>\r\n<script>\r\n\ta();\r\n\n\tb();\r\n</script>\r\n</div>\r\n";
    expect(format("html", before)).toContain("\ta();\r\n\r\n\t\tb();\r\n");
  });
});

test("a comment's lines leave white space of another kind with the code around it", () => {
  const before =
    "<script>\n\tmoor(function () {\n\t\t/**\n\t\t * Low water\n\t\t */\n\t\tx = 1;\t// a\tb\n\t});\n</script>\n";
  expect(format("html", before, { indentStyle: "space", indentSize: 2 })).toContain(
    "\n    /**\n     * Low water\n     */\n    x = 1; // a\tb\n",
  );
});

describe("texts over several lines in code", () => {
  fixtures("html", [
    ["stay while the other lines move", `
      <main>
      <div>
      <script>
        const notice = \`Low water
        at \${hours.join(\`
      and \`)}\`;
        show(notice / 2, /\`/);
      </script>
      </div>
      </main>
      `, `
      <main>
        <div>
          <script>
            const notice = \`Low water
        at \${hours.join(\`
      and \`)}\`;
            show(notice / 2, /\`/);
          </script>
        </div>
      </main>
      `],
    ["have their script stay where it is, where signs do not tell them", `
      <main>
      <div>
      <script>
        if (low) {} /\`/.test(tide);
        const notice = \`Low water
        at six\`;
      </script>
      </div>
      </main>
      `, `
      <main>
        <div>
          <script>
        if (low) {}
        /\`/.test(tide);
        const notice = \`Low water
        at six\`;
          </script>
        </div>
      </main>
      `],
    ["show the step of a page that shows none", `
      <p>Late</p>
      <style>
          .low {
              color:red;
          }
      </style>
      `, `
      <p>Late</p>
      <style>
          .low {
              color: red;
          }
      </style>
      `],
    ["which a backslash carries on stay", `
      <main>
      <div>
      <script>
        const notice = "Low water \\
        at six";
        show(notice);
      </script>
      </div>
      </main>
      `, `
      <main>
        <div>
          <script>
            const notice = "Low water \\
        at six";
            show(notice);
          </script>
        </div>
      </main>
      `],
    ["those on one line do not", `
      <div>
      <script>
        show(\`Low water at \${hour}\`, '\${hour}');
      </script>
      </div>
      `, `
      <div>
        <script>
          show(\`Low water at \${hour}\`, "\${hour}");
        </script>
      </div>
      `],
  ]);

  fixtures("aspx", [
    ["of the server's too", `
      <div>
      <script runat="server">
          string notice = @"Low water
        at six";
      </script>
      </div>
      `, `
      <div>
          <script runat="server">
              string notice = @"Low water
        at six";
          </script>
      </div>
      `],
  ]);

  test("Enter within them brings no white space", () => {
    const before =
      '<p>\n    <script runat="server">\n        string notice = @"\nLow water¦\nat six";\n    </script>\n</p>\n';
    expect(keyed("aspx", before)).toBe(before.replace("¦", "\n¦"));
  });

  const part = fc.constantFrom("`", '"""', "'''", '@"', '"', "${", "}", "a", " ", "\n", "\\`");

  test("are told wherever one is", () => {
    fc.assert(fc.property(fc.array(part, { maxLength: 12 }), (parts) => {
      const code = parts.join("");
      const [first, ...rest] = code.split("`");
      // One sign after another, with a line end between the two.
      const plain = !/["'@\\$]/.test(code) && first !== undefined;
      const holds = plain && rest.some((text, i) => i % 2 === 0 && text.includes("\n"));
      const texts = textsIn(code);
      if (holds) expect(texts?.length).not.toBe(0);
      if (!/[`"'@]/.test(code)) expect(texts).toEqual([]);
    }));
  });
});

test("texts too deep in each other are not told", () => {
  expect(textsIn(`\`\n\`${"`${".repeat(20_000)}`)).toBe(undefined);
});

describe("heads and bodies", () => {
  fixtures("html", [
    ["a head on one line goes by the body", `
      <html><head><title>Tides</title></head>
      <body>
      <p>low</p>
      </body>
      </html>
      `, `
      <html>
      <head>
      <title>Tides</title>
      </head>
      <body>
      <p>low</p>
      </body>
      </html>
      `],
  ]);

  test("an end tag ends its script in any column, be the page whole or not", () => {
    const after = format("html", "<div>\n<script>\nwait();\n    </script>\n<form>\n</div>\n");
    const [begin, end] = ["<script>", "</script>"].map(
      (tag) => after.split(tag)[0]!.split("\n").at(-1),
    );
    expect(end).toBe(begin);
  });

  test("a document type that is left open gets no line end", () => {
    const text = '<p>low</p>\n<!DOCTYPE html PUBLIC "-//W3';
    expect(format("html", text)).toBe(text);
  });
});
