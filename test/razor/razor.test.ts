import { readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { createEngine } from "oak-tide";
import { violationsOf } from "oak-tide/language";
import { razor } from "oak-tide/razor";
import { keyed } from "../support/caret.js";
import { fixtures } from "../support/fixtures.js";
import { damaged, invariants } from "../support/invariants.js";

describe("pages in which a sign begins code", () => {
  fixtures("razor", [
    ["statements, and markup between them", `
      @{
      var a=1;
          <p>low</p>
      foo( a );
      }
      `, `
      @{
          var a = 1;
          <p>low</p>
          foo(a);
      }
      `],
    ["statements behind the brace begin lines once a line ends between them", `
      @{Layout=null;var low=1;
      <p>@low</p>}
      @for(var i=0;i<2;i++){@:Pier @i
      }
      @code{private int high=2;
      int Low()=>1;}
      `, `
      @{
          Layout = null;
          var low = 1;
          <p>@low</p>
      }
      @for (var i = 0; i < 2; i++) {
          @:Pier @i
      }
      @code {
          private int high = 2;
          int Low() => 1;
      }
      `],
    ["on one line they stay there, and have blanks beside their braces", `
      @{Layout=null;low=1;}
      @functions{int Low(){return 1;}}
      @if(late){<b>late</b>}
      `, `
      @{ Layout = null; low = 1; }
      @functions { int Low() { return 1; } }
      @if (late) {<b>late</b>}
      `],
    ["what values are handed, each on the line of its own that it has", `
      <p>
      @Html.Show("pier",new{id=1,@class="low"})
      @await Component.InvokeAsync("tide")
      @Model.Berths[0].Name( a,b:2 )
      mail@gullhaven.example( a,b ), @@low( a,b )
      </p>
      <a href="@Url.Action("pier",new{id=1})">@Fold(@<b>low</b>)</a>
      `, `
      <p>
          @Html.Show("pier", new { id = 1, @class = "low" })
          @await Component.InvokeAsync("tide")
          @Model.Berths[0].Name(a, b: 2)
          mail@gullhaven.example( a,b ), @@low( a,b )
      </p>
      <a href="@Url.Action("pier", new { id = 1 })">@Fold(@<b>low</b>)</a>
      `],
    ["components with names of elements", `
      @if(late){
      <Link>
      <b>low</b>
      <br>
      </Link>
      <Input Value="1" />
      }
      `, `
      @if (late) {
          <Link>
              <b>low</b>
              <br>
          </Link>
          <Input Value="1" />
      }
      `],
    ["blocks hold markup, that holds blocks", `
      <ul>
          @foreach(var ferry in ferries){
      <li>
      @if(ferry.IsLate){
      <b>late</b>
      }else if(x) {
      <i>soon</i>
      }
      </li>
      }
      </ul>
      `, `
      <ul>
          @foreach (var ferry in ferries) {
              <li>
                  @if (ferry.IsLate) {
                      <b>late</b>
                  } else if (x) {
                      <i>soon</i>
                  }
              </li>
          }
      </ul>
      `],
    ["braces on lines of their own", `
      @if (late)
      {
      <p>late</p>
      }
      else
      {
      <p>on time</p>
      }
      `, `
      @if (late)
      {
          <p>late</p>
      }
      else
      {
          <p>on time</p>
      }
      `],
    ["values in texts, tags and attributes stay", `
      <p id="@Model.Id" title="@Html.Raw("x > y")" @attributes>@Model.Pier.Name at @(a + b), mail@gullhaven.example @@tide</p>
      <tr@Class(style)>
      </tr>
      `, `
      <p id="@Model.Id" title="@Html.Raw("x > y")" @attributes>@Model.Pier.Name at @(a + b), mail@gullhaven.example @@tide</p>
      <tr@Class(style)></tr>
      `],
    ["members are C#, scripts are theirs", `
      @section Board {
      <script>
      let a=1
      </script>
      }
      @functions {
          int seats=0;
          int Free(){
              return seats;
          }
      }
      `, `
      @section Board {
          <script>
          let a = 1;
          </script>
      }
      @functions {
          int seats = 0;
          int Free()
          {
              return seats;
          }
      }
      `],
    ["statements of a switch stand under their label", `
      @switch( tide ) {
      case Tide.Low:
      <p>low</p>
      break;
      case Tide.High:
      case Tide.Spring:
      wait( 2 );
      break;
      default:
      break;
      }
      `, `
      @switch (tide) {
          case Tide.Low:
              <p>low</p>
              break;
          case Tide.High:
          case Tide.Spring:
              wait(2);
              break;
          default:
              break;
      }
      `],
    ["values in brackets are expressions", `
      <p title="@(pier+1)">@(low+high) of @(seats( 1,2 ))</p>
      `, `
      <p title="@(pier + 1)">@(low + high) of @(seats(1, 2))</p>
      `],
    ["blocks in a tag stay whole", `
      <option value="1" @if (a) { <text>selected="x"</text> } class="@if (b) { @c }">Low</option>
      `],
    ["scripts and style sheets are laid out around values", `
      <script>
      var pier=@Model.Pier, name="@(Model.Name("x"))" ;
      show( @Html.Raw(rows) , 1)
      </script>
      <style>
      .pier{width:@(w)px}
      </style>
      `, `
      <script>
      var pier = @Model.Pier, name = "@(Model.Name("x"))";
      show(@Html.Raw(rows), 1);
      </script>
      <style>
      .pier {
          width: @(w)px;
      }
      </style>
      `],
    ["any element may end itself", `
      @if (late) {
      <a href="@link" />
      }
      @helper Pier(string name) {
      <berth name="@name"/>
      }
      `, `
      @if (late) {
          <a href="@link" />
      }
      @helper Pier(string name) {
          <berth name="@name"/>
      }
      `],
    ["scripts whose parts depend on code stay", `
      <script>
      var a=1;
      @if (late) {
        <text>show( a )</text>
      }
      </script>
      `],
    [
      "blank lines of members lose their white space",
      "@functions {\n    int a = 1;\n    \n    int b=2;\n}\n",
      `
      @functions {
          int a = 1;

          int b = 2;
      }
      `,
    ],
    ["comments, directives and lines of text", `
      @using Gullhaven
      @model Berth
      @* one
         two *@
      @if (a) {
      @: low water
      // three
      b();
      }
      `, `
      @using Gullhaven
      @model Berth
      @* one
         two *@
      @if (a) {
          @: low water
          // three
          b();
      }
      `],
  ]);
});

test.each([
  [
    "Enter in a block",
    "<div>\n    @if (a) {¦\n    }\n</div>\n",
    "\n",
    "<div>\n    @if (a) {\n        ¦\n    }\n</div>\n",
  ],
  ["Enter between tags", "<div>¦</div>\n", "\n", "<div>\n    ¦\n</div>\n"],
  [
    "Enter in members",
    "@code {\n    int F()\n    {¦\n    }\n}\n",
    "\n",
    "@code {\n    int F()\n    {\n        ¦\n    }\n}\n",
  ],
])("%s", (_, text, key, wanted) => {
  expect(keyed("razor", text, key)).toBe(wanted);
});

const PIECES = [
  "<p>",
  "</p>",
  "<br>",
  "@if (a) {",
  "}",
  "else {",
  "@{",
  "@code {",
  "var b = 1;",
  "@c.D(e)",
  "@(f + g)",
  "@@",
  "@* h *@",
  "@: i\n",
  "text",
  " ",
  "\n",
  '<a id="@j">',
  "</a>",
  "@section K {",
  "// l\n",
  "switch (m) { case 1: n(); }",
  "{",
  '"',
  "'",
];

test("whatever is written, tokens stay, and formatting comes to rest", () => {
  fc.assert(
    fc.property(fc.array(fc.constantFrom(...PIECES), { maxLength: 10 }), (pieces) => {
      const found = violationsOf(razor, pieces.join(""));
      expect(found.filter((fault) => /throw|holds|begins|overlap|kept|tokens/.test(fault))).toEqual(
        [],
      );
    }),
    { numRuns: 300 },
  );
});

test("both forms of pages are known by their endings", () => {
  const engine = createEngine();
  expect(
    ["a.cshtml", "a.razor", "a.aspx", "a.ascx", "a.master"].map(
      (name) => engine.languageFor(name)?.name,
    ),
  ).toEqual([
    "razor",
    "razor",
    "aspx",
    "aspx",
    "aspx",
  ]);
});

const files = ["demo/data/Berths.cshtml", "demo/data/Tides.aspx"].map(
  (name) => ({ name, text: readFileSync(name, "utf8") }),
);
invariants(files);
damaged(files.slice(0, 1));
