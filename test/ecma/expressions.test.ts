import { describe } from "vitest";
import { fixtures } from "../support/fixtures.js";

describe("operators", () => {
  fixtures("javascript", [
    ["spaces", `
      a=b+c*d-e/f%g**h
      i=j&&k||!l
      m=n??o
      p= - q+ +r- -s
      t=~u>>>v<<w>>x
      `, `
      a = b + c * d - e / f % g ** h;
      i = j && k || !l;
      m = n ?? o;
      p = -q + +r - -s;
      t = ~u >>> v << w >> x;
      `],
    ["words", `
      a=typeof b==='x'&&c instanceof D&&'e'in f
      void 0;delete g.h
      await i
      `, `
      a = typeof b === "x" && c instanceof D && "e" in f;
      void 0;
      delete g.h;
      await i;
      `],
    ["assignments", `
      a+=1;b**=2;c??=d;e&&=f;g||=h;i>>>=j
      `, `
      a += 1;
      b **= 2;
      c ??= d;
      e &&= f;
      g ||= h;
      i >>>= j;
      `],
    ["increments", `
      a++;--b;c[d]++
      e=f+ ++g- --h
      `, `
      a++;
      --b;
      c[d]++;
      e = f + ++g - --h;
      `],
    ["conditionals in brackets", `
      berth=known||(tide.isHighEnoughForTheLargeFerryAndItsCars?theLandingStageAtTheOldMill:theQuayBehindTheFerryHouse)
      `, `
      berth =
        known
        || (
          tide.isHighEnoughForTheLargeFerryAndItsCars
            ? theLandingStageAtTheOldMill
            : theQuayBehindTheFerryHouse
        );
      `],
    ["conditionals", `
      a=b?c:d
      const level=tide.isHigh&&moon.isFull?springRange/2+meanLevel:tide.isHigh?neapRange/2+meanLevel:meanLevel-neapRange/2
      `, `
      a = b ? c : d;
      const level = tide.isHigh && moon.isFull
        ? springRange / 2 + meanLevel
        : tide.isHigh
        ? neapRange / 2 + meanLevel
        : meanLevel - neapRange / 2;
      `],
    ["long sums", `
      const total=adultFare*numberOfAdults+childFare*numberOfChildren+seniorFare*numberOfSeniors+bicycleFare*bicycles
      `, `
      const total =
        adultFare * numberOfAdults
        + childFare * numberOfChildren
        + seniorFare * numberOfSeniors
        + bicycleFare * bicycles;
      `],
    ["long logic in a return", `
      function f(){return northPier.isOpen&&southPier.isOpen&&!storm.warning&&crew.length>minimumCrewSize&&tide.high}
      `, `
      function f() {
        return (
          northPier.isOpen
          && southPier.isOpen
          && !storm.warning
          && crew.length > minimumCrewSize
          && tide.high
        );
      }
      `],
    ["a last object hugs its operator", `
      const options=given||{strict:false,crew:['Ines','Tamsin','Odd'],gangways:allGangways,firstDeparture:morning,last:1}
      `, `
      const options = given || {
        strict: false,
        crew: ["Ines", "Tamsin", "Odd"],
        gangways: allGangways,
        firstDeparture: morning,
        last: 1,
      };
      `],
    ["sequences", `
      for(i=0,j=1;i<j;i++,j--);
      a=(b,c)
      `, `
      for (i = 0, j = 1; i < j; i++, j--);
      a = (b, c);
      `],
    // What stands below an arrow would look like what follows all values.
    ["a sequence that ends with an arrow", `
      function crew(boat, rota) {
        return provide(boat,{key:rota.key,deck:rota.deck}),()=>assign({boat,rota,deck:"upper",pier:"north",key:1})
      }
      `, `
      function crew(boat, rota) {
        return (
          provide(boat, { key: rota.key, deck: rota.deck }),
          () => assign({ boat, rota, deck: "upper", pier: "north", key: 1 })
        );
      }
      `],
  ]);
});

