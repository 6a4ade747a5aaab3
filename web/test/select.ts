/** Fields and buttons of a screen as a person finds them: by their words. */
export const button = (element: HTMLElement, name: string): HTMLButtonElement => {
  const found = [...element.querySelectorAll('button')].find(
    (each) => (each.getAttribute('aria-label') ?? each.textContent).trim() === name,
  );
  if (!found) throw new Error(`There is no button “${name}”.`);
  return found;
};

/** Fields whose label, or accessible name, begins with these words. */
export const fields = (element: HTMLElement, name: string): (HTMLInputElement | HTMLSelectElement)[] =>
  [...element.querySelectorAll<HTMLInputElement | HTMLSelectElement>('input, select')].filter((each) =>
    (each.getAttribute('aria-label') ?? each.closest('label')?.textContent ?? '').trim().startsWith(name),
  );

/** Writes into a field, or chooses in it, the way a browser tells of it. */
export function fill(element: HTMLElement, name: string, value: string, nth = 0): void {
  const field = fields(element, name)[nth];
  if (!field) throw new Error(`There is no field “${name}”.`);
  field.value = value;
  for (const type of ['input', 'change']) field.dispatchEvent(new Event(type));
}
