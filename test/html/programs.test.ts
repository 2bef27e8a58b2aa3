import { describe } from "vitest";
import { fixtures } from "../support/fixtures.js";

describe("pages written in a hurry", () => {
  fixtures("html", [
    ["a whole page on a few lines", `
      <!doctype html>
      <html lang=en><head><meta charset=utf-8><title>Departures</title><link rel=stylesheet href=a.css><style>body{margin:0}.a>.b{color:red}</style><script>window.x=function(a,b){return a+b}</script><script type="application/ld+json">{"@context":"x","a":[1,2]}</script></head>
      <body class="a   b" onload="init({a:1})"><header><nav><ul><li><a href="/">Home</a><li><a href="/tides" class="is-active" aria-current="page" data-track="nav" title="Tide tables for the northern pier">Tides</a></ul></nav></header>
      <main><h1>Departures <small>today</small></h1><p>The ferry leaves at <time datetime="06:10">ten past six</time>.<br>Be there <em>ten minutes</em> early.<img src=a.png alt="The pier"></p>
      <table><thead><tr><th>Time<th>Pier</thead><tbody><tr><td>06:10<td>A<tr><td>07:40<td>B</tbody></table>
      <form action="/x" method=post><label for=a>Name</label> <input id=a name=a required disabled><select name=b><option value=1 selected>One<option value=2>Two</select><textarea rows=3>
       keep
         this</textarea><button type=submit>Send</button></form>
      <dl><dt>A<dd>One<dt>B<dd>Two</dl><pre>
        x
          y</pre><svg viewBox="0 0 10 10"><path d="M0 0L10 10"/><g><circle cx=1 cy=2 r=3 /></g></svg>
      <video controls><source src=a.mp4 type=video/mp4>No video</video><details open><summary>More</summary><p>Text</details></main><footer><p>&copy; Gullhaven Ferry</p><!-- end --></footer><script src=a.js async></script></body></html>
      `, `
      <!doctype html>
      <html lang=en>
      <head>
        <meta charset=utf-8>
        <title>Departures</title>
        <link rel=stylesheet href=a.css>
        <style>
          body {
            margin: 0;
          }
          .a > .b {
            color: red;
          }
        </style>
        <script>
          window.x = function (a, b) {
            return a + b;
          };
        </script>
        <script type="application/ld+json">
          { "@context": "x", "a": [1, 2] }
        </script>
      </head>
      <body class="a   b" onload="init({a:1})">
      <header>
        <nav>
          <ul>
            <li><a href="/">Home</a>
            <li>
              <a
                href="/tides"
                class="is-active"
                aria-current="page"
                data-track="nav"
                title="Tide tables for the northern pier"
              >Tides</a>
          </ul>
        </nav>
      </header>
      <main>
        <h1>Departures <small>today</small></h1>
        <p>
          The ferry leaves at <time datetime="06:10">ten past six</time>.<br>Be there <em>ten minutes</em>
          early.<img src=a.png alt="The pier">
        </p>
        <table>
          <thead>
            <tr>
              <th>Time
              <th>Pier
          </thead>
          <tbody>
            <tr>
              <td>06:10
              <td>A
            <tr>
              <td>07:40
              <td>B
          </tbody>
        </table>
        <form action="/x" method=post><label for=a>Name</label>
          <input id=a name=a required disabled><select name=b>
            <option value=1 selected>One
            <option value=2>Two
          </select><textarea rows=3>
       keep
         this</textarea><button type=submit>Send</button>
        </form>
        <dl>
          <dt>A
          <dd>One
          <dt>B
          <dd>Two
        </dl>
        <pre>
        x
          y</pre>
        <svg viewBox="0 0 10 10">
          <path d="M0 0L10 10"/>
          <g>
            <circle cx=1 cy=2 r=3 />
          </g>
        </svg>
        <video controls><source src=a.mp4 type=video/mp4>No video</video>
        <details open>
          <summary>More</summary>
          <p>Text
        </details>
      </main>
      <footer>
        <p>&copy; Gullhaven Ferry</p>
        <!-- end -->
      </footer>
      <script src=a.js async></script>
      </body>
      </html>
      `],
  ]);
});
