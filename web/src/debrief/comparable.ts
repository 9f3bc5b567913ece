/** What an attempt can be laid beside: others of its flight, and those of other flights. */
import {
  type Alongside,
  type AlongsideAttempt,
  type AttemptScore,
  type AttemptStatements,
  attemptName,
  type KeelTrace,
  variantAfter,
} from '@keel/core';
import { day } from '../parts/format.ts';
import { helpName } from './help-words.ts';

export interface Comparable {
  key: string;
  name: string;
  attempt: AttemptScore;
  /** What it is to this one, where it is of another flight. */
  relation?: AlongsideAttempt['relation'];
  /** Its number in this flight, whose keel is fetched when it is chosen; or the keel itself. */
  keel: number | KeelTrace;
}

export const nameHere = (index: number, attempt: AttemptScore, { help }: AttemptStatements): string =>
  `${index + 1}. ${variantAfter(attempt.variant)} ${helpName(help)}`.replace(/\s+/g, ' ');

/** The other attempts at the maneuver in the same flight. */
export const ofThisFlight = (
  attempts: readonly AttemptScore[],
  statements: readonly AttemptStatements[],
  index: number,
): Comparable[] =>
  attempts.flatMap((attempt, i) =>
    i !== index && attempt.maneuver === attempts[index].maneuver
      ? [{ key: `here ${i}`, name: nameHere(i, attempt, statements[i]), attempt, keel: i }]
      : [],
  );

const RELATIONS: Record<AlongsideAttempt['relation'], string> = {
  last: 'last time',
  best: 'best so far',
  demonstration: 'demonstration',
  earlier: 'earlier',
  airplane: 'in this airplane',
};

/** Of other flights, each once; what is only earlier goes into the average. */
export const ofOtherFlights = (alongside: Alongside): Comparable[] =>
  alongside
    .filter(({ relation }) => relation !== 'earlier')
    .map(({ relation, recordingId, attempt, flownAt, studentName, score, trace }) => ({
      key: `${relation} ${recordingId} ${attempt}`,
      relation,
      name: `${[RELATIONS[relation], studentName].filter(Boolean).join(', ')}, ${day(flownAt)}`,
      attempt: score,
      keel: trace,
    }));

/** The last ones of other flights, which are averaged. */
export const recentOf = (alongside: Alongside): AlongsideAttempt[] =>
  alongside.filter(({ relation }) => relation === 'last' || relation === 'earlier');

/**
 * What is laid beside it until somebody chooses: in this flight the demonstration the same way round and the try before;
 * where there is neither, the last time and what was shown in another.
 */
export function usualChoice(
  here: readonly Comparable[],
  elsewhere: readonly Comparable[],
  statements: readonly AttemptStatements[],
  { index, variant }: { index: number; variant: string | null },
): string[] {
  const same = here.filter(({ attempt }) => attempt.variant === variant);
  const at = ({ keel }: Comparable) => keel as number;
  const shown = same.find((one) => statements[at(one)].help === 'demonstration');
  const before =
    same.findLast((one) => at(one) < index && one !== shown) ?? same.find((one) => one !== shown);
  const chosen = [shown, before].flatMap((one) => one?.key ?? []);
  if (chosen.length > 0) return chosen;
  // Nobody else's without being asked for.
  const own = elsewhere.filter(({ relation }) => relation === 'last' || relation === 'demonstration');
  return [...own, ...here].slice(0, 2).map(({ key }) => key);
}

export const titleOf = (attempt: AttemptScore): string => attemptName(attempt).toLowerCase();
