/**
 * What this tablet heard of a lesson, to show it again after a reload without a network. What is on its way to the server lies
 * in the queue; this is a copy to look at, and its loss loses nothing that was said.
 */
import { newLiveNoteSchema, type SaidNote } from '@keel/core';
import { useCallback, useState } from 'react';

const nameOf = (lessonId: string): string => `keel.seat.said.${lessonId}`;

function readLog(lessonId: string): SaidNote[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(nameOf(lessonId)) ?? '[]');
    if (!Array.isArray(kept)) return [];
    return kept.flatMap((one: unknown) => {
      const read = newLiveNoteSchema.safeParse(one);
      return read.success ? [{ ...read.data, undone: (one as { undone?: unknown }).undone === true }] : [];
    });
  } catch {
    return [];
  }
}

export function useSeatLog(lessonId: string) {
  const [said, setSaid] = useState<readonly SaidNote[]>(() => readLog(lessonId));
  const change = useCallback(
    (next: (before: readonly SaidNote[]) => readonly SaidNote[]) =>
      setSaid((before) => {
        const after = next(before);
        try {
          localStorage.setItem(nameOf(lessonId), JSON.stringify(after));
        } catch {
          // Full: the queue has it all the same.
        }
        return after;
      }),
    [lessonId],
  );
  const add = useCallback((note: SaidNote) => change((before) => [...before, note]), [change]);
  const undo = useCallback(
    (id: string) => change((before) => before.map((one) => (one.id === id ? { ...one, undone: true } : one))),
    [change],
  );
  return { said, add, undo };
}
