/** What goes wrong in slow flight. */

import type { None } from '../../coded.ts';
import { between, phaseRows, spanOf } from '../../kits/attempt/case.ts';
import { AT_THE_END, fault } from '../../kits/attempt/fault.ts';
import { findingsOf } from '../../kits/attempt/finding.ts';
import { balloonOnFlap, flapsAllAtOnce } from '../../kits/attempt/flap-faults.ts';
import { warningSounded } from '../../kits/attempt/warning-fault.ts';
import { meanOver, medianOver, rowOfMax } from '../../recording/columns/span.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import { limitsOf } from '../../units/figures.ts';
import { mean } from '../../units/numbers.ts';
import { warnedTooMuch, warnerIn, withWarnerOn } from './requirements.ts';
import { sank } from './sink.ts';
import { SLOW_LIMITS } from './tables.ts';

/** What the words of each need besides its size. */
export interface SlowParams {
  'altitude-loss-entry': None;
  'sink-before-power': None;
  'stall-warning': None;
  'too-fast': { targetKt: number };
  'too-much-bank': { mostDeg: number };
  'heading-drift-left': None;
  'not-trimmed': { sharePct: number };
  'climb-on-recovery': None;
}
const find = findingsOf<SlowParams>();

const altitudeLossEntry = fault({
  name: 'altitude-loss-entry',
  seen: {
    phases: ['entry'],
    watch:
      ({ columns, entry }) =>
      ({ row }) =>
        entry.altitudeFt - columns.altitudeFt.values[row],
    edge: (flying) => limitsOf(flying, SLOW_LIMITS).entryLossFt,
  },
  find: (c) => {
    const { track, attempt, context } = c;
    const rows = phaseRows(c, 'entry');
    const lowest = rowOfMax(rows, (i) => -track.altitudeFt.values[i]);
    if (lowest < 0) return undefined;
    const loss = attempt.entry.altitudeFt - track.altitudeFt.values[lowest];
    if (!(loss > limitsOf(context, SLOW_LIMITS).entryLossFt)) return undefined;
    const before = Math.max(attempt.startS, track.timeS[lowest] - 20);
    // Energy that fell faster than idle takes it away was dived off; slow and sinking is the other finding.
    if (sank(c)) return undefined;
    return find(c, 'altitude-loss-entry', 'fault', { startS: before, endS: track.timeS[lowest] }, [
      loss,
      'ft',
    ]);
  },
});

const sinkBeforePower = fault({
  name: 'sink-before-power',
  hand: 'throttle',
  seen: { afterwards: 'whether the power or the nose lost it shows in the energy of the whole sink' },
  find: (c) => {
    const found = sank(c);
    if (!found) return undefined;
    return find(c, 'sink-before-power', 'fault', { startS: found.fromS, endS: found.toS }, [
      found.loss,
      'ft',
    ]);
  },
});

const stallWarning = fault({
  name: 'stall-warning',
  seen: {
    phases: ['established'],
    watch: (flying) =>
      flying.brief?.slowSpeed === 'warning-sounding' ? () => Number.NaN : warningSounded(flying),
    edge: () => 0,
  },
  find: (c) => {
    const heard = warnerIn(c);
    if (!heard || heard.totalS === 0 || withWarnerOn(c)) return undefined;
    const span = { startS: heard.atS, endS: heard.atS + heard.longestS };
    const severity = warnedTooMuch(c) ? 'critical' : 'note';
    return find(c, 'stall-warning', severity, span, [heard.totalS, 's']);
  },
});

const tooFast = fault({
  name: 'too-fast',
  seen: AT_THE_END,
  find: (c) => {
    const { track, attempt, context } = c;
    const row = attempt.quantityOf('airspeed');
    const established = phaseNamed(attempt.phases, 'established');
    if (!row || !established) return undefined;
    const rows = between(c, established.startS + 3, established.endS - 3);
    const over = medianOver(track.airspeedKt.values, rows) - attempt.targets.airspeedKt;
    if (!(over > limitsOf(context, SLOW_LIMITS).tooFastKt)) return undefined;
    return find(c, 'too-fast', 'fault', established, [over, 'kt'], {
      targetKt: attempt.targets.airspeedKt,
    });
  },
});

