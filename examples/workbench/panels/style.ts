import { STYLE_SCHEMA, type OptionSchema, type Style } from "oak-tide/core";
import { copies, element, find } from "./dom.js";

type Name = keyof Style;
type Value = Style[Name];
/** What every control of the library has. */
type Control = HTMLElement & { value: string };

/** Words for options that a person reads. */
const label = (name: string): string =>
  name.charAt(0).toUpperCase()
  + name.slice(1).replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

/** Controls of the style, made from its schema, and the style file that they amount to. */
export class StylePanel {
  private current: Partial<Style> = {};

  /** @param changed is told of the style that was chosen. */
  constructor(private readonly changed: (style: Partial<Style>) => void) {
    const names = Object.keys(STYLE_SCHEMA) as Name[];
    find("style-controls").replaceChildren(
      ...names.map((name) => this.control(name, STYLE_SCHEMA[name])),
    );
    copies("style-copy", () => find("style-file").textContent);
    find("style-reset").addEventListener("click", () => {
      this.set({});
      this.changed({});
    });
  }

  get style(): Partial<Style> {
    return this.current;
  }

  /** Shows a style that was chosen elsewhere. */
  set(style: Partial<Style>): void {
    this.current = style;
    for (const name of Object.keys(STYLE_SCHEMA) as Name[]) {
      const value = style[name];
      (find(`style-${name}`) as Control).value = value === undefined ? "" : String(value);
    }
    this.showFile();
  }

  /** Shows what acts where nothing is chosen. */
  showActing(style: Style): void {
    for (const name of Object.keys(STYLE_SCHEMA) as Name[])
      find(`style-${name}`).setAttribute("placeholder", String(style[name]));
  }

  private control(name: Name, schema: OptionSchema): HTMLElement {
    const control = schema.minimum !== undefined
      ? this.numberOf(name, schema)
      : this.choiceOf(name, schema);
    control.id = `style-${name}`;
    control.setAttribute("label", label(name));
    control.setAttribute("size", "small");
    control.title = schema.description;
    return control;
  }

  private numberOf(name: Name, { minimum }: OptionSchema): HTMLElement {
    const input = element("sl-input", { type: "number", min: minimum ?? 0, inputmode: "numeric" });
    input.addEventListener("sl-change", () => {
      const value = Number(input.value);
      const isValue = input.value !== "" && Number.isInteger(value) && value >= (minimum ?? 0);
      if (!isValue) input.value = "";
      this.choose(name, isValue ? value : undefined);
    });
    return input as unknown as HTMLElement;
  }

  private choiceOf(name: Name, schema: OptionSchema): HTMLElement {
    const values = schema.enum ?? ["true", "false"];
    const select = element(
      "sl-select",
      { hoist: true, clearable: true },
      ...values.map((value) => element("sl-option", { value: String(value) }, String(value))),
    );
    select.addEventListener("sl-change", () => {
      const value = select.value as string;
      this.choose(
        name,
        value === "" ? undefined : schema.type === "boolean" ? value === "true" : value as Value,
      );
    });
    return select;
  }

  private choose(name: Name, value: Value | undefined): void {
    const { [name]: _, ...others } = this.current;
    this.current = value === undefined ? others : { ...others, [name]: value };
    this.showFile();
    this.changed(this.current);
  }

  private showFile(): void {
    find("style-file").textContent = `${JSON.stringify(this.current, null, 2)}\n`;
  }
}
