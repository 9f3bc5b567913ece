/**
 * A forecast by the calendar: how many weeks its lessons take at the pace that remains, since weather, health and airplanes
 * take lessons out of every week.
 */
import type { Lessons } from '../forecast.ts';

export interface Booked {
  /** Lessons of the last weeks that were flown when they were booked, and that fell out. */
  kept: number;
  fellOut: number;
  /** Days from today on which a lesson is booked, in order. */
  aheadDays: readonly number[];
}

export interface Weeks {
  low: number;
  high: number;
  /** Days between two lessons that are flown, as it is reckoned with. */
  everyDays: number;
  /** Of what is booked, so much is flown. */
  keptShare: number;
  /** Whether the pace is that of what is booked, or of what was flown. */
  from: 'booked' | 'flown';
}

/** From so many lessons booked ahead on they say more of the pace than the past does. */
const LEAST_AHEAD = 3;
/** Before anything is known, as good as three flown of four booked: common practice, no source. */
const BEFORE = { kept: 3, fellOut: 1 };
/** Further ahead nobody sees. */
const MOST_WEEKS = 52;

/**
 * @param everyDays between two lessons that were flown: what fell out is in it already
 * @returns null where it would be further off than anybody sees
 */
export function weeksOf({ low, high }: Lessons, everyDays: number, booked: Booked): Weeks | null {
  const kept = booked.kept + BEFORE.kept;
  const keptShare = kept / (kept + booked.fellOut + BEFORE.fellOut);
  const { aheadDays } = booked;
  const from = aheadDays.length >= LEAST_AHEAD ? 'booked' : 'flown';
  const every =
    from === 'booked'
      ? Math.max(1, aheadDays[aheadDays.length - 1]) / (aheadDays.length * keptShare)
      : everyDays;
  const weeks = (lessons: number) => (lessons * every) / 7;
  if (!(every > 0) || weeks(high) > MOST_WEEKS) return null;
  return {
    low: Math.floor(weeks(low)),
    high: Math.ceil(weeks(high)),
    everyDays: Math.round(every),
    keptShare,
    from,
  };
}
