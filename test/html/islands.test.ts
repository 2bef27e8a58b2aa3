import { describe, expect, test } from "vitest";
import { keyed } from "../support/caret.js";
import { fixtures } from "../support/fixtures.js";
import { changing } from "../support/invariants.js";

describe("template tongues whose words tell depth", () => {
  fixtures("html", [
    ["between percent signs", `
      <ul>
        {% for tide in tides %}
      <li>{{ tide }}</li>
        {% else %}
      {% if x %}
      <li>none</li>
      {% endif %}
      {% endfor %}
      </ul>
      `, `
      <ul>
        {% for tide in tides %}
          <li>{{ tide }}</li>
        {% else %}
          {% if x %}
            <li>none</li>
          {% endif %}
        {% endfor %}
      </ul>
      `],
    ["between braces", `
      <div>
        {{#each berths}}
      <p>{{name}}</p>
      {{else}}
      <p>none</p>
      {{/each}}
      </div>
      `, `
      <div>
        {{#each berths}}
          <p>{{name}}</p>
        {{else}}
          <p>none</p>
        {{/each}}
      </div>
      `],
    ["one that does not close here opens nothing", `
      <div>
        {% if x %}
        <p>a</p>
      </div>
      `],
    ["what ends no comment may end code", `
      <p><%-- low;   %> m</p>
      <p>deep</p>
      `],
    ["what they add to the name of a tag stands beside it", `
      <div>
      <h<%= level %>>tides</h<%= level %>>
      <h{{ level }} class="low">tides</h{{ level }}>
      <ul<?php if ($open) { ?> class="open"<?php } ?>>
      <li>low</li>
      </ul>
      <div{{ attributes }}>
      <p>high</p>
      </div>
      </div>
      `, `
      <div>
        <h<%= level %>>tides</h<%= level %>>
        <h{{ level }} class="low">tides</h{{ level }}>
        <ul<?php if ($open) { ?> class="open"<?php } ?>>
          <li>low</li>
        </ul>
        <div{{ attributes }}>
          <p>high</p>
        </div>
      </div>
      `],
    ["within a line they are words", `
      <p>low {% if x %} water {% endif %} at noon</p>
      `],
    ["what follows a comment that comes first stands beside it", `
      {% if late %}
      <!-- on the board -->
      <script>
      moor()
      </script>
      {% endif %}
      {% if full %}
      <!-- at the gangway -->
      wait
      {% endif %}
      `, `
      {% if late %}
        <!-- on the board -->
        <script>
        moor();
        </script>
      {% endif %}
      {% if full %}
        <!-- at the gangway -->
        wait
      {% endif %}
      `],
    ["several in a word count as one", `
      {% block title %}Tides{% endblock %}
      {% if late %}{% block notice %}
      <p>late</p>
      {% endblock %}{% endif %}
      {% if full %}
      <p>full</p>
      {% endif %}{% if late %}
      <p>late</p>
      {% endif %}
      `, `
      {% block title %}Tides{% endblock %}
      {% if late %}{% block notice %}
        <p>late</p>
      {% endblock %}{% endif %}
      {% if full %}
        <p>full</p>
      {% endif %}{% if late %}
        <p>late</p>
      {% endif %}
      `],
    ["beside blocks stand on lines of their own", `
      {% if late %}<div>
      <p>late</p></div>
      {% else %}<hr>{% endif %}
      `, `
      {% if late %}
        <div>
          <p>late</p>
        </div>
      {% else %}<hr>{% endif %}
      `],
    ["within lines tell of no depth", `
      {% block content %}
      <p>{% trans "Tides" %} {% trans %}of
      <b>Gullhaven</b>
      {% endtrans %}</p>
      <h1>Tides</h1>
      {% endblock %}
      `, `
      {% block content %}
        <p>{% trans "Tides" %} {% trans %}of
          <b>Gullhaven</b>
          {% endtrans %}
        </p>
        <h1>Tides</h1>
      {% endblock %}
      `],
    ["stay on the lines of their text", `
      {% block notice %}{{ block.super }} the ferry of {{ hour }} from {{ pier }} is late by {{ delay }}{% endblock %}
      {% block weather %}{{ block.super }} calm{% endblock %}
      `, `
      {% block notice %}{{ block.super }} the ferry of {{ hour }} from {{ pier }} is late
      by {{ delay }}{% endblock %}
      {% block weather %}{{ block.super }} calm{% endblock %}
      `],
    ["beside a tag's name belong to it", `
      <form{% if  url %} action="{{ url }}"{% endif %}   method="post">
      <h{{ level }} >Tides</h{{ level }}>
      </form>
      `, `
      <form{% if  url %} action="{{ url }}"{% endif %} method="post">
        <h{{ level }}>Tides</h{{ level }}>
      </form>
      `],
  ]);
});

describe("template tongues in scripts and style sheets", () => {
  fixtures("html", [
    ["are names in them", `
      <script>
        var tide={{ tide|json }} , name = '{{ name }}'
        show( <?= $low ?>,<%= high %> )
      </script>
      <style>
        .{{ pier }}:hover{width:{{w}}px}
      </style>
      `, `
      <script>
        var tide = {{ tide|json }}, name = '{{ name }}';
        show(<?= $low ?>, <%= high %>);
      </script>
      <style>
        .{{ pier }}:hover {
          width: {{w}}px;
        }
      </style>
      `],
    ["are no statements where they have a line for themselves", `
      <script>
        {{ tables }}
        let a=1
        {{ more }}
      </script>
      `, `
      <script>
        {{ tables }}
        let a = 1;
        {{ more }}
      </script>
      `],
    ["leave a script alone whose parts depend on them", `
      <script>
        {% if late %}
          wait( 1 )
        {% endif %}
      </script>
      `],
    ["leave a script alone in which one has several lines", `
      <script>
        var a={{
          tide }};
      </script>
      `],
  ]);
});

test.each([
  [
    "Enter behind a word that opens",
    "<ul>\n  {% for t in tides %}¦\n</ul>\n",
    "\n",
    "<ul>\n  {% for t in tides %}\n    ¦\n</ul>\n",
  ],
  [
    "Enter behind one between braces",
    "<ul>\n  {{#each tides}}¦\n</ul>\n",
    "\n",
    "<ul>\n  {{#each tides}}\n    ¦\n</ul>\n",
  ],
  [
    "Enter in a script around a value",
    "<script>\n  let a = {{ a }};¦\n</script>\n",
    "\n",
    "<script>\n  let a = {{ a }};\n  ¦\n</script>\n",
  ],
])("%s", (_, text, key, wanted) => {
  expect(keyed("html", text, key)).toBe(wanted);
});

describe("template tongues by width", () => {
  fixtures("html", [["an island beside the tag of what holds it has a line of its own", `
    <ul>{% for tide in tides %}
    <li>{{ tide }}</li>
    {% endfor %}</ul>
    `, `
    <ul>
      {% for tide in tides %}
        <li>{{ tide }}</li>
      {% endfor %}
    </ul>
    `], ["a value is a word, also where it comes to have a line for itself", `
    <b>
    {{ tide }}
    </b>
    `, `
    <b> {{ tide }} </b>
    `]], { listSplit: "by-width", expressionSplit: "by-width" });
});

const BLOCKS = `<p>a</p>
{{#markdown}}
# Tides
{{/markdown}}
<p>b</p>
{% highlight html %}
x
{% endhighlight %}
`;

changing([{ name: "blocks-of-text.html", text: BLOCKS.repeat(30) }], 900);
