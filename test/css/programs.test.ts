import { describe } from "vitest";
import { fixtures } from "../support/fixtures.js";

describe("style sheets written in a hurry", () => {
  fixtures("css", [
    ["rules of every kind", `
      @charset "utf-8";@import url("x.css")layer(base)supports(display:grid)screen;
      @layer base,components;@layer base{html{color:red}}
      :root{--a:1px;--b:  { x } ;--c:}
      a:hover,a:focus-visible>b~i+u::before,a:is(.x,.y) :where(p,q):not([data-x="1" i],[href^='http']){color:RED;background:URL(x.png)}
      @media (400px<=width<=700px) and (prefers-reduced-motion:no-preference){.a{&:hover{x:y}.b &{z:w}@media print{q:r}}}
      @font-face{font-family:"Gull";src:url(a.woff2)format("woff2"),url(a.woff)format("woff");unicode-range:U+0025-00FF,u+4??}
      @keyframes tide{from{top:0}50.5%{top:1px}to{top:2px}}
      @container board (inline-size>30em){.x{*zoom:1;_height:1px;filter:progid:DXImageTransform.Microsoft.gradient(startColorstr='#80000000',endColorstr='#80000000');}}
      @page :first{margin:1in;@top-left{content:"x"}}
      .grid{grid-template-areas:"a a"
       "b c";grid-template-columns:[full-start] minmax(1rem,1fr) [main-start] minmax(0,40em) [main-end] minmax(1rem,1fr) [full-end];margin:-1px+2px;width:calc(1px+2px);width:calc( 1px + (2px*3) - var(--x,4px) );transform:translate( -50% , -50% )scale(1.5,2)}
      @property --x{syntax:'<length>';inherits:false;initial-value:0px}
      .very-long-selector-name-number-one .descendant>.child+.sibling~.general,.very-long-selector-name-number-two{color:red}
      /* a */.x{/* b */color:red/* c */;/* d */}/* e */
      `, `
      @charset "utf-8";
      @import url("x.css") layer(base) supports(display: grid) screen;
      @layer base, components;
      @layer base {
        html {
          color: red;
        }
      }
      :root {
        --a: 1px;
        --b: { x };
        --c:
      }
      a:hover,
      a:focus-visible > b ~ i + u::before,
      a:is(.x, .y) :where(p, q):not([data-x="1" i], [href^="http"]) {
        color: RED;
        background: URL(x.png);
      }
      @media (400px <= width <= 700px) and (prefers-reduced-motion: no-preference) {
        .a {
          &:hover {
            x: y;
          }
          .b & {
            z: w;
          }
          @media print {
            q: r;
          }
        }
      }
      @font-face {
        font-family: "Gull";
        src: url(a.woff2) format("woff2"), url(a.woff) format("woff");
        unicode-range: U+0025-00FF, u+4??;
      }
      @keyframes tide {
        from {
          top: 0;
        }
        50.5% {
          top: 1px;
        }
        to {
          top: 2px;
        }
      }
      @container board (inline-size > 30em) {
        .x {
          *zoom: 1;
          _height: 1px;
          filter: progid:DXImageTransform.Microsoft.gradient(
            startColorstr="#80000000",
            endColorstr="#80000000"
          );
        }
      }
      @page :first {
        margin: 1in;
        @top-left {
          content: "x";
        }
      }
      .grid {
        grid-template-areas:
          "a a"
          "b c";
        grid-template-columns: [full-start] minmax(1rem, 1fr) [main-start] minmax(0, 40em) [main-end]
          minmax(1rem, 1fr) [full-end];
        margin: -1px+2px;
        width: calc(1px+2px);
        width: calc(1px + (2px * 3) - var(--x, 4px));
        transform: translate(-50%, -50%) scale(1.5, 2);
      }
      @property --x {
        syntax: "<length>";
        inherits: false;
        initial-value: 0px;
      }
      .very-long-selector-name-number-one .descendant > .child + .sibling ~ .general,
      .very-long-selector-name-number-two {
        color: red;
      }
      /* a */ .x { /* b */
        color: red/* c */; /* d */
      } /* e */
      `],
  ]);
  fixtures("scss", [
    ["modules, mixins and control", `
      @use "sass:math";@use 'tokens' as t with($gap:8px,$brand:(main:#036,late:#c00));
      $breakpoints:(small:576px,medium:768px,large:992px)!default;
      %card{border:1px solid rgba(#000,.1);&:hover{color:darken($c,10%)}}
      @mixin respond($at,$dir:min){@media(#{$dir}-width:map.get($breakpoints,$at)){@content($at)}}
      @function rem($px,$base:16px){@if math.is-unitless($px){@return math.div($px,$base)*1rem}@else if $px==0{@return 0}@else{@return math.div($px,$base)*1rem}}
      .board{@extend %card;display:grid;grid-template:"head head" auto "list tide" 1fr / 2fr 1fr;
      &__row{&:not(:last-child)::after,&.is-late>td{content:"";color:map.get(t.$brand,late)}
      @include respond(medium){padding:rem(12px) calc(100% - #{$gap * 2});}}
      @include respond($at:small,$dir:max)using($size){width:100%}
      > li + li~.x{margin:-$gap auto 0;transition:color .2s ease-in-out,background-color .2s ease-in-out,border-color .2s ease-in-out,transform .3s}
      @each $name,$color in $colors{.is-#{$name}{color:$color}}
      @for $i from 1 through 3{.w-#{$i}{width:100%/$i}}
      @while $i>0{.item-#{$i}{width:2em*$i}$i:$i - 2}
      --custom:{a:b};--x: 1px ;
      background:url(data:image/png;base64,iVBORw0KGgo=) no-repeat,linear-gradient(to right,rgba(255,255,255,0) 0%,#fff 100%);
      font:{family:$f;size:12px}
      @media screen and (min-width:100px) and (max-width:200px),print{a{color:red!important}}
      @supports(display:grid)and(not(display:inline-grid)){float:none}}
      // last
      @debug "x: #{$x}";
      `, `
      @use "sass:math";
      @use "tokens" as t with ($gap: 8px, $brand: (main: #036, late: #c00));
      $breakpoints: (small: 576px, medium: 768px, large: 992px) !default;
      %card {
        border: 1px solid rgba(#000, .1);
        &:hover {
          color: darken($c, 10%);
        }
      }
      @mixin respond($at, $dir: min) {
        @media (#{$dir}-width: map.get($breakpoints, $at)) {
          @content($at);
        }
      }
      @function rem($px, $base: 16px) {
        @if math.is-unitless($px) {
          @return math.div($px, $base) * 1rem;
        } @else if $px == 0 {
          @return 0;
        } @else {
          @return math.div($px, $base) * 1rem;
        }
      }
      .board {
        @extend %card;
        display: grid;
        grid-template: "head head" auto "list tide" 1fr / 2fr 1fr;
        &__row {
          &:not(:last-child)::after,
          &.is-late > td {
            content: "";
            color: map.get(t.$brand, late);
          }
          @include respond(medium) {
            padding: rem(12px) calc(100% - #{$gap * 2});
          }
        }
        @include respond($at: small, $dir: max) using ($size) {
          width: 100%;
        }
        > li + li ~ .x {
          margin: -$gap auto 0;
          transition:
            color .2s ease-in-out,
            background-color .2s ease-in-out,
            border-color .2s ease-in-out,
            transform .3s;
        }
        @each $name, $color in $colors {
          .is-#{$name} {
            color: $color;
          }
        }
        @for $i from 1 through 3 {
          .w-#{$i} {
            width: 100%/$i;
          }
        }
        @while $i > 0 {
          .item-#{$i} {
            width: 2em * $i;
          }
          $i: $i - 2;
        }
        --custom: {a:b};
        --x: 1px;
        background:
          url(data:image/png;base64,iVBORw0KGgo=) no-repeat,
          linear-gradient(to right, rgba(255, 255, 255, 0) 0%, #fff 100%);
        font: {
          family: $f;
          size: 12px;
        }
        @media screen and (min-width: 100px) and (max-width: 200px), print {
          a {
            color: red !important;
          }
        }
        @supports (display: grid) and(not(display: inline-grid)) {
          float: none;
        }
      }
      // last
      @debug "x: #{$x}";
      `],
  ]);
  fixtures("less", [
    ["mixins, guards and maps", `
      @import(reference)"tokens";@gap:8px;@brand:{main:#036;late:#c00};
      .mixin(@a;@b:2px)when(iscolor(@a)) and (@b>0){color:@a;.inner()!important;&:extend(.x all);}
      .board{.mixin(#fff;1px);width:~"calc(100% - @{gap})";color:@brand[main];
      &-row:nth-child(2n+1){.m();}@media(min-width:768px){float:left}
      @r:{a:b};@r();.@{name}-x{color:fade(@black,20%)}
      @plugin "x";filter:~"ms:alwaysHasItsOwnSyntax.For.Stuff()";w:(@a+@b)*2;h:-@a;@{prop}-color:red}
      .guard when(@mode=huge){width:100%}
      .lazy-eval{@media @phone{color:red}}
      #ns{.m(){c:d}}
      .use{#ns>.m();#ns.m();}
      .e(@rules){@rules();}
      @detached:{background:red;};
      .call{@detached();.e({color:red;});}
      `, `
      @import (reference) "tokens";
      @gap: 8px;
      @brand: {
        main: #036;
        late: #c00;
      };
      .mixin(@a; @b: 2px) when (iscolor(@a)) and (@b > 0) {
        color: @a;
        .inner() !important;
        &:extend(.x all);
      }
      .board {
        .mixin(#fff; 1px);
        width: ~"calc(100% - @{gap})";
        color: @brand[main];
        &-row:nth-child(2n+1) {
          .m();
        }
        @media (min-width: 768px) {
          float: left;
        }
        @r: {
          a: b;
        };
        @r();
        .@{name}-x {
          color: fade(@black, 20%);
        }
        @plugin "x";
        filter: ~"ms:alwaysHasItsOwnSyntax.For.Stuff()";
        w: (@a + @b) * 2;
        h: -@a;
        @{prop}-color: red;
      }
      .guard when (@mode = huge) {
        width: 100%;
      }
      .lazy-eval {
        @media @phone {
          color: red;
        }
      }
      #ns {
        .m() {
          c: d;
        }
      }
      .use {
        #ns > .m();
        #ns.m();
      }
      .e(@rules) {
        @rules();
      }
      @detached: {
        background: red;
      };
      .call {
        @detached();
        .e({
          color: red;
        });
      }
      `],
  ]);
});
