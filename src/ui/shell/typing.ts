/** When single letters are for whoever types, and when they go somewhere. */
const OFF = 'libellus letters off';

/** Whether a key is typed into something: a field, words, or a list that letters are looked up in. */
export function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName)) return true;
  return target.closest('[role="menu"], [role="listbox"], [role="combobox"]') !== null;
}

/** Whether single letters act in this browser: whoever speaks to it, or whose hand shakes, can turn them off (WCAG 2.2, 2.1.4). */
export const lettersAct = (): boolean => localStorage.getItem(OFF) === null;

export function letLettersAct(on: boolean): void {
  if (on) localStorage.removeItem(OFF);
  else localStorage.setItem(OFF, '1');
}
