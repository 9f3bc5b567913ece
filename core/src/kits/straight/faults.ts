/** What goes wrong in straight flight, level, up or down. */
import type { None } from '../../coded.ts';
import { meanOver, rowOfMax } from '../../recording/columns/span.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import { gustKt, isRough } from '../../signals/air.ts';
import { limitsOf } from '../../units/figures.ts';
import { between, phaseRows } from '../attempt/case.ts';
import { AT_THE_END, fault } from '../attempt/fault.ts';
import { findingsOf } from '../attempt/finding.ts';
import { STRAIGHT_LIMITS, STRAIGHT_SIGNS } from './tables.ts';

/** What the words of each need besides its size. */
export interface LegParams {
  'heading-drift': None;
  'speed-not-settled': { withinS: number };
  'level-off-overshoot': None;
}
const find = findingsOf<LegParams>();

export const headingDrift = fault({
  name: 'heading-drift',
  hand: 'rudder',
  seen: { afterwards: 'where the leg began that its heading is held against is told when it is over' },
  find: (c) => {
    const heading = c.track.headingDeg.values;
    const from = meanOver(heading, between(c, c.attempt.startS, c.attempt.startS + 3));
    const furthest = rowOfMax(c.rows, (i) => Math.abs(heading[i] - from));
    const drift = furthest < 0 ? 0 : Math.abs(heading[furthest] - from);
    if (!(drift > limitsOf(c.context, STRAIGHT_LIMITS).headingDriftDeg)) return undefined;
    return find(c, 'heading-drift', 'fault', { startS: c.attempt.startS, endS: c.track.timeS[furthest] }, [
      drift,
      'deg',
    ]);
  },
});

const speedNotSettled = fault({
  name: 'speed-not-settled',
  seen: AT_THE_END,
  find: (c) => {
    const { speedDriftKt, speedDriftS } = limitsOf(c.context, STRAIGHT_LIMITS);
    const established = phaseNamed(c.attempt.phases, 'established');
    if (!established) return undefined;
    const at = (s: number) => meanOver(c.track.airspeedKt.values, between(c, s - 5, s + 5));
    const rows = between(c, established.startS, established.endS);
    // Gusts move the needle too: their share is allowed for.
    const allowed = speedDriftKt + 2.5 * gustKt(c.track, rows);
    let [worst, atS] = [0, 0];
    // A leg that is shorter is looked at from one end to the other.
    const overS = Math.max(
      STRAIGHT_SIGNS.shortestDriftS,
      Math.min(speedDriftS, established.endS - established.startS - 10),
    );
    for (let s = established.startS + 5; s + overS <= established.endS - 5; s += 3) {
      const drift = Math.abs(at(s + overS) - at(s));
      if (drift > worst) [worst, atS] = [drift, s];
    }
    // Rising and sinking air takes the speed away and brings it back: there only a change that stays was the pilot's.
    if (isRough(c.track, rows)) {
      const mean = (fromS: number, toS: number) =>
        meanOver(c.track.airspeedKt.values, between(c, fromS, toS));
      const { startS, endS } = established;
      worst = Math.min(worst, Math.abs(mean(endS - 20, endS) - mean(startS, startS + 10)));
    }
    if (!(worst > allowed)) return undefined;
    return find(c, 'speed-not-settled', 'note', { startS: atS, endS: atS + overS }, [worst, 'kt'], {
      withinS: overS,
    });
  },
});

/** `side`: 1 after a climb, −1 after a descent. */
const levelOffOvershoot = (side: 1 | -1) =>
  fault({
    name: 'level-off-overshoot',
    seen: { afterwards: 'the altitude that it settles at is known when it has settled' },
    find: (c) => {
      const levelOff = phaseNamed(c.attempt.phases, 'level-off');
      if (!levelOff) return undefined;
      const altitude = c.track.altitudeFt.values;
      const settled = meanOver(altitude, between(c, levelOff.endS - 5, levelOff.endS));
      const furthest = rowOfMax(phaseRows(c, 'level-off'), (i) => side * altitude[i]);
      const past = furthest < 0 ? 0 : side * (altitude[furthest] - settled);
      if (!(past > limitsOf(c.context, STRAIGHT_LIMITS).levelOffFt)) return undefined;
      return find(
        c,
        'level-off-overshoot',
        'fault',
        { startS: levelOff.startS, endS: c.track.timeS[furthest] },
        [past, 'ft'],
      );
    },
  });

/** What can go wrong on any straight leg, and in levelling off from one. */
export const STRAIGHT_FAULTS = [headingDrift, speedNotSettled] as const;
export const legFaults = (side: 1 | -1) => [...STRAIGHT_FAULTS, levelOffOvershoot(side)] as const;
