/** What goes wrong in the recovery: release, power, nose, height, flaps, a second stall. */

import { limitsOf } from '../../units/figures.ts';
import { between, extremes } from '../attempt/case.ts';
import { fault } from '../attempt/fault.ts';
import { movedAllAtOnce } from '../attempt/flap-faults.ts';
import { noStallKt } from './depth.ts';
import { flapsInEarly } from './flap-order.ts';
import { secondStallAt } from './recovered.ts';
import { poweredFirst, releasedPromptly } from './release.ts';
import { BY_THE_BREAK, eventOf, findInStall } from './stall-case.ts';
import { STALL_LIMITS } from './tables.ts';

export const lateRecovery = fault({
  name: 'late-recovery',
  seen: BY_THE_BREAK,
  find: (c) => {
    const event = eventOf(c);
    if (!event || releasedPromptly(c).held !== false) return undefined;
    const late = event.unloadS - event.breakS;
    return findInStall(c, 'late-recovery', 'fault', { startS: event.breakS, endS: event.unloadS }, [
      late,
      's',
    ]);
  },
});

export const powerBeforePitch = fault({
  name: 'power-before-pitch',
  seen: BY_THE_BREAK,
  find: (c) => {
    const event = eventOf(c);
    const first = event && noStallKt(c, event) === undefined ? poweredFirst(c, event) : undefined;
    if (!event || !first) return undefined;
    return findInStall(c, 'power-before-pitch', 'fault', { startS: first.powerS, endS: event.unloadS }, [
      first.leadS,
      's',
    ]);
  },
});

export const noseTooLow = fault({
  name: 'nose-too-low',
  seen: BY_THE_BREAK,
  find: (c) => {
    const { track, context } = c;
    const pitch = track.other('pitch_deg')?.values;
    const event = eventOf(c);
    if (!pitch || !event) return undefined;
    const rows = between(c, event.breakS, event.lowestS + 5);
    const lowest = extremes(pitch, rows).low;
    const low = lowest < 0 ? 0 : -pitch[lowest];
    if (!(low > limitsOf(context, STALL_LIMITS).noseLowDeg)) return undefined;
    return findInStall(c, 'nose-too-low', 'fault', { startS: event.unloadS, endS: track.timeS[lowest] }, [
      low,
      'deg',
    ]);
  },
});

export const secondaryStall = fault({
  name: 'secondary-stall',
  seen: BY_THE_BREAK,
  find: (c) => {
    const event = eventOf(c);
    const again = event && secondStallAt(c, event);
    if (again === undefined) return undefined;
    const size = again - event!.unloadS;
    return findInStall(c, 'secondary-stall', 'critical', { startS: again, endS: again }, [size, 's']);
  },
});

/** Beyond what was briefed a fault; beyond the usual, where nothing was, a word only: less comes with practice. */
export const excessLoss = fault({
  name: 'excess-altitude-loss',
  seen: BY_THE_BREAK,
  find: (c) => {
    const { attempt, context } = c;
    const event = eventOf(c);
    if (!event) return undefined;
    const briefed = (attempt.brief?.entry as { plannedLossFt?: number } | undefined)?.plannedLossFt;
    const allowed = briefed ?? limitsOf(context, STALL_LIMITS).lossFt;
    if (!(event.lossFt > allowed)) return undefined;
    return findInStall(
      c,
      'excess-altitude-loss',
      briefed === undefined ? 'note' : 'fault',
      { startS: event.breakS, endS: event.lowestS },
      [event.lossFt, 'ft'],
      { allowedFt: allowed, briefed: briefed !== undefined },
    );
  },
});

export const flapsUpWithoutClimb = fault({
  name: 'flaps-up-without-climb',
  seen: BY_THE_BREAK,
  find: (c) => {
    const early = flapsInEarly(c);
    if (!early) return undefined;
    return findInStall(
      c,
      'flaps-up-without-climb',
      'fault',
      { startS: early.atS, endS: early.endS },
      [Math.max(0, early.sinkFpm), 'ft/min'],
      { sinking: early.sinkFpm > 0, fromDeg: early.fromDeg, toDeg: early.toDeg, kias: early.kias },
    );
  },
});

/** Flaps in the recovery alone: on the way in some let all down at once, and accept a harder push. */
export const flapsInRecovery = fault({
  name: 'flaps-all-at-once',
  seen: BY_THE_BREAK,
  find: (c) => {
    const event = eventOf(c);
    if (!event) return undefined;
    return movedAllAtOnce({ ...c, rows: between(c, event.unloadS, c.attempt.endS) });
  },
});
