/** What goes wrong on the way into a stall and in it: the descent, the cue, the nose, the power, the wing. */

import { rowOfMax } from '../../recording/columns/span.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import { between, type Check, extremes } from '../attempt/case.ts';
import { limitsOf } from '../attempt/figures.ts';
import { finding, numberText } from '../attempt/finding.ts';
import { strayTimes } from '../attempt/rough-air.ts';
import { noStallKt, noseTooHigh } from './depth.ts';
import { descentBefore } from './descent.ts';
import { enoughPower, percentBeforeSign } from './pitch-up-power.ts';
import { eventOf, stallAttemptAt, stallId } from './stall-case.ts';
import { SIGN, STALL_LIMITS } from './tables.ts';
import { aileronAgainst, spinIn } from './wings.ts';

export const noStabilizedDescent: Check = (c) => {
  const event = eventOf(c);
  const descent = descentBefore(c);
  if (!event || !descent) return undefined;
  const { descentS } = limitsOf(c.context, STALL_LIMITS);
  const size = descent.endS - descent.startS;
  if (size >= descentS) return undefined;
  return finding(
    stallId(c, 'no-stabilized-descent'),
    'fault',
    { startS: c.attempt.startS, endS: event.pitchUpS },
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
  const event = eventOf(c);
  const above = event && noStallKt(c, event);
  if (!event || above === undefined) return undefined;
  return finding(
    stallId(c, 'wrong-cue'),
    'fault',
    { startS: event.breakS, endS: event.unloadS },
    above,
    'kt',
    {
      what: `Recovered ${numberText(above)} kt above the warning: no stall was flown.`,
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
  const events = stallAttemptAt(track, context, attempt)?.events ?? [];
  const drops = events.flatMap(({ breakS, unloadS }) => {
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
  if (!worst) return undefined;
  // The air before the break: the break itself is a load that comes and goes.
  const before = between(c, events[0].breakS - SIGN.lookBeforeS, events[0].breakS - SIGN.airUntilS);
  const times = strayTimes(track, before);
  if (!(worst.size > times * wingDropDeg)) return undefined;
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
  const found = aileronAgainst(c);
  if (!found) return undefined;
  return finding(stallId(c, 'aileron-in-stall'), 'fault', found, found.share, 'of travel', {
    what: `Aileron ${numberText(found.share * 100)} % against the dropping wing for ${numberText(found.endS - found.startS, 1)} s, stalled.`,
    why: 'The hand did what it does in cruise; in the stall it takes the last lift from the low wing.',
    tryNext: 'Ailerons neutral until the wing flies. Release first, rudder for the yaw, then level.',
  });
};

export const powerTooLow: Check = (c) => {
  const event = eventOf(c);
  const seen = enoughPower(c);
  if (!event || seen.held !== false) return undefined;
  const percent = percentBeforeSign(c)?.percent ?? Number.NaN;
  return finding(
    stallId(c, 'power-too-low'),
    'fault',
    { startS: event.pitchUpS, endS: event.breakS },
    Number.isFinite(percent) ? percent : 0,
    '%',
    {
      what: `Too little power before the stall: ${seen.what}.`,
      why: 'The throttle was not brought up far enough with the nose.',
      tryNext: 'Set the power of the card first, then raise the nose.',
    },
  );
};

export const pitchTooSteep: Check = (c) => {
  const steep = noseTooHigh(c);
  if (!steep) return undefined;
  const at = { startS: steep.atS, endS: steep.atS };
  return finding(stallId(c, 'pitch-too-steep'), 'fault', at, steep.deg, 'deg', {
    what: `Pitched up to ${numberText(steep.deg)}°.`,
    why: 'Pulled to hurry the stall; it breaks sharply from there, and a wing goes easily.',
    tryNext: 'About two degrees a second, to twenty, and wait for the speed to go.',
  });
};

export const spinEntry: Check = (c) => {
  const spin = spinIn(c);
  if (!spin) return undefined;
  return finding(stallId(c, 'spin-entry'), 'critical', spin, spin.yawDegPerS, 'deg/s', {
    what: `It began to spin: ${numberText(spin.bankDeg)}° of bank, turning at ${numberText(spin.yawDegPerS)}° a second, stalled.`,
    why: 'Stalled and yawing, and the stick stayed back.',
    tryNext:
      'Power idle, ailerons neutral, full rudder against, stick forward; the handbook’s order comes first.',
  });
};
