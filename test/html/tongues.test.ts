import { describe, expect, test } from "vitest";
import { keyed } from "../support/caret.js";
import { fixtures } from "../support/fixtures.js";
import { changing } from "../support/invariants.js";

/** What comes out where all lines of a page begin at the margin. */
const NESTED: readonly (readonly [name: string, wanted: string])[] = [
  ["words between braces", `
  {{ define "board" }}
    <ul>
      {{- range .Sailings -}}
        {{ if .Late }}
          <li>late</li>
        {{ else if .Full }}
          <li>full</li>
        {{end}}
      {{- end }}
    </ul>
  {{ end }}
  `],
  ["words between percent signs", `
  <ul>
    <% if boats.any? %>
      <% boats.each do |boat| -%>
        <li><%= boat.name %></li>
      <%- end -%>
    <% elsif late %>
      <li>late</li>
    <% end %>
  </ul>
  <%= form_for pier do |form| %>
    <p><%= form.name %></p>
  <% end %>
  `],
  ["statements with colons and with braces", `
  <div>
    <?php if ($low): ?>
      <p>low</p>
      <?php foreach ($boats as $boat) { ?>
        <p><?= $boat ?></p>
      <?php } ?>
    <?php elseif (Tide::at(6)): ?>
      <p>turning</p>
    <?php else: ?>
      <p>high</p>
    <?php endif; ?>
    <?php if (open()) : while (open()) : next(); ?>
      <p>next</p>
    <?php endwhile; endif; ?>
  </div>
  `],
  ["a partial with a block", `
  {{#> layout}}
    {{#*inline "board"}}
      <p>late</p>
    {{/inline}}
  {{/layout}}
  `],
  ["a comment between braces ends nothing", `
  <div>
    {{ if .Late }}
      {{/* on the board */}}
      <p>late</p>
    {{ end }}
  </div>
  `],
  ["control flow between braces", `
  <section>
    @if (user(); as captain) {
      <h1>{{ captain.name }}</h1>
    } @else if (late && !full) {
      <app-berth [free]="true" />
      @switch (tide) {
        @case ("low") { <b>low</b> }
        @case ("high") { <b>high</b> }
        @default {
          <p>turning</p>
        }
      }
    } @else {
      <span>Wait</span>
      <span>here</span>
    }
    <ul>
      @for (boat of boats; track boat.id) {
        <li>{{ boat.name }}</li>
      } @empty {
        <li>none</li>
      }
    </ul>
    @defer (on viewport) {
      <app-map></app-map>
    } @placeholder {
      <p>Map</p>
    }
    @let hour = hours | async;
    <p>Fare @if (late) { <b>half</b> } today</p>
  </section>
  `],
  ["what only looks like a beginning ends with what is around it", `
  <div>
    {{#if late}}
      {{block "notice"}}
      <p>late</p>
    {{/if}}
    <% if (full) %>
    <% if (late) { %>
      <p>late</p>
    <% } %>
    <p>full</p>
  </div>
  `],
  ["parts of what a template calls", `
  <Board>
    <:header>
      <h1>Board</h1>
    </:header>
    <:row as |tide|>
      <p>{{tide}}</p>
    </:row>
  </Board>
  `],
  ["what is held for later", `
  <div>
    {% cache 60 %}
      <p>late</p>
    {% endcache %}
    {%- set board %}
      <p>board</p>
    {%- endset %}
    {% set pier = 3 %}
    <p>{{ pier }}</p>
  </div>
  `],
  ["elements whose end tags are left out end with a block", `
  <ul>
    {% for tide in tides %}
      <li>{{ tide }}
    {% else %}
      <li>none
    {% endfor %}
  </ul>
  {{#if late}}
    <p>late
  {{/if}}
  `],
  ["what ends a block that nobody knows ends no other one", `
  {% if late %}
    {% moored 60 %}
    <p>late</p>
    {% endmoored %}
    <p>wait</p>
  {% endif %}
  `],
];

describe("blocks of template tongues nest", () => {
  fixtures("html", NESTED.map(([name, wanted]) => [name, wanted.replace(/^ +/gm, ""), wanted]));
  fixtures("html", [
    ["right behind the tag of what holds them", `
      <table>
      <tr class="late">{% for hour in hours %}<td></td>{% endfor %}</tr>
      <tr>{% for hour in hours %}
      <td>{{ hour }}</td>
      {% endfor %}</tr>
      </table>
      `, `
      <table>
        <tr class="late">
          {% for hour in hours %}<td></td>{% endfor %}
        </tr>
        <tr>
          {% for hour in hours %}
            <td>{{ hour }}</td>
          {% endfor %}
        </tr>
      </table>
      `],
    ["at the margin of the page where their author left it", `
      {% block timetable %}
      <section>
        <h1>Timetable</h1>
      {% if late %}
      <p>late</p>
      {% endif %}
      </section>
      {% endblock %}
      {% block notice %}
      <p>late</p>
      {% endblock %}
      `, `
      {% block timetable %}
      <section>
        <h1>Timetable</h1>
        {% if late %}
          <p>late</p>
        {% endif %}
      </section>
      {% endblock %}
      {% block notice %}
        <p>late</p>
      {% endblock %}
      `],
  ]);
});

