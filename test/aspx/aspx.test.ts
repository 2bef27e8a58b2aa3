import { describe, expect, test } from "vitest";
import { aspx } from "oak-tide/aspx";
import { violationsOf } from "oak-tide/language";
import { keyed } from "../support/caret.js";
import { fixtures } from "../support/fixtures.js";
import { open } from "../support/format.js";

const REPEATER = `
  <asp:Repeater runat="server">
      <HeaderTemplate>
          <table>
      </HeaderTemplate>
      <ItemTemplate>
          <tr>
              <td>06:40</td>
          </tr>
      </ItemTemplate>
      <SeparatorTemplate>
          <p>
      </SeparatorTemplate>
      <FooterTemplate>
          </table>
      </FooterTemplate>
  </asp:Repeater>
  <p>low</p>
  `;

describe("pages with islands of code", () => {
  fixtures("aspx", [
    ["braces that close in another island tell depth", `
      <div>
          <% if (late) { %>
      <p>late</p>
      <% } else { %>
      <p><%=tide.Low( 1,2 )%></p>
      <% } %>
      </div>
      `, `
      <div>
          <% if (late) { %>
              <p>late</p>
          <% } else { %>
              <p><%=tide.Low(1, 2)%></p>
          <% } %>
      </div>
      `],
    ["directives stay on lines of their own", `
      <%@ Page Language="C#" %>
      <%@ Register TagPrefix="pier" %>
      <p>low</p>
      `],
    ["controls that end themselves, and scripts of the server", `
      <form id="f">
          <asp:Button   runat="server" ID="a"/>
          <pre runat="server" id="log"/>
      </form>
      <script runat="server">
      void F( ){ }
      </script>
      `, `
      <form id="f">
          <asp:Button runat="server" ID="a"/>
          <pre runat="server" id="log"/>
      </form>
      <script runat="server">
      void F() { }
      </script>
      `],
    [
      "statements on lines of their own, as deep below their island as they were, and one on the island's line",
      `
      <div>
      <% Tide low=Low( 1,2 ); %>
      <%
          foreach(var tide in Tides){ Show( tide ); }
      %>
      <% if (a) { b( 1,2 );
      } %>
      </div>
      `,
      `
      <div>
          <% Tide low = Low(1, 2); %>
          <%
              foreach (var tide in Tides)
              {
                  Show(tide);
              }
          %>
          <% if (a) { b( 1,2 );
          } %>
      </div>
      `,
    ],
    ["an island moves with its lines, but for a text over several of them", `
      <div>
      <% Show(a,
           b) %>
      <% Show(@"low
       tide") %>
      </div>
      `, `
      <div>
          <% Show(a,
               b) %>
          <% Show(@"low
       tide") %>
      </div>
      `],
    [
      "controls nest among themselves, whatever markup their templates begin and end",
      REPEATER.replace("    <HeaderTemplate>", "<HeaderTemplate>"),
      REPEATER,
    ],
    ["markup in a control ends none around it, and a control that nothing ends holds nothing", `
      <div>
      <p>
      <asp:Panel runat="server">
      <table>
      <tr><td><asp:Label ID="a"></td></tr>
      </table>
      </asp:Panel>
      </div>
      `, `
      <div>
          <p>
              <asp:Panel runat="server">
                  <table>
                      <tr>
                          <td><asp:Label ID="a"></td>
                      </tr>
                  </table>
              </asp:Panel>
      </div>
      `],
    ["pages in another language keep their islands", `
      <%@ Page Language="VB" %>
      <p><%=a  &  b%></p>
      <% Dim a=1; %>
      `],
    ["islands that only add up across others stay", `
      <% while (x) { %>
      text
      `],
  ]);
});

test("the end tag of a control goes back to it, whatever stands open there", () => {
  const page =
    "<asp:List>\n    <HeaderTemplate>\n        <table>\n        </HeaderTemplate¦\n</asp:List>\n";
  expect(keyed("aspx", page, ">")).toBe(
    "<asp:List>\n    <HeaderTemplate>\n        <table>\n    </HeaderTemplate>¦\n</asp:List>\n",
  );
});

test("Enter after an island that opens a block", () => {
  expect(keyed("aspx", "<div>\n    <% if (a) { %>¦\n    <% } %>\n</div>\n")).toBe(
    "<div>\n    <% if (a) { %>\n        ¦\n    <% } %>\n</div>\n",
  );
});

test.each([
  [
    "deeper than what begins them",
    "<p>\n    <%¦\n    %>\n</p>",
    "\n",
    "<p>\n    <%\n        ¦\n    %>\n</p>",
  ],
  ["in a block of theirs", "<%\n    if (a)\n    {¦", "\n", "<%\n    if (a)\n    {\n        ¦"],
  ["before markup", "<%\n    a();¦\n<p>b</p>\n", "\n", "<%\n    a();\n    ¦\n<p>b</p>\n"],
  ["a closer", "<%= Show(new\n{\n    a = 1\n    ¦", "}", "<%= Show(new\n{\n    a = 1\n}¦"],
  ["what ends them", "  <%\n    a();\n    %¦", ">", "  <%\n    a();\n  %>¦"],
])("statements that are being typed: %s", (_, text, key, result) => {
  expect(keyed("aspx", text, key)).toBe(result);
});

test("a line goes between an island that opens a block and a deeper one, where more is closed than opened", () => {
  const page = "<div>\n    <p>a</p>\n</div>\n<div>\n    <p>b</p>\n</div>\n"
    + "<% if (a) { %>\n    b\n<% } else { %>¦\n        <% if (c) { %>\n            d\n        <% } %>\n    <% } %>\n<% } %>\n";
  expect(keyed("aspx", page)).toBe(page.replace("¦", "\n    ¦"));
});

test("the first line of statements, with the line ends of other systems", () => {
  const document = open("aspx", "<p>\r\n    <%\r\n\r\n    %>\r\n</p>");
  const { edits } = document.formatOnType({ line: 2, character: 0 }, "\n");
  expect(edits.map(({ newText }) => newText)).toEqual([" ".repeat(8)]);
});

test("what every language keeps", () => {
  const page = "<div>\n<% if (a) { %>\n<p><%: b %></p>\n<% } %>\n</div>\n";
  expect(violationsOf(aspx, page)).toEqual([]);
});
