/** Saying something of an attempt: shown at once, kept on the server as soon as it can be. */
import {
  type AttemptScore,
  changesAttempts,
  type Me,
  type RecordingView,
  type StatementBody,
} from '@keel/core';
import { notifications } from '@mantine/notifications';
import { useEffect, useMemo, useState } from 'react';
import { mutate } from 'swr';
import { api, mayPass, messageOf, read } from '../api/client.ts';
import { useMe } from '../api/hooks.ts';
import { openQueue, type Queue } from '../api/queue.ts';
import { isSaid, type Said, takeOlder, type Word, withWaiting } from './waiting-words.ts';

type WithoutInterval<T> = T extends unknown ? Omit<T, 'startS' | 'endS' | 'maneuver'> : never;
export type NewStatement = WithoutInterval<StatementBody>;
export type AddStatement = (body: NewStatement) => Promise<boolean>;

const queues = new Map<string, Queue<Said>>();

const notKept = (error: unknown) =>
  notifications.show({ color: 'red', title: 'Not saved', message: messageOf(error) });

async function post({ id, about: recordingId, what: { body } }: Word): Promise<void> {
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
function queueOf({ id: by }: Me): Queue<Said> {
  const known = queues.get(by);
  if (known) return known;
  const queue = openQueue({ by, isOurs: isSaid, send: post, mayPass });
  queues.set(by, queue);
  void takeOlder(queue, localStorage, by).then(() => queue.send());
  return queue;
}

const NONE: readonly Word[] = [];

/** Everything of this person's that waits, or was refused. */
function useWords(): { queue: Queue<Said> | undefined; words: readonly Word[] } {
  const { data: me } = useMe();
  const queue = me && queueOf(me);
  const [words, setWords] = useState<readonly Word[]>(NONE);
  useEffect(() => {
    if (!queue) return;
    let gone = false;
    const look = () => void queue.all().then((all) => gone || setWords(all.length > 0 ? all : NONE));
    look();
    const stop = queue.subscribe(look);
    return () => {
      gone = true;
      stop();
    };
  }, [queue]);
  return { queue, words };
}

/** A recording with everything said of it, what is still on its way included, and how many words that is. */
export function useSaid(recording: RecordingView): { recording: RecordingView; waiting: number } {
  const { data: me } = useMe();
  const { words } = useWords();
  return useMemo(() => {
    if (!me) return { recording, waiting: 0 };
    const statements = withWaiting(recording.statements, words, recording.id, me);
    const waiting = words.filter(({ refused }) => refused === undefined).length;
    return { recording: { ...recording, statements }, waiting };
  }, [recording, words, me]);
}

/** Words that the server would not have, for good, of whatever recording; and how to put one away that was seen. */
export function useRefused(): { words: readonly Word[]; dismiss: (id: string) => void } {
  const { queue, words } = useWords();
  return {
    words: words.filter(({ refused }) => refused !== undefined),
    dismiss: (id) => void queue?.forget(id),
  };
}

/** Of any interval of a recording. Resolves to whether it is kept, here or on the server. */
export function useAddStatementTo(recording: RecordingView): (body: StatementBody) => Promise<boolean> {
  const { data: me } = useMe();
  return async (body) => {
    if (!me) return false;
    const fate = await queueOf(me).say({
      about: recording.id,
      atMs: Date.now(),
      what: { kind: 'statement', body },
    });
    if (fate === 'waiting')
      notifications.show({
        id: 'words-wait',
        message:
          'The server does not answer. Your entries are stored on this device and will be sent automatically.',
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
