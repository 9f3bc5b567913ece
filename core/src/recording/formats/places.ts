/** The places of a recording, for the formats that carry nothing else. */
import { InputError } from '../../errors.ts';
import { FT_TO_M } from '../../units/convert.ts';
import { roundTo } from '../../units/numbers.ts';
import type { Recording } from '../columns/recording.ts';
import { longestStepS } from '../columns/segments.ts';
import { typicalStepS } from '../columns/smooth.ts';

export interface Place {
  atS: number;
  latDeg: number;
  lonDeg: number;
  /** By satellite where that was recorded, else as indicated; NaN without either. */
  altitudeM: number;
  /** Undefined where the recording does not tell the time of day. */
  iso?: string;
}

/**
 * Places in unbroken stretches; rows without one are left out.
 * @throws InputError when the recording has no places.
 */
export function placesOf({ timeS, channels, epochMs }: Recording): Place[][] {
  const { lat_deg: lat, lon_deg: lon } = channels;
  if (!lat || !lon) throw new InputError('track/no-places', {});
  const altitudeFt = channels.gps_alt_ft ?? channels.alt_ft;
  const longestS = longestStepS(typicalStepS(timeS));
  const stretches: Place[][] = [];
  let lastS = Number.NEGATIVE_INFINITY;
  for (let i = 0; i < timeS.length; i++) {
    if (Number.isNaN(lat[i]) || Number.isNaN(lon[i])) continue;
    if (timeS[i] - lastS > longestS) stretches.push([]);
    lastS = timeS[i];
    stretches[stretches.length - 1].push({
      atS: timeS[i],
      latDeg: roundTo(lat[i], 7),
      lonDeg: roundTo(lon[i], 7),
      altitudeM: altitudeFt ? roundTo(altitudeFt[i] * FT_TO_M, 2) : Number.NaN,
      iso: epochMs === undefined ? undefined : new Date(Math.round(epochMs + 1000 * timeS[i])).toISOString(),
    });
  }
  return stretches;
}
