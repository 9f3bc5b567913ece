/** Asks before what is typed and not yet saved is left behind. */
import { Button } from '@mantine/core';
import { useCallback } from 'react';
import { useBeforeUnload, useBlocker } from 'react-router';
import { Dialog } from '../parts/Dialog.tsx';

/** Given to `navigate` by whoever has just saved. */
export const SAVED = { saved: true };

export function AskBeforeLeaving({ unsaved, what }: { unsaved: boolean; what: string }) {
  const blocker = useBlocker(
    ({ currentLocation, nextLocation }) =>
      unsaved && currentLocation.pathname !== nextLocation.pathname && !nextLocation.state?.saved,
  );
  useBeforeUnload(useCallback((event) => unsaved && event.preventDefault(), [unsaved]));
  return (
    <Dialog
      opened={blocker.state === 'blocked'}
      onClose={() => blocker.reset?.()}
      title={<strong>Not saved yet</strong>}
    >
      <p>{what} was changed and not saved. Leave, and the changes are gone.</p>
      <div className="actions">
        <Button variant="default" onClick={() => blocker.proceed?.()}>
          Leave without saving
        </Button>
        <Button onClick={() => blocker.reset?.()} data-autofocus>
          Stay here
        </Button>
      </div>
    </Dialog>
  );
}
