/** What goes wrong on the way into a stall and in it: the descent, the cue, the nose, the power, the wing. */

import { rowOfMax } from '../../recording/columns/span.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import { strayTimes } from '../../signals/air.ts';
import { limitsOf } from '../../units/figures.ts';
import { between, extremes } from '../attempt/case.ts';
import { fault } from '../attempt/fault.ts';
import { noStallKt, noseTooHigh } from './depth.ts';
import { descentBefore } from './descent.ts';
import { enoughPower, percentBeforeSign } from './pitch-up-power.ts';
import { BY_THE_BREAK, eventOf, findInStall, stallAttemptAt } from './stall-case.ts';
import { SIGN, STALL_LIMITS } from './tables.ts';
import { aileronAgainst, spinIn } from './wings.ts';

export const noStabilizedDescent = fault({
  name: 'no-stabilized-descent',
  seen: BY_THE_BREAK,
  find: (c) => {
    const event = eventOf(c);
    const descent = descentBefore(c);
    if (!event || !descent) return undefined;
    const { descentS } = limitsOf(c.context, STALL_LIMITS);
    const size = descent.endS - descent.startS;
    if (size >= descentS) return undefined;
    return findInStall(
      c,
      'no-stabilized-descent',
      'fault',
      { startS: c.attempt.startS, endS: event.pitchUpS },
      [size, 's'],
      { askedS: descentS },
    );
  },
});

export const wrongCue = fault({
  name: 'wrong-cue',
  seen: BY_THE_BREAK,
  find: (c) => {
    const event = eventOf(c);
    const above = event && noStallKt(c, event);
    if (!event || above === undefined) return undefined;
    return findInStall(c, 'wrong-cue', 'fault', { startS: event.breakS, endS: event.unloadS }, [above, 'kt']);
  },
});

export const headingDrift = fault({
  name: 'heading-drift',
  hand: 'rudder',
  seen: BY_THE_BREAK,
  find: (c) => {
    const { track, attempt, context } = c;
    const pitchUp = phaseNamed(attempt.phases, 'pitch-up');
    if (!pitchUp || attempt.variant !== 'straight') return undefined;
    const rows = between(c, pitchUp.startS, pitchUp.endS);
    const heading = track.headingDeg.values;
    const from = heading[rows.from];
    const furthest = rowOfMax(rows, (i) => Math.abs(heading[i] - from));
    const drift = furthest < 0 ? 0 : heading[furthest] - from;
    if (!(Math.abs(drift) > limitsOf(context, STALL_LIMITS).headingDriftDeg)) return undefined;
    return findInStall(
      c,
      'heading-drift',
      'fault',
      { startS: pitchUp.startS, endS: track.timeS[furthest] },
      [Math.abs(drift), 'deg'],
      { toLeft: drift < 0 },
    );
  },
});

export const wingDrop = fault({
  name: 'wing-drop',
  hand: 'rudder',
  seen: BY_THE_BREAK,
  find: (c) => {
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
          windows.push({
            breakS: timeS[i],
            size: bank[high] - bank[low],
            side: low < high ? 'right' : 'left',
          });
      }
      return windows;
    });
    const worst = drops.sort((a, b) => b.size - a.size)[0];
    if (!worst) return undefined;
    // The air before the break: the break itself is a load that comes and goes.
    const before = between(c, events[0].breakS - SIGN.lookBeforeS, events[0].breakS - SIGN.airUntilS);
    const times = strayTimes(track, before);
    if (!(worst.size > times * wingDropDeg)) return undefined;
    return findInStall(
      c,
      'wing-drop',
      'fault',
      { startS: worst.breakS, endS: worst.breakS + wingDropS },
      [worst.size, 'deg'],
      { side: worst.side, withinS: wingDropS },
    );
  },
});

export const aileronInStall = fault({
  name: 'aileron-in-stall',
  seen: BY_THE_BREAK,
  find: (c) => {
    const found = aileronAgainst(c);
    if (!found) return undefined;
    return findInStall(c, 'aileron-in-stall', 'fault', found, [found.share, 'of travel'], {
      sharePct: 100 * found.share,
      lastedS: found.endS - found.startS,
    });
  },
});

export const powerTooLow = fault({
  name: 'power-too-low',
  hand: 'throttle',
  seen: BY_THE_BREAK,
  find: (c) => {
    const event = eventOf(c);
    const seen = enoughPower(c);
    if (!event || seen.held !== false) return undefined;
    const percent = percentBeforeSign(c)?.percent ?? Number.NaN;
    return findInStall(
      c,
      'power-too-low',
      'fault',
      { startS: event.pitchUpS, endS: event.breakS },
      [Number.isFinite(percent) ? percent : 0, '%'],
      { ...seen.evidence.params, measuredBy: seen.evidence.code },
    );
  },
});

export const pitchTooSteep = fault({
  name: 'pitch-too-steep',
  seen: {
    phases: ['pitch-up'],
    watch:
      ({ columns }) =>
      ({ row }) =>
        columns.other('pitch_deg')?.values[row] ?? Number.NaN,
    edge: (flying) => limitsOf(flying, STALL_LIMITS).steepDeg,
    lastsS: ({ columns }) => Math.max(0.9, columns.stepS),
  },
  find: (c) => {
    const steep = noseTooHigh(c);
    if (!steep) return undefined;
    const at = { startS: steep.atS, endS: steep.atS };
    return findInStall(c, 'pitch-too-steep', 'fault', at, [steep.deg, 'deg']);
  },
});

export const spinEntry = fault({
  name: 'spin-entry',
  hazard: 'out-of-control',
  seen: BY_THE_BREAK,
  find: (c) => {
    const spin = spinIn(c);
    if (!spin) return undefined;
    return findInStall(c, 'spin-entry', 'critical', spin, [spin.yawDegPerS, 'deg/s'], {
      bankDeg: spin.bankDeg,
    });
  },
});
