/** What does something of its own with letters: they are written there, or jump to what begins with them. */
const TAKES_LETTERS = ['input', 'textarea', '[contenteditable]']
  .concat(['dialog', 'listbox', 'menu', 'combobox', 'option', 'menuitem'].map((role) => `[role=${role}]`))
  .join();

/** Whether a key that stands for a letter was pressed by itself, where nothing else takes letters. */
export function isPlainKey({ key, ctrlKey, metaKey, altKey, target }: KeyboardEvent, letter: string): boolean {
  const isTaken = target instanceof HTMLElement && target.closest(TAKES_LETTERS) !== null;
  return key === letter && !ctrlKey && !metaKey && !altKey && !isTaken;
}
