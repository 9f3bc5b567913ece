/** A day in words. */
import { clockIn, UTC } from '../units/days.ts';

/** @param day `YYYY-MM-DD`. */
export const dayText = (day: string): string => clockIn(`${day}T00:00Z`, UTC, 'D MMMM YYYY');
