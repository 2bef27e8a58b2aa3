import { describe, expect, test } from "vitest";
import { engine, format } from "../support/format.js";
import { fixtures } from "../support/fixtures.js";

describe("blocks and texts", () => {
  fixtures("html", [
    ["a blank line before an element that takes more than half a line", `
      <div>
        <input name="boat">

        <button type="button" class="wide quiet" title="Leave the pier at high tide">
          <b>Leave</b>
        </button>
        <p>low</p>
      </div>
      `],
    ["comments that the standard takes for closed", `
      <div><!--><p>low</p><!---><p>high</p><!-- late --!><p>six</p></div>
      `, `
      <div>
        <!-->
        <p>low</p>
        <!--->
        <p>high</p>
        <!-- late --!>
        <p>six</p>
      </div>
      `],
    ["blocks begin lines, texts stay", `
      <div><h1>Departures   from <b>Gullhaven</b></h1><p> Low tide </p></div>
      `, `
      <div>
        <h1>Departures from <b>Gullhaven</b></h1>
        <p>Low tide</p>
      </div>
      `],
    ["front matter stays to the letter", `
      ---
      title:  Departures
      piers:
        - mill
      ---
      <main><p>Low tide</p></main>
      `, `
      ---
      title:  Departures
      piers:
        - mill
      ---
      <main>
        <p>Low tide</p>
      </main>
      `],
    ["that of another syntax too", "+++\ntitle =  'Tides'\n+++\n\n<p>Low</p>\n"],
    ["blocks of other tongues that hold no markup stay to the letter", `
      <main>
      <p>Low tide</p>
      {% highlight html %}
      <b>
          high</b>
      {% endhighlight %}
      {{#markdown}}
      # Tides

      - low
      - high
      {{/markdown}}
      {%- javascript -%}
      moor() // low
      board()
      {%- endjavascript -%}
      </main>
      `, `
      <main>
        <p>Low tide</p>
        {% highlight html %}
      <b>
          high</b>
      {% endhighlight %}
        {{#markdown}}
      # Tides

      - low
      - high
      {{/markdown}}
        {%- javascript -%}
      moor() // low
      board()
      {%- endjavascript -%}
      </main>
      `],
    ["and one that nothing ends is a sign", "<p>{% highlight html %}</p>\n<p>Low</p>\n"],
    ["signs that nothing ends are text", "---\n<p>Low</p>\n", "---\n<p>Low</p>\n"],
    ["inline content gains and loses no blank", `
      <p>a<b>b</b> <i> c </i><span> </span><em></em>d<!-- e --> f</p>
      `],
    ["a long text fills its lines", `
      <p>The ferry leaves Gullhaven at <time>06:40</time>, when the tide allows, and calls at the mill and at the north pier.</p>
      `, `
      <p>
        The ferry leaves Gullhaven at <time>06:40</time>, when the tide allows, and calls at the mill and
        at the north pier.
      </p>
      `],
    ["optional tags stay left out", `
      <ul><li>One<li>Two <ul><li>Three</ul></ul>
      <table><tr><td>1<td>2<tr><td>3</table>
      <p>a<p>b<div>c</div>
      `, `
      <ul>
        <li>One
        <li>Two
          <ul>
            <li>Three
          </ul>
      </ul>
      <table>
        <tr>
          <td>1
          <td>2
        <tr>
          <td>3
      </table>
      <p>a
      <p>b
      <div>c</div>
      `],
    // HTML Living Standard, 13.1.2.1: the slash says nothing there, and nothing ends these tags.
    ["tags written as empty hold no blocks", `
      <main>
      <a name="top"/>
      <h1><a id="pier"/>Low tide</h1>
      <p>High <i class="tide"/> tide</p>
      <div>
      <p>Late</p>
      </div>
      </main>
      `, `
      <main>
        <a name="top"/>
        <h1><a id="pier"/>Low tide</h1>
        <p>High <i class="tide"/> tide</p>
        <div>
          <p>Late</p>
        </div>
      </main>
      `],
    ["what counts to the letter stays", `
      <pre>
       a   <b>b</b>
      </pre><textarea>
       x </textarea>
      <p style="white-space: pre-wrap"> a  b </p>
      `, `
      <pre>
       a   <b>b</b>
      </pre>
      <textarea>
       x </textarea>
      <p style="white-space: pre-wrap"> a  b </p>
      `],
    ["no-break spaces are text", "<p>6\u00a0:40 \u00a0 x</p>\n"],
    ["drawings and formulas", `
      <svg viewBox="0 0 1 1"><g><path d="M0 0"/><text> a  b </text></g></svg>
      <math><mi> x </mi><mo>=</mo></math>
      `, `
      <svg viewBox="0 0 1 1">
        <g>
          <path d="M0 0"/>
          <text> a  b </text>
        </g>
      </svg>
      <math>
        <mi> x </mi>
        <mo>=</mo>
      </math>
      `],
    ["one blank line is kept, and rows of tags", `
      <nav>


        <a href="a">A</a>
        <a href="b">B</a>

        <hr>
      </nav>
      `, `
      <nav>
        <a href="a">A</a>
        <a href="b">B</a>

        <hr>
      </nav>
      `],
  ]);
});

