/** An accelerated stall: warned in a steep bank and well above the speed of a level stall, within a short turn. */
import type { Proposal, ScoringContext } from '../../kits/attempt/attempt.ts';
import { sceneOf } from '../../kits/attempt/scene.ts';
import { longestStretch, rowsBetween } from '../../recording/columns/span.ts';
import type { Track } from '../../recording/track/track.ts';
import { SHOWN_SIGNS } from './tables.ts';

/**
 * From the roll-in to the wings level again. What went further round was a turn that was warned in: a student's, and the
 * worst of its faults.
 */
export function acceleratedStalls(track: Track, context: ScoringContext, maneuver: string): Proposal[] {
  const { timeS, airspeedKt, bankDeg, headingDeg, segments } = track;
  const scene = sceneOf(track, context);
  const warner = track.other('stall_warn')?.values;
  if (!warner) return [];
  return segments.flatMap((segment): Proposal[] => {
    const pulled = longestStretch(
      timeS,
      segment,
      (i) =>
        warner[i] > 0.5 &&
        Math.abs(bankDeg.values[i]) > SHOWN_SIGNS.acceleratedBankDeg &&
        airspeedKt.values[i] > scene.warningKias(scene.flapsDeg(i)) + SHOWN_SIGNS.acceleratedAboveKt,
    );
    if (!pulled || pulled.endS - pulled.startS < SHOWN_SIGNS.acceleratedS - track.stepS) return [];
    const level = (i: number) => Math.abs(bankDeg.values[i]) < SHOWN_SIGNS.levelDeg;
    const before = rowsBetween(timeS, pulled.startS - SHOWN_SIGNS.aroundS, pulled.startS, segment);
    const after = rowsBetween(timeS, pulled.endS, pulled.endS + SHOWN_SIGNS.aroundS, segment);
    let [from, to] = [before.to - 1, after.from];
    while (from > before.from && !level(from)) from--;
    while (to < after.to - 1 && !level(to)) to++;
    const turnedDeg = Math.abs(headingDeg.values[to] - headingDeg.values[from]);
    if (turnedDeg > SHOWN_SIGNS.acceleratedTurnDeg) return [];
    return [
      { maneuver, variant: 'accelerated', startS: timeS[from], endS: timeS[to], segment, state: 'complete' },
    ];
  });
}