const tooMuchBank = fault({
  name: 'too-much-bank',
  hand: 'bank',
  seen: {
    phases: ['established'],
    watch:
      ({ columns }) =>
      ({ row }) =>
        Math.abs(columns.bankDeg.values[row]),
    edge: (flying) => {
      const { mostBankDeg, bankBeyondDeg } = limitsOf(flying, SLOW_LIMITS);
      return (flying.brief?.bankDeg ?? mostBankDeg) + bankBeyondDeg;
    },
  },
  find: (c) => {
    const { track, attempt, context } = c;
    const { mostBankDeg, bankBeyondDeg } = limitsOf(context, SLOW_LIMITS);
    const limit = (attempt.brief?.bankDeg ?? mostBankDeg) + bankBeyondDeg;
    const established = phaseNamed(attempt.phases, 'established');
    if (!established) return undefined;
    const rows = between(c, established.startS, established.endS);
    const steepest = rowOfMax(rows, (i) => Math.abs(track.bankDeg.values[i]));
    const bank = steepest < 0 ? 0 : Math.abs(track.bankDeg.values[steepest]);
    if (!(bank > limit)) return undefined;
    return find(c, 'too-much-bank', 'fault', spanOf(c, steepest, steepest), [bank, 'deg'], {
      mostDeg: limit,
    });
  },
});

const headingDriftLeft = fault({
  name: 'heading-drift-left',
  hand: 'rudder',
  seen: { afterwards: 'where a leg begins and a turn ends is known when both are over' },
  find: (c) => {
    const { track, attempt, context } = c;
    const heading = track.headingDeg.values;
    const drifts = attempt.phases
      .filter(({ name }) => name === 'straight')
      .flatMap((leg) => {
        const rows = between(c, leg.startS, leg.endS);
        const first = meanOver(heading, {
          from: rows.from,
          to: Math.min(rows.to, rows.from + Math.ceil(2 / track.stepS)),
        });
        const furthest = rowOfMax(rows, (i) => first - heading[i]);
        return furthest < 0
          ? []
          : [{ size: first - heading[furthest], startS: leg.startS, endS: track.timeS[furthest] }];
      })
      .sort((a, b) => b.size - a.size);
    const [worst] = drifts;
    if (!worst || !(worst.size > limitsOf(context, SLOW_LIMITS).driftDeg)) return undefined;
    return find(c, 'heading-drift-left', 'fault', worst, [worst.size, 'deg']);
  },
});

const notTrimmed = fault({
  name: 'not-trimmed',
  seen: AT_THE_END,
  find: (c) => {
    const { track, attempt, context } = c;
    const elevator = track.other('elevator')?.values;
    const established = phaseNamed(attempt.phases, 'established');
    if (!elevator || !track.other('trim') || !established) return undefined;
    const rows = between(c, established.startS + 8, established.endS);
    const held = Math.abs(mean(elevator.subarray(rows.from, Math.max(rows.from, rows.to))));
    if (!(held > limitsOf(context, SLOW_LIMITS).heldElevator)) return undefined;
    return find(c, 'not-trimmed', 'note', established, [held, 'of travel'], { sharePct: 100 * held });
  },
});

/** What follows the recovery belongs to it for so long, s. */
const AFTER_RECOVERY_S = 10;

const climbOnRecovery = fault({
  name: 'climb-on-recovery',
  seen: {
    phases: ['recovery', 'settle'],
    watch: ({ columns, entry }) => {
      let endS = Number.NaN;
      return ({ row, timeS, inPhase }) => {
        if (!inPhase('recovery') && Number.isNaN(endS)) endS = timeS;
        return timeS - endS > AFTER_RECOVERY_S
          ? Number.NaN
          : columns.altitudeFt.values[row] - entry.altitudeFt;
      };
    },
    edge: (flying) => limitsOf(flying, SLOW_LIMITS).recoveryClimbFt,
  },
  find: (c) => {
    const { track, attempt, context } = c;
    const recovery = phaseNamed(attempt.phases, 'recovery');
    if (!recovery) return undefined;
    const rows = between(c, recovery.startS, recovery.endS + 10);
    const highest = rowOfMax(rows, (i) => track.altitudeFt.values[i]);
    if (highest < 0) return undefined;
    const above = track.altitudeFt.values[highest] - attempt.entry.altitudeFt;
    if (!(above > limitsOf(context, SLOW_LIMITS).recoveryClimbFt)) return undefined;
    return find(
      { attempt },
      'climb-on-recovery',
      'fault',
      { startS: recovery.startS, endS: track.timeS[highest] },
      [above, 'ft'],
    );
  },
});

export const SLOW_FAULTS = [
  balloonOnFlap,
  altitudeLossEntry,
  sinkBeforePower,
  stallWarning,
  tooFast,
  tooMuchBank,
  headingDriftLeft,
  notTrimmed,
  climbOnRecovery,
  flapsAllAtOnce,
] as const;
