/** The trim demonstration in a recording, where it was briefed: a step of power with nothing else done, and what comes of it. */
import type { Attempt, Proposal, ScoringContext } from '../../kits/attempt/attempt.ts';
import { type Scene, sceneOf } from '../../kits/attempt/scene.ts';
import { meanOver, type Rows, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { TRIM_SIGNS } from './tables.ts';

export const TRIM_VARIANTS = ['power-added', 'power-taken'] as const;

export function trimDemonstrations(track: Track, context: ScoringContext, maneuver: string): Proposal[] {
  const briefed = context.briefs.filter((brief) => brief.maneuver === maneuver);
  if (briefed.length === 0) return [];
  const scene = sceneOf(track, context);
  const out: Proposal[] = [];
  for (const segment of track.segments) {
    let row = segment.from;
    while (row < segment.to) {
      const step = stepAt(track, scene, segment, row);
      if (step === 0) {
        row++;
        continue;
      }
      const endS = stayedUntil(track, scene, segment, track.timeS[row] + 2 * TRIM_SIGNS.stepS);
      const variant = step > 0 ? 'power-added' : 'power-taken';
      const isWanted = briefed.some((brief) => brief.variant === undefined || brief.variant === variant);
      if (isWanted && isOne(track, segment, track.timeS[row], endS, step)) {
        const startS = Math.max(track.timeS[segment.from], track.timeS[row] - TRIM_SIGNS.beforeS);
        out.push({ maneuver, variant, startS, endS, segment, state: 'complete' });
      }
      row = Math.max(row + 1, rowsBetween(track.timeS, track.timeS[row], endS, segment).to);
    }
  }
  return out;
}

/** +1 or −1 where the lever moves by a step within seconds, 0 where it stays. */
function stepAt({ timeS }: Track, { lever }: Scene, segment: Rows, row: number): number {
  const later = rowsBetween(timeS, timeS[row], timeS[row] + TRIM_SIGNS.stepS, segment).to - 1;
  const change = lever(later) - lever(row);
  return Math.abs(change) > TRIM_SIGNS.stepLever ? Math.sign(change) : 0;
}

/** Until when the lever stays where it was put. */
function stayedUntil({ timeS }: Track, { lever }: Scene, segment: Rows, fromS: number): number {
  const rows = rowsBetween(timeS, fromS, fromS + TRIM_SIGNS.longestS, segment);
  const put = lever(rows.from);
  for (let i = rows.from; i < rows.to; i++)
    if (Math.abs(lever(i) - put) > TRIM_SIGNS.stayLever) return timeS[i];
  return timeS[Math.max(rows.from, rows.to - 1)];
}

/** Wings level, level before, and up or down with the power after. */
function isOne(track: Track, segment: Rows, stepS: number, endS: number, way: number): boolean {
  if (endS - stepS < TRIM_SIGNS.leastS) return false;
  const before = rowsBetween(track.timeS, stepS - TRIM_SIGNS.beforeS, stepS, segment);
  const after = rowsBetween(track.timeS, stepS + TRIM_SIGNS.stepS, endS, segment);
  const bank = track.bankDeg.values;
  for (let i = after.from; i < after.to; i++) if (Math.abs(bank[i]) > TRIM_SIGNS.mostBankDeg) return false;
  const fpm = (rows: Rows) => meanOver(track.verticalSpeedFpm, rows);
  return (
    Math.abs(fpm(before)) < TRIM_SIGNS.beforeFpm && way * (fpm(after) - fpm(before)) > TRIM_SIGNS.leastFpm
  );
}

/** The speed before the power moved, and that which it came back to, kt. */
export function speedsOf(
  { timeS, airspeedKt }: Track,
  { startS, endS }: Attempt,
): { beforeKt: number; afterKt: number } {
  const mean = (fromS: number, toS: number) => meanOver(airspeedKt.values, rowsBetween(timeS, fromS, toS));
  return {
    beforeKt: mean(startS, startS + TRIM_SIGNS.beforeS),
    afterKt: mean(endS - TRIM_SIGNS.settledS, endS),
  };
}
