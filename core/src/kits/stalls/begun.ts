/**
 * Stalls that were begun and left before any sign: where one was briefed, they are attempts all the same. Power off: from idle,
 * the nose raised and the speed falling toward the warning, and then let go. Power on: the same with a climb's power on.
 */
import { firstWhere, type Rows, rowOfMax, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import type { ScoringContext } from '../attempt/attempt.ts';
import { meanPower, type Scene } from '../attempt/scene.ts';
import type { StallEvent } from './event.ts';
import { pitchUpBefore } from './nose.ts';
import { BEGUN, MEANT } from './tables.ts';

/** @param found stalls that came; what lies about one of them is its own */
export function begunStalls(
  track: Track,
  context: ScoringContext,
  scene: Scene,
  found: readonly StallEvent[],
): StallEvent[] {
  const pitch = track.other('pitch_deg')?.values;
  const briefed = (id: string) => context.briefs.some(({ maneuver }) => maneuver === id);
  const [off, on] = [briefed('power-off-stall'), briefed('power-on-stall')];
  if (!pitch || !context.airplane || (!off && !on)) return [];
  return track.segments
    .flatMap((segment) => peaks(track, pitch, segment))
    .filter((row) => {
      const atS = track.timeS[row];
      const share = meanPower(scene, rowsBetween(track.timeS, atS - BEGUN.powerForS, atS));
      const after = rowsBetween(track.timeS, atS, atS + BEGUN.recoveryS);
      const recovers = firstWhere(after, (i) => scene.power(i) > BEGUN.recoveryShare) >= 0;
      return (off && share < MEANT.idleShare && recovers) || (on && share > MEANT.powerShare);
    })
    .map((row) => eventAt(track, scene, row))
    .filter((event) => event !== undefined)
    .filter((event) => found.every(({ breakS }) => Math.abs(breakS - event.breakS) > BEGUN.apartS));
}

/** Rows at which the nose stood highest, having come up and gone down again. */
function peaks(track: Track, pitch: Float64Array, { from, to }: Rows): number[] {
  const { timeS } = track;
  const rows: number[] = [];
  for (let atS = timeS[from] + BEGUN.roseS; atS < timeS[to - 1] - BEGUN.fellS; atS += BEGUN.fellS) {
    const here = rowsBetween(timeS, atS, atS + BEGUN.fellS);
    const row = rowOfMax(here, (i) => pitch[i]);
    if (row < 0) continue;
    const least = (fromS: number, toS: number) => {
      const low = rowOfMax(rowsBetween(timeS, timeS[row] + fromS, timeS[row] + toS), (i) => -pitch[i]);
      return low < 0 ? pitch[row] : pitch[low];
    };
    const rose = pitch[row] - least(-BEGUN.roseS, 0);
    const fell = pitch[row] - least(0, BEGUN.fellS);
    const highest = rowOfMax(
      rowsBetween(timeS, timeS[row] - BEGUN.fellS, timeS[row] + BEGUN.fellS),
      (i) => pitch[i],
    );
    if (rose > BEGUN.roseDeg && fell > BEGUN.fellDeg && highest === row) rows.push(row);
  }
  return rows;
}

function eventAt(track: Track, scene: Scene, row: number): StallEvent | undefined {
  const { timeS, airspeedKt, altitudeFt } = track;
  const breakS = timeS[row];
  const speed = airspeedKt.values;
  const about = rowsBetween(timeS, breakS - BEGUN.roseS, breakS + BEGUN.fellS);
  const slowest = rowOfMax(about, (i) => -speed[i]);
  const fastest = rowOfMax({ from: about.from, to: slowest + 1 }, (i) => speed[i]);
  if (slowest < 0 || fastest < 0) return undefined;
  const leastAboveKt = speed[slowest] - scene.warningKias(scene.flapsDeg(slowest));
  if (leastAboveKt > BEGUN.nearWarningKt || speed[fastest] - speed[slowest] < BEGUN.slowedKt)
    return undefined;
  if (altitudeFt.values[row] < scene.lowestFt) return undefined;
  const lowest = rowOfMax(
    rowsBetween(timeS, breakS, breakS + BEGUN.lossWithinS),
    (i) => -altitudeFt.values[i],
  );
  return {
    indicationS: breakS,
    breakS,
    unloadS: breakS,
    unloadSeen: false,
    lowestS: timeS[lowest],
    breakFt: altitudeFt.values[row],
    lossFt: altitudeFt.values[row] - altitudeFt.values[lowest],
    pitchUpS: pitchUpBefore(track, breakS),
    warned: false,
    leastAboveKt,
  };
}
