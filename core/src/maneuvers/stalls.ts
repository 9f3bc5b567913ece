/** Power-off and power-on stalls and the stall exercise as maneuvers: what is measured in them, and what goes wrong. */
import { briefFor } from '../brief/targets.ts';
import { longestStretch, meanOver, rowOfMax } from '../recording/span.ts';
import type { Track } from '../recording/track.ts';
import { phaseNamed } from '../scoring/phases.ts';
import type { Finding } from '../scoring/schema.ts';
import { shortestTurnDeg } from '../units/angles.ts';
import { median } from '../units/numbers.ts';
import { buildAttempt } from './build-attempt.ts';
import { between, type Case, type Check, extremes, flapMoves, phaseRows, runChecks } from './case.ts';
import { finding, say } from './finding.ts';
import { flapsAllAtOnce } from './flap-findings.ts';
import type { Attempt, Maneuver, Proposal, ScoringContext } from './maneuver.ts';
import { legHeading } from './quantities.ts';
import { type StallAttempt, type StallKind, stallAttempts, stallProposals } from './stall-attempts.ts';
import type { StallEvent } from './stall-events.ts';

const ID = (c: Case, name: string) => `${c.attempt.maneuver}/${name}`;
/** Not steeper, whatever was flown. */
const MOST_TURNING_BANK_DEG = 20;

const attemptAt = (
  track: Track,
  context: ScoringContext,
  { startS, endS }: Proposal,
): StallAttempt | undefined =>
  stallAttempts(track, context).find((one) => one.startS < endS && one.endS > startS);

/** The break of the attempt: the first of a row of them. */
function eventOf({ track, context, attempt }: Case): StallEvent | undefined {
  return attemptAt(track, context, attempt)?.events[0];
}

function measure(track: Track, proposal: Proposal, _: readonly Attempt[], context: ScoringContext): Attempt {
  const found = attemptAt(track, context, proposal);
  const brief = briefFor(context.briefs, proposal.maneuver, proposal.variant);
  const event = found?.events[0];
  const pitchUp = found && phaseNamed(found.phases, 'pitch-up');
  const turning = proposal.variant === 'turning';
  const held = pitchUp ? heldBankOf(track, pitchUp) : 0;
  return buildAttempt(track, proposal, context, {
    settles: 'in height',
    phases: found?.phases ?? [],
    shows: ['altitudeFt', 'airspeedKt', 'headingDeg', ...(turning ? (['bankDeg'] as const) : [])],
    aims: {
      bankDeg: turning ? Math.min(MOST_TURNING_BANK_DEG, brief?.bankDeg ?? Math.round(held)) : 0,
      loss: event && { fromFt: altitudeAt(track, event.breakS), atS: event.lowestS },
    },
    rowFor: (row) => {
      // A turning stall has no heading to keep; the exercise is not scored for its loss.
      if (row.parameter === 'heading' && turning) return undefined;
      if (row.phase === 'pitch-up' && !pitchUp) return undefined;
      return row;
    },
    quantity: (row) => (row.parameter === 'heading' && pitchUp ? legHeading(track, [pitchUp]) : undefined),
  });
}

function heldBankOf(track: Track, { startS, endS }: { startS: number; endS: number }): number {
  const rows = between({ track, attempt: { segment: undefined } } as unknown as Case, startS + 2, endS);
  return Math.abs(median(track.bankDeg.values.subarray(rows.from, Math.max(rows.from, rows.to))));
}

const altitudeAt = (track: Track, atS: number): number => {
  const rows = between({ track, attempt: { segment: undefined } } as unknown as Case, atS - 0.6, atS + 0.6);
  const near = meanOver(track.altitudeFt.values, rows);
  return Number.isNaN(near)
    ? track.altitudeFt.values[Math.min(rows.from, track.altitudeFt.values.length - 1)]
    : near;
};

const noStabilizedDescent: Check = (c) => {
  const { track, attempt, context } = c;
  const event = eventOf(c);
  if (attempt.maneuver !== 'power-off-stall' || !event) return undefined;
  const { descentS, descentKt } = context.thresholds.stall;
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
    ID(c, 'no-stabilized-descent'),
    'fault',
    { startS: attempt.startS, endS: event.pitchUpS },
    size,
    's',
    {
      what: `No steady descent before the pitch-up: ${say(size)} s of ${say(descentS)}.`,
      why: 'It went from level straight into the stall, which is not how it happens on final.',
      tryNext: 'Five to fifteen seconds at approach speed, about 500 ft/min down; then raise the nose.',
    },
  );
};

