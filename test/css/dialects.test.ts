import { describe } from "vitest";
import { fixtures } from "../support/fixtures.js";

describe("SCSS", () => {
  fixtures("scss", [
    ["variables, maps and modules", `
      @use 'tide' as t with ($low:1px,$high:2px);
      $depths:(low:1px,"high":(spring:2px)) !default;
      $gap:t.$low!default;
      `, `
      @use "tide" as t with ($low: 1px, $high: 2px);
      $depths: (low: 1px, "high": (spring: 2px)) !default;
      $gap: t.$low !default;
      `],
    ["values of a map that stand in one column", `
      $tides: (
        "low":    $low,
        // the highest
        "spring": $spring,

        "neap":   $neap
      );
      @include board($at:   1, $to: 2);
      `, `
      $tides: (
        "low":    $low,
        // the highest
        "spring": $spring,

        "neap": $neap
      );
      @include board($at: 1, $to: 2);
      `],
    ["values in one column behind an empty line, where both stand clear", `
      $low:      1.2m;

      $spring:   4.6m;
      $neap:  2m;
      `, `
      $low:      1.2m;

      $spring:   4.6m;
      $neap: 2m;
      `],
    ["a map that was split stays split", `
      $depths: (
      low:1px,
      high: 2px,
      );
      `, `
      $depths: (
        low: 1px,
        high: 2px,
      );
      `],
    ["mixins with content, functions, placeholders", `
      @mixin wide($a:1,$rest...){@content($a)}
      @function half($x){@return math.div($x,2)}
      %board{color:red}
      .a{@extend %board;@include wide($b...) using($x){top:$x}}
      `, `
      @mixin wide($a: 1, $rest...) {
        @content($a);
      }
      @function half($x) {
        @return math.div($x, 2);
      }
      %board {
        color: red;
      }
      .a {
        @extend %board;
        @include wide($b...) using ($x) {
          top: $x;
        }
      }
      `],
    ["control", `
      @if $a==1{b:c}
      @else if not $d{e:f} @else {g:h}
      @each $k,$v in (low:1,high:2){.x-#{$k}{top:$v}}
      `, `
      @if $a == 1 {
        b: c;
      } @else if not $d {
        e: f;
      } @else {
        g: h;
      }
      @each $k, $v in (low: 1, high: 2) {
        .x-#{$k} {
          top: $v;
        }
      }
      `],
    ["nested properties and the parent", `
      a{font:{family:Gull;size:1px}&-low{top:0}&:hover>b{left:0}+ c{top:1px}}
      `, `
      a {
        font: {
          family: Gull;
          size: 1px;
        }
        &-low {
          top: 0;
        }
        &:hover > b {
          left: 0;
        }
        + c {
          top: 1px;
        }
      }
      `],
    ["interpolation is text", `
      .#{$a+'{'}-b:#{c}{width:calc(100% - #{$d*2});#{$e}:f} // end
      `, `
      .#{$a+'{'}-b:#{c} {
        width: calc(100% - #{$d*2});
        #{$e}: f;
      } // end
      `],
  ]);
});

describe("Less", () => {
  fixtures("less", [
    ["values that are collected", `
      .berth{shadow+:0 0  1px ,0 0 2px;turn+_ : scale(2) ;a+:hover{b:c}}
      `, `
      .berth {
        shadow+: 0 0 1px, 0 0 2px;
        turn+_: scale(2);
        a + :hover {
          b: c;
        }
      }
      `],
    ["a list of one that ends with its comma", `
      .berth {
        @depths : 4m  , ;
      }
      `, `
      .berth {
        @depths: 4m,;
      }
      `],
    ["variables, maps and detached rulesets", `
      @low:1px;@colours:{deep:blue}
      .a{color:@colours[deep];@detached();width:~"calc(1px + @{low})"}
      `, `
      @low: 1px;
      @colours: {
        deep: blue;
      }
      .a {
        color: @colours[deep];
        @detached();
        width: ~"calc(1px + @{low})";
      }
      `],
    ["mixins, guards and importance", `
      .wide(@a:1;@b:2) when (@a>0) and (default()){.inner(@a;@b)!important;.plain;#ns>.b();}
      `, `
      .wide(@a: 1; @b: 2) when (@a > 0) and (default()) {
        .inner(@a; @b) !important;
        .plain;
        #ns > .b();
      }
      `],
    ["extension, plug-ins and imports", `
      @plugin "tide";@import (reference) 'a';
      .a:extend(.b all){&:extend(.c);}
      `, `
      @plugin "tide";
      @import (reference) "a";
      .a:extend(.b all) {
        &:extend(.c);
      }
      `],
    ["blocks as arguments", `
      each(@list,{.x-@{value}{top:@value}});
      `, `
      each(@list, {
        .x-@{value} {
          top: @value;
        }
      });
      `],
  ]);
});