describe("remarks of template tongues stay as they are", () => {
  fixtures("html", [
    ["over several lines", `
      <ul>
      {#- Tide tables
            by month:
          - low
      -#}
      <li>{{!-- {{#if late}} --}} low
      {{-- @if (late)
      --}}
      </ul>
      `, `
      <ul>
        {#- Tide tables
              by month:
            - low
        -#}
        <li>{{!-- {{#if late}} --}} low
          {{-- @if (late)
          --}}
      </ul>
      `],
    ["a sign of a colour begins none", `
      <p>{#fff or
      so #}</p>
      `, `
      <p>
        {#fff or so #}
      </p>
      `],
  ]);
});

describe("blocks of template tongues in tags", () => {
  fixtures("html", [
    ["one on a line keeps it", `
      <option value="{{ the value of the berth }}" {{#if low}}selected{{/if}} {{#if  free}} class="free" {{else}} class="full"{{/if}} data-pier="3">
      `, `
      <option
        value="{{ the value of the berth }}"
        {{#if low}}selected{{/if}}
        {{#if  free}} class="free" {{else}} class="full"{{/if}}
        data-pier="3"
      >
      `],
    ["one of several lines holds attributes", `
      <section
      {% if late %}
      class="late" data-pier="3"
      {% if low %}
      hidden
      {% endif %}
      {% else %}
      id="board"{% endif %}
      {% for a in b %}
      >
      </section>
      `, `
      <section
        {% if late %}
          class="late"
          data-pier="3"
          {% if low %}
            hidden
          {% endif %}
        {% else %}
          id="board"{% endif %}
        {% for a in b %}
      ></section>
      `],
    ["what stands on one line with its block is laid out there", `
      <div>
      {{#if late}}<p   class='late'  >{{ pier }}   low</p>{{/if}}
      </div>
      `, `
      <div>
        {{#if late}}<p class="late">{{ pier }} low</p>{{/if}}
      </div>
      `],
  ]);

  // What they say may hold quotes of the other kind.
  fixtures("html", [["quotes around code stay", `
    <p data-tide='{{ tide|json }}' id='pier' class='<%= late ? "late" : "" %>' title='{% if low %}low{% endif %}'></p>
    `, `
    <p
      data-tide='{{ tide|json }}'
      id="pier"
      class='<%= late ? "late" : "" %>'
      title='{% if low %}low{% endif %}'
    ></p>
    `]]);
  fixtures("razor", [["quotes around code stay", `
    <p data-tide='@Json.Serialize(tide)' id='pier'></p>
    `, `
    <p data-tide='@Json.Serialize(tide)' id="pier"></p>
    `]]);
});

describe("control flow between braces", () => {
  fixtures("html", [
    ["a block without its brace keeps the lines around it", `
      <main>
        @if (late) {
          <p>late</p>
          @for (boat of boats; track boat) {
            <li>{{ boat }}</li>
          <p>wait</p>
        }
        <p>fare</p>
      </main>
      `],
    ["a brace that ends nothing is text", `
      <p>late
      }
      @if and }</p>
      `, `
      <p>late
        }
        @if and }
      </p>
      `],
  ]);

  test.each([
    [
      "a brace goes to the column of its head",
      "<main>\n  @if (late) {\n    <p>late</p>\n    ¦\n</main>\n",
      "}",
      "<main>\n  @if (late) {\n    <p>late</p>\n  }¦\n</main>\n",
    ],
    [
      "Enter goes deeper below a head",
      "<main>\n  @if (late) {¦\n  }\n</main>\n",
      "\n",
      "<main>\n  @if (late) {\n    ¦\n  }\n</main>\n",
    ],
    [
      "Enter goes to the column of a brace whose head is to come",
      "<main>\n  @if (late) {¦\n      <li>wait</li>\n    }\n  }\n</main>\n",
      "\n",
      "<main>\n  @if (late) {\n    ¦\n      <li>wait</li>\n    }\n  }\n</main>\n",
    ],
  ])("%s", (_, before, key, after) => {
    expect(keyed("html", before, key)).toBe(after);
  });
});

