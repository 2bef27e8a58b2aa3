import { describe } from "vitest";
import { fixtures } from "../support/fixtures.js";

describe("elements", () => {
  fixtures("typescriptreact", [
    ["type parameters told from tags", `
      const a=<B=string,>({c}:D<B>)=><E f={c}/>
      `, `
      const a = <B = string,>({ c }: D<B>) => <E f={c} />;
      `],
    ["short ones", `
      a=<b/>
      c=<d e='f' g={h} {...i}>j</d>
      k=<></>
      l=<m.n o:p="q"/>
      `, `
      a = <b />;
      c = <d e="f" g={h} {...i}>j</d>;
      k = <></>;
      l = <m.n o:p="q" />;
      `],
    ["children on lines of their own", `
      function Board(){return <section><h1>{title}</h1><ul>{rows.map(row=><li key={row.id} className={row.high?'high':'low'}>{row.time} at {row.level} m</li>)}</ul></section>}
      `, `
      function Board() {
        return (
          <section>
            <h1>{title}</h1>
            <ul>
              {rows.map(row => (
                <li key={row.id} className={row.high ? "high" : "low"}>{row.time} at {row.level} m</li>
              ))}
            </ul>
          </section>
        );
      }
      `],
    ["an element below an arrow leaves the bracket behind it on no line of its own", `
      const [board] = useState(() =>
        <Departures>{" "}</Departures>,
      );
      `, `
      const [board] = useState(
        () => <Departures>{" "}</Departures>,
      );
      `],
    ["a function whose value the author has below its arrow closes on a line of its own", `
      const board = (
        <Departures
          onRow={(row) =>
            print(row, pier)
          }
        >
          {rows =>
            rows.map(print)
          }
        </Departures>
      );
      `],
    ["brackets that come around an element hold no blank lines", `
      const [board] =

        <Departures of="the old quay" at={noon} tide={tide} berth={berth}>Boats at noon</Departures>;
      `, `
      const [board] = (
        <Departures of="the old quay" at={noon} tide={tide} berth={berth}>Boats at noon</Departures>
      );
      `],
    ["an element in a text moves to the next line before it splits", `
      const a = (
        <p>
          Berth {berth}, pier {pier}: the ferry leaves at {time}, so do be there <em>ten minutes</em> early &amp; wait.
        </p>
      );
      `, `
      const a = (
        <p>
          Berth {berth}, pier {pier}: the ferry leaves at {time}, so do be
          there <em>ten minutes</em> early &amp; wait.
        </p>
      );
      `],
    ["text is filled", `
      const notice=<p className="notice">The ferry from the north pier is late today, since the river is high and every crossing takes longer.</p>
      `, `
      const notice = (
        <p className="notice">
          The ferry from the north pier is late today, since the river is high and every crossing takes
          longer.
        </p>
      );
      `],
    ["white space that counts", `
      a=<p>b <i>c</i> d{' '}
      <u>e</u>
      f</p>
      g=<p> h  i </p>
      `, `
      a = (
        <p>
          b <i>c</i> d{" "}
          <u>e</u>
          f
        </p>
      );
      g = <p> h  i </p>;
      `],
    ["many attributes", `
      const button=<button type='button' className='gangway' onClick={()=>open(gangway)} disabled={!gangway.clear}>Open</button>
      `, `
      const button = (
        <button type="button" className="gangway" onClick={() => open(gangway)} disabled={!gangway.clear}>
          Open
        </button>
      );
      `],
    ["functions in attributes", `
      a=<b onClick={()=>{c()}}/>
      d=<e f={{g:1}} h="i"/>
      `, `
      a = (
        <b onClick={() => {
          c();
        }} />
      );
      d = <e f={{ g: 1 }} h="i" />;
      `],
    ["conditions", `
      a=<div>{open&&<Gangway name={gangway.name} crew={gangway.crew} tide={tide} onClose={close} strict/>}{late?<Late/>:<OnTime/>}</div>
      `, `
      a = (
        <div>
          {open && <Gangway name={gangway.name} crew={gangway.crew} tide={tide} onClose={close} strict />}
          {late ? <Late /> : <OnTime />}
        </div>
      );
      `],
    ["comments", `
      a=<b>{/* c */}<d /* e */ f/></b>
      `, `
      a = <b>{/* c */}<d /* e */ f /></b>;
      `],
    ["in brackets as written", `
      a=(
      <b>
      c</b>)
      `, `
      a = (
        <b>
          c
        </b>
      );
      `],
    ["generics", `
      const a=<T,>(b:T)=><C<T> d={b}/>
      `, `
      const a = <T,>(b: T) => <C<T> d={b} />;
      `],
  ]);
});

describe("stacked attributes", () => {
  fixtures("javascript", [
    ["are on lines of their own where they are several", `
      a=<b c="d" e={f}/>
      g=<h i="j"/>
      k=<l m="it's" n/>
      `, `
      a = (
        <b
          c='d'
          e={f}
        />
      );
      g = <h i='j' />;
      k = (
        <l
          m="it's"
          n
        />
      );
      `],
  ], { "attributeSplit": "stacked", "markupDelimiter": "single" });
});
