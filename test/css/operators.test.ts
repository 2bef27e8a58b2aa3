import { describe } from "vitest";
import { fixtures } from "../support/fixtures.js";

describe("signs between values that part anyway", () => {
  fixtures("scss", [
    ["what compares, multiplies and adds", `
      $draught:$low*2;$late:$a==$b;$deep:fn($a)>=-$b;$sum:$a+$b;$name:"pier-"+$n;
      @if $a!=1 and($b<2)or not($c){d:e}@else if($d>0){f:g}
      @while $i>0{width:2em*$i}
      `, `
      $draught: $low * 2;
      $late: $a == $b;
      $deep: fn($a) >= -$b;
      $sum: $a + $b;
      $name: "pier-" + $n;
      @if $a != 1 and ($b < 2) or not ($c) {
        d: e;
      } @else if ($d > 0) {
        f: g;
      }
      @while $i > 0 {
        width: 2em * $i;
      }
      `],
    ["signs of numbers and parts of them stay", `
      $a:1 +2;$b:1e+3;$c:$d -$e;$f:-$a*-1;$g:$a%2;$h:1-$a;
      .a{unicode-range:U+26;filter:alpha(opacity=50);width:calc(1px + #{$a*2})}
      `, `
      $a: 1 +2;
      $b: 1e+3;
      $c: $d -$e;
      $f: -$a * -1;
      $g: $a%2;
      $h: 1-$a;
      .a {
        unicode-range: U+26;
        filter: alpha(opacity=50);
        width: calc(1px + #{$a*2});
      }
      `],
    ["a range of characters behind another value, and brackets on both sides", `
      $a:$b/U+26;$c:($d)+($e)*($f);
      `, `
      $a: $b/U+26;
      $c: ($d) + ($e) * ($f);
      `],
    ["a star that is none of them", `
      @use "tides" as *;
      *{a:b}.c{*zoom:1;> *+*{d:e}* {f:g}}a[href*="pier"]>*{h:i}
      `, `
      @use "tides" as *;
      * {
        a: b;
      }
      .c {
        *zoom: 1;
        > * + * {
          d: e;
        }
        * {
          f: g;
        }
      }
      a[href*="pier"] > * {
        h: i;
      }
      `],
    ["words in front of brackets that are no call", `
      @use "tides" with($low:1px);
      .a{@include wide($b)using($c){d:if($e,1,2)}}
      `, `
      @use "tides" with ($low: 1px);
      .a {
        @include wide($b) using ($c) {
          d: if($e, 1, 2);
        }
      }
      `],
  ]);
  fixtures("less", [
    ["guards compare, and calls name what is in a space", `
      .wide(@a)when(@mode=deep)and(@a>=2){width:(@a+@b)*2;#ns>.b()}
      .low{filter:~"alpha(opacity=50)";height:if((@a=1),@a,@b)}
      `, `
      .wide(@a) when (@mode = deep) and (@a >= 2) {
        width: (@a + @b) * 2;
        #ns > .b();
      }
      .low {
        filter: ~"alpha(opacity=50)";
        height: if((@a = 1), @a, @b);
      }
      `],
    ["alternatives of a guard stand on one line, and values that are collected get their blank", `
      .g{& when not(@a=1),(@b>2){border+:1px;w:if((@b>=5)and(@b=<6),1,2)}}
      `, `
      .g {
        & when not (@a = 1), (@b > 2) {
          border+: 1px;
          w: if((@b >= 5) and (@b =< 6), 1, 2);
        }
      }
      `],
    ["only to numbers, colours and what gives one is anything added", `
      .a{b:auto+1px;c:"pier"+d;e:10%+@f;g:(@h)+(@i);j:#111+#222;k:floor(@l)+1}
      `, `
      .a {
        b: auto+1px;
        c: "pier"+d;
        e: 10% + @f;
        g: (@h) + (@i);
        j: #111 + #222;
        k: floor(@l) + 1;
      }
      `],
  ]);
  fixtures("css", [
    ["ranges, products and what follows a bracket", `
      @import url("a.css")layer(base)screen;
      @media (400px<=width<=700px){a{b:calc((2px*3) + 1px);src:url(a)format("woff2");c:1px+2px}}
      `, `
      @import url("a.css") layer(base) screen;
      @media (400px <= width <= 700px) {
        a {
          b: calc((2px * 3) + 1px);
          src: url(a) format("woff2");
          c: 1px+2px;
        }
      }
      `],
    ["a blank that ends an escape is part of it", `
      .\\31 0,.\\31  .low,.\\31 >a{width:1px\\9 ;content:\\201c  high}
      `, `
      .\\31 0,
      .\\31  .low,
      .\\31 > a {
        width: 1px\\9;
        content: \\201c  high;
      }
      `],
  ]);
});