describe("lines within texts", () => {
  fixtures("html", [
    ["a value may begin one", `
      <p>
        <label><%= check_box "late", "ferry", true, :id => nil, :class => "board" %> <%= l(:label_of_the_ferry) %> (<%= ferry.crossings.of_today.nil? ? 0 : ferry.crossings.of_today.late %>)</label>
      </p>
      `, `
      <p>
        <label><%= check_box "late", "ferry", true, :id => nil, :class => "board" %>
        <%= l(:label_of_the_ferry) %>
        (<%= ferry.crossings.of_today.nil? ? 0 : ferry.crossings.of_today.late %>)</label>
      </p>
      `],
    ["stay in what is inline in them", `
      <fieldset>
        <p>Berth</p>
        <label><input name="berth" type="checkbox" id="berth" value="0" class="late" data-tide="low" />
        <b>free</b></label>
      </fieldset>
      `, `
      <fieldset>
        <p>Berth</p>
        <label><input
          name="berth"
          type="checkbox"
          id="berth"
          value="0"
          class="late"
          data-tide="low"
        />
        <b>free</b></label>
      </fieldset>
      `],
  ], { maxLineLength: 90 });
});

test.each([
  ["<ul>\n  {{ if .Late }}¦\n</ul>\n", "\n", "<ul>\n  {{ if .Late }}\n    ¦\n</ul>\n"],
  [
    "<ul>\n  {{if .Late}}\n    <li>late</li>\n    {{end¦\n</ul>\n",
    "}",
    "<ul>\n  {{if .Late}}\n    <li>late</li>\n  {{end}¦\n</ul>\n",
  ],
  [
    "<ul>\n  <% if late %>\n    <li>late</li>\n    <% end¦\n</ul>\n",
    " ",
    "<ul>\n  <% if late %>\n    <li>late</li>\n  <% end ¦\n</ul>\n",
  ],
  [
    "<ul>\n  <?php if ($late): ?>\n    <li>late</li>\n    <?php endif; ?¦\n</ul>\n",
    ">",
    "<ul>\n  <?php if ($late): ?>\n    <li>late</li>\n  <?php endif; ?>¦\n</ul>\n",
  ],
  [
    "<?php if ($late): ?>\n  <p>late</p>\n  <?php else: ?¦\n  <p>wait</p>\n<?php endif; ?>\n",
    ">",
    "<?php if ($late): ?>\n  <p>late</p>\n<?php else: ?>¦\n  <p>wait</p>\n<?php endif; ?>\n",
  ],
  // In tags.
  ["<a\n  {% if low %}¦\n>", "\n", "<a\n  {% if low %}\n    ¦\n>"],
  [
    "<a\n  {% if low %}\n    hidden\n    {% endif¦\n></a>",
    " ",
    "<a\n  {% if low %}\n    hidden\n  {% endif ¦\n></a>",
  ],
  ["<a\n  {{#if low}}\n    hidden\n    {{¦\n", "/", "<a\n  {{#if low}}\n    hidden\n  {{/¦\n"],
  // Brackets in an island that nothing ends yet, and in one of several lines.
  ["<p>\n  {{ board({¦\n</p>\n", "\n", "<p>\n  {{ board({\n    ¦\n</p>\n"],
  ["<p>\n  {{ board({\n    low\n    ¦\n</p>\n", "}", "<p>\n  {{ board({\n    low\n  }¦\n</p>\n"],
  [
    "<p>\n  {% set a = {\n    low: [¦],\n  } %}\n</p>\n",
    "\n",
    "<p>\n  {% set a = {\n    low: [\n      ¦\n    ],\n  } %}\n</p>\n",
  ],
  ["<p>\n  <?php moor([¦\n  ?>\n</p>\n", "\n", "<p>\n  <?php moor([\n    ¦\n  ?>\n</p>\n"],
  ["<p>{{ tide }} (low\n    ¦\n</p>\n", ")", "<p>{{ tide }} (low\n    )¦\n</p>\n"],
  [
    "<div>\n  {% set board %}\n    <p>low</p>\n    {% endset¦\n</div>\n",
    " ",
    "<div>\n  {% set board %}\n    <p>low</p>\n  {% endset ¦\n</div>\n",
  ],
  // The tag of a body below tells nothing of what a head holds.
  [
    "<html>\n<head>¦\n<body>\n  <p>Tides</p>\n</body>\n</html>\n",
    "\n",
    "<html>\n<head>\n  ¦\n<body>\n  <p>Tides</p>\n</body>\n</html>\n",
  ],
])("%j and %j", (text, key, wanted) => {
  expect(keyed("html", text, key)).toBe(wanted);
});

const ITEMS = `<div>
  <% if open? %>
    <ul>
      <% if low? %>
        <li>low
      <% end %>
      <% if high? %>
        <li>high
      <% end %>
    </ul>
  <% end %>
</div>
`;

changing([{ name: "items-without-end.html", text: ITEMS.repeat(12) }], 600);
