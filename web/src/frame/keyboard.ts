/** Whose a pressed key is: the field's that has the keyboard, or the page's. */

const WRITTEN = 'textarea, select, [contenteditable="true"], input:not([type="radio"], [type="checkbox"])';
const CHOSEN = 'input[type="radio"], input[type="checkbox"]';
const CHOOSES = [' ', 'ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'];

/** A field that is written in takes every key; a choice only those that choose, and leaves the letters to the page. */
export function belongsToField({ target, key }: Pick<KeyboardEvent, 'target' | 'key'>): boolean {
  if (!target || !('closest' in target)) return false;
  const field = target as Element;
  if (field.closest(WRITTEN)) return true;
  return CHOOSES.includes(key) && field.closest(CHOSEN) !== null;
}

/**
 * After a choice was made by hand the keyboard is the page's again: who then flies by the arrows is not to change the choice.
 * Whoever came there by keys stays there.
 * @returns stops it.
 */
export function handKeyboardBack(): () => void {
  const clicked = ({ detail }: MouseEvent) => {
    // A click that a key made has no count.
    if (detail === 0) return;
    setTimeout(() => {
      const now = document.activeElement;
      if (now instanceof HTMLElement && now.matches(CHOSEN)) now.blur();
    });
  };
  addEventListener('click', clicked);
  return () => removeEventListener('click', clicked);
}
