/** Numbers that look random and are the same in every run (a linear congruential generator, Knuth, TAOCP 2, 3.3.4). */
class Chance {
  constructor(private state: number) {}

  below(most: number): number {
    this.state = (Math.imul(this.state, 1_664_525) + 1_013_904_223) >>> 0;
    return (this.state >>> 8) % most;
  }

  of<T>(all: readonly T[]): T {
    return all[this.below(all.length)]!;
  }
}

const NAMES = ["tide", "berth", "ferry", "pier", "seats", "crew"] as const;
const TEXTS = ["Low water", "Gullhaven Ferry", "No boats today", "Mind the gangway"] as const;

/** A page as its lines: each with the depth at which it stands. */
type Rows = (readonly [depth: number, row: string])[];

/** Pages written by the rules of one form, line by line, so that where each line stands is known before it is laid out. */
abstract class Writer {
  protected readonly rows: Rows = [];
  protected readonly chance: Chance;

  constructor(seed: number) {
    this.chance = new Chance(seed * 7_919 + 1);
  }

  protected abstract head(): void;
  protected abstract block(depth: number): void;
  protected abstract value(): string;

  write(): Rows {
    this.head();
    for (let i = 2 + this.chance.below(4); i > 0; i--) this.markup(0);
    return this.rows;
  }

  protected add(depth: number, row: string): void {
    this.rows.push([depth, row]);
  }

  protected name(): string {
    return this.chance.of(NAMES);
  }

  protected inside(depth: number, one: (depth: number) => void): void {
    for (let i = 1 + this.chance.below(3); i > 0; i--) one(depth + 1);
  }

  protected markup(depth: number): void {
    const { chance } = this;
    const child = (inner: number): void => this.markup(inner);
    switch (chance.below(depth > 4 ? 4 : 9)) {
      case 0: return this.add(depth, `<p>${chance.of(TEXTS)} ${this.value()}</p>`);
      case 1: return this.add(
        depth,
        `<input type="text" name="${this.name()}" value="${this.value()}" />`,
      );
      case 2: return this.add(depth, `<h2 class="${this.name()}">${chance.of(TEXTS)}</h2>`);
      case 3: return this.add(depth, "<hr>");
      case 4:
        this.add(depth, `<ul id="${this.name()}">`);
        this.inside(depth, (inner) => this.add(inner, `<li>${this.value()}</li>`));
        return this.add(depth, "</ul>");
      case 5:
      case 6: {
        const tag = chance.of(["div", "section", "form", "article"]);
        this.add(depth, `<${tag} class="${this.name()}">`);
        this.inside(depth, child);
        return this.add(depth, `</${tag}>`);
      }
      default: return this.block(depth);
    }
  }
}

class AtWriter extends Writer {
  protected head(): void {
    this.add(0, "@using Gullhaven.Ferries");
    if (this.chance.below(2) === 0) this.add(0, "@model TimetableView");
    if (this.chance.below(3) === 0) {
      this.add(0, "@functions {");
      this.add(1, "private int Free(int seats)");
      this.add(1, "{");
      this.add(2, "return seats - taken;");
      this.add(1, "}");
      this.add(0, "}");
    }
  }

  protected value(): string {
    const [a, b] = [this.name(), this.name()];
    return this.chance.of([
      `@Model.${a}`,
      `@(${a} + ${b})`,
      `@Html.Show("${a}", ${b})`,
      `@${a}[0].Name`,
    ]);
  }

  protected block(depth: number): void {
    this.code(depth, "@");
  }

  /** A block of code; within code no sign stands before it. */
  private code(depth: number, sign: string): void {
    const [a, b] = [this.name(), this.name()];
    const inner = (deeper: number): void => this.inCode(deeper);
    switch (this.chance.below(depth > 4 ? 2 : 5)) {
      case 0:
        this.add(depth, sign === "" ? `${a} = ${b};` : `@* ${a} *@`);
        return;
      case 1:
        if (sign === "") return this.add(depth, `Wait(${a}, "${b}");`);
        this.add(depth, "@{");
        this.inside(depth, inner);
        return this.add(depth, "}");
      case 2:
        this.add(depth, `${sign}if (${a} > ${b}) {`);
        this.inside(depth, inner);
        if (this.chance.below(2) === 0) {
          this.add(depth, "} else {");
          this.inside(depth, inner);
        }
        return this.add(depth, "}");
      case 3:
        this.add(depth, `${sign}foreach (var ${a} in ${b}.All) {`);
        this.inside(depth, inner);
        return this.add(depth, "}");
      default:
        this.add(depth, `${sign}switch (${a}) {`);
        for (const label of ["case 1:", "default:"]) {
          this.add(depth + 1, label);
          this.inCode(depth + 2);
          this.add(depth + 2, "break;");
        }
        return this.add(depth, "}");
    }
  }

  private inCode(depth: number): void {
    if (this.chance.below(2) === 0) this.code(depth, "");
    else this.add(depth, `<p>${this.chance.of(TEXTS)} ${this.value()}</p>`);
  }
}

class IslandWriter extends Writer {
  protected head(): void {
    this.add(0, '<%@ Page Language="C#" Inherits="Gullhaven.Timetable" %>');
    if (this.chance.below(2) === 0)
      this.add(0, '<%@ Register TagPrefix="pier" Src="Board.ascx" %>');
  }

  protected value(): string {
    const name = this.name();
    return this.chance.of([`<%= ${name} %>`, `<%: ${name}.Name %>`, `<%# Show("${name}") %>`]);
  }

  protected block(depth: number): void {
    const [a, b] = [this.name(), this.name()];
    const inner = (deeper: number): void => this.markup(deeper);
    switch (this.chance.below(depth > 4 ? 2 : 4)) {
      case 0: return this.add(depth, `<% Wait(${a}, "${b}"); %>`);
      case 1: return this.add(
        depth,
        `<asp:Label runat="server" ID="${a}" Text="${this.chance.of(TEXTS)}" />`,
      );
      case 2:
        this.add(depth, `<% foreach (var ${a} in ${b}.All) { %>`);
        this.inside(depth, inner);
        return this.add(depth, "<% } %>");
      default:
        this.add(depth, `<% if (${a} > ${b}) { %>`);
        this.inside(depth, inner);
        if (this.chance.below(2) === 0) {
          this.add(depth, "<% } else { %>");
          this.inside(depth, inner);
        }
        return this.add(depth, "<% } %>");
    }
  }
}

export interface WrittenPage {
  /** As it is laid out. */
  readonly wanted: string;
  /** With the indentation of all lines lost. */
  readonly flush: string;
}

/** The page of a form that a number stands for. */
export function writtenPage(form: "aspx" | "razor", seed: number): WrittenPage {
  const rows = (form === "razor" ? new AtWriter(seed) : new IslandWriter(seed)).write();
  const text = (step: number): string =>
    rows.map(([depth, row]) => `${" ".repeat(step * depth)}${row}\n`).join("");
  return { wanted: text(4), flush: text(0) };
}
