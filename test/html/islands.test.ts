import { describe } from "vitest";
import { fixtures } from "../support/fixtures.js";

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
    ["within a line they are words", `
      <p>low {% if x %} water {% endif %} at noon</p>
      `],
  ]);
});
