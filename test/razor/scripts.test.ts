import { expect, test } from "vitest";
import { keyed } from "../support/caret.js";
import { format } from "../support/format.js";
import { typedAtOnce } from "../support/typist.js";

const BLOCKS = [
  "<div>",
  "    <script>",
  "        board(function() {",
  "            var tide = new Tide(\"@Model.Pier\", @Model.Level);",
  "            @if (Model.ShowsGangway && Model.Level > 2) {",
  "                @: gangway.show(@Model.Berth);",
  "            }",
  "            @* those of today *@",
  "            @foreach (var pier in Model.Piers) {",
  "                foreach (var boat in pier.Boats) {",
  "                    @: add(\"@boat.Name\");",
  "                }",
  "            }",
  "            @{",
  "                var last = Model.Last;",
  "            }",
  "        });",
  "    </script>",
  "</div>",
  "",
].join("\n");

test("a script that holds blocks is typed out with Enter and no blank before a line", () => {
  expect(typedAtOnce("razor", BLOCKS.replace(/^ +/gm, "")).text).toBe(BLOCKS);
});

test("and stays as its author wrote it", () => {
  const text = BLOCKS.replace("Tide(\"@Model.Pier\"", "Tide(  \"@Model.Pier\"");
  expect(format("razor", text)).toBe(text);
});

test.each([
  [
    "Enter behind markup in a block",
    "<script>\n    @if (a) {\n        <text>¦\n        </text>\n    }\n</script>\n",
    "\n",
    "<script>\n    @if (a) {\n        <text>\n            ¦\n        </text>\n    }\n</script>\n",
  ],
  [
    "Enter behind its end",
    "<script>\n    @if (a) {\n        <text>\n            b();\n        </text>¦\n    }\n</script>\n",
    "\n",
    "<script>\n    @if (a) {\n        <text>\n            b();\n        </text>\n        ¦\n    }\n</script>\n",
  ],
  [
    "Enter in a value over several lines",
    "<p>\n    @Html.Link(\n        Model.Pier,¦\n        Model.Berth)\n</p>\n",
    "\n",
    "<p>\n    @Html.Link(\n        Model.Pier,\n        ¦\n        Model.Berth)\n</p>\n",
  ],
  [
    "Enter in a statement that lost a bracket",
    "@helper Show(Tide tide) {\n    var text = new Text(\n        tide.Low\n            ? Say(\n                tide,¦\n            : \"\");\n    <p>@text</p>\n}\n",
    "\n",
    "@helper Show(Tide tide) {\n    var text = new Text(\n        tide.Low\n            ? Say(\n                tide,\n                ¦\n            : \"\");\n    <p>@text</p>\n}\n",
  ],
  [
    "Enter above a line whose header is gone",
    "<p>\n    a\n</p>\n@if (a) {\n    b();\n    c();\n}\n@if (a) {¦\n        throw d(\n            e);\n    }\n}\n",
    "\n",
    "<p>\n    a\n</p>\n@if (a) {\n    b();\n    c();\n}\n@if (a) {\n    ¦\n        throw d(\n            e);\n    }\n}\n",
  ],
])("%s", (_, text, key, wanted) => {
  expect(keyed("razor", text, key)).toBe(wanted);
});
