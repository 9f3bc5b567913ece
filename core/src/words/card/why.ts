/** Why a card has the figures that it has, or has none. */
import { AS_WRITTEN, type Coded, figureOf as n, type Params } from '../../coded.ts';
import type { FigureWords } from '../figures.ts';
import { type CardFacts, line } from './facts.ts';

type Why = (params: Params, f: FigureWords) => string;

/** Why this speed: codes of `SpeedChoice`. */
const SPEEDS = {
  'no-safe-speed': () => 'no speed is safe like this',
  'no-safe-speed-at-bank': () => 'no speed is safe at this bank',
  chosen: () => 'chosen for today',
  'nearest-to-wish': () => 'the nearest to your choice that the window allows',
  'outside-window': (p, f) =>
    line`${f.speed(n(p, 'wantedKias'))} is outside the window; this is the nearest inside it`,
  'below-va': (p, f) => line`${f.speed(n(p, 'kt'))} or more below the maneuvering speed`,
  middle: () => 'the middle of the window',
  makers: () => 'the maker’s recommendation',
  'va-less-tolerance': (p, f) =>
    line`maneuvering speed less the tolerance of ${f.speed(n(p, 'toleranceKt'))}`,
  'narrow-window': () => 'the middle of a narrow window',
  'makers-outside': (p, f) =>
    `${line`the maker’s ${f.speed(n(p, 'makersKias'))} is outside the window`}; ${whySaid({ code: String(p.next), params: p }, f)}`,
  'best-rate': () => 'best rate of climb at today’s weight',
  'best-rate-from-stall': () => 'one and a half times the stall speed: the file has no best rate',
  'final-approach': () => 'final approach at today’s weight',
  'approach-from-stall': () => '1.3 times the stall speed',
  'lift-off': () => 'about lift-off speed at today’s weight',
  'gentle-stall': () => 'slow enough to stall gently',
  'before-the-pull': () => 'slow before the pull, and far below the maneuvering speed',
  'near-approach': () => 'near the approach speed, inside the white arc',
  'above-approach': (p, f) => line`${f.speed(n(p, 'kt'))} above the approach speed`,
  'approach-and-a-little': () => 'a little above the approach speed, with these flaps',
  'approach-flaps-up': () => 'a little above the approach speed, flaps up',
  'best-glide': () => 'best glide at today’s weight',
  'glide-from-stall': () => 'from the stall speed: the file has no best glide',
  'above-warning': () => 'just above the stall warning at today’s weight',
  'above-stall': (p, f) => line`${f.speed(n(p, 'kt'))} above the stall at today’s weight`,
  'warning-sounding': () => 'with the stall warning sounding, as this school flies it',
} satisfies Record<string, Why>;

/** What bounds the window. */
const WINDOWS = {
  'stall-and': (p, f) =>
    n(p, 'bankDeg') > 0
      ? line`the stall at ${f.deg(n(p, 'bankDeg'))} plus ${f.speed(n(p, 'kt'))}`
      : line`the stall plus ${f.speed(n(p, 'kt'))}`,
  'maneuvering-speed': (p, f) => line`maneuvering speed at ${f.pounds(n(p, 'weightLb'))}`,
  'flap-limit': (p, f) => line`the limit of flaps ${f.deg(n(p, 'deg'))}`,
  'stall-warning': () => 'the stall warning',
  'no-longer-slow': () => 'any faster is no longer slow flight',
} satisfies Record<string, Why>;

/** What could not be worked out. */
const MISSING = {
  idle: () => 'idle',
  'no-model': () => 'the airplane file has no cruise table or level-flight power',
  'no-glide': () => 'the airplane file has no glide ratio and no level-flight power',
  'not-held-today': () => 'full throttle does not hold it today',
  'not-held-level': (p, f) => line`full throttle does not hold ${f.deg(n(p, 'bankDeg'))} of bank level`,
  'do-not-fly': (p, f) => `${whySaid({ code: String(p.why), params: p }, f)}: do not fly it like this`,
  'stall-above-va': (p, f) =>
    line`at ${f.deg(n(p, 'bankDeg'))} the stall with its margin is above the maneuvering speed: do not fly this bank`,
  'no-row': ({ standard }) => `neither ${standard} nor the school has a row for it: shown without a verdict`,
  'wings-level': () => 'flown wings level',
} satisfies Record<string, Why>;

/** What was taken for what was not given. */
const ASSUMED = {
  'max-weight': (p, f) => line`maximum weight, ${f.pounds(n(p, 'weightLb'))}`,
  'ground-zero': (_, f) => line`ground at ${f.ft(0)}`,
  'heading-north': () => 'heading 360°',
  'default-technique': () => 'the default technique',
  'pressure-altitude': (p, f) => line`pressure altitude ${f.ft(n(p, 'ft'))}`,
  'standard-temperature': (p) => `standard temperature, ${Math.round(n(p, 'oatC'))} °C`,
} satisfies Record<string, Why>;

/** What a picture lacks. */
const PICTURES = {
  'flaps-not-recorded': () => 'Flaps were not recorded: the points are not told apart by them.',
  'no-airplane-file': () => 'Without the airplane’s file neither its stall nor V_A can be drawn.',
  'power-not-recorded': () => 'Power was not recorded: there is nothing to draw on the curve.',
  'no-power-curve': () =>
    'This airplane’s file has no cruise table and no level-flight power, so there is no curve to draw. Add a few rows in the Hangar.',
  'no-level-off': () =>
    'This airplane’s file gives no rate of climb: use a tenth of the rate that you see as the lead.',
  'nose-not-recorded': () => 'Neither pitch attitude nor angle of attack was recorded.',
  'floor-below': (p, f) =>
    line`The floor, ${f.ft(n(p, 'floorFt'))}, is ${f.ft(n(p, 'belowFt'))} below the lowest point.`,
} satisfies Record<string, Why>;

const ALL: Readonly<Record<string, Why>> = {
  ...SPEEDS,
  ...WINDOWS,
  ...MISSING,
  ...ASSUMED,
  ...PICTURES,
  [AS_WRITTEN]: ({ text }) => String(text),
};

export const whySaid = ({ code, params = {} }: Coded, f: FigureWords): string =>
  (ALL[code] ?? (() => code))(params, f);

/** Why it does not fit under what lies above: of the ladder's own figures. */
export const ceilingSaid = (p: Params, f: FigureWords): string =>
  line`Off today: it needs ${f.ft(n(p, 'neededFt'))} and ${f.ft(n(p, 'gainFt'))} above that, and ${p.ceilingIs === 'cloud' ? 'the cloud, with its clearance,' : 'the airspace above'} begins at ${f.ft(n(p, 'ceilingFt'))}.`;

/** Why a maneuver is not flown today; null where it fits. */
export function offTodaySaid({ card: { offToday, ladder }, f }: CardFacts): string | null {
  if (!offToday || !ladder) return null;
  const { neededFt, gainFt, ceilingFt, ceilingIs } = ladder;
  return ceilingSaid({ neededFt, gainFt, ceilingFt: ceilingFt ?? 0, ceilingIs: ceilingIs ?? '' }, f);
}
