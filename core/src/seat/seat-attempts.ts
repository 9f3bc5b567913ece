/**
 * Attempts as they were tapped in the right seat, where no device tells when one is flown: of everything that was said, in
 * whatever order it arrived, what counts last.
 */
import { flownByWith, type Help } from '../debrief/statements.ts';
import { findRoom, type ManeuverId } from '../maneuvers/registry.ts';
import type { EnteredBody } from '../path/entered.ts';
import type { LiveNoteBody } from '../wire/live.ts';

/** As a note of a lesson is kept, on the tablet and on the server. */
export interface SaidNote {
  id: string;
  /** When it was meant, ms since 1970. */
  atMs: number;
  body: LiveNoteBody;
  undone: boolean;
}

export interface SeatAttempt {
  id: string;
  maneuver: ManeuverId;
  variant: string | null;
  /** Null where it was tapped after it had been flown. */
  beganMs: number | null;
  endedMs: number;
  help: Help | null;
  grade: number | null;
  marks: readonly { id: string; text: string; atMs: number }[];
}

/** @returns the attempts in the order in which they ended; help, grade and marks of one that was undone are nobody's. */
export function seatAttempts(notes: readonly SaidNote[]): SeatAttempt[] {
  const attempts = new Map<string, SeatAttempt & { marks: { id: string; text: string; atMs: number }[] }>();
  const said = notes.filter(({ undone }) => !undone).toSorted((a, b) => a.atMs - b.atMs);
  for (const { body } of said) {
    if (body.kind !== 'attempt') continue;
    const { kind: _, attempt: id, ...flown } = body;
    attempts.set(id, { help: null, grade: null, marks: [], ...attempts.get(id), ...flown, id });
  }
  for (const { id, atMs, body } of said) {
    const one = 'attempt' in body && body.attempt ? attempts.get(body.attempt) : undefined;
    if (!one) continue;
    if (body.kind === 'attempt-help') one.help = body.help;
    if (body.kind === 'attempt-grade') one.grade = body.grade;
    if (body.kind === 'mark') one.marks.push({ id, text: body.text, atMs });
  }
  return [...attempts.values()].sort((a, b) => a.endedMs - b.endedMs);
}

/** What the instructor flew was seen by the student: it is the first grade, and asks for none. */
const gradeOf = ({ help, grade }: SeatAttempt): number | null =>
  help !== null && flownByWith(help) === 'instructor' ? 1 : grade;

/** @returns what is still to be said of an attempt before it counts. */
export const seatMissing = (one: SeatAttempt): 'help' | 'grade' | null =>
  one.help === null ? 'help' : gradeOf(one) === null ? 'grade' : null;

/** An attempt as one that nothing recorded; null while something is to be said of it. */
export function enteredFromSeat(one: SeatAttempt, lessonId: string): EnteredBody | null {
  const grade = gradeOf(one);
  if (one.help === null || grade === null) return null;
  const variants: readonly string[] = findRoom(one.maneuver)?.variants ?? [];
  return {
    maneuver: one.maneuver,
    variant: one.variant !== null && variants.includes(one.variant) ? one.variant : null,
    flownAt: new Date(one.endedMs).toISOString(),
    lessonId,
    help: one.help,
    grade,
    words: one.marks
      .map(({ text }) => text)
      .join(', ')
      .slice(0, 2000),
    seatAttempt: one.id,
  };
}

interface Found {
  startS: number;
  endS: number;
  maneuver: string;
}

/** Two clocks, and a thumb: a tap lies so far from what it is about, s. */
const THUMB_S = 20;

/**
 * Which found attempt each tapped one is: by how much of the time they share (an attempt tapped afterwards is the last that
 * had ended by then); of one maneuver before another's, and none twice.
 * @param timeS seconds of the recording at a moment, ms
 * @returns places in `found`, by the tapped attempts' ids
 */
export function matchSeat<F extends Found>(
  tapped: readonly SeatAttempt[],
  found: readonly F[],
  timeS: (atMs: number) => number,
): Map<string, F> {
  const near = tapped.flatMap((one) =>
    found.flatMap((other) => {
      const endS = timeS(one.endedMs);
      const beganS = one.beganMs === null ? endS - THUMB_S : timeS(one.beganMs);
      const sharedS = Math.min(endS, other.endS) - Math.max(beganS, other.startS);
      if (sharedS < -THUMB_S) return [];
      return [{ one, other, same: one.maneuver === other.maneuver, sharedS }];
    }),
  );
  near.sort((a, b) => Number(b.same) - Number(a.same) || b.sharedS - a.sharedS);
  const matched = new Map<string, F>();
  const taken = new Set<F>();
  for (const { one, other, same, sharedS } of near) {
    if (matched.has(one.id) || taken.has(other)) continue;
    // Another maneuver than was tapped is only what was flown in that very time.
    if (!same && sharedS < (other.endS - other.startS) / 2) continue;
    matched.set(one.id, other);
    taken.add(other);
  }
  return matched;
}