const wrongCue: Check = (c) => {
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
  return finding(ID(c, 'wrong-cue'), 'fault', { startS: event.breakS, endS: event.unloadS }, above, 'kt', {
    what: `Recovered ${say(above)} kt above the stall, with no warning and no break.`,
    why: 'The recovery was flown by habit, not by what the airplane said.',
    tryNext: 'Wait for the cue that was briefed: warner, buffet or break. Name it, then recover.',
  });
};

const headingDrift: Check = (c) => {
  const { track, attempt, context } = c;
  const pitchUp = phaseNamed(attempt.phases, 'pitch-up');
  if (!pitchUp || attempt.variant !== 'straight') return undefined;
  const rows = between(c, pitchUp.startS, pitchUp.endS);
  const heading = track.headingDeg.values;
  const from = heading[rows.from];
  const furthest = rowOfMax(rows, (i) => Math.abs(heading[i] - from));
  const drift = furthest < 0 ? 0 : heading[furthest] - from;
  if (!(Math.abs(drift) > context.thresholds.stall.headingDriftDeg)) return undefined;
  return finding(
    ID(c, 'heading-drift'),
    'fault',
    { startS: pitchUp.startS, endS: track.timeS[furthest] },
    Math.abs(drift),
    'deg',
    {
      what: `The heading went ${say(Math.abs(drift))}° to the ${drift < 0 ? 'left' : 'right'} before the break.`,
      why: drift < 0 ? 'Too little right rudder as the nose came up.' : 'Rudder held where none was needed.',
      tryNext: 'Nose on the point, ball in the middle, all the way up.',
    },
  );
};