describe("calls and chains", () => {
  fixtures("javascript", [
    ["calls", `
      a( b,c )( d )[ e ] . f( )
      new Foo
      new (bar())(1)
      a?.b?.[c]?.(d)
      `, `
      a(b, c)(d)[e].f();
      new Foo;
      new (bar())(1);
      a?.b?.[c]?.(d);
      `],
    ["last functions hug", `
      gangways.forEach(gangway=>{gangway.open();gangway.light()})
      setTimeout(function(){ring()},100)
      `, `
      gangways.forEach(gangway => {
        gangway.open();
        gangway.light();
      });
      setTimeout(function () {
        ring();
      }, 100);
      `],
    ["last objects hug", `
      board.render({pier:'north',departures:allDepartures,language:'en',columns:['time','to','gangway'],dark:true})
      `, `
      board.render({
        pier: "north",
        departures: allDepartures,
        language: "en",
        columns: ["time", "to", "gangway"],
        dark: true,
      });
      `],
    ["long arguments", `
      schedule(northPierGangway, firstDepartureOfTheDay, lastDepartureOfTheDay, crewMembersOnDuty, spareCrew)
      `, `
      schedule(
        northPierGangway,
        firstDepartureOfTheDay,
        lastDepartureOfTheDay,
        crewMembersOnDuty,
        spareCrew,
      );
      `],
    ["chains by width", `
      const upcoming=departures.filter(departure=>departure.time>now).sort((a,b)=>a.time-b.time).slice(0,8).map(show)
      `, `
      const upcoming = departures
        .filter(departure => departure.time > now)
        .sort((a, b) => a.time - b.time)
        .slice(0, 8)
        .map(show);
      `],
    ["chains as written", `
      fetch(url)
      .then(a=>a.json())
        .then(show)
      const x = z
        .object({a:1})
        .strict()
      `, `
      fetch(url)
        .then(a => a.json())
        .then(show);
      const x = z
        .object({ a: 1 })
        .strict();
      `],
    ["short chains", `
      this.server.get('/tides').expect(200)
      $.ajax(url).done(show)
      `, `
      this.server.get("/tides").expect(200);
      $.ajax(url).done(show);
      `],
    ["arguments as written", `
      tide(
      a,b)
      `, `
      tide(
        a,
        b,
      );
      `],
  ]);
});

describe("functions as values", () => {
  fixtures("javascript", [
    ["a value that the author began beside the arrow and split goes on below it", `
      const pier = ferry => isLate(ferry)
        ? ferry.pier
        : ferry.berth;
      rows.filter(row => row.late
        && row.full);
      const berth = ferry =>
        isLate(ferry)
          ? ferry.pier
          : ferry.berth;
      `],
    ["arrows", `
      a=b=>c
      d=(e,f)=>({g:e})
      h=async i=>{await i}
      j=()=>k=>l=>{m()}
      `, `
      a = b => c;
      d = (e, f) => ({ g: e });
      h = async i => {
        await i;
      };
      j = () => k => l => {
        m();
      };
      `],
    ["long bodies", `
      const clears=(tide,draught,margin)=>tide.level-margin>=draught&&(tide.kind==='high'||tide.level>meanLevelOfTheYear)
      `, `
      const clears = (tide, draught, margin) =>
        tide.level - margin >= draught && (tide.kind === "high" || tide.level > meanLevelOfTheYear);
      `],
    ["calls as bodies", `
      const plan=(day,crew)=>gangways.map(gangway=>schedule(gangway,day,crew.slice(0,minimumCrewSize),firstDeparture,1))
      `, `
      const plan = (day, crew) => gangways.map(
        gangway => schedule(gangway, day, crew.slice(0, minimumCrewSize), firstDeparture, 1),
      );
      `],
    ["immediately called", `
      (function(){a()})()
      ;(()=>{b()})()
      `, `
      (function () {
        a();
      })();
      (() => {
        b();
      })();
      `],
  ]);
});

