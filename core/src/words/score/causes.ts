/** Why a height was lost or gained, and the one thing to do about it. */
import type { Coded } from '../../coded.ts';
import type { HeightCauses, LoadAsked } from '../../debrief/causes.ts';
import { type FigureWords, figuresIn, type Units } from '../figures.ts';
import { type Said, say } from '../say.ts';

interface CauseSaid {
  why: Said;
  tryNext: Said;
}

const load = ({ bankDeg, neededG, loadG }: LoadAsked, f: FigureWords): Said =>
  loadG === undefined
    ? say`${f.deg(bankDeg)} of bank takes ${f.g(neededG)}`
    : say`${f.deg(bankDeg)} of bank takes ${f.g(neededG)}; it had ${f.g(loadG)}`;

const plain = (why: string, tryNext: string) => (): CauseSaid => ({
  why: say`${why}`,
  tryNext: say`${tryNext}`,
});

const CAUSES: {
  readonly [Code in keyof HeightCauses]: (p: HeightCauses[Code], f: FigureWords) => CauseSaid;
} = {
  'slow-sink-in-recovery': plain(
    'Altitude was lost before the power took effect.',
    'Full power first. Hold the altitude with the nose as the speed comes.',
  ),
  'slow-sink-by-pitch': plain(
    'The nose went down, and altitude became speed.',
    'Raise the nose to the slow speed. Hold the altitude with power.',
  ),
  'slow-sink-less-energy': plain(
    'Too little power for this speed: behind the power curve, slower takes more.',
    'Add power at once to hold level. Keep the nose at the attitude of the speed, then trim.',
  ),
  'slow-sink-speeding': plain(
    'The nose was let down and the speed came up.',
    'Raise the nose to the attitude of the speed. Leave the power.',
  ),
  'slow-rise-in-recovery': plain(
    'Full power at low speed makes it climb, and the nose stayed up.',
    'Push as the power comes up: nose down to level, then trim.',
  ),
  'slow-rise-by-power': plain(
    'More power than level flight takes at this speed.',
    'Reduce power a little. Leave the nose where it is.',
  ),
  'slow-rise-by-pitch': plain(
    'The nose came up faster than the speed fell.',
    'Raise the nose a little at a time. The altimeter says how much.',
  ),
  'turn-sink-by-pitch': (p, f) => ({
    why: say`Pitch, not power: altitude became speed. ${load(p, f)}.`,
    tryNext: say`Reduce the bank first, then ease back.`,
  }),
  'turn-sink-less-energy': (p, f) => ({
    why: say`Too little power for the drag of the turn. ${load(p, f)}.`,
    tryNext: say`Add power as the bank comes on. Then pitch.`,
  }),
  'turn-sink-nose-low': (p, f) => ({
    why: say`The nose was low while the power was up. ${load(p, f)}.`,
    tryNext: say`Reduce the bank, raise the nose, and leave the power.`,
  }),
  'turn-rise-slow': plain(
    'Climbing and slow: the nose is too high.',
    'Lower the nose to the turn’s attitude. Leave the power.',
  ),
  'turn-rise-by-pitch': plain(
    'Too much back pressure: speed became altitude.',
    'Relax the pull a little, or add two degrees of bank.',
  ),
  'turn-rise-by-power': plain('More power than the turn needed.', 'Reduce power to the card’s setting.'),
  'straight-sink-less-energy': plain(
    'Less power than level flight takes.',
    'Add a little power with the attitude held. Then trim.',
  ),
  'straight-sink-by-pitch': plain(
    'The nose was let down, and altitude became speed.',
    'Raise the nose to level attitude and hold it. Then trim.',
  ),
  'straight-rise-by-power': plain(
    'More power than level flight takes.',
    'Reduce power to the card’s setting.',
  ),
  'straight-rise-by-pitch': plain(
    'The nose came up, and speed became altitude.',
    'Lower the nose to level attitude and hold it. Then trim.',
  ),
};

/** Null for a cause of another version. */
export function causeSaid({ code, params = {} }: Coded, units: Units): CauseSaid | null {
  const words = CAUSES[code as keyof HeightCauses] as ((p: never, f: FigureWords) => CauseSaid) | undefined;
  return words?.(params as never, figuresIn(units)) ?? null;
}