const wingDrop: Check = (c) => {
  const { track, attempt, context } = c;
  const { wingDropDeg, wingDropS } = context.thresholds.stall;
  // From the turn rate no bank of a moment can be told.
  if (track.bankDeg.source === 'derived') return undefined;
  const bank = track.bankDeg.values;
  const { timeS } = track;
  const drops = (attemptAt(track, context, attempt)?.events ?? []).flatMap(({ breakS, unloadS }) => {
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
    ID(c, 'wing-drop'),
    'fault',
    { startS: worst.breakS, endS: worst.breakS + wingDropS },
    worst.size,
    'deg',
    {
      what: `The ${worst.side} wing dropped: ${say(worst.size)}° of bank within ${say(wingDropS)} s of the break.`,
      why: 'It was yawing as it stalled: one wing met the larger angle first.',
      tryNext: 'Ball in the middle before the break; if a wing goes, unload and stop the yaw with rudder.',
    },
  );
};

const aileronInStall: Check = (c) => {
  const { track, context } = c;
  const aileron = track.other('aileron')?.values;
  const event = eventOf(c);
  if (!aileron || !event) return undefined;
  const bank = track.bankDeg.values;
  const rows = between(c, event.breakS, Math.max(event.unloadS, event.breakS + 3.5));
  // Against the drop: stick to the side that is up, while the wing goes down.
  const against = (i: number) => (Math.abs(bank[i]) > 5 ? -aileron[i] * Math.sign(bank[i]) : 0);
  const most = rowOfMax(rows, against);
  if (most < 0 || !(against(most) > context.thresholds.stall.aileron)) return undefined;
  const at = { startS: track.timeS[most], endS: track.timeS[most] };
  return finding(ID(c, 'aileron-in-stall'), 'fault', at, against(most), 'of travel', {
    what: `Aileron ${say(against(most) * 100)} % against the dropping wing, stalled.`,
    why: 'The hand did what it does in cruise; in the stall it takes the last lift from the low wing.',
    tryNext: 'Ailerons neutral until the wing flies. Release first, rudder for the yaw, then level.',
  });
};

const lateRecovery: Check = (c) => {
  const { context } = c;
  const event = eventOf(c);
  if (!event || c.attempt.maneuver === 'stall-series') return undefined;
  const late = event.unloadS - event.breakS;
  if (!(late > context.thresholds.stall.lateS)) return undefined;
  return finding(ID(c, 'late-recovery'), 'fault', { startS: event.breakS, endS: event.unloadS }, late, 's', {
    what: `${say(late, 1)} s from the break to the release.`,
    why: 'The stick stayed back while the airplane was already falling.',
    tryNext: 'Say “stall” at the cue and release with the word.',
  });
};

/** When the power came up about the break. */
function powerUpAt(c: Case, event: StallEvent): number | undefined {
  const rows = between(c, event.breakS - 3, event.unloadS + 6);
  const { lever } = c.scene;
  if (rows.to - rows.from < 3 || Number.isNaN(lever(rows.from))) return undefined;
  const before = lever(rows.from);
  for (let i = rows.from; i < rows.to; i++) if (lever(i) > before + 0.12) return c.track.timeS[i];
  return undefined;
}

const powerBeforePitch: Check = (c) => {
  const event = eventOf(c);
  if (!event || c.attempt.maneuver !== 'power-off-stall') return undefined;
  const powerS = powerUpAt(c, event);
  const lead = powerS === undefined ? 0 : event.unloadS - powerS;
  if (!(lead > c.context.thresholds.stall.powerFirstS)) return undefined;
  return finding(ID(c, 'power-before-pitch'), 'fault', { startS: powerS!, endS: event.unloadS }, lead, 's', {
    what: `Power came up ${say(lead, 1)} s before the nose went down.`,
    why: 'Power on a stalled wing yaws and lifts the nose; it does not unstall it.',
    tryNext: 'Release first, or both at once; never the throttle first.',
  });
};

const noseTooLow: Check = (c) => {
  const { track, context } = c;
  const pitch = track.other('pitch_deg')?.values;
  const event = eventOf(c);
  if (!pitch || !event) return undefined;
  const rows = between(c, event.breakS, event.lowestS + 5);
  const lowest = extremes(pitch, rows).low;
  const low = lowest < 0 ? 0 : -pitch[lowest];
  if (!(low > context.thresholds.stall.noseLowDeg)) return undefined;
  return finding(
    ID(c, 'nose-too-low'),
    'fault',
    { startS: event.unloadS, endS: track.timeS[lowest] },
    low,
    'deg',
    {
      what: `The nose went ${say(low)}° below the horizon in the recovery.`,
      why: 'The release became a push.',
      tryNext: 'Only until the warning stops and the wing is lightly loaded; not a dive.',
    },
  );
};

const secondaryStall: Check = (c) => {
  const { context } = c;
  const event = eventOf(c);
  if (!event || c.attempt.maneuver === 'stall-series') return undefined;
  const rows = between(c, event.unloadS, event.unloadS + context.thresholds.stall.secondaryS);
  const again = secondAt(c, rows, event);
  if (again === undefined) return undefined;
  const size = again - event.unloadS;
  return finding(ID(c, 'secondary-stall'), 'critical', { startS: again, endS: again }, size, 's', {
    what: `It warned or stalled again ${say(size, 1)} s after the first release.`,
    why: 'Pulled before there was speed to pull with.',
    tryNext: 'Wait for the speed to come, then ease out; the warner silent all the way.',
  });
};

/** Quiet for most of a second, and then the warner for half of one; without a warner a second fall of the load. */
function secondAt(
  c: Case,
  { from, to }: { from: number; to: number },
  event: StallEvent,
): number | undefined {
  const { timeS } = c.track;
  const warner = c.track.other('stall_warn')?.values;
  if (!warner) {
    const load = c.track.other('load_g')?.values;
    const speed = c.track.airspeedKt.values;
    if (!load) return undefined;
    for (let i = from; i < to; i++) {
      const slow = speed[i] < c.scene.stallKias(c.scene.flapsDeg(i)) * Math.sqrt(Math.max(0.6, load[i])) + 2;
      if (timeS[i] > event.unloadS + 2 && slow && load[i] > 0.9) return timeS[i];
    }
    return undefined;
  }
  let quietSinceS: number | undefined;
  let soundingS = 0;
  for (let i = from; i < to; i++) {
    if (warner[i] <= 0.5) {
      quietSinceS ??= timeS[i];
      soundingS = 0;
      continue;
    }
    if (quietSinceS === undefined || timeS[i] - quietSinceS < 0.7) {
      if (quietSinceS !== undefined && timeS[i] - quietSinceS < 0.7) quietSinceS = undefined;
      continue;
    }
    soundingS += c.track.stepS;
    if (soundingS >= 0.5) return timeS[i];
  }
  return undefined;
}

const excessLoss: Check = (c) => {
  const { attempt, context } = c;
  const event = eventOf(c);
  if (!event || attempt.maneuver === 'stall-series') return undefined;
  const briefed = (attempt.brief?.entry as { plannedLossFt?: number } | undefined)?.plannedLossFt;
  const allowed = briefed ?? context.thresholds.stall.lossFt;
  if (!(event.lossFt > allowed)) return undefined;
  return finding(
    ID(c, 'excess-altitude-loss'),
    'fault',
    { startS: event.breakS, endS: event.lowestS },
    event.lossFt,
    'ft',
    {
      what: `${say(event.lossFt)} ft lost from the break to the lowest; ${say(allowed)} ft were allowed for.`,
      why: 'The power came late, or the nose stayed low after the wing was flying.',
      tryNext: 'Full power with the release, and to the climb attitude as soon as the speed allows.',
    },
  );
};

const flapsUpWithoutClimb: Check = (c) => {
  const { track } = c;
  const event = eventOf(c);
  if (!event) return undefined;
  const rows = between(c, event.unloadS, c.attempt.endS);
  const move = flapMoves(c, rows).find(({ fromDeg, toDeg, atS }) => {
    const sinking = meanOver(track.verticalSpeedFpm, between(c, atS - 0.8, atS + 0.3));
    return toDeg < fromDeg && sinking < -100;
  });
  if (!move) return undefined;
  const size = -meanOver(track.verticalSpeedFpm, between(c, move.atS - 0.8, move.atS + 0.3));
  return finding(
    ID(c, 'flaps-up-without-climb'),
    'fault',
    { startS: move.atS, endS: move.endS },
    size,
    'ft/min',
    {
      what: `Flaps came in at ${say(size)} ft/min down.`,
      why: 'The lift of the flaps was taken away before the airplane was climbing.',
      tryNext: 'Positive climb first, seen on two instruments; then one stage.',
    },
  );
};

const powerTooLow: Check = (c) => {
  const { track, attempt, context } = c;
  const percent = track.other('power_pct')?.values;
  const event = eventOf(c);
  if (attempt.maneuver !== 'power-on-stall' || !percent || !event) return undefined;
  const before = between(c, event.breakS - 4, event.breakS);
  const used = before.to > before.from ? percent[extremes(percent, before).high] : Number.NaN;
  if (!(used < context.thresholds.stall.leastPowerPct - 1)) return undefined;
  return finding(
    ID(c, 'power-too-low'),
    'note',
    { startS: event.breakS - 5, endS: event.breakS },
    used,
    '%',
    {
      what: `${say(used)} % of power; the standard asks for at least ${say(context.thresholds.stall.leastPowerPct)}.`,
      why: 'The throttle was not brought up far enough with the nose.',
      tryNext: 'Set the power of the card first, then raise the nose.',
    },
  );
};

const pitchTooSteep: Check = (c) => {
  const pitch = c.track.other('pitch_deg')?.values;
  if (!pitch || c.attempt.maneuver !== 'power-on-stall') return undefined;
  const highest = extremes(pitch, phaseRows(c, 'pitch-up')).high;
  const most = highest < 0 ? 0 : pitch[highest];
  if (!(most > c.context.thresholds.stall.steepDeg)) return undefined;
  const at = { startS: c.track.timeS[highest], endS: c.track.timeS[highest] };
  return finding(ID(c, 'pitch-too-steep'), 'fault', at, most, 'deg', {
    what: `Pitched up to ${say(most)}°.`,
    why: 'Pulled to hurry the stall; it breaks sharply from there, and a wing goes easily.',
    tryNext: 'About two degrees a second, to twenty, and wait for the speed to go.',
  });
};

const spinEntry: Check = (c) => {
  const { track, attempt, context } = c;
  const event = eventOf(c);
  if (!event) return undefined;
  const { spinBankDeg, spinYawDegPerS } = context.thresholds.stall;
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
    ID(c, 'spin-entry'),
    'critical',
    { startS: event.breakS, endS: track.timeS[most] },
    rate(most),
    'deg/s',
    {
      what: `It began to spin: ${say(Math.abs(track.bankDeg.values[most]))}° of bank, turning at ${say(rate(most))}° a second, stalled.`,
      why: 'Stalled and yawing, and the stick stayed back.',
      tryNext:
        'Power idle, ailerons neutral, full rudder against, stick forward; the handbook’s order comes first.',
    },
  );
};

