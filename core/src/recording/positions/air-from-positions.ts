/** From positions alone to what the airplane did in the air: wind, then true airspeed and heading, each with its error. */
import { degrees, wrap360 } from '../../units/angles.ts';
import { FT_TO_M, KT_TO_MPS } from '../../units/convert.ts';
import type { Channel } from '../columns/channel.ts';
import type { Segment } from '../columns/segments.ts';
import { groundVelocityOf } from './ground-velocity.ts';
import { magneticVariationDeg } from './magnetic-variation.ts';
import { meanWind, type TurnWind, turnWinds, windOver } from './wind.ts';

export interface AirFromPositions {
  tasKt: Channel;
  /** Magnetic, continuous. */
  headingDeg: Channel;
  wind: { fromDeg: number; speedKt: number; standardErrorKt: number };
}

/** What such a channel says it is from. */
export const FROM_POSITIONS = 'lat_deg, lon_deg';

/** @returns undefined where no turn tells the wind. */
export function airFromPositions(
  timeS: Float64Array,
  latDeg: Float64Array,
  lonDeg: Float64Array,
  segments: readonly Segment[],
  dateMs: number | undefined,
  altitudeFt?: Float64Array,
): AirFromPositions | undefined {
  const velocity = groundVelocityOf(timeS, latDeg, lonDeg, segments);
  const heightM = altitudeFt?.map((feet) => feet * FT_TO_M);
  const turns = turnWinds(timeS, velocity, segments, heightM);
  if (turns.length === 0) return undefined;
  const rows = timeS.length;
  const tas = new Float64Array(rows).fill(Number.NaN);
  const tasError = new Float64Array(rows).fill(Number.NaN);
  const heading = new Float64Array(rows).fill(Number.NaN);
  const headingError = new Float64Array(rows).fill(Number.NaN);
  const variation = magneticVariationDeg(velocity.latDeg, velocity.lonDeg, dateMs);
  const noise = noiseOf(turns);
  const windAt = windOver(turns);
  let lastM = 0;
  for (const { from, to } of segments) {
    let last = Number.NaN;
    for (let i = from; i < to; i++) {
      // A moment without a height is at that of the moment before.
      if (heightM && !Number.isNaN(heightM[i])) lastM = heightM[i];
      const wind = windAt({ atS: timeS[i], heightM: lastM });
      const north = velocity.north[i] - wind.north;
      const east = velocity.east[i] - wind.east;
      const speed = Math.hypot(north, east);
      const error = Math.hypot(wind.standardErrorMps, noise);
      tas[i] = speed / KT_TO_MPS;
      tasError[i] = error / KT_TO_MPS;
      const raw = degrees(Math.atan2(east, north)) - variation;
      last = Number.isNaN(last) ? wrap360(raw) : raw - 360 * Math.round((raw - last) / 360);
      heading[i] = last;
      headingError[i] = degrees(error / Math.max(speed, 10));
    }
  }
  const mean = meanWind(turns);
  return {
    tasKt: { values: tas, source: 'derived', from: FROM_POSITIONS, standardError: tasError },
    headingDeg: { values: heading, source: 'derived', from: FROM_POSITIONS, standardError: headingError },
    wind: {
      fromDeg: wrap360(degrees(Math.atan2(-mean.east, -mean.north))),
      speedKt: Math.hypot(mean.north, mean.east) / KT_TO_MPS,
      standardErrorKt: mean.standardErrorMps / KT_TO_MPS,
    },
  };
}

/** Scatter of a single ground velocity, from how well the tips lie on their circles; the airspeed's own change is in it. */
function noiseOf(turns: readonly TurnWind[]): number {
  const best = Math.min(...turns.map(({ scatterMps }) => scatterMps));
  return Math.max(0.3, best);
}
