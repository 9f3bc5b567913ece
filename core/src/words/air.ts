/** The air of an attempt, as it was worked out. */
import type { AttemptScore } from '../debrief/score.ts';
import { figuresIn, type Units } from './figures.ts';
import { type Said, say } from './say.ts';

export const AIR_WORDS = {
  smooth: 'smooth air',
  light: 'light turbulence',
  moderate: 'moderate turbulence',
  severe: 'severe turbulence',
} as const;

/** Rough air with the instructor's word or the figure that it was told by: how far the gusts moved the load or the airspeed, as a standard deviation. */
export function airSaid({ level, by, size, error }: NonNullable<AttemptScore['air']>, units: Units): Said {
  if (by === 'instructor') return say`${AIR_WORDS[level]}, says the instructor`;
  if (level === 'smooth' || size === undefined) return say`${AIR_WORDS[level]}`;
  const f = figuresIn(units);
  const figure =
    by === 'load'
      ? say`load moved by ${f.number(size, 2)} ± ${f.number(error ?? 0, 2)} g`
      : say`airspeed moved by ${f.speed(size)}`;
  return say`${AIR_WORDS[level]} (${figure})`;
}
