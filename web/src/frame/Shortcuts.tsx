/** The list of shortcuts opens on `?`. */
import { lazy, Suspense, useEffect } from 'react';
import { SHORTCUTS, useSingleKeys } from './shortcuts.ts';

const ShortcutList = lazy(async () => ({ default: (await import('./ShortcutList.tsx')).ShortcutList }));

export function Shortcuts({ opened, setOpened }: { opened: boolean; setOpened: (opened: boolean) => void }) {
  const [single] = useSingleKeys();
  useEffect(() => {
    // Where the question mark lies differs from keyboard to keyboard: what counts is the character.
    const listen = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.closest('input, textarea, select');
      if (single && event.key === SHORTCUTS.help.keys[0] && !typing) setOpened(true);
    };
    document.addEventListener('keydown', listen);
    return () => document.removeEventListener('keydown', listen);
  }, [setOpened, single]);
  return (
    opened && (
      <Suspense>
        <ShortcutList close={() => setOpened(false)} />
      </Suspense>
    )
  );
}
