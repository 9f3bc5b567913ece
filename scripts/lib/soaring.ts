/**
 * Real soaring logs against an estimate of their own: a glider that circles comes round to the same track after each
 * whole circle, and how far it has drifted by then is the wind, whatever its airspeed. Only where it was at the ends
 * counts, no circle is fitted.
 */
import { degrees, KT_TO_MPS, makeTrack, type Recording, radians, wrap360 } from '@keel/core';

const LEAST_CIRCLES = 3;
const MOST_TURN_S = 60;
const M_PER_DEG = 111_320;

interface Soared {
  positions: number;
  thermals: number;
  /** Mean over the thermals' circles, by drift and as the recording's own wind. */
  drift: { fromDeg: number; speedKt: number } | null;
  wind: { fromDeg: number; speedKt: number } | null;
  /** Length of the difference of the two as vectors, kt. */
  differenceKt: number;
}

export function soared(recording: Recording): Soared {
  const { timeS, channels } = recording;
  const drifts = circlingDrifts(timeS, channels.lat_deg!, channels.lon_deg!);
  const total = drifts.reduce((sum, { seconds }) => sum + seconds, 0);
  const mean = (of: 'northMps' | 'eastMps') =>
    drifts.reduce((sum, one) => sum + one[of] * one.seconds, 0) / total;
  const drift = drifts.length > 0 ? fromVector(mean('northMps'), mean('eastMps')) : null;
  const wind = makeTrack(recording).wind ?? null;
  return {
    positions: timeS.length,
    thermals: drifts.length,
    drift,
    wind,
    differenceKt: drift && wind ? Math.hypot(...difference(drift, wind)) : Number.NaN,
  };
}

const fromVector = (north: number, east: number) => ({
  fromDeg: wrap360(degrees(Math.atan2(-east, -north))),
  speedKt: Math.hypot(north, east) / KT_TO_MPS,
});

function difference(
  a: { fromDeg: number; speedKt: number },
  b: { fromDeg: number; speedKt: number },
): [number, number] {
  const part = ({ fromDeg, speedKt }: typeof a, wave: (rad: number) => number) =>
    speedKt * wave(radians(fromDeg));
  return [part(a, Math.cos) - part(b, Math.cos), part(a, Math.sin) - part(b, Math.sin)];
}

/** Stretches of at least three circles one way: from the first moment to the last at which the track was the same. */
function circlingDrifts(timeS: Float64Array, lat: Float64Array, lon: Float64Array) {
  const shrink = Math.cos(radians(lat[0]));
  const course: number[] = [];
  for (let i = 1; i < timeS.length; i++) {
    const raw = Math.atan2((lon[i] - lon[i - 1]) * shrink, lat[i] - lat[i - 1]);
    const last = course.at(-1) ?? raw;
    course.push(last + Math.atan2(Math.sin(raw - last), Math.cos(raw - last)));
  }
  const drifts: { northMps: number; eastMps: number; seconds: number }[] = [];
  let from = 0;
  const close = (to: number) => {
    const turned = course[to] - course[from];
    const circles = Math.floor(Math.abs(turned) / (2 * Math.PI));
    if (circles < LEAST_CIRCLES) return;
    const goal = course[from] + Math.sign(turned) * circles * 2 * Math.PI;
    let end = from;
    while (end < to && Math.sign(turned) * (course[end] - goal) < 0) end++;
    const seconds = timeS[end + 1] - timeS[from + 1];
    drifts.push({
      northMps: ((lat[end + 1] - lat[from + 1]) * M_PER_DEG) / seconds,
      eastMps: ((lon[end + 1] - lon[from + 1]) * M_PER_DEG * shrink) / seconds,
      seconds,
    });
  };
  // A circle that takes longer than a minute, or one the other way, ends the thermal.
  let way = 0;
  let markS = timeS[1];
  let mark = 0;
  for (let i = 1; i < course.length; i++) {
    const since = course[i] - course[mark];
    if (Math.abs(since) >= 2 * Math.PI) {
      if (way !== 0 && Math.sign(since) !== way) {
        close(mark);
        from = mark;
      }
      way = Math.sign(since);
      mark = i;
      markS = timeS[i + 1];
    } else if (timeS[i + 1] - markS > MOST_TURN_S) {
      if (way !== 0) close(mark);
      way = 0;
      mark = i;
      from = i;
      markS = timeS[i + 1];
    }
  }
  if (way !== 0) close(mark);
  return drifts;
}

export const soaredLine = (
  name: string,
  { positions, thermals, drift, wind, differenceKt }: Soared,
): string => {
  const windText = (one: Soared['wind']) =>
    one ? `${Math.round(one.fromDeg)}° ${one.speedKt.toFixed(1)} kt` : 'none';
  return `${name}: ${positions} positions, ${thermals} thermals, wind ${windText(wind)}, by drift ${windText(drift)}, difference ${differenceKt.toFixed(1)} kt`;
};
