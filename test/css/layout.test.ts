import { describe } from "vitest";
import { fixtures } from "../support/fixtures.js";

describe("a value of one call below its name", () => {
  fixtures("css", [["where the line is full", `
    .tide {
      mark: var(--tide);
      high-water-mark: var(--gullhaven-high-water-mark-of-the-northern-pier-at-spring-tide-in-centimetres);
      low-water-mark: var(--gullhaven-low-water-mark-of-the-northern-pier-at-spring-tide-in-metres) !important;
    }
    `, `
    .tide {
      mark: var(--tide);
      high-water-mark:
        var(--gullhaven-high-water-mark-of-the-northern-pier-at-spring-tide-in-centimetres);
      low-water-mark:
        var(--gullhaven-low-water-mark-of-the-northern-pier-at-spring-tide-in-metres) !important;
    }
    `]]);
});

describe("rules", () => {
  fixtures("css", [
    [
      "one line becomes several",
      `.pier,.mill>a{color:red;margin:0 auto}\n`,
      `
      .pier,
      .mill > a {
        color: red;
        margin: 0 auto;
      }
      `,
    ],
    ["what stands apart means something", `
      .berth  .low , .berth.low a:hover::before,*|a :first-child{ margin:-1px  - 2px }
      `, `
      .berth .low,
      .berth.low a:hover::before,
      *|a :first-child {
        margin: -1px - 2px;
      }
      `],
    ["attributes and pseudo-classes", `
      a[ href ^= 'tide' i]:not( .b,.c>d ):nth-child( 2n+1 ){}
      `, `
      a[href^="tide" i]:not(.b, .c > d):nth-child(2n+1) {}
      `],
    ["a comment between selectors parts nothing", "a/**/b, c /* d */ e {}\n", `
      a/**/b,
      c /* d */ e {}
      `],
    [
      "a comment behind a bracket stays as close to what it speaks of as it was",
      "a { b: f(/* c */ d, /* e */ g); h: f( /* i */j) }\n",
      `
      a {
        b: f(/* c */ d, /* e */ g);
        h: f(/* i */j);
      }
      `,
    ],
    ["the lines of a comment move with its first", `
      .pier {
      /*
       * high water
       */
      color: red;
            /* low
               water */
      }
      `, `
      .pier {
        /*
         * high water
         */
        color: red;
        /* low
           water */
      }
      `],
    ["properties behind a sign that old browsers alone skip", `
      .pier { *zoom :1; _zoom:1; #zoom:1; #nav:hover { color: red } }
      `, `
      .pier {
        *zoom: 1;
        _zoom: 1;
        #zoom: 1;
        #nav:hover {
          color: red;
        }
      }
      `],
    ["front matter stays to the letter", `
      ---
      # For the site's program
      tide:  high
      ---
      .pier{color:red}
      `, `
      ---
      # For the site's program
      tide:  high
      ---
      .pier {
        color: red;
      }
      `],
    ["and so does an empty one", "---\n---\n\n\n.pier {}\n", "---\n---\n\n.pier {}\n"],
    ["selectors that are attributes alone", `[data-tide], [data-berth]{color:red}\n`, `
      [data-tide],
      [data-berth] {
        color: red;
      }
      `],
    ["shares of a keyframe stay on a line", "@keyframes tide{from{top:0}25%,75%{top:1px}}\n", `
      @keyframes tide {
        from {
          top: 0;
        }
        25%, 75% {
          top: 1px;
        }
      }
      `],
    ["nesting, and one blank line kept", `
      .board {


        &:hover { color: RED }



        .row & { color: #ABC }
      }
      `, `
      .board {
        &:hover {
          color: RED;
        }

        .row & {
          color: #ABC;
        }
      }
      `],
    ["pages around", "<!--\na{b:c}\n-->\n", "<!--\na {\n  b: c;\n}\n-->\n"],
    ["stray semicolons stay", "a{b:c;;};\n", "a {\n  b: c;;\n};\n"],
  ]);
});

