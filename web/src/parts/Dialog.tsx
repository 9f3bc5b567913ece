/** A dialog: when it goes, the keyboard is where it was on the page. */
import { Modal, type ModalProps } from '@mantine/core';
import { useLayoutEffect } from 'react';

/** What had the keyboard last on the page itself: an item of a menu is gone once it is chosen, what opened the menu is not. */
let onPage: HTMLElement | null = null;
document.addEventListener('focusin', ({ target }) => {
  if (target instanceof HTMLElement && !target.closest('[role="dialog"], [role="menu"]')) onPage = target;
});

export function Dialog({ opened = true, ...props }: Omit<ModalProps, 'opened'> & { opened?: boolean }) {
  // Before anything in it takes the keyboard.
  useLayoutEffect(() => {
    if (!opened) return;
    const at = onPage;
    return () => {
      // After what closes it is done with the keyboard, and only where nothing else has taken it.
      setTimeout(() => {
        if (document.activeElement === document.body) at?.focus({ preventScroll: true });
      });
    };
  }, [opened]);
  return <Modal opened={opened} returnFocus={false} {...props} />;
}
