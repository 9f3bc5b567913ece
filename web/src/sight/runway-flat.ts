/** The runway as a plain drawing shows it, where there is no WebGL: its corners through the eye onto the picture. */
import type { View } from '@keel/core';
import {
  cornersOf,
  EYE_M,
  FT,
  type Patch,
  patchesOf,
  RAD,
  RUNWAY_COLOURS,
  type Runway,
} from './runway-shape.ts';

/** Nothing nearer than this is drawn, m. */
const NEAREST_M = 0.6;

interface FlatEye {
  northM: number;
  eastM: number;
  altitudeFt: number;
  headingDeg: number;
  pitchDeg: number;
  bankDeg: number;
  /** Where the eyes are turned, to the right and up. */
  yawDeg: number;
  upDeg: number;
}

interface Seen {
  ahead: number;
  right: number;
  down: number;
}

/** A point of the ground as the eye has it, m. */
export function seenFrom(eye: FlatEye, north: number, east: number, groundFt: number, view: View): Seen {
  const [n, e] = [north - eye.northM, east - eye.eastM];
  const below = (eye.altitudeFt - groundFt) * FT + EYE_M;
  const [ch, sh] = [Math.cos(eye.headingDeg * RAD), Math.sin(eye.headingDeg * RAD)];
  const [cp, sp] = [Math.cos(eye.pitchDeg * RAD), Math.sin(eye.pitchDeg * RAD)];
  const [cb, sb] = [Math.cos(eye.bankDeg * RAD), Math.sin(eye.bankDeg * RAD)];
  const [forward, across] = [n * ch + e * sh, e * ch - n * sh];
  const nose = forward * cp - below * sp;
  const under = forward * sp + below * cp;
  const right = across * cb + under * sb;
  const down = under * cb - across * sb;
  const [cy, sy] = [Math.cos(eye.yawDeg * RAD), Math.sin(eye.yawDeg * RAD)];
  const ahead = nose * cy + right * sy;
  const up = eye.upDeg - view.lookDownDeg;
  const [cu, su] = [Math.cos(up * RAD), Math.sin(up * RAD)];
  return { ahead: ahead * cu - down * su, right: right * cy - nose * sy, down: down * cu + ahead * su };
}

/** What of a shape lies before the eye. */
function before(points: readonly Seen[]): Seen[] {
  return points.flatMap((a, i) => {
    const b = points[(i + 1) % points.length];
    const kept = a.ahead >= NEAREST_M ? [a] : [];
    if (a.ahead >= NEAREST_M === b.ahead >= NEAREST_M) return kept;
    const part = (NEAREST_M - a.ahead) / (b.ahead - a.ahead);
    const between = (from: number, to: number) => from + part * (to - from);
    return [...kept, { ahead: NEAREST_M, right: between(a.right, b.right), down: between(a.down, b.down) }];
  });
}

/** Draws it about the middle of a picture of this size. */
export function paintRunway(
  paint: CanvasRenderingContext2D,
  runway: Runway,
  eye: FlatEye,
  view: View,
  size: { width: number; height: number },
): void {
  const fill = (patch: Patch, colour: string) => {
    const shape = before(
      cornersOf(patch, runway.runwayDeg).map(({ north, east }) =>
        seenFrom(eye, north, east, runway.fieldFt, view),
      ),
    );
    if (shape.length < 3) return;
    paint.fillStyle = colour;
    paint.beginPath();
    for (const { ahead, right, down } of shape)
      paint.lineTo(
        size.width / 2 + (view.focal * right) / ahead,
        size.height / 2 + (view.focal * down) / ahead,
      );
    paint.fill();
  };
  const { grass, strip, paint: marks } = patchesOf(runway);
  fill(grass, RUNWAY_COLOURS.grass);
  fill(strip, RUNWAY_COLOURS.strip);
  for (const mark of marks) fill(mark, RUNWAY_COLOURS.paint);
}