describe("values", () => {
  fixtures("css", [
    ["commas part a long value", `
      a { transition: opacity 0.3s ease, transform 0.3s ease, visibility 0.3s cubic-bezier(0.4,0,0.2,1), color 1s }
      `, `
      a {
        transition:
          opacity 0.3s ease,
          transform 0.3s ease,
          visibility 0.3s cubic-bezier(0.4, 0, 0.2, 1),
          color 1s;
      }
      `],
    ["words fill lines", `
      a { font-family: "Gull Sans", "Heron Grotesque", "Otter Neue", Helvetica, Arial, system-ui, sans-serif }
      `, `
      a {
        font-family: "Gull Sans", "Heron Grotesque", "Otter Neue", Helvetica, Arial, system-ui,
          sans-serif;
      }
      `],
    ["a list that was split stays split", `
      a {
        font-family:
          Gull,
          sans-serif;
        will-change: top,
        left;
      }
      `, `
      a {
        font-family:
          Gull,
          sans-serif;
        will-change: top,
          left;
      }
      `],
    ["the arguments of a function, each on a line", `
      a { background: linear-gradient(
      to right, rgba(0,0,0,.5) 0%,
      transparent 100%) }
      `, `
      a {
        background: linear-gradient(
          to right,
          rgba(0, 0, 0, .5) 0%,
          transparent 100%
        );
      }
      `],
    ["grid areas keep their rows", `
      a { grid-template-areas:
            "tide  tide"
                "rota board"; }
      `, `
      a {
        grid-template-areas:
          "tide  tide"
          "rota board";
      }
      `],
    ["custom properties stay as written", "a { --tide:  {a:b}; --x:'low'; --y: ; }\n", `
      a {
        --tide: {a:b};
        --x: 'low';
        --y: ;
      }
      `],
    ["values in a column stay there", `
      a {
        top:    1px;
        bottom: 22px;
        left:   3px;
      }
      `],
    ["values whose colons stand in a column come to their colons", `
      a {
        top    : 1px;
        bottom :2px;
        left   :   3px;
      }
      `, `
      a {
        top: 1px;
        bottom: 2px;
        left: 3px;
      }
      `],
    // What stands in there is no style sheet.
    ["scripts that an old browser took", `
      img{width:expression(this.width>-1&&(x=")")?"740px":'auto');height:EXPRESSION( a
        >-1 ) }
      `, `
      img {
        width: expression(this.width>-1&&(x=")")?"740px":'auto');
        height: EXPRESSION( a
        >-1 );
      }
      `],
    ["addresses, hacks and old filters", `
      a { background:url( data:image/png;base64,a/b== ) ; *zoom:1;color:red\\9;filter:alpha(opacity=50) }
      `, `
      a {
        background: url( data:image/png;base64,a/b== );
        *zoom: 1;
        color: red\\9;
        filter: alpha(opacity=50);
      }
      `],
    ["importance", "a { b: c!important; d: e ! important }\n", `
      a {
        b: c !important;
        d: e !important;
      }
      `],
    ["values that stand in one column once their names do", `
      a {
        -moz-order:  1;
        -ms-order:   1;
         order:      1;
      }
      `, `
      a {
        -moz-order:  1;
        -ms-order:   1;
        order: 1;
      }
      `],
    ["unicode ranges and numbers keep their letters", `
      @font-face { unicode-range:U+0025-00FF,u+4?? ; src:url(a.woff2) format('woff2') }
      `, `
      @font-face {
        unicode-range: U+0025-00FF, u+4??;
        src: url(a.woff2) format("woff2");
      }
      `],
  ]);
});

describe("at-rules", () => {
  fixtures("css", [
    [
      "queries",
      "@media(min-width:100px) and (max-width:200px),print{a{b:c}}\n",
      `
      @media (min-width: 100px) and (max-width: 200px), print {
        a {
          b: c;
        }
      }
      `,
    ],
    ["statements", `
      @charset 'utf-8';@import url(a.css)   screen;
      @layer base,tide ;
      `, `
      @charset 'utf-8';
      @import url(a.css) screen;
      @layer base, tide;
      `],
    [
      "heads that are not known keep what stands together",
      "@show  tide:high  w-[1fr,2fr] [&>a]:mt-0;\n@when-late (&:where(.late,  .late *));\n@tide low:first{a{b:c}}\n",
      `
      @show tide:high w-[1fr,2fr] [&>a]:mt-0;
      @when-late (&:where(.late, .late *));
      @tide low:first {
        a {
          b: c;
        }
      }
      `,
    ],
    ["support of selectors", "@supports selector(a:has(b)) and (display:grid) {}\n", `
      @supports selector(a:has(b)) and (display: grid) {}
      `],
    ["scopes and pages", "@scope (.a:hover) to (.b) {}\n@page :first { margin:1in }\n", `
      @scope (.a:hover) to (.b) {}
      @page :first {
        margin: 1in;
      }
      `],
  ]);
});

describe("style", () => {
  const text = `
      a {
        content: "x";
        color: red
      }
      `;
  // Who omits those of statements says nothing of declarations.
  const both = `
      a {
        content: 'x';
        color: red
      }
      b { color: red; }
      `;
  fixtures("css", [["single quotes, and semicolons as they are where statements have none", both, `
      a {
        content: 'x';
        color: red
      }
      b {
        color: red;
      }
      `]], { stringDelimiter: "single", statementTerminator: "omitted" });
  fixtures("css", [["as written", text]], {
    stringDelimiter: "as-written",
    statementTerminator: "as-written",
  });
  fixtures("css", [["braces on lines of their own, tabs", text, `
      a
      {
      \tcontent: "x";
      \tcolor: red;
      }
      `]], { bracePlacement: "own-line", indentStyle: "tab" });
  fixtures("scss", [["the other branch below the brace", `
      @if $tide { a { b: c; } } @else if $low { d { e: f; } }
      @else { g { h: i; } }
      `, `
      @if $tide {
        a {
          b: c;
        }
      }
      @else if $low {
        d {
          e: f;
        }
      }
      @else {
        g {
          h: i;
        }
      }
      `]], { clausePlacement: "own-line" });
});

describe("broken", () => {
  fixtures("css", [
    ["a semicolon that lacks", `
      a {
        color:red
        top:   0;
      }
      `, `
      a {
        color:red
        top: 0;
      }
      `],
    ["a brace that lacks", `
      a {
        color:red;

      b { top:0 }
      `, `
      a {
        color: red;

      b {
        top: 0;
      }
      `],
    ["a brace too many", "a { b:c }\n}\nd { e:f }\n", `
      a {
        b: c;
      }
      }
      d {
        e: f;
      }
      `],
  ]);
});
