import { changing } from "../support/invariants.js";

/** Short texts in which much hangs on a sign further down, each many times over. */
const DENSE: readonly (readonly [name: string, text: string])[] = [
  ["tides.html", `<div>
{% if low %}
<ul><li>a<li>b</ul>
{% else %}
<p>{{ "high" }}</p>
{% endif %}
</div>
<textarea>
 c</textarea>
<!--[if IE]><p>d</p><![endif]-->
{{#markdown}}
# Tides
{{/markdown}}
`],
  ["Berth.aspx", `<%@ Page %>
<asp:Label runat="server" />
<% if (low) { %>
<p>a</p>
<% } %>
<%-- b --%>
<script runat="server">
int c;
</script>
`],
  ["Berth.vue", `<template>
<div>
<p v-if="low">{{ a }}</p>
<!-- b -->
</div>
</template>
<script>
export default { c: 1 };
</script>
<style>
.d { color: red; }
</style>
`],
  ["board.css", `---
title: Board
---
.a { color: red; /* b */ }
@media print {
  .c { background: url(d); }
}
`],
];

changing(DENSE.flatMap(([name, text]) => [6, 12, 25].map(
  (times) => ({ name: `${times} times ${name}`, text: text.repeat(times) }),
)), 600);
