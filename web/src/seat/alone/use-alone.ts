/** The lesson in the right seat where no device tells what is flown: which maneuver, which attempt, what was said of it. */
import {
  findRoom,
  type Lesson,
  type LiveNoteBody,
  type ManeuverId,
  type SeatAttempt,
  seatAttempts,
  type TargetCard,
  variantWords,
} from '@keel/core';
import { useMemo, useState } from 'react';
import { serverNow } from '../server-clock.ts';
import type { Notes } from '../use-notes.ts';

/** What is flown now, or was chosen to be flown next. */
interface Chosen {
  maneuver: ManeuverId;
  variant: string | null;
}
export interface Running extends Chosen {
  attempt: string;
  beganMs: number;
}

/** An attempt that was begun is not forgotten by a reload. */
const runningName = (lessonId: string): string => `keel.seat.running.${lessonId}`;
function readRunning(lessonId: string): Running | null {
  try {
    return JSON.parse(localStorage.getItem(runningName(lessonId)) ?? 'null');
  } catch {
    return null;
  }
}

export const cardOf = (lesson: Lesson, { maneuver, variant }: Chosen): TargetCard | undefined =>
  lesson.cards.find((card) => card.maneuver === maneuver && card.variant === variant) ??
  lesson.cards.find((card) => card.maneuver === maneuver);

/** Such as "Steep turn, left". */
export function seatName({ maneuver, variant }: Chosen): string {
  const room = findRoom(maneuver);
  const one = room?.one ?? maneuver;
  return variant && variant !== 'standard' ? `${one}, ${variantWords(variant)}` : one;
}

export function useAlone(lesson: Lesson, notes: Notes) {
  const attempts = useMemo(() => seatAttempts(notes.said), [notes.said]);
  const [running, setRunning] = useState<Running | null>(() => readRunning(lesson.id));
  const [first] = lesson.cards;
  const [chosen, setChosen] = useState<Chosen>(() => ({
    maneuver: running?.maneuver ?? ((first?.maneuver ?? 'straight-and-level') as ManeuverId),
    variant: running?.variant ?? first?.variant ?? null,
  }));
  /** Which attempt is spoken of; the last one until another is picked. */
  const [picked, setPicked] = useState<string | null>(null);
  const about = attempts.find(({ id }) => id === picked) ?? attempts.at(-1) ?? null;

  const run = (next: Running | null) => {
    if (next) localStorage.setItem(runningName(lesson.id), JSON.stringify(next));
    else localStorage.removeItem(runningName(lesson.id));
    setRunning(next);
  };
  const choose = (maneuver: ManeuverId) => {
    if (maneuver === chosen.maneuver) return;
    const card = lesson.cards.find((one) => one.maneuver === maneuver);
    setChosen({ maneuver, variant: card?.variant ?? findRoom(maneuver)?.variants[0] ?? null });
  };
  const put = (body: LiveNoteBody & { kind: 'attempt' }) => {
    notes.say(body, seatName(body));
    setPicked(null);
    // The other way next, where the lesson flies both.
    const ways = lesson.cards.filter((card) => card.maneuver === body.maneuver).map(({ variant }) => variant);
    const other = ways.find((way) => way !== body.variant);
    if (ways.length === 2 && other) setChosen({ maneuver: body.maneuver, variant: other });
  };
  return {
    attempts,
    running,
    chosen,
    about,
    card: cardOf(lesson, running ?? chosen),
    choose,
    turn: (variant: string) => setChosen({ ...chosen, variant }),
    pick: setPicked,
    begin: () => run({ ...chosen, attempt: crypto.randomUUID(), beganMs: serverNow() }),
    end: () => {
      if (!running) return;
      put({ kind: 'attempt', ...running, endedMs: serverNow() });
      run(null);
    },
    /** It was no attempt: nothing is kept of it. */
    forget: () => run(null),
    /** Flown without a tap. */
    afterwards: () =>
      put({ kind: 'attempt', ...chosen, attempt: crypto.randomUUID(), beganMs: null, endedMs: serverNow() }),
    numberOf: (one: SeatAttempt | Chosen) => {
      const alike = attempts.filter(({ maneuver }) => maneuver === one.maneuver);
      const place = 'id' in one ? alike.findIndex(({ id }) => id === one.id) : -1;
      return place < 0 ? alike.length + 1 : place + 1;
    },
  };
}
export type Alone = ReturnType<typeof useAlone>;
