/**
 * What an engine's hum tells: a propeller of B blades turning N times a minute hums at N·B/60 and its multiples, an engine of C
 * cylinders, four-stroke, fires N·C/120 times a second. Each second every number of revolutions is held against what stands
 * out; over the flight the strongest way through the seconds is taken (Viterbi's), since an engine does not jump.
 */
import { clamp } from '../../units/numbers.ts';
import { aboveAt, spectrumOf } from './spectrum.ts';

export interface SoundSource {
  /** Of the propeller. */
  blades: number;
  cylinders: number;
  /** Turns of the engine for one of the propeller. */
  gearRatio: number;
}
export const USUAL_SOURCE: SoundSource = { blades: 2, cylinders: 4, gearRatio: 1 };

interface HeardTurns {
  /** Of the engine, a minute. */
  rpm: number;
  /** 0 to 1: below one half it is a guess. */
  quality: number;
}

/** Of the propeller, a minute. */
const [LEAST, MOST, STEP] = [600, 2750, 5];
const TO_HZ = 520;
/** What a hum must stand out by to speak for a number of revolutions, and its most, nepers. */
const [SPEAKS, SHOUTS] = [1, 3.5];
/** A second's window is no sharper, Hz. */
const SHARP_HZ = 1.2;
/** An engine's change in a second that costs as much as a hum that speaks. */
const CHANGE_RPM = 120;
const MOST_CHANGE_RPM = 500;
/** Another number of revolutions, so far away, and as strong by so much of the best, is none. */
const OTHER_RPM = 120;
/** A second by itself bears the way out where its own strongest is so near. */
const SAME_RPM = 60;
const SURE = 0.15;

const CANDIDATES = Float64Array.from({ length: (MOST - LEAST) / STEP + 1 }, (_, i) => LEAST + i * STEP);

/** How strongly about one second of sound speaks for each number of revolutions. */
export function strengthsOf(
  samples: ArrayLike<number>,
  rateHz: number,
  { blades, cylinders, gearRatio }: SoundSource,
): Float64Array {
  const spectrum = spectrumOf(samples, rateHz, TO_HZ);
  return CANDIDATES.map((turns) => {
    const blade = (turns * blades) / 60;
    const firing = (turns * gearRatio * cylinders) / 120;
    const combs = Math.abs(blade - firing) < 0.01 * blade ? [blade] : [blade, firing];
    let sum = 0;
    for (const hum of combs)
      for (let hz = hum; hz < TO_HZ; hz += hum)
        sum += Math.min(SHOUTS, aboveAt(spectrum, hz, SHARP_HZ)) - SPEAKS;
    return sum;
  });
}

/** @param seconds about one second of sound each, in order */
export const heardTurns = (
  seconds: readonly ArrayLike<number>[],
  rateHz: number,
  source: SoundSource = USUAL_SOURCE,
): HeardTurns[] =>
  turnsAlong(
    seconds.map((samples) => strengthsOf(samples, rateHz, source)),
    source,
  );

/** @param strong of seconds in order */
export function turnsAlong(strong: readonly Float64Array[], source: SoundSource): HeardTurns[] {
  const way = strongestWay(strong);
  const alone = strong.map((own) => own.indexOf(Math.max(...own)));
  return way.map((at, second) => {
    const own = strong[second];
    let other = Number.NEGATIVE_INFINITY;
    own.forEach((value, i) => {
      if (Math.abs(CANDIDATES[i] - CANDIDATES[at]) > OTHER_RPM && value > other) other = value;
    });
    const best = own[at];
    // An engine hums on; a voice says something else the next second.
    const bear = [second - 1, second, second + 1].filter(
      (s) => alone[s] !== undefined && Math.abs(CANDIDATES[alone[s]] - CANDIDATES[way[s]]) <= SAME_RPM,
    );
    const sure = best <= 0 ? 0 : clamp((best - Math.max(0, other)) / (SURE * best) / 2, 0, 1);
    return { rpm: CANDIDATES[at] * source.gearRatio, quality: bear.length >= 2 ? sure : sure / 3 };
  });
}

/** The place of each second's number on the way that is strongest over all of them. */
function strongestWay(strong: readonly Float64Array[]): number[] {
  const reach = Math.floor(MOST_CHANGE_RPM / STEP);
  const cost = Float64Array.from({ length: reach + 1 }, (_, k) => ((k * STEP) / CHANGE_RPM) ** 2);
  let sums = strong[0] ?? new Float64Array(CANDIDATES.length);
  const from: Int16Array[] = [];
  for (const own of strong.slice(1)) {
    const next = new Float64Array(own.length);
    const came = new Int16Array(own.length);
    for (let i = 0; i < own.length; i++) {
      let best = Number.NEGATIVE_INFINITY;
      for (let k = Math.max(0, i - reach); k <= Math.min(own.length - 1, i + reach); k++) {
        const value = sums[k] - cost[Math.abs(i - k)];
        if (value > best) {
          best = value;
          came[i] = k;
        }
      }
      next[i] = best + own[i];
    }
    from.push(came);
    sums = next;
  }
  let at = sums.indexOf(Math.max(...sums));
  const way = [at];
  for (let s = from.length - 1; s >= 0; s--) {
    at = from[s][at];
    way.push(at);
  }
  return strong.length === 0 ? [] : way.reverse();
}
