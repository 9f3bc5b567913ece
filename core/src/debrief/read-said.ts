/** From what was said to what it means for the attempts: matched by overlap, orphans kept in sight. */
import type { AttemptVerdict } from '../scoring/schema.ts';
import { EDIT_KINDS, type Edit, editSchema, type Interval, matchInterval } from './edits.ts';
import {
  changesAttempts,
  type Help,
  LESSON,
  latest,
  OBSERVATIONS,
  type ObservationItem,
  type Said,
  type SaidBody,
} from './said.ts';

export interface AttemptSaid {
  said: Said[];
  grade: number | null;
  selfGrade: { grade: number; beforeVerdict: boolean } | null;
  help: Help;
  flownBy: 'student' | 'instructor';
  /** Whether an instructor said who flew; otherwise `help` is the school's default. */
  helpSaid: boolean;
  override: { verdict: AttemptVerdict; reason: string } | null;
  discontinued: string | null;
  nextTime: string | null;
  /** What the instructor saw that was not recorded. */
  observed: ObservationItem[];
}

/** An edit with the id and the author of the word that it was said with. */
export type SaidEdit = Edit & { saidId: string; authorName: string };

/** The edits among what was said, in force and in the order they were said: the last of a kind on an interval counts. */
export function editsFrom(said: readonly Said[]): SaidEdit[] {
  const edits = new Map<string, SaidEdit>();
  for (const { id, authorName, body } of said) {
    if (body.kind === 'take-back') {
      for (const [key, edit] of edits) if (edit.saidId === body.of) edits.delete(key);
      continue;
    }
    if (!isEdit(body)) continue;
    const key = `${body.kind} ${body.maneuver} ${body.startS} ${body.endS}`;
    if (undoes(body)) edits.delete(key);
    else edits.set(key, { ...editSchema.parse(body), saidId: id, authorName });
  }
  return [...edits.values()];
}

type EditBody = Extract<SaidBody, { kind: Edit['kind'] }>;
const isEdit = (body: SaidBody): body is EditBody => (EDIT_KINDS as readonly string[]).includes(body.kind);

/** Said again the other way: not discarded after all, or moved back to where it was found. */
const undoes = (body: EditBody): boolean =>
  (body.kind === 'discard' && !body.discarded) ||
  (body.kind === 'edges' && body.newStartS === body.startS && body.newEndS === body.endS);

/**
 * Sorts what was said to its attempts. What is of the whole lesson stands apart; what matches no attempt is an orphan,
 * never dropped. Edits belong to none of them.
 */
export function sortSaid(
  attempts: readonly Interval[],
  said: readonly Said[],
): { byAttempt: Said[][]; ofLesson: Said[]; orphans: Said[] } {
  const byAttempt: Said[][] = attempts.map(() => []);
  const ofLesson: Said[] = [];
  const orphans: Said[] = [];
  for (const one of said) {
    if (changesAttempts(one.body.kind)) continue;
    const index = matchInterval(attempts, one.body);
    if (one.body.maneuver === LESSON) ofLesson.push(one);
    else if (index >= 0) byAttempt[index].push(one);
    else orphans.push(one);
  }
  return { byAttempt, ofLesson, orphans };
}

/** What holds of a thing that is switched on and off by saying so: the last word on each counts. */
function inForce<T extends string>(words: readonly { what: T; holds: boolean }[]): T[] {
  const state = new Map<T, boolean>();
  for (const { what, holds } of words) state.set(what, holds);
  return [...state].filter(([, holds]) => holds).map(([what]) => what);
}

/** What the instructor saw of an attempt, in the list's order. */
export function observed(said: readonly Said[]): ObservationItem[] {
  const seen = inForce(
    said.flatMap(({ body }) => (body.kind === 'observed' ? [{ what: body.item, holds: body.seen }] : [])),
  );
  return OBSERVATIONS.map(({ item }) => item).filter((item) => seen.includes(item));
}

export interface LessonSaid {
  said: Said[];
  nextTime: string | null;
  /** Ids of findings kept for another day: the brief's and the debrief's, less those taken up again. */
  parked: string[];
}

/** What was said of the whole lesson. `planned`: what its brief had parked. */
export function readLessonSaid(said: readonly Said[], planned: readonly string[] = []): LessonSaid {
  const words = said.flatMap(({ body }) =>
    body.kind === 'park' ? [{ what: body.finding, holds: body.parked }] : [],
  );
  return {
    said: [...said],
    nextTime: latest(said, 'next-time')?.text || null,
    parked: inForce([...planned.map((what) => ({ what, holds: true })), ...words]),
  };
}

/** Who is taken to have flown an attempt of which nobody said: the first of a kind is shown, where the school does that. */
export function defaultHelp(attempts: readonly Interval[], index: number, demonstrationFirst: boolean): Help {
  const first = attempts.findIndex(({ maneuver }) => maneuver === attempts[index].maneuver);
  return demonstrationFirst && first === index ? 'demonstration' : 'unaided';
}

/** What was said of one attempt, in time order, read as its state now. */
export function readSaid(said: Said[], defaultHelp: Help = 'unaided'): AttemptSaid {
  const help = latest(said, 'help');
  const selfGrade = latest(said, 'self-grade');
  const override = latest(said, 'override');
  const discontinued = latest(said, 'discontinued')?.reason;
  return {
    said,
    grade: latest(said, 'grade')?.grade ?? null,
    selfGrade: selfGrade ? { grade: selfGrade.grade, beforeVerdict: selfGrade.beforeVerdict } : null,
    help: help?.help ?? defaultHelp,
    flownBy: help?.flownBy ?? (defaultHelp === 'demonstration' ? 'instructor' : 'student'),
    helpSaid: help !== undefined,
    override:
      override && override.verdict !== 'as-scored'
        ? { verdict: override.verdict, reason: override.reason }
        : null,
    discontinued: discontinued === undefined || discontinued === 'none' ? null : discontinued,
    nextTime: latest(said, 'next-time')?.text || null,
    observed: observed(said),
  };
}

/** The verdict that stands: discontinued is never a failure, an override wins with its reason, else the judge's. */
export function standingVerdict(scored: AttemptVerdict, said: AttemptSaid): AttemptVerdict {
  if (said.override) return said.override.verdict;
  return said.discontinued ? 'not-scored' : scored;
}
