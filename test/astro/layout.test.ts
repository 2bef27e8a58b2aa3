import { describe, expect, test } from "vitest";
import { applyEdits } from "oak-tide";
import { dedent, format, open } from "../support/format.js";
import { fixtures } from "../support/fixtures.js";

describe("the script at the beginning", () => {
  fixtures("astro", [
    [
      "is laid out as one",
      "---\nconst {tide,boats}=Astro.props\nif(!tide)return moor()\n---\n\n<p>{tide}</p>\n",
      "---\nconst { tide, boats } = Astro.props;\nif (!tide) return moor();\n---\n\n<p>{tide}</p>\n",
    ],
    ["may be empty", "---\n---\n<p>{ tide }</p>\n", "---\n---\n<p>{tide}</p>\n"],
    ["stays where it does not parse", "---\nconst = 1\n---\n<p/>\n", "---\nconst = 1\n---\n<p/>\n"],
  ]);
});

describe("expressions", () => {
  fixtures("astro", [
    ["in a text", "<p>{ tide+1 } m</p>\n", "<p>{tide + 1} m</p>\n"],
    [
      "as values of attributes",
      '<Berth {tide} {...rest( )} class:list={["a",{b:late}]} id=`at ${ tide }`/>\n',
      '<Berth {tide} {...rest()} class:list={["a", { b: late }]} id=`at ${ tide }`/>\n',
    ],
    [
      "what may not be touched",
      "<pre>\n  { tide }\n</pre>\n<div is:raw>\n  { tide }\n</div>\n",
      "<pre>\n  { tide }\n</pre>\n<div is:raw>\n  { tide }\n</div>\n",
    ],
    [
      "scripts have types",
      "<script>\n  const a:number=1\n</script>\n",
      "<script>\n  const a: number = 1;\n</script>\n",
    ],
  ]);
});

describe("code around markup", () => {
  fixtures("astro", [
    [
      "holds it a step deeper",
      `
      <ul>
      {tides.map((tide) => (
      <li>{ tide.time }</li>
      ))}
      </ul>
      `,
      `
      <ul>
        {tides.map((tide) => (
          <li>{tide.time}</li>
        ))}
      </ul>
      `,
    ],
    [
      "between braces on lines of their own",
      `
      <main>
      {
      late && (
      <>
      <h2>Late</h2>
      </>
      )
      }
      </main>
      `,
      `
      <main>
        {
          late && (
            <>
              <h2>Late</h2>
            </>
          )
        }
      </main>
      `,
    ],
    [
      "that chooses",
      `
      {late ? (
      <p>late</p>
      ) : (
      <p>on time</p>
      )}
      `,
      `
      {late ? (
        <p>late</p>
      ) : (
        <p>on time</p>
      )}
      `,
    ],
    [
      "with statements, whose later lines keep their place",
      `
      {tides.map((tide)=>{
      const low =
        tide.level < 2
          ? "low"
          : "high";
      const late=tide.minutes>5
      if(late&&!low){
      return (
      <li>late</li>
      )
      }
      return late?(
      <li>{low}</li>
      ) : (
      <li/>
      )
      })}
      `,
      `
      {tides.map((tide) => {
        const low =
          tide.level < 2
            ? "low"
            : "high";
        const late = tide.minutes > 5;
        if (late && !low) {
          return (
            <li>late</li>
          );
        }
        return late ? (
          <li>{low}</li>
        ) : (
          <li/>
        );
      })}
      `,
    ],
    [
      "behind an arrow",
      `
      {
      boats.map(
      (boat) =>
      boat.free && (
      <li>{boat.name}</li>
      ),
      )
      }
      `,
      `
      {
        boats.map(
          (boat) =>
            boat.free && (
              <li>{boat.name}</li>
            ),
        )
      }
      `,
    ],
    [
      "on one line stays there",
      "<p>Next: {next?<b>{ next+1 }</b> : <i>none</i>}.</p>\n{late&&<p>late</p>}\n",
      "<p>Next: {next ? <b>{next + 1}</b> : <i>none</i>}.</p>\n{late && <p>late</p>}\n",
    ],
    [
      "whose value must begin on its line is left alone",
      "<ul>\n{tides.map((tide) => {\n  return <li/>;\n})}\n</ul>\n",
      "<ul>\n  {tides.map((tide) => {\n    return <li/>;\n  })}\n</ul>\n",
    ],
  ]);

  test("a part of it is laid out by itself", () => {
    const text = dedent(`
      <ul>
        {tides.map((tide) => (
      <li>{ tide.time }</li>
          <li>{ tide.level }</li>
        ))}
      </ul>
    `);
    const range = { start: { line: 2, character: 0 }, end: { line: 3, character: 0 } };
    const { edits } = open("astro", text).formatSelection(range);
    expect(applyEdits(text, edits)).toBe(
      text.replace("<li>{ tide.time }", "    <li>{tide.time}"),
    );
  });

  test("while it lacks its end, the lines around it stay", () => {
    const text = "<ul>\n  {\n    late && (\n      <li>\n</ul>\n";
    expect(format("astro", text)).toBe(text);
  });
});
