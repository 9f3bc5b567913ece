/** Keys of the trainer: none while somebody types, none with a modifier; all let go when the window loses the keyboard. */
import { belongsToField } from '../../frame/keyboard.ts';

const OPEN = '[role="dialog"], [role="menu"], [role="listbox"]';

interface Keys {
  /** @param key lower case. */
  down: (key: string, event: KeyboardEvent) => void;
  up: (key: string) => void;
  letGo: () => void;
}

/** @returns stops listening. */
export function listenToKeys({ down, up, letGo }: Keys): () => void {
  const pressed = (event: KeyboardEvent) => {
    if (belongsToField(event)) return;
    if (event.target instanceof HTMLElement && event.target.closest(OPEN)) return;
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    down(event.key.toLowerCase(), event);
  };
  const released = (event: KeyboardEvent) => up(event.key.toLowerCase());
  addEventListener('keydown', pressed);
  addEventListener('keyup', released);
  addEventListener('blur', letGo);
  return () => {
    removeEventListener('keydown', pressed);
    removeEventListener('keyup', released);
    removeEventListener('blur', letGo);
  };
}
