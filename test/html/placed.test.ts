import { expect, test } from "vitest";
import { within } from "../support/marks.js";

const LIST = "<ul>\n<li>\n<b>low</b>\n</li>\n<li>\n<b>high</b>\n</li>\n</ul>\n";

test.each([
  ["an element of their own", "<main>\n[[<div>low</div>\n]]<div>high</div>\n</main>\n"],
  ["the first of another one", LIST.replace("<li>\n<b>low</b>\n", "<li>\n[[<b>low</b>\n]]")],
  ["one that ends those before it", `<p>a\n<p>b\n${LIST.replace("<ul>", "[[<ul>")}]]`],
  ["a row of which the last has no end", "<ul>\n<li>low\n<li>high\n[[<li>slack\n]]</ul>\n"],
])("lines that are moved stay at the margin, where those around them do: %s", (_, text) => {
  expect(within("html", text, "formatOnMove")).toBe(text.replace("[[", "").replace("]]", ""));
});

test.each([
  [
    "in an element whose other lines stand flush",
    `<section>\n  <p>tides</p>\n</section>\n${LIST.replace("</ul>", "[[<li>\n<b>slack</b>\n</li>\n]]</ul>")}`,
    `<section>\n  <p>tides</p>\n</section>\n${LIST.replace("</ul>", "<li>\n<b>slack</b>\n</li>\n</ul>")}`,
  ],
  [
    "and nest where they have lost their columns",
    "<ul>\n  <li>\n    <b>low</b>\n  </li>\n  [[<li>\n<b>high</b>\n</li>\n]]</ul>\n",
    "<ul>\n  <li>\n    <b>low</b>\n  </li>\n  <li>\n    <b>high</b>\n  </li>\n</ul>\n",
  ],
  [
    "as deep as their last one shows, which has lost what the first has",
    "<html>\n  <head>\n  </head>\n  [[<body>\n  <p>tides</p>\n  <script src=\"/board.js\"></script>\n</body>\n]]</html>\n",
    "<html>\n  <head>\n  </head>\n  <body>\n    <p>tides</p>\n    <script src=\"/board.js\"></script>\n  </body>\n</html>\n",
  ],
])("pasted lines of elements stand as those around them, %s", (_, text, wanted) => {
  expect(within("html", text, "formatOnPaste")).toBe(wanted);
});

test.each([
  [
    "what an interpolation holds",
    "<p>\n  {{\n    tide(\n      `low\n  water`\n    )\n  }}\n</p>\n",
    "    <p>\n      {{\n        tide(\n          `low\n  water`\n        )\n      }}\n    </p>\n",
  ],
  [
    "what an attribute holds that is code",
    "<p\n  :style=\"{\n    top: high,\n  }\"\n  v-if=\"\n    low &&\n      late\n  \"\n>\n</p>\n",
    "    <p\n      :style=\"{\n        top: high,\n      }\"\n      v-if=\"\n        low &&\n          late\n      \"\n    >\n    </p>\n",
  ],
  [
    "but not what an attribute says, with a value in it",
    "<p\n  title=\"low\n  water {{\n    tide\n  }}\"\n>\n</p>\n",
    "    <p\n      title=\"low\n  water {{\n    tide\n  }}\"\n    >\n    </p>\n",
  ],
])("%s goes with a pasted element", (_, element, wanted) => {
  const page = (inner: string): string =>
    `<template>\n  <div>\n    <b>tides</b>\n${inner}    <i>quay</i>\n  </div>\n</template>\n`;
  expect(within("vue", page(`[[${element}]]`), "formatOnPaste")).toBe(page(wanted));
});
