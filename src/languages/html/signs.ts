/** What begins a stretch of a template tongue, and what ends it; the longer where two begin alike. */
export const TONGUES: readonly (readonly [begin: string, end: string])[] = [
  ["{{!--", "--}}"],
  ["{{~!--", "--~}}"],
  ["{{--", "--}}"],
  ["{{{", "}}}"],
  ["{{", "}}"],
  ["{!!", "!!}"],
  ["{%", "%}"],
  ["{#", "#}"],
  ["<%--", "--%>"],
  ["<%", "%>"],
  ["<?", "?>"],
];

/** What one of them begins with. */
export const BEGINS_TONGUE = /\{(?:[{%#]|!!)|<[%?]/;

/** Those that never stand in one of their own, with what one more would begin with. */
export const NEVER_AGAIN: { readonly [begin: string]: string | undefined } = {
  "{{": "{{",
  "{%": "{%",
  "{#": "{#",
  "<%": "<%",
  "<?": "<?php",
};
