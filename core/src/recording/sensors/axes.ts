/**
 * What browsers disagree about: which way gravity is written, about which axes the rates are, and how late the fixes come. A
 * turn tells all of it: the device's rate about the vertical is the track's, so many tenths of a second before it was heard.
 */
import { radians, shortestTurnDeg } from '../../units/angles.ts';
import { median } from '../../units/numbers.ts';
import { firstRowAt } from '../columns/span.ts';
import type { Samples } from './attitude-filter.ts';
import type { SensorLog } from './sensor-log.ts';

/** A phone's usual lag, where no turn tells. */
export const USUAL_LAG_S = 0.4;
const MOST_LAG_S = 2;
const LAG_STEP_S = 0.05;
/** Track changes that turns are told by: degrees between two fixes, and so many of them. */
const TURNING_DEG = 3;
const LEAST_TURNING = 12;
/** Fixes further apart than this tell no turn. */
const NEXT_FIX_S = 3;
const SETTLE_S = 1;
/** What a lag must leave at the most of what the usual one does not explain. */
const TELLS = 0.98;

export interface Axes {
  samples: Samples;
  lagS: number;
  /** Nothing told the lag or the sign: what was written, or what is usual, is taken. */
  assumed: boolean;
}

/** Device rates as rad/s about the device's x, y and z. */
function ratesOf({ rateDegPerS: [x, y, z] }: SensorLog, axes: 'spec' | 'xyz'): Samples['rate'] {
  const inRadians = (column: Float64Array) => column.map(radians);
  // Written by the specification, but delivered as alpha, beta, gamma about x, y, z: what stands as z is x, and so on.
  return axes === 'spec'
    ? [inRadians(x), inRadians(y), inRadians(z)]
    : [inRadians(z), inRadians(x), inRadians(y)];
}

/** The running integral of the rate about what hangs down, rad, a value a row. */
function turnedAboutDown(timeS: Float64Array, force: Samples['force'], rate: Samples['rate']): Float64Array {
  const turned = new Float64Array(timeS.length);
  const down = [0, 0, 0];
  for (let i = 1; i < timeS.length; i++) {
    const dt = Math.min(timeS[i] - timeS[i - 1], 0.2);
    const share = i === 1 ? 1 : Math.min(1, dt / SETTLE_S);
    let length = 0;
    for (let k = 0; k < 3; k++) {
      down[k] += share * (-force[k][i] - down[k]);
      length += down[k] * down[k];
    }
    length = Math.sqrt(length) || 1;
    const about = (down[0] * rate[0][i] + down[1] * rate[1][i] + down[2] * rate[2][i]) / length;
    turned[i] = turned[i - 1] + dt * about;
  }
  return turned;
}

/** How well the turns of the device and those of the track go together at a lag: −1 to 1. */
function together(
  timeS: Float64Array,
  turned: Float64Array,
  changes: readonly { fromS: number; toS: number; rad: number }[],
  lagS: number,
): number {
  const at = (s: number) => {
    const high = Math.min(Math.max(1, firstRowAt(timeS, s)), timeS.length - 1);
    const low = Math.max(0, high - 1);
    const share = (s - timeS[low]) / Math.max(timeS[high] - timeS[low], 1e-9);
    return turned[low] + Math.max(0, Math.min(1, share)) * (turned[high] - turned[low]);
  };
  let [xy, xx, yy] = [0, 0, 0];
  for (const { fromS, toS, rad } of changes) {
    const device = at(toS - lagS) - at(fromS - lagS);
    xy += device * rad;
    xx += device * device;
    yy += rad * rad;
  }
  return xx > 0 && yy > 0 ? xy / Math.sqrt(xx * yy) : 0;
}

function trackChanges({ fixes }: SensorLog): { fromS: number; toS: number; rad: number }[] {
  const { timeS, trackDeg, groundSpeedMps } = fixes;
  const changes = [];
  for (let i = 1; i < timeS.length; i++) {
    const deg = shortestTurnDeg(trackDeg[i - 1], trackDeg[i]);
    if (!(groundSpeedMps[i] > 15) || Number.isNaN(deg) || timeS[i] - timeS[i - 1] > NEXT_FIX_S) continue;
    changes.push({ fromS: timeS[i - 1], toS: timeS[i], rad: radians(deg) });
  }
  return changes;
}

export function axesOf(log: SensorLog): Axes {
  const changes = trackChanges(log);
  const turning = changes.filter(({ rad }) => Math.abs(rad) > radians(TURNING_DEG));
  const signs: readonly (1 | -1)[] = log.gravitySign === null ? [1, -1] : [log.gravitySign];
  const axes: readonly ('spec' | 'xyz')[] = log.rateAxes === 'unknown' ? ['spec', 'xyz'] : [log.rateAxes];
  const tellsNothing = turning.length < LEAST_TURNING;
  let best: (Axes & { fit: number }) | undefined;
  for (const sign of signs) {
    const force = log.force.map((column) => column.map((a) => sign * a)) as unknown as Samples['force'];
    for (const one of axes) {
      const rate = ratesOf(log, one);
      const samples: Samples = { timeS: log.timeS, force, rate };
      if (tellsNothing) return { samples, lagS: USUAL_LAG_S, assumed: true };
      const turned = turnedAboutDown(log.timeS, force, rate);
      const usual = together(log.timeS, turned, changes, USUAL_LAG_S);
      let [lag, fit] = [USUAL_LAG_S, usual];
      for (let lagS = 0; lagS <= MOST_LAG_S + 1e-9; lagS += LAG_STEP_S) {
        const one = together(log.timeS, turned, changes, lagS);
        if (one > fit) [lag, fit] = [lagS, one];
      }
      // In one long circle every lag is as good.
      if (1 - fit > TELLS * (1 - usual)) lag = USUAL_LAG_S;
      if (!best || fit > best.fit) best = { samples, lagS: lag, assumed: false, fit };
    }
  }
  return best!;
}

/** Scatter of the samples themselves, from how far each lies from its neighbours: what vibration and rounding leave. */
export function scatterOf({ timeS, force, rate }: Samples): { ratePerRootS: number; forcePerRootS: number } {
  const stepS = median(Float64Array.from(timeS.subarray(1, 2000), (s, i) => s - timeS[i])) || 1 / 60;
  const one = (column: Float64Array): number => {
    const stride = Math.max(1, Math.floor(column.length / 4000));
    const bends: number[] = [];
    for (let i = 1; i < column.length - 1; i += stride)
      bends.push(Math.abs(column[i] - (column[i - 1] + column[i + 1]) / 2));
    // Of a normal scatter half lies within 0.6745 of its deviation; a bend of three has 1.5 times its variance.
    return median(Float64Array.from(bends)) / 0.6745 / Math.sqrt(1.5);
  };
  const most = (columns: readonly Float64Array[], least: number) =>
    Math.sqrt(stepS) * Math.max(least, ...columns.map(one));
  return { ratePerRootS: most(rate, radians(0.1)), forcePerRootS: most(force, 0.1) };
}
