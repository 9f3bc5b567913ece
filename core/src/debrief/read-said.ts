/** From what was said to what it means for the attempts: matched by overlap, orphans kept in sight. */
import type { AttemptVerdict } from '../scoring/schema.ts';
import { type Edit, type Interval, matchInterval } from './edits.ts';
import { type Help, latest, type Said } from './said.ts';

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
}

/** The edits among what was said, in force: the last word on each interval counts. */
export function editsFrom(said: readonly Said[]): Edit[] {
  const edits = new Map<string, Edit>();
  for (const { body } of said) {
    const key = `${body.kind} ${body.maneuver} ${body.startS} ${body.endS}`;
    const { maneuver, startS, endS } = body;
    if (body.kind === 'discard') {
      if (body.discarded) edits.set(key, { kind: 'discard', maneuver, startS, endS });
      else edits.delete(key);
    } else if (body.kind === 'edges' && body.newStartS === startS && body.newEndS === endS) {
      // Moved back to where it was found.
      edits.delete(key);
    } else if (body.kind === 'edges') {
      edits.set(key, {
        kind: 'edges',
        maneuver,
        startS,
        endS,
        newStartS: body.newStartS,
        newEndS: body.newEndS,
      });
    }
  }
  return [...edits.values()];
}

/** Sorts what was said to its attempts; what matches none is an orphan, never dropped. Edits belong to neither. */
export function sortSaid(
  attempts: readonly Interval[],
  said: readonly Said[],
): { byAttempt: Said[][]; orphans: Said[] } {
  const byAttempt: Said[][] = attempts.map(() => []);
  const orphans: Said[] = [];
  for (const one of said) {
    if (one.body.kind === 'discard' || one.body.kind === 'edges') continue;
    const index = matchInterval(attempts, one.body);
    if (index >= 0) byAttempt[index].push(one);
    else orphans.push(one);
  }
  return { byAttempt, orphans };
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
  };
}

/** The verdict that stands: discontinued is never a failure, an override wins with its reason, else the judge's. */
export function standingVerdict(scored: AttemptVerdict, said: AttemptSaid): AttemptVerdict {
  if (said.override) return said.override.verdict;
  return said.discontinued ? 'not-scored' : scored;
}
