import { describe } from "vitest";
import { fixtures } from "../support/fixtures.js";

describe("what takes lines of its own in an element of a text stands deeper", () => {
  fixtures("html", [
    ["a label around its field", `
      <form>
        <label>
        <input type="checkbox">
        Ferry
        </label>
      </form>
      `, `
      <form>
        <label>
          <input type="checkbox">
          Ferry
        </label>
      </form>
      `],
    ["choices without end tags, whose field ends them", `
      <form>
      <select name="season"><option>Summer<option>Winter</select>
      <b>or</b>
      </form>
      `, `
      <form>
        <select name="season">
          <option>Summer
          <option>Winter
        </select>
        <b>or</b>
      </form>
      `],
    ["an element that takes lines, right after a tag", `
      <figure><picture><source srcset="a.webp"><img src="a.png"></picture><figcaption>The ferry</figcaption></figure>
      `, `
      <figure>
        <picture>
          <source srcset="a.webp">
          <img src="a.png">
        </picture>
        <figcaption>The ferry</figcaption>
      </figure>
      `],
    ["a text at the end of an element of others", `
      <tide-card>
      <p>low</p>
      at six
      </tide-card>
      `, `
      <tide-card>
        <p>low</p>
        at six
      </tide-card>
      `],
    ["elements of others", `
      <tide-card>
      <tide-title>Low</tide-title>
      <tide-body>
      <b>05:12</b>
      </tide-body>
      </tide-card>
      `, `
      <tide-card>
        <tide-title>Low</tide-title>
        <tide-body>
          <b>05:12</b>
        </tide-body>
      </tide-card>
      `],
    ["behind a tag with attributes on lines of their own", `
      <p>
        <a class="button button-primary button-large" href="https://gullhaven.example/return" title="Both ways">
        <span>Buy</span>
        </a>
      </p>
      `, `
      <p>
        <a
          class="button button-primary button-large"
          href="https://gullhaven.example/return"
          title="Both ways"
        >
          <span>Buy</span>
        </a>
      </p>
      `],
    ["an element that ends on the line of its last word", `
      <p>
        Ferries <a href="/tides">
        at low water</a> wait.
      </p>
      `, `
      <p>
        Ferries <a href="/tides">
          at low water</a> wait.
      </p>
      `],
    ["on one line it stays there", `
      <p>Ferries <a href="/tides"> wait </a> at <em>low water</em>.</p>
      `],
  ]);
});
