import { describe, expect, test } from "vitest";
import { aspx } from "oak-tide/aspx";
import { violationsOf } from "oak-tide/language";
import { keyed } from "../support/caret.js";
import { fixtures } from "../support/fixtures.js";

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
    ["islands that only add up across others stay", `
      <% while (x) { %>
      text
      `],
  ]);
});

test("Enter after an island that opens a block", () => {
  expect(keyed("aspx", "<div>\n    <% if (a) { %>¦\n    <% } %>\n</div>\n")).toBe(
    "<div>\n    <% if (a) { %>\n        ¦\n    <% } %>\n</div>\n",
  );
});

test("what every language keeps", () => {
  const page = "<div>\n<% if (a) { %>\n<p><%: b %></p>\n<% } %>\n</div>\n";
  expect(violationsOf(aspx, page)).toEqual([]);
});
