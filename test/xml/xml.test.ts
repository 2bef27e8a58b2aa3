import { readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { createEngine } from "oak-tide";
import { violationsOf } from "oak-tide/language";
import { xml } from "oak-tide/xml";
import { xmlTree } from "../../tools/corpus/oracles/xml.js";
import { keyed } from "../support/caret.js";
import { fixtures } from "../support/fixtures.js";
import { format, open } from "../support/format.js";
import { damaged, invariants } from "../support/invariants.js";

describe("layout", () => {
  fixtures("xml", [
    ["elements stand in the depth of their nesting", `
      <a>
        <b>
          <c/>
      </b>
           <d />
      </a>
      `, `
      <a>
        <b>
          <c/>
        </b>
        <d />
      </a>
      `],
    ["what stands beside text stays to the letter", `
      <a>
        <p>low   <b>water</b>
       at <i> noon </i></p>
            <q> </q>
      </a>
      `, `
      <a>
        <p>low   <b>water</b>
       at <i> noon </i></p>
        <q> </q>
      </a>
      `],
    ["what is asked to be kept is", `
      <a xml:space="preserve">  <b>
      <c/> </b></a>
      `],
    ["attributes in a text go by the line of their tag", `
      <a>
        <b>low
            <c
            d="1"
                e="2"/>
        </b>
      </a>
      `, `
      <a>
        <b>low
            <c
              d="1"
              e="2"
            />
        </b>
      </a>
      `],
    ["elements on one line stay there, as white space may be text", "<a><b/><c/> <d/></a>\n"],
    ["none is text around the root", "<?xml version='1.0'?><!-- b --><a/> <!-- c -->\n", `
      <?xml version='1.0'?>
      <!-- b -->
      <a/> <!-- c -->
      `],
    ["nor in project files and settings", `
      <Project Sdk="Tides"><PropertyGroup><Low>1</Low><High>4</High></PropertyGroup>
      <Target Name="Moor"><Exec Command="tie"/> <!-- at the bow --></Target></Project>
      `, `
      <Project Sdk="Tides">
        <PropertyGroup>
          <Low>1</Low>
          <High>4</High>
        </PropertyGroup>
        <Target Name="Moor"><Exec Command="tie"/> <!-- at the bow --></Target>
      </Project>
      `],
    ["where an element on a line of its own stays whole if it has room", `
      <configuration>
        <berths><add key="north" value="4"/><add key="south" value="2"/></berths>
        <piers><add key="north" value="${"four ".repeat(9)}"/><add key="south" value="${"two ".repeat(9)}"/></piers>
      </configuration>
      `, `
      <configuration>
        <berths><add key="north" value="4"/><add key="south" value="2"/></berths>
        <piers>
          <add key="north" value="${"four ".repeat(9)}"/>
          <add key="south" value="${"two ".repeat(9)}"/>
        </piers>
      </configuration>
      `],
    ["a tag amid a line splits where it takes most of one alone", `
      <a><b c="1" d="2"/><e f="${"g".repeat(50)}"/><h i="${"j".repeat(30)}" k="l"/></a>
      `],
    ["attributes", `
      <a   b = 'c'
      d="'"   e='"'/>
      <a b="${"c".repeat(60)}" d="${"e".repeat(60)}"/>
      `, `
      <a b="c" d="'" e='"'/>
      <a
        b="${"c".repeat(60)}"
        d="${"e".repeat(60)}"
      />
      `],
    ["comments, instructions, sections and types stay to the letter", `
      <?xml version='1.0'?>
      <!DOCTYPE a [ <!ENTITY low "water>"> ]>
      <!-- one
        two -->
      <a>
         <?tide  low ?>
         <!--  three  -->
         <b><![CDATA[ <c>  ]]></b> &low;
      </a>
      `, `
      <?xml version='1.0'?>
      <!DOCTYPE a [ <!ENTITY low "water>"> ]>
      <!-- one
        two -->
      <a>
         <?tide  low ?>
         <!--  three  -->
         <b><![CDATA[ <c>  ]]></b> &low;
      </a>
      `],
    ["so do comments over several lines that move, as programs are told them", `
      <a>
            <!-- one
          two -->
        <b/>
      </a>
      `, `
      <a>
        <!-- one
          two -->
        <b/>
      </a>
      `],
    ["a lost end tag leaves what is around it alone", `
      <a>
        <b>
          <c>
        </b>
        <d>
             <e/>
        </d>
      </a>
      `, `
      <a>
        <b>
          <c>
        </b>
        <d>
          <e/>
        </d>
      </a>
      `],
  ]);

  fixtures("xml", [
    ["attributes one below the other, by the style", '<a b="1" c="2"/>\n<a b="1"/>\n', `
      <a
        b="1"
        c="2"
      />
      <a b="1"/>
      `],
  ], { attributeSplit: "stacked" });
});

test.each([
  ["between tags", "<a>¦</a>\n", "\n", "<a>\n  ¦\n</a>\n"],
  ["behind an element", "<a>\n  <b/>¦\n</a>\n", "\n", "<a>\n  <b/>\n  ¦\n</a>\n"],
  ["in a tag", "<a>\n  <b¦", "\n", "<a>\n  <b\n    ¦"],
  [
    "an end tag below text, under the line of its start tag",
    '<a>\n  <b c="1"\n     d="2">\n    <e/><e>low</e>\n    water <!-- <f> -->\n    at noon\n    <¦',
    "/",
    '<a>\n  <b c="1"\n     d="2">\n    <e/><e>low</e>\n    water <!-- <f> -->\n    at noon\n  </¦',
  ],
  ["an end tag within a line of text", "<a>\n  low <¦", "/", "<a>\n  low </¦"],
  ["an end tag", "<a>\n  <b>\n    <c/>\n    <¦", "/", "<a>\n  <b>\n    <c/>\n  </¦"],
])("typing %s", (_, text, key, wanted) => {
  expect(keyed("xml", text, key)).toBe(wanted);
});

test("a pair of tags is renamed together", () => {
  expect(open("xml", "<tide>\n</tide>\n").linkedRanges({ line: 0, character: 2 })).toHaveLength(2);
});

test("project files, drawings and schemas are known by their endings", () => {
  const engine = createEngine();
  for (
    const name of ["a.csproj", "Directory.Build.props", "web.config", "a.resx", "a.svg", "a.xsd"]
  )
    expect(engine.languageFor(name)?.name).toBe("xml");
});

const PIECES = [
  "<a>",
  "</a>",
  "<b c='d'",
  ">",
  "/>",
  "text",
  " ",
  "\n",
  "  ",
  "<!-- e -->",
  "<![CDATA[ f ]]>",
  "&amp;",
  "<?g?>",
  ' xml:space="preserve"',
  "<",
];

test("a strict parser reads the same document, and the text comes to rest", () => {
  fc.assert(
    fc.property(fc.array(fc.constantFrom(...PIECES), { maxLength: 16 }), (pieces) => {
      const inner = pieces.join("");
      expect(violationsOf(xml, inner)).toEqual([]);
      const before = `<root>${inner}</root>`;
      const old = xmlTree(before);
      if (old !== undefined) expect(xmlTree(format("xml", before))).toBe(old);
    }),
    { numRuns: 500 },
  );
});

test.each([
  ["comes beside", "", "free "],
  ["goes from beside", "free ", ""],
])("a text that %s elements lays all of them out anew", (_, before, after) => {
  const berths = "<berth>1</berth>\n".repeat(600);
  const written = (
    text: string,
  ): string => `<pier>\n<berths>\n${berths}${text}${berths}</berths>\n</pier>\n`;
  const document = open("xml", written(before));
  document.formatDocument();
  const from = written("").indexOf("</berths>") - berths.length;
  document.replace([{ from, to: from + before.length, text: after }]);
  expect(document.formatDocument().edits).toEqual(
    open("xml", written(after)).formatDocument().edits,
  );
});

const files = ["demo/data/BerthService.csproj"].map(
  (name) => ({ name, text: readFileSync(name, "utf8") }),
);
invariants(files);
damaged(files);
