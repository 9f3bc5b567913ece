/** The recorder of a lesson in the right seat: begun, gone on with, ended, sent. */
import type { Lesson, Listening } from '@keel/core';
import { useCallback, useEffect, useState, useSyncExternalStore } from 'react';
import { type LogSession, sessionsOf } from './log-store.ts';
import { beginRecording, endRecording, goOn, motionAllowed, onRecorder, recorderState } from './recorder.ts';
import { sendLog } from './send-log.ts';
import type { Mount } from './sensor-rows.ts';

export function useRecorder(lesson: Lesson, by: string) {
  const state = useSyncExternalStore(onRecorder, recorderState);
  const [sessions, setSessions] = useState<readonly LogSession[]>([]);
  const [sending, setSending] = useState<number | null>(null);
  const here = state.session?.lessonId === lesson.id;
  const look = useCallback(
    () =>
      sessionsOf(by, lesson.id)
        .then(setSessions)
        .catch(() => undefined),
    [by, lesson.id],
  );

  // One that was never ended goes on, where nobody has to be asked.
  useEffect(() => {
    void sessionsOf(by, lesson.id)
      .then(async (all) => {
        setSessions(all);
        const open = all.find(({ endedMs }) => endedMs === null);
        if (open && (await motionAllowed())) await goOn(open);
      })
      .catch(() => undefined);
  }, [by, lesson.id]);

  const waiting = sessions.find(
    ({ endedMs, recordingId, refused }) => endedMs !== null && recordingId === null && refused === null,
  );
  const send = useCallback(
    async (session: LogSession) => {
      setSending(0);
      await sendLog(session, lesson, setSending);
      setSending(null);
      await look();
    },
    [lesson, look],
  );
  // As soon as there is a network again.
  useEffect(() => {
    if (!waiting) return;
    const back = () => void send(waiting);
    addEventListener('online', back);
    return () => removeEventListener('online', back);
  }, [waiting, send]);

  return {
    state: here ? state : null,
    /** Begun on this device and not ended: it waits for a tap. */
    open: here ? null : (sessions.find(({ endedMs }) => endedMs === null) ?? null),
    waiting: waiting ?? null,
    refused: sessions.find(({ refused }) => refused !== null) ?? null,
    sent: sessions.findLast(({ recordingId }) => recordingId !== null) ?? null,
    sending,
    begin: (mount: Mount, listening: Listening | null) =>
      beginRecording(by, lesson.id, mount, listening).then(look),
    goOn: (session: LogSession) => goOn(session),
    end: async () => {
      const ended = await endRecording();
      await look();
      if (ended) await send(ended);
    },
    send,
  };
}
export type LessonRecorder = ReturnType<typeof useRecorder>;
