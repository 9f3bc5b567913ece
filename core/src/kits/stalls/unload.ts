/** When a stalled wing was let go: by the stick, the angle of attack, or the warner, as far as they are known. */
import { firstWhere, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { degrees } from '../../units/angles.ts';
import { KT_TO_FTPS } from '../../units/convert.ts';
import { median } from '../../units/numbers.ts';
import { UNLOAD } from './tables.ts';

interface Unload {
  atS: number;
  /** Whether the hand or the wing itself was seen; what a warner says of speed is no measure of a hand. */
  seen: boolean;
}

/**
 * The stick going forward where it was recorded; else the angle of attack falling or the warner stopping, whichever
 * was first; the break itself where nothing tells. `sounds` says at which rows the warner would sound in level flight.
 */
export function unloadAfter(track: Track, breakS: number, sounds: (row: number) => boolean): Unload {
  const { timeS } = track;
  const after = rowsBetween(timeS, breakS, breakS + UNLOAD.lookS);
  const byHand = handMoved(track, breakS);
  const attack = angleOfAttackDeg(track);
  const atBreak = rowsBetween(timeS, breakS - 1, breakS + 0.3);
  const stalled = median(
    Array.from({ length: atBreak.to - atBreak.from }, (_, k) => attack(atBreak.from + k)),
  );
  const letGo = firstWhere(after, (i) => attack(i) < stalled - UNLOAD.letGoDeg);
  const warner = track.other('stall_warn')?.values;
  const quiet = warner ? firstWhere(after, (i) => timeS[i] > breakS && warner[i] <= 0.5) : -1;
  // A wing that was let go shows it at once in its angle; a hand may go on moving long after.
  const byWing = letGo >= 0 ? timeS[quiet >= 0 ? Math.min(quiet, letGo) : letGo] : undefined;
  // Silent for a while at a speed at which it sounds in level flight: the wing carries less than the weight.
  const silentFrom = (i: number) =>
    firstWhere(rowsBetween(timeS, timeS[i], timeS[i] + UNLOAD.silentS), (k) => warner![k] > 0.5) < 0;
  const hushed = warner ? firstWhere(after, (i) => timeS[i] > breakS && sounds(i) && silentFrom(i)) : -1;
  const seen = [byHand, byWing, hushed >= 0 ? timeS[hushed] : undefined].filter((atS) => atS !== undefined);
  // A row a second, and an angle worked out from nose and path: near enough to draw, too far off to judge a hand by.
  const rough = byHand === undefined && track.stepS > UNLOAD.sparseS && !track.other('aoa_deg');
  if (seen.length > 0) return { atS: Math.min(...seen), seen: !rough };
  return { atS: quiet >= 0 ? timeS[quiet] : breakS, seen: false };
}

/** When the stick went forward from where it was held, as it broke. */
function handMoved(track: Track, breakS: number): number | undefined {
  const elevator = track.other('elevator')?.values;
  if (!elevator) return undefined;
  const { timeS } = track;
  const rows = rowsBetween(timeS, breakS - 0.5, breakS + UNLOAD.lookS);
  const held = elevator[rowsBetween(timeS, breakS - 1, breakS).from];
  const moved = firstWhere(rows, (i) => elevator[i] < held - UNLOAD.stickMoved);
  return moved < 0 ? undefined : timeS[moved];
}

/** As recorded, else pitch less the climb through still air; NaN without a pitch. */
function angleOfAttackDeg(track: Track): (row: number) => number {
  const recorded = track.other('aoa_deg')?.values;
  if (recorded) return (row) => recorded[row];
  const pitch = track.other('pitch_deg')?.values;
  if (!pitch) return () => Number.NaN;
  return (row) => {
    const slope = track.verticalSpeedFpm[row] / (track.tasKt(row) * KT_TO_FTPS * 60);
    return pitch[row] - degrees(Math.asin(Math.min(1, Math.max(-1, slope))));
  };
}
