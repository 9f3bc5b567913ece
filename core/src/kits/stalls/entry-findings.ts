/** What goes wrong on the way into a stall and in it: the descent, the cue, the nose, the power, the wing. */

import { performanceOf } from '../../performance/fit.ts';
import { percentOfRpm } from '../../performance/level.ts';
import { longestStretch, type Rows, rowOfMax } from '../../recording/columns/span.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import { shortestTurnDeg } from '../../units/angles.ts';
import { median } from '../../units/numbers.ts';
import { between, type Case, type Check, extremes, phaseRows } from '../attempt/case.ts';
import { limitsOf } from '../attempt/figures.ts';
import { finding, numberText } from '../attempt/finding.ts';
import { eventOf, stallAttemptAt, stallId } from './stall-case.ts';
import { RECOVERY, STALL_LIMITS } from './tables.ts';

export const noStabilizedDescent: Check = (c) => {
  const { track, attempt, context } = c;
  const event = eventOf(c);
  if (!event) return undefined;
  const { descentS, descentKt } = limitsOf(context, STALL_LIMITS);
  const rows = between(c, attempt.startS, event.pitchUpS + 1);
  const climb = track.verticalSpeedFpm;
  const speed = track.airspeedKt.values;
  const speeds: number[] = [];
  for (let i = rows.from; i < rows.to; i++) if (climb[i] < -200 && climb[i] > -900) speeds.push(speed[i]);
  const about = median(speeds);
  const steady = longestStretch(
    track.timeS,
    rows,
    (i) => climb[i] < -200 && climb[i] > -900 && Math.abs(speed[i] - about) <= descentKt,
  );
  const size = steady ? steady.endS - steady.startS : 0;
  if (size >= descentS) return undefined;
  return finding(
    stallId(c, 'no-stabilized-descent'),
    'fault',
    { startS: attempt.startS, endS: event.pitchUpS },
    size,
    's',
    {
      what: `No steady descent before the pitch-up: ${numberText(size)} s of ${numberText(descentS)}.`,
      why: 'It went from level straight into the stall, which is not how it happens on final.',
      tryNext: 'Five to fifteen seconds at approach speed, about 500 ft/min down; then raise the nose.',
    },
  );
};

export const wrongCue: Check = (c) => {
  const { track, context, scene } = c;
  const event = eventOf(c);
  if (!event) return undefined;
  const rows = between(c, event.pitchUpS, event.unloadS + 1);
  const warner = track.other('stall_warn')?.values;
  if (!context.airplane && !warner) return undefined;
  const warned = warner ? longestStretch(track.timeS, rows, (i) => warner[i] > 0.5) !== undefined : false;
  const slowest = extremes(track.airspeedKt.values, rows).low;
  if (slowest < 0) return undefined;
  const load = track.other('load_g')?.values;
  const n = load ? Math.max(0.5, load[slowest]) : 1;
  const above = track.airspeedKt.values[slowest] - scene.stallKias(scene.flapsDeg(slowest)) * Math.sqrt(n);
  if (warned || above < 6) return undefined;
  return finding(
    stallId(c, 'wrong-cue'),
    'fault',
    { startS: event.breakS, endS: event.unloadS },
    above,
    'kt',
    {
      what: `Recovered ${numberText(above)} kt above the stall, with no warning and no break.`,
      why: 'The recovery was flown by habit, not by what the airplane said.',
      tryNext: 'Wait for the cue that was briefed: warner, buffet or break. Name it, then recover.',
    },
  );
};

