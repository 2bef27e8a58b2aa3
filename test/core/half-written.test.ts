import { expect, test } from "vitest";
import { format } from "../support/format.js";

// A file is saved while a statement or a tag of it is half written: what stands below stays.

test.each([
  ["a selector above a blank line", "css", `
.quay:hover

.pier {
  color: navy;
}
`],
  ["a rule with nothing below its brace", "css", `
.quay {

.pier {
  color: navy;
}

.berth
  .boat {
  color: teal;
}
`],
  ["the same, where deeper braces open and end below", "scss", `
@media print {
  .quay {
  .pier {
    &:hover,
    &:focus {
      color: navy;
    }
  }
}
`],
  ["an at-rule above another", "scss", `
@use
@use "tides";

.quay {
  padding
  @include berth;
}
`],
  ["a list without its closing bracket", "scss", `
$tides: (
  (2, 4, 6),
  (2, 4
  (1, 3, 5),
);
`],
  ["a variable above another", "less", `
@low:
@high: @low;
@fare
@ticket: ~"@{fare}-ticket";
`],
  ["calls that hold blocks, and no semicolon ends them", "less", `
each(@berths, {
  .berth-@{value} {
    top: @value;
  }
})

each(@piers, {
  .pier-@{value} {
    top: @value;
  }
})
`],
  ["an import above another", "javascript", `
import
import { sail } from "boats";
`],
  ["half of an import, an export, a value and a chain above a blank line", "typescript", `
import

type Tide = number;
export

const low: Tide = 1;
const high =

sail(low);
boat.

boat.moor(berth);
export
export { low };
`],
  ["a case on a line", "javascript", `
switch (tide) {
  case "low": return {
    ...berth,
    depth:
    isOpen: true,
  };
  case "high": return berth;
}
`],
  ["a dot above a statement", "javascript", `
const boat = this.
if (isLate)
  sail();
`],
  ["a condition's body with nothing below its brace", "javascript", `
function moor() {
  if (isLate) {
  if (isFull) {
    wait();
  }
  return berth;
}

leave();
`],
  ["what a call is made of, with its receiver gone", "javascript", `
function late() {
    return
        .filter((boat) => boat.isLate)
        .map(name);
}
`],
  ["an expression above a statement that reads like its name", "csharp", `
class Pier
{
    void Open()
    {
        gate.Width
        gate.Height = 2;
        gate
        Sail();
    }
}
`],
  ["a head above its body", "csharp", `
class Pier
{
    public static
    {
        // By day.
        Open();
    }

    public
    public int Berths;
}
`],
  ["accessors on a line", "csharp", `
class Pier
{
    public int Berths { get; set }
    public int Boats { get { return boats } }
    public int Fares
    {
        get { return Sum(boats
    }

    public int Piers { get; set; }
}
`],
  ["a value and a call above a blank line", "csharp", `
class Pier
{
    void Open()
    {
        int berths =

        gate.Open();
        gate.

        gate.Close();
    }
}
`],
  ["an import among others, and parameters", "python", `
import tides
import
import boats
from piers import
from berths import north


def moor(boat,
         berth=None
    """Make fast."""
    berth.take(boat)
`],
  ["a start tag with its content below", "html", `
<main>
  <section class="berths"
    <h2>Berths</h2>
    <ul>
      <li>North</li>
    </ul>
  </section>
  <p>Open</p>
</main>
`],
  ["the name of an inline element", "html", `
<form>
  <lab
    <input type="checkbox"> By night
  </label>
  <p>Open</p>
</form>
`],
  ["a value that lacks its quote", "html", `
<main>
  <section class="berths
    <h2 class="free">Berths</h2>
    <p>Open</p>
  </section>
</main>
`],
  ["a value above other attributes", "vue", `
<template>
  <main>
    <Berth
      v-bind="boat
      :is-free="tide < 2 ? high : low"
      data-fares='low: "2"'
    >
      <p>Open</p>
    </Berth>
  </main>
</template>
`],
  ["a value of several lines that ends with the sign, which is whole", "html", `
<main>
  <img src="data:image/png;base64,iVBOR
QUFBQUE=" alt="Free">
</main>
`],
  ["a value above one in other quotes", "html", `
<main>
  <p
    title="Free
    data-fares='low:"2", high:"3"'
  >
    Open
  </p>
</main>
`],
  ["a value in front of a text to the letter", "html", `
<main>
  <div class="tides
    <pre><b>High</b>  <i class="low">Low</i>
06:12   12:40</pre>
  </div>
</main>
`],
  ["the first sign of a tag", "html", `
<main>
  <
    <h2>Berths</h2>
    <p>Open</p>
  </section>
  <strong class="free">
    North
  </
</main>
`],
  ["an end tag", "html", `
<head>
  <title>Tides</title
  <meta charset="utf-8">
  <link rel="icon"

  <met
    name="viewport"
    content="width=device-width"
  >
  <link rel="help" href="tides.html">
</head>
`],
  ["the first signs of an end tag behind a text", "html", `
<main>
  <button>Moor</
  <p>Open</p>
  <p>Free<
  <strong>Full</str
  <p>if low < 2</p>
</main>
`],
  ["tags around code", "aspx", `
<section id="berths"
  <% if (Tides.Any()) { %>
    <ul>
      <% foreach (var tide in Tides) { %>
        <li><%= tide.Time %>: <%: tide.Height %> m</
      <% } %>
    </ul>
  <% } %>
</section>
`],
  ["an end tag among statements", "razor", `
<section>
    <h2>@Model.Pier</h2
    @foreach (var ferry in Model.Ferries) {
        <article>
            @if (ferry.IsLate) {
                <p>late<
            } else {
                <p>on time</p>
            }
        </article>
    }
</section>
`],
  ["a declaration", "html", `
<!DO
<html lang="en">
  <head>
    <title>Tides</title>
  </head>
</html>
`],
  ["what is inline in an item", "html", `
<ul>
  <li><a href="north.html">North
  <li><a href="south.html">South</a></li>
</ul>
<section>
  <h3><a href="tides.html">Tides
  <ul>
    <li>High</li>
  </ul>
</section>
`],
  ["an attribute without a value", "html", `
<head>
  <meta charset=
  <meta name="viewport" content="width=device-width">
  <title>Tides</title>
</head>
`],
  ["names of elements on a line", "html", `
<main>
  <p>
    <spa>Open</span>
    <opti>North</option>
    By day
  </p>
  <span class="free">
    <spa>Free</span>
  </span>
  <p>Closed</p>
</main>
`],
  ["an end tag of another name", "html", `
<main>
  <sect>
    <h2>Berths</h2>
    <p>Open</p>
  </section>
  <p>Closed</p>
</main>
`],
  ["the start tag of a script", "html", `
<body>
  <p>Tides</p>
  <scr
    const fare = (low) => {
      return low < 2;
    };
  </script>
</body>
`],
  ["a script without its start tag", "html", `
<body>
  <script src="tides.js"></script>
    const fare = (low) => {
      return low < 2;
    };
  </script>
</body>
`],
  ["a text to the letter without its start tag", "html", `
<body>
  <pr
  High    Low
  06:12   12:40
  </pre>
</body>
`],
  ["a tag of a document", "xml", `
<piers>
  <pier name="north"
    <berth>1</berth>
  </pier>
  <pier name="south"/>
</piers>
`],
  ["a tag of a component", "vue", `
<template>
  <main>
    <Berth :boats="late
      <p class="free">{{ boat }}</p>
    </Berth>
  </main>
</template>
`],
])("%s", (_, languageId, text) => {
  expect(format(languageId, text.slice(1))).toBe(text.slice(1));
});