const CHECKS: readonly Check[] = [
  noStabilizedDescent,
  wrongCue,
  headingDrift,
  pitchTooSteep,
  powerTooLow,
  wingDrop,
  aileronInStall,
  lateRecovery,
  powerBeforePitch,
  noseTooLow,
  secondaryStall,
  excessLoss,
  flapsUpWithoutClimb,
  spinEntry,
];

/** Flaps in the recovery alone: on the way in some let all down at once, and accept a harder push. */
const flapsInRecovery: Check = (c) => {
  const event = eventOf(c);
  if (!event) return undefined;
  return flapsAllAtOnce({ ...c, rows: between(c, event.unloadS, c.attempt.endS) });
};

const stall = (id: StallKind, checks: readonly Check[]): Maneuver => ({
  id,
  propose: (track, context) => ({ proposals: stallProposals(track, context, id), warnings: [] }),
  measure,
  findings: (track, attempt, next, context): Finding[] => runChecks(checks, track, attempt, next, context),
});

export const powerOffStall = stall('power-off-stall', [...CHECKS, flapsInRecovery]);
export const powerOnStall = stall('power-on-stall', [...CHECKS, flapsInRecovery]);
export const stallSeries = stall('stall-series', [wingDrop, spinEntry]);

/** Altitude lost from the break to the lowest within half a minute, ft. */
export const stallLossFt = (track: Track, context: ScoringContext, attempt: Proposal): number | undefined =>
  attemptAt(track, context, attempt)?.events[0]?.lossFt;
