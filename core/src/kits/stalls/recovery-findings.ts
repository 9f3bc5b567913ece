/** What goes wrong in the recovery: release, power, nose, height, flaps, a second stall. */

import { between, type Check, extremes } from '../attempt/case.ts';
import { limitsOf } from '../attempt/figures.ts';
import { finding, numberText } from '../attempt/finding.ts';
import { flapsAllAtOnce } from '../attempt/flap-findings.ts';
import { noStallKt } from './depth.ts';
import { flapsInEarly } from './flap-order.ts';
import { secondStallAt } from './recovered.ts';
import { poweredFirst, releasedPromptly } from './release.ts';
import { eventOf, stallId } from './stall-case.ts';
import { STALL_LIMITS } from './tables.ts';

export const lateRecovery: Check = (c) => {
  const event = eventOf(c);
  if (!event || releasedPromptly(c).held !== false) return undefined;
  const late = event.unloadS - event.breakS;
  return finding(
    stallId(c, 'late-recovery'),
    'fault',
    { startS: event.breakS, endS: event.unloadS },
    late,
    's',
    {
      what: `${numberText(late, 1)} s from the break to the release.`,
      why: 'The stick stayed back while the airplane was already falling.',
      tryNext: 'Say “stall” at the cue and release with the word.',
    },
  );
};

export const powerBeforePitch: Check = (c) => {
  const event = eventOf(c);
  const first = event && noStallKt(c, event) === undefined ? poweredFirst(c, event) : undefined;
  if (!event || !first) return undefined;
  return finding(
    stallId(c, 'power-before-pitch'),
    'fault',
    { startS: first.powerS, endS: event.unloadS },
    first.leadS,
    's',
    {
      what: `Power came up ${numberText(first.leadS, 1)} s before the nose went down.`,
      why: 'Power on a stalled wing yaws and lifts the nose; it does not unstall it.',
      tryNext: 'Release first, or both at once; never the throttle first.',
    },
  );
};

export const noseTooLow: Check = (c) => {
  const { track, context } = c;
  const pitch = track.other('pitch_deg')?.values;
  const event = eventOf(c);
  if (!pitch || !event) return undefined;
  const rows = between(c, event.breakS, event.lowestS + 5);
  const lowest = extremes(pitch, rows).low;
  const low = lowest < 0 ? 0 : -pitch[lowest];
  if (!(low > limitsOf(context, STALL_LIMITS).noseLowDeg)) return undefined;
  return finding(
    stallId(c, 'nose-too-low'),
    'fault',
    { startS: event.unloadS, endS: track.timeS[lowest] },
    low,
    'deg',
    {
      what: `The nose went ${numberText(low)}° below the horizon in the recovery.`,
      why: 'The release became a push.',
      tryNext: 'Only until the warning stops and the wing is lightly loaded; not a dive.',
    },
  );
};

export const secondaryStall: Check = (c) => {
  const event = eventOf(c);
  const again = event && secondStallAt(c, event);
  if (again === undefined) return undefined;
  const size = again - event!.unloadS;
  return finding(stallId(c, 'secondary-stall'), 'critical', { startS: again, endS: again }, size, 's', {
    what: `It warned and stalled again ${numberText(size, 1)} s after the first release.`,
    why: 'Pulled before there was speed to pull with.',
    tryNext: 'Wait for the speed to come, then ease out; the warner silent all the way.',
  });
};

/** Beyond what was briefed a fault; beyond the usual, where nothing was, a word only: less comes with practice. */
export const excessLoss: Check = (c) => {
  const { attempt, context } = c;
  const event = eventOf(c);
  if (!event) return undefined;
  const briefed = (attempt.brief?.entry as { plannedLossFt?: number } | undefined)?.plannedLossFt;
  const allowed = briefed ?? limitsOf(context, STALL_LIMITS).lossFt;
  if (!(event.lossFt > allowed)) return undefined;
  return finding(
    stallId(c, 'excess-altitude-loss'),
    briefed === undefined ? 'note' : 'fault',
    { startS: event.breakS, endS: event.lowestS },
    event.lossFt,
    'ft',
    {
      what: `${numberText(event.lossFt)} ft lost from the break to the lowest; ${numberText(allowed)} ft ${briefed === undefined ? 'is usual' : 'were allowed for'}.`,
      why: 'The power came late, or the nose stayed low after the wing was flying.',
      tryNext: 'Full power with the release, and to the climb attitude as soon as the speed allows.',
    },
  );
};

export const flapsUpWithoutClimb: Check = (c) => {
  const early = flapsInEarly(c);
  if (!early) return undefined;
  const sinking = early.sinkFpm > 0;
  return finding(
    stallId(c, 'flaps-up-without-climb'),
    'fault',
    { startS: early.atS, endS: early.endS },
    Math.max(0, early.sinkFpm),
    'ft/min',
    {
      what: sinking
        ? `The flaps came up while it still sank: ${numberText(early.fromDeg)}° to ${numberText(early.toDeg)}° at ${numberText(early.sinkFpm)} ft/min down.`
        : `The flaps came up before there was speed for it: ${numberText(early.fromDeg)}° to ${numberText(early.toDeg)}° at ${numberText(early.kias)} kt.`,
      why: 'The lift of the flaps was taken away before the airplane was climbing.',
      tryNext:
        'The drag stage with the power; the rest once it climbs, seen on two instruments, a stage at a time.',
    },
  );
};

/** Flaps in the recovery alone: on the way in some let all down at once, and accept a harder push. */
export const flapsInRecovery: Check = (c) => {
  const event = eventOf(c);
  if (!event) return undefined;
  return flapsAllAtOnce({ ...c, rows: between(c, event.unloadS, c.attempt.endS) });
};
