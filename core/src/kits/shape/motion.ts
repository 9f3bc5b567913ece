/** How the airplane moved over the ground, as far as a recording tells it. */
import { localSlope } from '../../recording/columns/resample.ts';
import type { Track } from '../../recording/track/track.ts';
import { radians } from '../../units/angles.ts';
import { KT_TO_MPS } from '../../units/convert.ts';
import { known } from '../../units/numbers.ts';
import { perTrack } from '../attempt/per-flight.ts';

export interface GroundMotion {
  /** Ground speed, kt; undefined where neither it nor a position was recorded. */
  speedKt?: Float64Array;
  /** North and east of the first fix, m; worked out when they are first asked for, since many a flight never stands. */
  readonly northM?: Float64Array;
  readonly eastM?: Float64Array;
  /** Direction of flight that runways are compared with: the heading, else the track over the ground; degrees, continuous. */
  directionDeg: Float64Array;
  /** Whether the airspeed is an instrument's. */
  iasMeasured: boolean;
}

/** One standard error of a channel at a row; 0 where it is not known. */
export const errorAt = (of: number | Float64Array, row: number): number =>
  known(typeof of === 'number' ? of : of[row]) ?? 0;

const EARTH_RADIUS_M = 6_371_000;

/** Worked out once for a recording. */
export const groundMotion = perTrack(makeMotion);

function makeMotion(track: Track): GroundMotion {
  const { channels } = track.recording;
  const recorded = track.other('gs_kt')?.values;
  const iasMeasured = track.airspeedKt.source === 'measured';
  const directionDeg = track.headingDeg.values;
  if (!channels.lat_deg || !channels.lon_deg) return { speedKt: recorded, directionDeg, iasMeasured };
  if (recorded) return new WithPlaces(track, recorded, directionDeg, iasMeasured);
  const { northM, eastM } = placesOf(track);
  const all = { from: 0, to: track.timeS.length };
  const overS = Math.max(1, 1.5 * track.stepS);
  const north = localSlope(track.timeS, northM, all, overS);
  const east = localSlope(track.timeS, eastM, all, overS);
  const speedKt = north.map((value, i) => Math.hypot(value, east[i]) / KT_TO_MPS);
  return { speedKt, northM, eastM, directionDeg: trackOf(north, east), iasMeasured };
}

interface Places {
  northM: Float64Array;
  eastM: Float64Array;
}

class WithPlaces implements GroundMotion {
  private known: Places | undefined;

  constructor(
    private readonly track: Track,
    readonly speedKt: Float64Array,
    readonly directionDeg: Float64Array,
    readonly iasMeasured: boolean,
  ) {}

  private get places(): Places {
    this.known ??= placesOf(this.track);
    return this.known;
  }

  get northM(): Float64Array {
    return this.places.northM;
  }

  get eastM(): Float64Array {
    return this.places.eastM;
  }
}

/** A place of the map beside the first fix, m; undefined without positions. */
export function placeOf(
  track: Track,
  latDeg: number,
  lonDeg: number,
): { northM: number; eastM: number } | undefined {
  const [lat, lon] = [track.other('lat_deg')?.values, track.other('lon_deg')?.values];
  const first = lat?.findIndex((value) => !Number.isNaN(value)) ?? -1;
  if (!lat || !lon || first < 0) return undefined;
  return {
    northM: EARTH_RADIUS_M * radians(latDeg - lat[first]),
    eastM: EARTH_RADIUS_M * Math.cos(radians(lat[first])) * radians(lonDeg - lon[first]),
  };
}

/** North and east of the first fix; the recording has both columns. */
function placesOf(track: Track): Places {
  const [lat, lon] = [track.other('lat_deg')!.values, track.other('lon_deg')!.values];
  const first = lat.findIndex((value) => !Number.isNaN(value));
  const scale = Math.cos(radians(lat[Math.max(0, first)]));
  return {
    northM: lat.map((value) => EARTH_RADIUS_M * radians(value - lat[first])),
    eastM: lon.map((value) => EARTH_RADIUS_M * radians(value - lon[first]) * scale),
  };
}

/** Direction over the ground, continuous; where the airplane stands, the last one. */
function trackOf(north: Float64Array, east: Float64Array): Float64Array {
  const out = new Float64Array(north.length);
  let last = 0;
  for (let i = 0; i < out.length; i++) {
    if (Math.hypot(north[i], east[i]) > 1.5) {
      const deg = (Math.atan2(east[i], north[i]) * 180) / Math.PI;
      last += deg - last - 360 * Math.round((deg - last) / 360);
    }
    out[i] = last;
  }
  return out;
}

/** Metres between a row and a place; undefined without positions. */
export const distanceM = (
  { northM, eastM }: GroundMotion,
  row: number,
  place: { northM?: number; eastM?: number },
): number | undefined =>
  northM && eastM && place.northM !== undefined && place.eastM !== undefined
    ? Math.hypot(northM[row] - place.northM, eastM[row] - place.eastM)
    : undefined;
