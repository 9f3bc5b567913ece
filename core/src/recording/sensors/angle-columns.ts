/** From a device's rotations to the airplane's columns: bank, pitch, heading, load, side force, each with its error a row. */
import { degrees, wrap360 } from '../../units/angles.ts';
import { G0_MPS2 } from '../../units/convert.ts';
import type { ChannelName } from '../columns/channels.ts';
import type { Recording } from '../columns/recording.ts';
import { splitSegments } from '../columns/segments.ts';
import { airFromPositions } from '../positions/air-from-positions.ts';
import { magneticVariationDeg } from '../positions/magnetic-variation.ts';
import type { Scatter } from './attitude-filter.ts';
import { ROW_S, type Row } from './followed.ts';
import { angleErrors, type Mount, type Steady } from './mount.ts';
import { anglesOf, inverse, times, turn } from './rotation.ts';

/** Straight and steady: turning slower than this for so long about a moment, and flying. */
const STEADY_DEG_PER_S = 1.5;
const STEADY_HALF_S = 3;
const FLYING_MPS = 20;
/** A fix further away than this tells no heading. */
const NEAR_S = 2;
/** What an accelerometer's bias leaves in a force, g. */
const FORCE_ERROR_G = 0.02;

/** The moments that tell how the device is fixed. */
export function steadyMoments(rows: readonly Row[], { timeS }: Recording, headings: Float64Array): Steady[] {
  const headingAt = nearest(timeS, headings);
  const half = Math.round(STEADY_HALF_S / ROW_S);
  const calm = rows.map(
    ({ rateDegPerS, speedMps }) => rateDegPerS < STEADY_DEG_PER_S && speedMps > FLYING_MPS,
  );
  return rows.flatMap(({ atS, q, speedMps, climbMps }, i) => {
    for (let k = i - half; k <= i + half; k++) if (!calm[k]) return [];
    const headingDeg = headingAt(atS);
    return headingDeg === undefined ? [] : [{ atS, q, headingDeg, speedMps, climbMps }];
  });
}

export const variationOf = ({ channels, epochMs }: Recording): number =>
  magneticVariationDeg(channels.lat_deg?.[0] ?? 0, channels.lon_deg?.[0] ?? 0, epochMs);

/** True heading through the air at each row; where no turn told the wind, the track stands for it. */
export function headingsThroughAir(recording: Recording): Float64Array {
  const { timeS, channels, epochMs } = recording;
  const { lat_deg: lat, lon_deg: lon, trk_deg: track, gps_alt_ft: altitude } = channels;
  if (!lat || !lon || !track) return new Float64Array(timeS.length).fill(Number.NaN);
  const segments = splitSegments(timeS, 2 * NEAR_S, (i) => !Number.isNaN(lat[i]) && !Number.isNaN(lon[i]));
  const air = airFromPositions(timeS, lat, lon, segments, epochMs, altitude);
  const variation = variationOf(recording);
  return air ? air.headingDeg.values.map((deg) => deg + variation) : track;
}

/** Of the nearest row, where that is near. */
function nearest(timeS: Float64Array, values: Float64Array): (atS: number) => number | undefined {
  let n = 0;
  return (atS) => {
    if (timeS[n] > atS) n = 0;
    while (n + 1 < timeS.length && timeS[n + 1] <= atS) n++;
    const next = Math.min(n + 1, timeS.length - 1);
    const row = Math.abs(timeS[n] - atS) <= Math.abs(timeS[next] - atS) ? n : next;
    return Number.isNaN(values[row]) || Math.abs(timeS[row] - atS) > NEAR_S ? undefined : values[row];
  };
}

type Columns = Partial<Record<ChannelName, Float64Array>>;

export function angleColumns(
  rows: readonly Row[],
  mount: Mount,
  scatter: Scatter,
  recording: Recording,
): { values: Columns; errors: Columns } {
  const variation = variationOf(recording);
  const until = mount.movedAtS ?? Number.POSITIVE_INFINITY;
  const column = () => new Float64Array(rows.length).fill(Number.NaN);
  const values = {
    bank_deg: column(),
    pitch_deg: column(),
    hdg_deg: column(),
    load_g: column(),
    lat_g: column(),
  };
  const errors = {
    bank_deg: column(),
    pitch_deg: column(),
    hdg_deg: column(),
    load_g: column(),
    lat_g: column(),
  };
  const toDevice = inverse(mount.q);
  const felt = Math.hypot(FORCE_ERROR_G, scatter.forcePerRootS / G0_MPS2);
  rows.forEach(({ atS, q, force, turnCovariance }, i) => {
    if (atS >= until) return;
    const airplane = times(q, toDevice);
    const { bank, pitch, heading } = anglesOf(airplane);
    const known = angleErrors(airplane, turnCovariance);
    const [, right, down] = turn(mount.q, force);
    values.bank_deg[i] = degrees(bank);
    values.pitch_deg[i] = degrees(pitch);
    values.hdg_deg[i] = wrap360(degrees(heading) - variation) % 360;
    values.load_g[i] = -down / G0_MPS2;
    values.lat_g[i] = right / G0_MPS2;
    errors.bank_deg[i] = Math.hypot(known.bank, mount.bankErrorDeg);
    errors.pitch_deg[i] = Math.hypot(known.pitch, mount.pitchErrorDeg);
    errors.hdg_deg[i] = Math.hypot(known.heading, mount.headingErrorDeg);
    errors.load_g[i] = felt;
    errors.lat_g[i] = felt;
  });
  return { values, errors };
}