export const headingDrift: Check = (c) => {
  const { track, attempt, context } = c;
  const pitchUp = phaseNamed(attempt.phases, 'pitch-up');
  if (!pitchUp || attempt.variant !== 'straight') return undefined;
  const rows = between(c, pitchUp.startS, pitchUp.endS);
  const heading = track.headingDeg.values;
  const from = heading[rows.from];
  const furthest = rowOfMax(rows, (i) => Math.abs(heading[i] - from));
  const drift = furthest < 0 ? 0 : heading[furthest] - from;
  if (!(Math.abs(drift) > limitsOf(context, STALL_LIMITS).headingDriftDeg)) return undefined;
  return finding(
    stallId(c, 'heading-drift'),
    'fault',
    { startS: pitchUp.startS, endS: track.timeS[furthest] },
    Math.abs(drift),
    'deg',
    {
      what: `The heading went ${numberText(Math.abs(drift))}° to the ${drift < 0 ? 'left' : 'right'} before the break.`,
      why: drift < 0 ? 'Too little right rudder as the nose came up.' : 'Rudder held where none was needed.',
      tryNext: 'Nose on the point, ball in the middle, all the way up.',
    },
  );
};

export const wingDrop: Check = (c) => {
  const { track, attempt, context } = c;
  const { wingDropDeg, wingDropS } = limitsOf(context, STALL_LIMITS);
  // From the turn rate no bank of a moment can be told.
  if (track.bankDeg.source === 'derived') return undefined;
  const bank = track.bankDeg.values;
  const { timeS } = track;
  const drops = (stallAttemptAt(track, context, attempt)?.events ?? []).flatMap(({ breakS, unloadS }) => {
    // When the break was, the nose tells only to a second or two.
    const around = between(c, breakS - 1, Math.max(breakS + 3, unloadS + 1));
    const windows = [];
    for (let i = around.from; i < around.to; i++) {
      const { low, high } = extremes(bank, between(c, timeS[i], timeS[i] + wingDropS));
      if (low >= 0)
        windows.push({ breakS: timeS[i], size: bank[high] - bank[low], side: low < high ? 'right' : 'left' });
    }
    return windows;
  });
  const worst = drops.sort((a, b) => b.size - a.size)[0];
  if (!worst || !(worst.size > wingDropDeg)) return undefined;
  return finding(
    stallId(c, 'wing-drop'),
    'fault',
    { startS: worst.breakS, endS: worst.breakS + wingDropS },
    worst.size,
    'deg',
    {
      what: `The ${worst.side} wing dropped: ${numberText(worst.size)}° of bank within ${numberText(wingDropS)} s of the break.`,
      why: 'It was yawing as it stalled: one wing met the larger angle first.',
      tryNext: 'Ball in the middle before the break; if a wing goes, unload and stop the yaw with rudder.',
    },
  );
};

export const aileronInStall: Check = (c) => {
  const { track, context } = c;
  const aileron = track.other('aileron')?.values;
  const event = eventOf(c);
  if (!aileron || !event) return undefined;
  const bank = track.bankDeg.values;
  const rows = between(c, event.breakS, Math.max(event.unloadS, event.breakS + 3.5));
  // Against the drop: stick to the side that is up, while the wing goes down.
  const against = (i: number) => (Math.abs(bank[i]) > 5 ? -aileron[i] * Math.sign(bank[i]) : 0);
  const most = rowOfMax(rows, against);
  if (most < 0 || !(against(most) > limitsOf(context, STALL_LIMITS).aileron)) return undefined;
  const at = { startS: track.timeS[most], endS: track.timeS[most] };
  return finding(stallId(c, 'aileron-in-stall'), 'fault', at, against(most), 'of travel', {
    what: `Aileron ${numberText(against(most) * 100)} % against the dropping wing, stalled.`,
    why: 'The hand did what it does in cruise; in the stall it takes the last lift from the low wing.',
    tryNext: 'Ailerons neutral until the wing flies. Release first, rudder for the yaw, then level.',
  });
};

