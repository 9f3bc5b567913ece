/** The legs of a circuit before its final: speed, height, the most bank and how far the ball was out. */
import { z } from 'zod';
import { meanOver, type Rows, rowOfMax, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { shortestTurnDeg } from '../../units/angles.ts';
import { known, median } from '../../units/numbers.ts';
import { LEG } from './tables.ts';

const figure = z.number().nullable();
export const legSchema = z.object({
  leg: z.enum(['downwind', 'base', 'turn-to-final']),
  startS: z.number(),
  endS: z.number(),
  kias: figure,
  /** Above the field, the mean, and of downwind how far it wandered either way. */
  heightFt: z.number(),
  wanderedFt: figure,
  mostBankDeg: z.number(),
  /** Lateral force at its most, g; null where it is not on record. */
  ballG: figure,
});
export type Leg = z.infer<typeof legSchema>;

/**
 * Looked for backwards from where it points along the runway: the turn, base, downwind. A leg that was not flown, or joined from
 * elsewhere, is left out.
 */
export function legsBefore(
  track: Track,
  runwayDeg: number,
  directionDeg: (row: number) => number,
  finalRow: number,
  heightFt: (row: number) => number,
  iasMeasured: boolean,
): Leg[] {
  const off = (row: number) => Math.abs(shortestTurnDeg(runwayDeg, directionDeg(row)));
  const { timeS } = track;
  const legs: Leg[] = [];
  let end = finalRow;
  for (const [leg, from, to] of [
    ['turn-to-final', 0, LEG.baseDeg - LEG.withinDeg],
    ['base', LEG.baseDeg - LEG.withinDeg, LEG.baseDeg + LEG.withinDeg],
    ['turn', LEG.baseDeg + LEG.withinDeg, 180 - LEG.withinDeg],
    ['downwind', 180 - LEG.withinDeg, 181],
  ] as const) {
    let begin = end;
    while (
      begin > 0 &&
      off(begin - 1) >= from &&
      off(begin - 1) < to &&
      timeS[end] - timeS[begin - 1] < LEG.longestS
    )
      begin--;
    const longEnough = timeS[end] - timeS[begin] >= (leg === 'turn-to-final' ? 2 : LEG.leastS);
    if (leg !== 'turn' && longEnough)
      legs.push(legOver(track, leg, { from: begin, to: end }, heightFt, iasMeasured));
    else if (leg !== 'turn' && leg !== 'turn-to-final') break;
    end = begin;
  }
  return legs.reverse();
}

function legOver(
  track: Track,
  leg: Leg['leg'],
  rows: Rows,
  heightFt: (row: number) => number,
  iasMeasured: boolean,
): Leg {
  const { timeS, airspeedKt, bankDeg } = track;
  const level = leg === 'downwind' ? levelPart(rows, heightFt) : rows;
  const heights = heightsOver(level, heightFt);
  const mean = heights.reduce((sum, ft) => sum + ft, 0) / heights.length;
  const steepest = rowOfMax(rows, (i) => Math.abs(bankDeg.values[i]));
  return {
    leg,
    startS: timeS[rows.from],
    endS: timeS[rows.to - 1],
    kias: iasMeasured ? known(meanOver(airspeedKt.values, level)) : null,
    heightFt: mean,
    wanderedFt: leg === 'downwind' ? Math.max(...heights.map((ft) => Math.abs(ft - mean))) : null,
    mostBankDeg: steepest < 0 ? 0 : Math.abs(bankDeg.values[steepest]),
    ballG: ballOut(track, rows),
  };
}

const heightsOver = ({ from, to }: Rows, heightFt: (row: number) => number): number[] =>
  Array.from({ length: to - from }, (_, i) => heightFt(from + i));

/** Of downwind what was flown at its height: abeam the threshold it goes down for good. */
function levelPart(rows: Rows, heightFt: (row: number) => number): Rows {
  const third = rows.from + Math.max(1, Math.floor((rows.to - rows.from) / 3));
  const heldFt = median(heightsOver({ from: rows.from, to: third }, heightFt));
  let to = rows.to;
  while (to > third && heightFt(to - 1) < heldFt - LEG.leftFt) to--;
  return { from: rows.from, to };
}

/** Furthest that the ball was out for a second and a half, g; null where it is not on record. */
function ballOut(track: Track, rows: Rows): number | null {
  const lateral = track.other('lat_g')?.values;
  if (!lateral) return null;
  const { timeS } = track;
  const held = (i: number) => Math.abs(meanOver(lateral, rowsBetween(timeS, timeS[i], timeS[i] + LEG.ballS)));
  const worst = rowOfMax(rows, held);
  return worst < 0 ? null : known(held(worst));
}
