/** An attempt as the model of a skill sees it, and what it says there. */
import type { Help } from '../../debrief/statements.ts';
import type { AttemptVerdict } from '../../scoring/schema.ts';
import { dayIn } from '../../units/days.ts';
import type { PathAttempt } from '../path-attempt.ts';

export interface FlownAttempt {
  /** ISO 8601. */
  at: string;
  /** The day of the school’s zone, ISO 8601. */
  day: string;
  variant?: string | null;
  /** How far a stall was taken. */
  depth?: 'first-indication' | 'full' | null;
  /** The flaps that it was flown with. */
  configuration?: PathAttempt['configuration'];
  flownIn: 'airplane' | 'trainer';
  help: Help | 'unknown';
  verdict: AttemptVerdict;
  /** The worst tolerance used, 1 at the edge of the band; null where no band says anything. */
  toleranceUsed: number | null;
  grade?: number | null;
  /** Something happened that fails by itself. */
  critical?: boolean;
  /** Broken off after something was out, without a reason said. */
  brokenOff?: boolean;
  /** Who flew was said of a whole flight at once. */
  helpInBulk?: boolean;
  /** The verdict rests on what nobody saw. */
  restsOnUnseen?: boolean;
  /** The air moved the airplane more than the pilot did. */
  moderateAir?: boolean;
}

/** An attempt of a path; `zone` is the school’s, whose days count. */
export const evidenceOf = (one: PathAttempt, zone: string): FlownAttempt => ({
  at: one.flownAt,
  day: dayIn(one.flownAt, zone),
  variant: one.variant,
  depth: one.depth,
  configuration: one.configuration,
  flownIn: one.flownIn,
  help: one.help,
  verdict: one.verdict,
  toleranceUsed: one.worst && Math.abs(one.worst.used),
  grade: one.grade,
  critical: one.critical,
  brokenOff: one.brokenOff,
  helpInBulk: one.helpInBulk,
  restsOnUnseen: one.restsOnUnseen,
  moderateAir: one.moderateAir,
});

export const flownByStudent = ({ help }: FlownAttempt): boolean =>
  help !== 'demonstration' && help !== 'deliberate-error';

/** Bad air excuses a failure with nothing critical in it. */
const excused = (one: FlownAttempt): boolean => one.moderateAir === true && !one.critical;

/** Unaided by the student in the airplane, with a verdict: what may speak for a skill. */
export const counted = (one: FlownAttempt): boolean =>
  one.flownIn === 'airplane' &&
  one.help === 'unaided' &&
  !one.restsOnUnseen &&
  (one.verdict === 'satisfactory' || (one.verdict === 'unsatisfactory' && !excused(one)));

/** A failure with help, a takeover, or breaking off without a word: it speaks against a skill where a success would not for it. */
export const countsAgainst = (one: FlownAttempt): boolean => {
  if (one.flownIn !== 'airplane' || !flownByStudent(one) || excused(one)) return false;
  if (one.help === 'taken-over') return true;
  if (one.brokenOff) return one.help !== 'unknown';
  return one.verdict === 'unsatisfactory' && one.help !== 'unaided' && one.help !== 'unknown';
};

export const passed = (one: FlownAttempt): boolean => one.verdict === 'satisfactory';

/** A must that failed leaves no better margin than this, whatever the bands say. */
const FAILED_MUST_MARGIN = -0.2;
/** Beyond these a figure tells no more than its sign: a band hardly used, or left by far. */
const LEAST_MARGIN = -2;
const MOST_MARGIN = 1.2;

/** −ln(worst tolerance used), so that more than 0 is inside every band; null where only the verdict is known. */
export function marginOf(one: FlownAttempt): number | null {
  const { toleranceUsed: used, verdict } = one;
  if (used === null) return null;
  const margin = Math.min(MOST_MARGIN, Math.max(LEAST_MARGIN, -Math.log(Math.max(used, 1e-3))));
  const failedMust = one.critical || (verdict === 'unsatisfactory' && used <= 1);
  return failedMust ? Math.min(margin, FAILED_MUST_MARGIN) : margin;
}