/** The most power in some rows, % of rated: as recorded, else from revolutions through the airplane's own book. */
function mostPercent(c: Case, rows: Rows): { percent: number; error: number } | undefined {
  const { track, context } = c;
  const recorded = track.other('power_pct')?.values;
  if (recorded) return { percent: recorded[extremes(recorded, rows).high], error: 1 };
  const rpm = track.other('rpm')?.values;
  const model = rpm && context.airplane && performanceOf(context.airplane);
  if (!rpm || !model || model.from.shaftPower === 'estimated') return undefined;
  const at = (row: number) => ({
    weightLb: context.weightLb ?? model.airplane.maxWeightLb,
    pressureAltitudeFt: track.altitudeFt.values[row],
  });
  const percents = Array.from({ length: rows.to - rows.from }, (_, k) => {
    const row = rows.from + k;
    return percentOfRpm(model, rpm[row], track.airspeedKt.values[row], at(row));
  });
  return { percent: Math.max(...percents), error: RECOVERY.revolutionsErrorPct };
}

export const powerTooLow: Check = (c) => {
  const { context } = c;
  const event = eventOf(c);
  if (!event) return undefined;
  const before = between(c, event.breakS - 4, event.breakS);
  const used = before.to > before.from ? mostPercent(c, before) : undefined;
  if (!used || !(used.percent < limitsOf(context, STALL_LIMITS).leastPowerPct - used.error)) return undefined;
  return finding(
    stallId(c, 'power-too-low'),
    'note',
    { startS: event.breakS - 5, endS: event.breakS },
    used.percent,
    '%',
    {
      what: `${numberText(used.percent)} % of power; the standard asks for at least ${numberText(limitsOf(context, STALL_LIMITS).leastPowerPct)}.`,
      why: 'The throttle was not brought up far enough with the nose.',
      tryNext: 'Set the power of the card first, then raise the nose.',
    },
  );
};

export const pitchTooSteep: Check = (c) => {
  const pitch = c.track.other('pitch_deg')?.values;
  if (!pitch) return undefined;
  const highest = extremes(pitch, phaseRows(c, 'pitch-up')).high;
  const most = highest < 0 ? 0 : pitch[highest];
  if (!(most > limitsOf(c.context, STALL_LIMITS).steepDeg)) return undefined;
  const at = { startS: c.track.timeS[highest], endS: c.track.timeS[highest] };
  return finding(stallId(c, 'pitch-too-steep'), 'fault', at, most, 'deg', {
    what: `Pitched up to ${numberText(most)}°.`,
    why: 'Pulled to hurry the stall; it breaks sharply from there, and a wing goes easily.',
    tryNext: 'About two degrees a second, to twenty, and wait for the speed to go.',
  });
};

export const spinEntry: Check = (c) => {
  const { track, attempt, context } = c;
  const event = eventOf(c);
  if (!event) return undefined;
  const { spinBankDeg, spinYawDegPerS } = limitsOf(context, STALL_LIMITS);
  const rows = between(c, event.breakS, Math.min(attempt.endS, event.breakS + 15));
  // Half a second at a time and not smoothed: a spin turns half round in one.
  const heading = track.recording.channels.hdg_deg;
  if (!heading || rows.to - rows.from < 3) return undefined;
  const ahead = Math.max(1, Math.round(0.5 / track.stepS));
  const yaw = (i: number) =>
    i + ahead < rows.to
      ? Math.abs(shortestTurnDeg(heading[i], heading[i + ahead])) / (track.timeS[i + ahead] - track.timeS[i])
      : 0;
  const slow = (i: number) => track.airspeedKt.values[i] < c.scene.stallKias(c.scene.flapsDeg(i)) * 1.75;
  const rate = (i: number) => (Math.abs(track.bankDeg.values[i]) > spinBankDeg && slow(i) ? yaw(i) : 0);
  const most = rowOfMax(rows, rate);
  if (most < 0 || !(rate(most) > spinYawDegPerS)) return undefined;
  return finding(
    stallId(c, 'spin-entry'),
    'critical',
    { startS: event.breakS, endS: track.timeS[most] },
    rate(most),
    'deg/s',
    {
      what: `It began to spin: ${numberText(Math.abs(track.bankDeg.values[most]))}° of bank, turning at ${numberText(rate(most))}° a second, stalled.`,
      why: 'Stalled and yawing, and the stick stayed back.',
      tryNext:
        'Power idle, ailerons neutral, full rudder against, stick forward; the handbook’s order comes first.',
    },
  );
};
