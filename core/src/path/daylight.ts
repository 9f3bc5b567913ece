/** Sun and night over the field, by suncalc’s almanac: good to a minute or two away from the poles. */
import { getPosition, getTimes } from 'suncalc';
import type { Place } from '../units/distance.ts';

/** Night begins and ends with civil twilight: the sun six degrees below the horizon. */
const NIGHT_SUN_DEG = -6;
const STEP_S = 60;
const DAY_MS = 86_400_000;

export interface Daylight {
  sunrise: string;
  sunset: string;
  /** Ends of civil twilight, in the morning and in the evening. */
  dawn: string;
  dusk: string;
}

/** @returns null where the sun does not rise or set that day. @param at any instant of the day, best its noon. */
export function daylightOn(at: Date, { latDeg, lonDeg }: Place): Daylight | null {
  const { sunrise, sunset, dawn, dusk } = getTimes(at, latDeg, lonDeg);
  if (!sunrise || !sunset || !dawn || !dusk) return null;
  const iso = (time: Date): string => time.toISOString();
  return { sunrise: iso(sunrise), sunset: iso(sunset), dawn: iso(dawn), dusk: iso(dusk) };
}

export function isNight(at: Date, field: Place): boolean {
  // By local solar days an instant may belong to the day before or after.
  const days = [-1, 0, 1].map((day) => daylightOn(new Date(at.getTime() + day * DAY_MS), field));
  if (days.every((day) => day === null))
    return getPosition(at, field.latDeg, field.lonDeg).altitude < NIGHT_SUN_DEG;
  const iso = at.toISOString();
  return !days.some((day) => day !== null && iso >= day.dawn && iso < day.dusk);
}

/** The first moment of a span that is by night, to a minute; null where it is day all along. */
export function firstNight(from: Date, until: Date, field: Place): Date | null {
  for (let ms = from.getTime(); ms <= until.getTime(); ms += 1000 * STEP_S)
    if (isNight(new Date(ms), field)) return new Date(ms);
  return isNight(until, field) ? until : null;
}

/** Seconds of a span that are by night. */
export function nightSeconds(from: Date, durationS: number, field: Place): number {
  let night = 0;
  for (let s = 0; s < durationS; s += STEP_S) {
    const span = Math.min(STEP_S, durationS - s);
    if (isNight(new Date(from.getTime() + 1000 * (s + span / 2)), field)) night += span;
  }
  return night;
}
