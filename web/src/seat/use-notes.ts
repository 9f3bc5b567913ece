/** Notes of a lesson in the airplane: tapped, kept at once, sent as soon as the server answers. */
import { type LiveNoteBody, type SaidNote, VOICE_NOTE } from '@keel/core';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { answered, api, mayPass, read } from '../api/client.ts';
import { openQueue, type Queue, type Waiting } from '../api/queue.ts';
import { askServerClock, serverNow } from './server-clock.ts';
import { useSeatLog } from './use-seat-log.ts';

/** What is tapped in the airplane: a note, its sound, or that it was not meant. */
type Tapped =
  | { kind: 'note'; body: LiveNoteBody }
  | { kind: 'voice'; type: string; bytes: ArrayBuffer }
  | { kind: 'undo' };
type WaitingNote = Waiting<Tapped>;
const isTapped = (what: unknown): what is Tapped => ['note', 'voice', 'undo'].includes((what as Tapped).kind);

async function send({ id, about: lessonId, atMs, what }: WaitingNote): Promise<void> {
  const param = { id: lessonId };
  if (what.kind === 'note')
    await read(api.lessons[':id'].notes.$post({ param, json: { id, atMs, body: what.body } }));
  else if (what.kind === 'voice')
    await answered(
      api.notes[':noteId'].voice.$put(
        { param: { noteId: id } },
        // Sound is neither a form nor JSON: it goes as it is.
        { init: { body: what.bytes, headers: { 'Content-Type': what.type } } },
      ),
    );
  else await answered(api.lessons[':id'].notes[':noteId'].$delete({ param: { ...param, noteId: id } }));
}

const queues = new Map<string, Queue<Tapped>>();
const queueOf = (by: string): Queue<Tapped> => {
  const known = queues.get(by);
  if (known) return known;
  const queue = openQueue({ by, isOurs: isTapped, send, mayPass });
  queues.set(by, queue);
  return queue;
};

export interface Notes {
  waiting: number;
  /** The server does not answer just now. */
  away: boolean;
  refused: readonly WaitingNote[];
  /** What was tapped of this lesson and can be undone, latest last. */
  tapped: readonly { id: string; text: string }[];
  /** All that this tablet heard of the lesson, those undone among them. */
  said: readonly SaidNote[];
  say: (body: LiveNoteBody, text: string) => void;
  /** A mark with its sound. */
  speak: (sound: Blob, fromMs: number) => void;
  undo: () => void;
}

/** The last of what was tapped, so that a tap has an answer. */
export const keptText = ({ tapped }: Pick<Notes, 'tapped'>): string =>
  `kept: ${tapped
    .slice(-4)
    .map(({ text }) => text)
    .join(', ')}`;

export function useNotes(lessonId: string, by: string): Notes {
  const queue = useMemo(() => queueOf(by), [by]);
  const [waiting, setWaiting] = useState<WaitingNote[]>([]);
  const log = useSeatLog(lessonId);
  const [tapped, setTapped] = useState<{ id: string; text: string }[]>(() =>
    log.said
      .filter(({ undone }) => !undone)
      .map(({ id, body }) => ({ id, text: body.kind === 'mark' ? body.text : 'what was tapped before' })),
  );
  useEffect(() => {
    let gone = false;
    const look = () =>
      void queue.all().then((notes) => gone || setWaiting(notes.filter(({ about }) => about === lessonId)));
    look();
    void queue.send();
    askServerClock().catch(() => undefined);
    const back = () => {
      void queue.send();
      askServerClock().catch(() => undefined);
    };
    addEventListener('online', back);
    const stop = queue.subscribe(look);
    return () => {
      gone = true;
      stop();
      removeEventListener('online', back);
    };
  }, [queue, lessonId]);
  const say = useCallback(
    (body: LiveNoteBody, text: string) => {
      navigator.vibrate?.(30);
      const [id, atMs] = [crypto.randomUUID(), serverNow()];
      log.add({ id, atMs, body, undone: false });
      void queue
        .add({ about: lessonId, atMs, what: { kind: 'note', body } }, id)
        .then(() => setTapped((before) => [...before, { id, text }]));
    },
    [queue, lessonId, log.add],
  );
  const speak = useCallback(
    async (sound: Blob, fromMs: number) => {
      const bytes = await sound.arrayBuffer();
      const body = { kind: 'mark', text: VOICE_NOTE } as const;
      const id = await queue.add({ about: lessonId, atMs: fromMs, what: { kind: 'note', body } });
      await queue.add(
        { about: lessonId, atMs: fromMs, what: { kind: 'voice', type: sound.type, bytes } },
        id,
      );
      setTapped((before) => [...before, { id, text: VOICE_NOTE }]);
    },
    [queue, lessonId],
  );
  const undo = useCallback(() => {
    const last = tapped.at(-1);
    if (!last) return;
    setTapped((before) => before.slice(0, -1));
    log.undo(last.id);
    const undone = { about: lessonId, atMs: Date.now(), what: { kind: 'undo' as const } };
    void queue
      .forget(last.id, ({ kind }) => kind === 'note')
      .then(async (here) => {
        if (!here) await queue.add(undone, last.id);
      });
  }, [queue, lessonId, tapped, log.undo]);
  return {
    waiting: waiting.filter(({ refused, what }) => refused === undefined && what.kind !== 'voice').length,
    away: queue.away(),
    refused: waiting.filter(({ refused }) => refused !== undefined),
    tapped,
    said: log.said,
    say,
    speak,
    undo,
  };
}
