/** The air of an attempt, as it was worked out. */
import type { AttemptScore } from '../debrief/score.ts';
import { figuresIn, type Units } from './figures.ts';
import { type Said, say } from './say.ts';

const LEVELS = {
  smooth: 'smooth air',
  light: 'light turbulence',
  moderate: 'moderate turbulence',
  severe: 'severe turbulence',
} as const;

/** With the figure that it was told by, and how sure that is. */
export function airSaid({ level, by, size, error }: NonNullable<AttemptScore['air']>, units: Units): Said {
  const f = figuresIn(units);
  const figure =
    by === 'load'
      ? say`load shaken by ${f.number(size, 2)} ± ${f.number(error, 2)} g`
      : say`airspeed scattered by ${f.speed(size)}`;
  return say`${LEVELS[level]} (${figure})`;
}
