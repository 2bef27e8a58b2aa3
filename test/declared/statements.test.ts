import { describe, expect, test } from "vitest";
import { lines, text, typed, within } from "../support/marks.js";
import { typedAtOnce } from "../support/typist.js";

// Typed without a blank at the beginning of any line, text comes out as it stands here.
describe("typed out", () => {
  test.each([
    ["a body without braces, and what goes on with its header", "c", `
if (tide > 2)
    board();
else
    wait();
sail();
`],
    ["bodies below one another", "cpp", `
for (auto& boat : fleet)
    if (boat.late)
        boat.hurry();
report();
`],
    ["a condition over several lines", "c", `
if (tide > 2
    && berth_is_free)
    board();
sail();
`],
    ["items below what stands beside their bracket", "c", `
int board(struct boat *boat,
          int deck)
{
    return moor(boat,
                deck);
}
`],
    ["a value below its name, and links of a chain", "java", `
class Board {
    Tide low(List<Tide> tides)
            throws IOException {
        Tide first =
                tides.get(0);
        return tides.stream()
                .filter(tide -> tide.low)
                .findFirst()
                .orElse(first);
    }
}
`],
    ["links of a chain", "rust", `
fn low(tides: &[Tide]) -> usize {
    tides
        .iter()
        .filter(|tide| tide.low)
        .count()
}
`],
    ["lines for a preprocessor at the margin", "c", `
int low(int tide)
{
#ifdef GULLHAVEN
    tide -= 2;
#endif
    return tide;
}
`],
    ["names below names", "cpp", `
struct Boat {
    int length,
        draught;
    Boat(int length)
        : Hull(length),
          draught(2) {}
};
`],
    ["what goes around a file", "cpp", `
namespace gullhaven {
extern "C" {
int tide;
}
}
`],
    ["arguments of a method, and a block behind them", "ruby", `
def board(berth, options = {})
  moor(berth,
       options)
  berth.boats
    .select(&:late)
  [low,
   high].each do |tide|
    puts tide
  end
end
`],
    ["a chain in PHP", "php", `
$boats = $pier->boats()
    ->late()
    ->first();
return $boats;
`],
    ["an item whose sign stands alone", "yaml", `
berths:
  -
    name: Quay
    deck: 2
`],
  ])("%s", (_, languageId, after) => {
    const keys = text(after).replace(/^[ \t]+/gm, "");
    expect(typedAtOnce(languageId, keys).text.trimEnd()).toBe(lines(after));
  });
});

describe("as the author does elsewhere", () => {
  test.each([
    ["items one step in", "c", `
board(berth,
    tide);
moor(boat,|
`, `
board(berth,
    tide);
moor(boat,
    |
`],
    ["items below what stands beside their bracket", "java", `
board(berth,
      tide);
moor(boat,|
`, `
board(berth,
      tide);
moor(boat,
     |
`],
    ["links two steps in", "php", `
$a = $b
        ->c();
$d = $e
-|
`, `
$a = $b
        ->c();
$d = $e
        ->|
`, ">"],
    ["below a comment at the margin, which was code", "c", `
void sail()
{
    board();
//  moor();|
}
`, `
void sail()
{
    board();
//  moor();
    |
}
`],
    ["below conditions that stand with the code", "c", `
void sail()
{
    #if TIDE
        board();
    #endif
    #if BERTH|
}
`, `
void sail()
{
    #if TIDE
        board();
    #endif
    #if BERTH
        |
}
`],
  ])("%s", (_, languageId, before, after, key = "\n") => {
    expect(typed(languageId, lines(before), key)).toBe(lines(after));
  });
});

test.each([
  ["a closer", "java", `
void sail() {
    board();
[[    }
]]`, `
void sail() {
    board();
}
`],
  ["a word that goes back", "lua", `
if tide then
  board()
[[  else
]]  wait()
end
`, `
if tide then
  board()
else
  wait()
end
`],
  ["a label", "c", `
switch (tide) {
case 1:
    low();
[[    default:
]]    high();
}
`, `
switch (tide) {
case 1:
    low();
default:
    high();
}
`],
  ["a name that begins as a word does that goes on", "lua", `
local order = 1
[[    order = 2
]]
`, `
local order = 1
order = 2

`],
  ["a link of a chain", "rust", `
let low = tides
[[.iter()
]]    .count();
`, `
let low = tides
    .iter()
    .count();
`],
])("%s stands where it was moved to", (_, languageId, before, after) => {
  expect(within(languageId, text(before), "formatOnMove")).toBe(text(after));
});
