/** Saying something of an attempt: shown at once, kept on the server as soon as it can be. */
import {
  type AttemptScore,
  changesAttempts,
  type Me,
  type RecordingView,
  type StatementBody,
} from '@keel/core';
import { notifications } from '@mantine/notifications';
import { useCallback, useEffect, useMemo, useState } from 'react';
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
  notifications.show({ color: 'red', title: 'Not kept', message: messageOf(error) });

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

export interface SaidOf {
  /** With everything said of it, what is still on its way included. */
  recording: RecordingView;
  /** How many words are on their way, of this recording and others. */
  waiting: number;
  /** Words of this recording that the server would not have, for good. */
  refused: readonly Word[];
  /** Whoever said it has seen it: it need not be kept any longer. */
  dismiss: (id: string) => void;
}

export function useSaid(recording: RecordingView): SaidOf {
  const { data: me } = useMe();
  const queue = me && queueOf(me);
  const [words, setWords] = useState<readonly Word[]>([]);
  useEffect(() => {
    if (!queue) return;
    let gone = false;
    const look = () => void queue.all().then((all) => gone || setWords(all));
    look();
    const stop = queue.subscribe(look);
    return () => {
      gone = true;
      stop();
    };
  }, [queue]);
  const dismiss = useCallback((id: string) => void queue?.forget(id), [queue]);
  return useMemo(() => {
    if (!me) return { recording, waiting: 0, refused: [], dismiss };
    const statements = withWaiting(recording.statements, words, recording.id, me);
    return {
      recording: { ...recording, statements },
      waiting: words.filter(({ refused }) => refused === undefined).length,
      refused: words.filter(({ about, refused }) => about === recording.id && refused !== undefined),
      dismiss,
    };
  }, [recording, words, me, dismiss]);
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
