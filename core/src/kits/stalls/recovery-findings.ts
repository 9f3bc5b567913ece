/** What goes wrong in the recovery: release, power, nose, height, flaps, a second stall. */

import { meanOver, valueAt } from '../../recording/columns/span.ts';
import { between, type Case, type Check, extremes, flapMoves } from '../attempt/case.ts';
import { limitsOf } from '../attempt/figures.ts';
import { finding, numberText } from '../attempt/finding.ts';
import { flapsAllAtOnce } from '../attempt/flap-findings.ts';
import type { StallEvent } from './events.ts';
import { eventOf, stallId } from './stall-case.ts';
import { RECOVERY, STALL_LIMITS } from './tables.ts';

export const lateRecovery: Check = (c) => {
  const { context } = c;
  const event = eventOf(c);
  if (!event?.unloadSeen) return undefined;
  const late = event.unloadS - event.breakS;
  if (!(late > limitsOf(context, STALL_LIMITS).lateS)) return undefined;
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

/** When the power came up about the break. */
function powerUpAt(c: Case, event: StallEvent): number | undefined {
  const rows = between(c, event.breakS - 3, event.unloadS + 6);
  const { lever } = c.scene;
  if (rows.to - rows.from < 3 || Number.isNaN(lever(rows.from))) return undefined;
  const before = lever(rows.from);
  for (let i = rows.from; i < rows.to; i++) if (lever(i) > before + RECOVERY.powerUp) return c.track.timeS[i];
  return undefined;
}

export const powerBeforePitch: Check = (c) => {
  const event = eventOf(c);
  if (!event?.unloadSeen) return undefined;
  const powerS = powerUpAt(c, event);
  const lead = powerS === undefined ? 0 : event.unloadS - powerS;
  if (!(lead > limitsOf(c.context, STALL_LIMITS).powerFirstS)) return undefined;
  return finding(
    stallId(c, 'power-before-pitch'),
    'fault',
    { startS: powerS!, endS: event.unloadS },
    lead,
    's',
    {
      what: `Power came up ${numberText(lead, 1)} s before the nose went down.`,
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
  const { context } = c;
  const event = eventOf(c);
  if (!event) return undefined;
  const rows = between(c, event.unloadS, event.unloadS + limitsOf(context, STALL_LIMITS).secondaryS);
  const again = secondAt(c, rows, event);
  if (again === undefined) return undefined;
  const size = again - event.unloadS;
  return finding(stallId(c, 'secondary-stall'), 'critical', { startS: again, endS: again }, size, 's', {
    what: `It warned or stalled again ${numberText(size, 1)} s after the first release.`,
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

export const excessLoss: Check = (c) => {
  const { attempt, context } = c;
  const event = eventOf(c);
  if (!event) return undefined;
  const briefed = (attempt.brief?.entry as { plannedLossFt?: number } | undefined)?.plannedLossFt;
  const allowed = briefed ?? limitsOf(context, STALL_LIMITS).lossFt;
  if (!(event.lossFt > allowed)) return undefined;
  return finding(
    stallId(c, 'excess-altitude-loss'),
    'fault',
    { startS: event.breakS, endS: event.lowestS },
    event.lossFt,
    'ft',
    {
      what: `${numberText(event.lossFt)} ft lost from the break to the lowest; ${numberText(allowed)} ft were allowed for.`,
      why: 'The power came late, or the nose stayed low after the wing was flying.',
      tryNext: 'Full power with the release, and to the climb attitude as soon as the speed allows.',
    },
  );
};

export const flapsUpWithoutClimb: Check = (c) => {
  const { track } = c;
  const event = eventOf(c);
  if (!event) return undefined;
  const rows = between(c, event.unloadS, c.attempt.endS);
  // Down as the lever moved and still a moment later: a slope over sparse rows reaches back into the dive.
  const sinkFpm = (atS: number) => {
    const [nowFt, laterFt] = [atS, atS + RECOVERY.stillSinkingS].map((s) =>
      valueAt(track.timeS, track.altitudeFt.values, s),
    );
    const after = ((nowFt - laterFt) / RECOVERY.stillSinkingS) * 60;
    return Math.min(-meanOver(track.verticalSpeedFpm, between(c, atS - 0.8, atS + 0.3)), after);
  };
  const move = flapMoves(c, rows).find(
    ({ fromDeg, toDeg, atS }) => toDeg < fromDeg && sinkFpm(atS) > RECOVERY.sinkingFpm,
  );
  if (!move) return undefined;
  const size = sinkFpm(move.atS);
  return finding(
    stallId(c, 'flaps-up-without-climb'),
    'fault',
    { startS: move.atS, endS: move.endS },
    size,
    'ft/min',
    {
      what: `Flaps came in at ${numberText(size)} ft/min down.`,
      why: 'The lift of the flaps was taken away before the airplane was climbing.',
      tryNext: 'Positive climb first, seen on two instruments; then one stage.',
    },
  );
};

/** Flaps in the recovery alone: on the way in some let all down at once, and accept a harder push. */
export const flapsInRecovery: Check = (c) => {
  const event = eventOf(c);
  if (!event) return undefined;
  return flapsAllAtOnce({ ...c, rows: between(c, event.unloadS, c.attempt.endS) });
};