describe("literals", () => {
  fixtures("javascript", [
    ["objects", `
      a={b:1,'c':2,[d]:3,e,f(){},get g(){return 1},set g(h){},async*i(){},...j}
      `, `
      a = {
        b: 1,
        "c": 2,
        [d]: 3,
        e,
        f() {},
        get g() {
          return 1;
        },
        set g(h) {},
        async *i() {},
        ...j,
      };
      `],
    ["a closing comma behind a spread, none behind the rest of a pattern", `
      const {
      a,
      ...b
      } = c([
      ...d
      ]);
      [
      e,
      ...f
      ] = { g: [
      h,
      ...i
      ] };
      `, `
      const {
        a,
        ...b
      } = c([
        ...d,
      ]);
      [
        e,
        ...f
      ] = { g: [
        h,
        ...i,
      ] };
      `],
    ["objects as written", `
      a={
      b:1,c:2}
      d={e:1,
      f:2}
      `, `
      a = {
        b: 1,
        c: 2,
      };
      d = {
        e: 1,
        f: 2,
      };
      `],
    ["arrays", `
      a=[1,2,3]
      b=[ 'x' ,'y' ]
      c=[,a,,b]
      const [low, , high]=tides
      d=[[1,0],[0,1]]
      `, `
      a = [1, 2, 3];
      b = ["x", "y"];
      c = [, a, , b];
      const [low, , high] = tides;
      d = [[1, 0], [0, 1]];
      `],
    ["rows of numbers flow", `
      const levels=[0.4,0.6,0.9,1.3,1.8,2.2,2.6,2.9,3.1,3.1,2.9,2.6,2.2,1.8,1.3,0.9,0.6,0.4,0.3,0.3,0.4,0.6,0.9,1.3]
      `, `
      const levels = [
        0.4, 0.6, 0.9, 1.3, 1.8, 2.2, 2.6, 2.9, 3.1, 3.1, 2.9, 2.6, 2.2, 1.8, 1.3, 0.9, 0.6, 0.4, 0.3,
        0.3, 0.4, 0.6, 0.9, 1.3,
      ];
      `],
    ["rows of words stay in arrays, as the author has them", `
      const boats = [
        "Gull","Haven", "Tern",
        "Skua", "Knot"
      ];
      moor(
        "North", "South",
        "East", "Mole",
      );
      `, `
      const boats = [
        "Gull", "Haven", "Tern",
        "Skua", "Knot",
      ];
      moor(
        "North",
        "South",
        "East",
        "Mole",
      );
      `],
    ["strings", `
      a='it is';b='say "ahoy"';c='it\\'s';d="x"
      `, `
      a = "it is";
      b = 'say "ahoy"';
      c = "it's";
      d = "x";
      `],
    ["templates stay", `
      a=\`b \${ c+d } e\`
      f=tag\`g\${h}\`
      i=\`
        j \${k}
      \`
      `, `
      a = \`b \${ c+d } e\`;
      f = tag\`g\${h}\`;
      i = \`
        j \${k}
      \`;
      `],
    // Its last line has room, however long the first one is.
    [
      "a template of one line goes below what stands before it, as a string does, and one of several stays",
      `
      const rows = list.map(([pier, tide]) => \`\${pier.padEnd(11)} \${tide === "" ? "no tide" : tide} at the gauge of the old pier\`);
      const notice = \`The ferry from \${pier} to \${other} leaves at \${hour} and calls at \${calls.join(" and ")}\`;
      const board = \`The ferry from \${pier} to \${other} leaves at \${hour} and calls at \${calls.join(" and ")}
      \`;
      `,
      `
      const rows = list.map(
        ([pier, tide]) =>
          \`\${pier.padEnd(11)} \${tide === "" ? "no tide" : tide} at the gauge of the old pier\`,
      );
      const notice =
        \`The ferry from \${pier} to \${other} leaves at \${hour} and calls at \${calls.join(" and ")}\`;
      const board = \`The ferry from \${pier} to \${other} leaves at \${hour} and calls at \${calls.join(" and ")}
      \`;
      `,
    ],
    ["what follows a template stands behind its last line", `
      moor(mooring=kept["the mooring at the gangway by the north berth of the river, by day"]+\`
      \`,depth=1)
      `, `
      moor(mooring = kept["the mooring at the gangway by the north berth of the river, by day"] + \`
      \`, depth = 1);
      `],
    ["regular expressions", `
      a=/b\\/c[/]d/gi.test(e)
      f=g/h/i
      `, `
      a = /b\\/c[/]d/gi.test(e);
      f = g / h / i;
      `],
    ["numbers", `
      a=0xFF+1_000+1e-3+.5+5.+10n
      b=1..toString()
      c=1  .toFixed()+1_0 .x+1.1 .x+0xff
        .x
      `, `
      a = 0xFF + 1_000 + 1e-3 + .5 + 5. + 10n;
      b = 1..toString();
      c = 1 .toFixed() + 1_0 .x + 1.1.x + 0xff.x;
      `],
  ]);
});