describe("texts that go on below the tag beside which they begin", () => {
  fixtures("html", [
    ["stand in the depth of what it holds", `
      <section><a class="berth" href="#gangway">To the gangway of the ferry to Gullhaven</a><div>low</div></section>
      `, `
      <section><a class="berth" href="#gangway">To the gangway of
        the ferry to Gullhaven</a>
        <div>low</div>
      </section>
      `],
    ["say nothing of the depth of a body", `
      <html><head></head><body><a href="#gangway">To the gangway of the ferry to Gullhaven</a><div>low</div></body></html>
      `, `
      <html>
        <head></head>
        <body><a href="#gangway">To the gangway of the ferry to
          Gullhaven</a>
          <div>low</div>
        </body>
      </html>
      `],
    ["are filled the same way however they were broken", `
      <dt>
      <b><a href="berth.html">The berths of Gullhaven</a></b><i> —
      Getting to them
      </i>
      </dt>
      `, `
      <dt>
        <b><a href="berth.html">The berths of
        Gullhaven</a></b><i> — Getting to them </i>
      </dt>
      `],
  ], { maxLineLength: 60 });
});

describe("tags", () => {
  fixtures("html", [
    ["attributes", `
      <a  href = 'x'   title='say "low"' data-a=1 disabled >x</a ><br/><img src=a />
      `, `
      <a href="x" title='say "low"' data-a=1 disabled>x</a><br/><img src=a />
      `],
    ["attributes that do not fit", `
      <img src="a.png" alt="A ferry at the pier with gulls above it" class="wide tall picture" loading="lazy">
      `, `
      <img
        src="a.png"
        alt="A ferry at the pier with gulls above it"
        class="wide tall picture"
        loading="lazy"
      >
      `],
    ["template tongues are never torn apart", `
      <p class="{{ a  }} {% if "b" %}c{% endif %}" {% if d  %}x{% endif %}>{{ e | f( "g" ) }}<%= h  %></p>
      <?php echo  "<p>";  ?>
      `, `
      <p class="{{ a  }} {% if "b" %}c{% endif %}" {% if d  %}x{% endif %}>{{ e | f( "g" ) }}<%= h  %></p>
      <?php echo  "<p>";  ?>
      `],
    ["stray and crossed tags stay in place", `
      <p><b>a<i>b</b>c</i></span></p>
      `],
    ["the lines of a comment move with its first", `
      <main>
      <!--
        <p>
          The pier is closed.
        </p>
      -->
      <p>Tides</p>
      </main>
      `, `
      <main>
        <!--
          <p>
            The pier is closed.
          </p>
        -->
        <p>Tides</p>
      </main>
      `],
    ["a comment at the end of a line stays there", `
      <section><!-- board -->
      <div>
      <p>low</p> <!-- tide -->
      </div><!-- pier --><!-- berth -->
      <!-- next --><p>high</p><!-- last --></section>
      `, `
      <section><!-- board -->
        <div>
          <p>low</p> <!-- tide -->
        </div><!-- pier --><!-- berth -->
        <!-- next -->
        <p>high</p>
        <!-- last -->
      </section>
      `],
    ["comments of old browsers", `
      <!--[if lt IE 9]><script src="a.js"></script><![endif]-->
      <p>a</p>
      `],
  ]);
  fixtures("html", [["stacked, in single quotes", `<a href="x" title="y">x</a>\n`, `
      <a
        href='x'
        title='y'
      >x</a>
      `]], { attributeSplit: "stacked", markupDelimiter: "single" });
});

