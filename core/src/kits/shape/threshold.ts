/**
 * What only a threshold whose place is known can tell: the speed and height over it, how far past it the wheels met the runway,
 * and how much of that was floated.
 */
import { z } from 'zod';
import { meanOver, type Rows, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { shortestTurnDeg } from '../../units/angles.ts';
import { known } from '../../units/numbers.ts';
import { endDeg, type RunwayPlace } from '../../units/runway.ts';
import type { CentreLine } from './centre-line.ts';
import { placeOf } from './motion.ts';
import { THRESHOLD } from './tables.ts';

const figure = z.number().nullable();
export const thresholdSchema = z.object({
  end: z.string(),
  kias: figure,
  heightFt: figure,
  /** Past it, of a landing. */
  touchFt: figure,
  touchErrorFt: figure,
  /** From where it was rounded out to the touch. */
  floatFt: figure,
});
export type Threshold = z.infer<typeof thresholdSchema>;

interface Approached {
  track: Track;
  line: CentreLine;
  rows: Rows;
  heightFt: (row: number) => number;
  iasMeasured: boolean;
  /** Row and error of the touch; null of a go-around. */
  touch: { row: number; errorS: number; speedFps: number } | null;
}

/** Null where no threshold is known on that line. */
export function thresholdOf(ends: readonly RunwayPlace[], of: Approached): Threshold | null {
  const { track, line, rows, heightFt, touch } = of;
  for (const { end, latDeg, lonDeg } of ends) {
    const place = placeOf(track, latDeg, lonDeg);
    if (!place || Math.abs(shortestTurnDeg(line.deg, endDeg(end))) > THRESHOLD.withinDeg) continue;
    const at = line.besideFt(place);
    if (Math.abs(at.rightFt) > THRESHOLD.besideFt) continue;
    const past = (row: number) => line.alongFt(row) - at.alongFt;
    const touchFt = touch && known(past(touch.row));
    // A touch far from it was on another runway of that direction.
    if (touchFt !== null && (touchFt < -THRESHOLD.shortFt || touchFt > THRESHOLD.longFt)) continue;
    const over = rowPast(rows, past);
    return {
      end,
      kias:
        over === null || !of.iasMeasured
          ? null
          : known(meanOver(track.airspeedKt.values, about(track, over))),
      heightFt: over === null ? null : known(heightFt(over)),
      touchFt,
      touchErrorFt: touch && Math.hypot(THRESHOLD.placeFt, touch.errorS * touch.speedFps),
      floatFt: touch && floated(rows, touch.row, heightFt, line),
    };
  }
  return null;
}

const about = ({ timeS }: Track, row: number): Rows =>
  rowsBetween(timeS, timeS[row] - THRESHOLD.meanS / 2, timeS[row] + THRESHOLD.meanS / 2);

/** The first row past it; null where the approach never came so far. */
function rowPast({ from, to }: Rows, past: (row: number) => number): number | null {
  for (let i = from; i < to; i++) if (past(i) >= 0) return i;
  return null;
}

function floated(
  { from }: Rows,
  touchRow: number,
  heightFt: (row: number) => number,
  line: CentreLine,
): number | null {
  let row = touchRow;
  while (row > from && heightFt(row) < THRESHOLD.roundsFt) row--;
  return row > from ? known(line.alongFt(touchRow) - line.alongFt(row)) : null;
}
