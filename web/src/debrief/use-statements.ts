/** Saying something of an attempt: shown at once, kept on the server as soon as it can be. */
import {
  type AttemptScore,
  changesAttempts,
  type Me,
  type RecordingView,
  type StatementBody,
} from '@keel/core';
import { notifications } from '@mantine/notifications';
import { useMemo, useSyncExternalStore } from 'react';
import { mutate } from 'swr';
import { ApiError, api, messageOf, read } from '../api/client.ts';
import { useMe } from '../api/hooks.ts';
import { makeOutbox, type Outbox, type Word, withWaiting } from './outbox.ts';

type WithoutInterval<T> = T extends unknown ? Omit<T, 'startS' | 'endS' | 'maneuver'> : never;
export type NewStatement = WithoutInterval<StatementBody>;
export type AddStatement = (body: NewStatement) => Promise<boolean>;

const NONE: readonly Word[] = [];
const outboxes = new Map<string, Outbox>();

const notKept = (error: unknown) =>
  notifications.show({ color: 'red', title: 'Not kept', message: messageOf(error) });

async function post({ id, recordingId, body }: Word): Promise<void> {
  const statements = await read(
    api.recordings[':id'].statements.$post({ param: { id: recordingId }, json: { id, body } }),
  );
  const at = `/recordings/${recordingId}`;
  // An edit changes the score itself, so that is fetched anew; until it is there the old one stays in sight.
  if (changesAttempts(body.kind)) await mutate(at);
  else
    await mutate(at, (before: RecordingView | undefined) => before && { ...before, statements }, {
      revalidate: false,
    });
}

/** The words of whoever is signed in; another’s on the same device wait until they come back. */
function outboxOf({ id }: Me): Outbox {
  const known = outboxes.get(id);
  if (known) return known;
  const outbox = makeOutbox({
    storage: localStorage,
    name: `keel.words.${id}`,
    post,
    mayPass: (error) => error instanceof ApiError && error.mayPass,
    refused: (_word, error) => notKept(error),
  });
  outboxes.set(id, outbox);
  outbox.send();
  return outbox;
}

/** A recording with everything said of it, what is still on its way included, and how many words that is. */
export function useSaid(recording: RecordingView): { recording: RecordingView; waiting: number } {
  const { data: me } = useMe();
  const outbox = me && outboxOf(me);
  const words = useSyncExternalStore(outbox?.subscribe ?? (() => () => {}), outbox?.words ?? (() => NONE));
  return useMemo(() => {
    if (!me) return { recording, waiting: 0 };
    const statements = withWaiting(recording.statements, words, recording.id, me);
    return { recording: { ...recording, statements }, waiting: words.length };
  }, [recording, words, me]);
}

/** Of any interval of a recording. Resolves to whether it is kept, here or on the server. */
export function useAddStatementTo(recording: RecordingView): (body: StatementBody) => Promise<boolean> {
  const { data: me } = useMe();
  return async (body) => {
    if (!me) return false;
    const fate = await outboxOf(me).say(recording.id, body);
    if (fate === 'waiting')
      notifications.show({
        id: 'words-wait',
        message: 'The server does not answer. What you said is kept on this device and goes by itself.',
      });
    if (fate === 'kept' || fate === 'waiting') return true;
    notKept(fate.refused);
    return false;
  };
}

/** Of one attempt. */
export function useAddStatement(
  recording: RecordingView,
  { startS, endS, maneuver }: AttemptScore,
): AddStatement {
  const addStatement = useAddStatementTo(recording);
  return (body) => addStatement({ ...body, startS, endS, maneuver } as StatementBody);
}
