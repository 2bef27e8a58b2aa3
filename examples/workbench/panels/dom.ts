/** The element of the page with an identifier. */
export const find = <E extends HTMLElement>(id: string): E => document.getElementById(id) as E;

/** A new element with properties and children. */
export function element<N extends keyof HTMLElementTagNameMap>(
  name: N,
  properties: Partial<HTMLElementTagNameMap[N]> & { readonly role?: string },
  ...children: (Node | string)[]
): HTMLElementTagNameMap[N] {
  const made = Object.assign(document.createElement(name), properties);
  made.append(...children);
  return made;
}

/** Has a button copy a text, and say so for a moment. */
export function copies(id: string, text: () => string): void {
  const button = find(id);
  const label = button.textContent;
  button.addEventListener("click", async () => {
    await navigator.clipboard.writeText(text());
    button.textContent = "Copied";
    setTimeout(() => (button.textContent = label), 1500);
  });
}
