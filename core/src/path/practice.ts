/**
 * A short ladder of practice for the trainer, made from a student's own recurring fault: shown, then the half of it that
 * the fault lies in, then all of it with the coach, then alone.
 */

import type { RecurringFinding } from '../card/recurring.ts';
import type { SharedAxis } from '../fly/trainer-types.ts';
import { findRoom } from '../maneuvers/registry.ts';
import type { PathAttempt } from './path-attempt.ts';

export type PracticeWay = 'show' | SharedAxis | 'coached' | 'alone';

export interface Practice {
  /** The fault that it is about: one at a time. */
  fault: RecurringFinding;
  rungs: { way: PracticeWay; does: string }[];
  /** The rung to stand on now, by what was flown in the trainer since. */
  at: number;
  /** Tries in the trainer since it was last flown in the airplane, and those without the fault. */
  tries: number;
  without: number;
}

/** Once is no pattern; a critical one is. */
const LEAST_COUNT = 2;

/** The control that a fault is mended with. */
function axisOf(finding: string): SharedAxis | 'pitch' {
  const [maneuver, name] = finding.split('/');
  return findRoom(maneuver)?.faults.find((fault) => fault.name === name)?.hand ?? 'pitch';
}

/** What the instructor flies meanwhile: never what the student has to learn. */
const TAKEN: Record<ReturnType<typeof axisOf>, SharedAxis> = {
  bank: 'throttle',
  rudder: 'throttle',
  throttle: 'bank',
  pitch: 'bank',
};
const AXIS_WORDS: Record<SharedAxis, string> = {
  bank: 'the bank',
  throttle: 'the throttle',
  rudder: 'the rudder',
};

/**
 * @param attempts the student's at this maneuver, in the order flown, of airplane and trainer alike.
 * @returns null where nothing recurs in it.
 */
export function practiceFor(
  maneuver: string,
  recurring: readonly RecurringFinding[],
  attempts: readonly PathAttempt[],
): Practice | null {
  const fault = recurring.find(
    ({ id, count, severity }) =>
      id.startsWith(`${maneuver}/`) && (count >= LEAST_COUNT || severity === 'critical'),
  );
  if (!fault) return null;
  const taken = TAKEN[axisOf(fault.id)];
  const inAirplane = attempts.findLastIndex(({ flownIn }) => flownIn === 'airplane');
  const tries = attempts
    .slice(inAirplane + 1)
    .filter(({ flownIn, flownBy }) => flownIn === 'trainer' && flownBy === 'student');
  const clean = tries.map(({ findings }) => findings.every(({ id }) => id !== fault.id));
  const lastFault = clean.lastIndexOf(false);
  return {
    fault,
    rungs: [
      { way: 'show', does: 'See it flown' },
      { way: taken, does: `Fly it with me: I take ${AXIS_WORDS[taken]}` },
      { way: 'coached', does: 'All of it, coached' },
      { way: 'alone', does: 'On your own' },
    ],
    // Each try without it is a rung up; one with it is back to the half.
    at: tries.length === 0 ? 0 : Math.min(3, 1 + (clean.length - 1 - lastFault)),
    tries: tries.length,
    without: clean.filter(Boolean).length,
  };
}