describe("scripts and style sheets", () => {
  test.each([
    [
      "JavaScript",
      "<div><script>\nmoor( a )\n</script></div>\n",
      "<div>\n  <script>\n    moor(a);\n  </script>\n</div>\n",
    ],
    [
      "a module",
      '<script type="module">a( b )</script>\n',
      '<script type="module">\n  a(b);\n</script>\n',
    ],
    ["a style sheet", "<style>a{b:c}</style>\n", "<style>\n  a {\n    b: c;\n  }\n</style>\n"],
    [
      "an import map",
      '<script type="importmap">\n{"imports":{}}\n</script>\n',
      '<script type="importmap">\n{ "imports": {} }\n</script>\n',
    ],
    [
      "the text of others",
      '<script type="text/x-template">\n <p> a  </p>\n</script>\n',
      '<script type="text/x-template">\n <p> a  </p>\n</script>\n',
    ],
    [
      "a template's lines do not move",
      "<div><script>\nx = `\na`;\n</script></div>\n",
      "<div>\n  <script>\n    x = `\na`;\n  </script>\n</div>\n",
    ],
    [
      "a blank line goes, what stands before the next one stays",
      "<div>\n  <script>\n    f(function () {\n\n      // a\n      g();\n    });\n  </script>\n</div>\n",
      "<div>\n  <script>\n    f(function () {\n      // a\n      g();\n    });\n  </script>\n</div>\n",
    ],
    [
      "a tongue that is left open",
      "<p>a</p>\n<?php\n  b();\n\n\n",
      "<p>a</p>\n<?php\n  b();\n\n\n",
    ],
    ["what does not parse", "<script>\nif (\n</script>\n", "<script>\nif (\n</script>\n"],
    [
      "a no-break space behind one, which is white space to it alone",
      "<script>\na()\n\u00a0</script>\n",
      "<script>\na();\n\u00a0\n</script>\n",
    ],
    [
      "one whose name a no-break space carries on",
      "<script>\na()\n</script\u00a0>\n<p>  b\n</script>\n",
      "<script>\na()\n</script\u00a0>\n<p>  b\n</script>\n",
    ],
  ])("%s", (_, text, wanted) => {
    expect(format("html", text)).toBe(wanted);
    expect(format("html", wanted)).toBe(wanted);
    expect(engine.languageFor("board.html")?.name).toBe("html");
  });
});

describe("white space beside what is drawn within a line", () => {
  fixtures("html", [
    ["choices beside a text", `
      <li>style:<select><option>low</option><option>high</option></select>abc</li>
      `, `
      <li>style:<select>
        <option>low</option>
        <option>high</option>
      </select>abc
      </li>
      `],
    ["a button that holds a block", `
      <p>moor <button><div>now</div></button>, please</p>
      `, `
      <p>moor
        <button>
          <div>now</div>
        </button>, please
      </p>
      `],
    ["pictures, maps and slots", `
      <p><picture><img src="pier.png"></picture>low</p>
      <p><picture> <source srcset="pier.webp"> <img src="pier.png"> </picture></p>
      <p><map><area></map>low <slot>high</slot>er</p>
      `, `
      <p><picture><img src="pier.png"></picture>low</p>
      <p>
        <picture>
          <source srcset="pier.webp">
          <img src="pier.png">
        </picture>
      </p>
      <p>
        <map><area></map>low
        <slot>high</slot>er
      </p>
      `],
    ["what a style attribute puts into a line, or takes out of it", `
      <div>
      <p>abc</p><div style="display: inline-block">a</div><div style="display:inline-block">b</div>
      <section>abc<div style="color: red; float: left"><p>x</p></div>def</section>
      <p>abc</p><div style="display:none"><p>a</p></div><p>def</p>
      <b>low<div style="display: inline">er</div></b>
      </div>
      `, `
      <div>
        <p>abc</p>
        <div style="display: inline-block">a</div><div style="display:inline-block">b</div>
        <section>abc<div style="color: red; float: left">
          <p>x</p>
        </div>def
        </section>
        <p>abc</p>
        <div style="display:none">
          <p>a</p>
        </div>
        <p>def</p>
        <b>low<div style="display: inline">er</div></b>
      </div>
      `],
  ]);
});
