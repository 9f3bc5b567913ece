/** What goes wrong in slow flight. */

import { between, type Check, phaseRows, spanOf } from '../../kits/attempt/case.ts';
import { limitsOf } from '../../kits/attempt/figures.ts';
import { finding, numberText } from '../../kits/attempt/finding.ts';
import { balloonOnFlap, flapsAllAtOnce } from '../../kits/attempt/flap-findings.ts';
import { meanOver, medianOver, rowOfMax } from '../../recording/columns/span.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import { mean } from '../../units/numbers.ts';
import { warnedTooMuch, warnerIn, withWarnerOn } from './requirements.ts';
import { sank } from './sink.ts';
import { SLOW_FLIGHT } from './slow-flight.ts';
import { SLOW_LIMITS } from './tables.ts';

export const SLOW_FINDINGS = [
  'altitude-loss-entry',
  'sink-before-power',
  'stall-warning',
  'too-fast',
  'too-much-bank',
  'heading-drift-left',
  'not-trimmed',
  'climb-on-recovery',
] as const;
const ID = (name: (typeof SLOW_FINDINGS)[number]) => `${SLOW_FLIGHT}/${name}`;

const altitudeLossEntry: Check = (c) => {
  const { track, attempt, context } = c;
  const rows = phaseRows(c, 'entry');
  const lowest = rowOfMax(rows, (i) => -track.altitudeFt.values[i]);
  if (lowest < 0) return undefined;
  const loss = attempt.entry.altitudeFt - track.altitudeFt.values[lowest];
  if (!(loss > limitsOf(context, SLOW_LIMITS).entryLossFt)) return undefined;
  const before = Math.max(attempt.startS, track.timeS[lowest] - 20);
  // Energy that fell faster than idle takes it away was dived off; slow and sinking is the other finding.
  if (sank(c)) return undefined;
  return finding(
    ID('altitude-loss-entry'),
    'fault',
    { startS: before, endS: track.timeS[lowest] },
    loss,
    'ft',
    {
      what: `${numberText(loss)} ft lost while slowing down.`,
      why: 'The nose did not come up as fast as the lift went.',
      tryNext: 'Raise the nose a little with every five knots that go; the altitude says how much.',
    },
  );
};

const sinkBeforePower: Check = (c) => {
  const found = sank(c);
  if (!found) return undefined;
  return finding(
    ID('sink-before-power'),
    'fault',
    { startS: found.fromS, endS: found.toS },
    found.loss,
    'ft',
    {
      what: `${numberText(found.loss)} ft lost slow, before the power came up.`,
      why: 'Energy went with the power back: behind the power curve slower takes more power, not less.',
      tryNext: 'As the target speed comes, power up at once to hold level; then trim.',
    },
  );
};

const stallWarning: Check = (c) => {
  const heard = warnerIn(c);
  if (!heard || heard.totalS === 0 || withWarnerOn(c)) return undefined;
  const span = { startS: heard.atS, endS: heard.atS + heard.longestS };
  const severity = warnedTooMuch(c) ? 'critical' : 'note';
  return finding(ID('stall-warning'), severity, span, heard.totalS, 's', {
    what: `The stall warning sounded for ${numberText(heard.totalS, 1)} s, established.`,
    why: 'The speed went below what this weight and these flaps allow without it.',
    tryNext: 'Ease the nose down a degree and add a little power; fly three knots above where it sounds.',
  });
};

const tooFast: Check = (c) => {
  const { track, attempt, context } = c;
  const row = attempt.quantityOf('airspeed');
  const established = phaseNamed(attempt.phases, 'established');
  if (!row || !established) return undefined;
  const rows = between(c, established.startS + 3, established.endS - 3);
  const over = medianOver(track.airspeedKt.values, rows) - attempt.targets.airspeedKt;
  if (!(over > limitsOf(context, SLOW_LIMITS).tooFastKt)) return undefined;
  return finding(ID('too-fast'), 'fault', established, over, 'kt', {
    what: `Flown ${numberText(over)} kt above the target of ${numberText(attempt.targets.airspeedKt)} kt.`,
    why: 'The nose never came up to where the speed is slow.',
    tryNext: 'Speed by pitch: raise the nose until it is there, and let the power hold the altitude.',
  });
};

const tooMuchBank: Check = (c) => {
  const { track, attempt, context } = c;
  const { mostBankDeg, bankBeyondDeg } = limitsOf(context, SLOW_LIMITS);
  const limit = (attempt.brief?.bankDeg ?? mostBankDeg) + bankBeyondDeg;
  const established = phaseNamed(attempt.phases, 'established');
  if (!established) return undefined;
  const rows = between(c, established.startS, established.endS);
  const steepest = rowOfMax(rows, (i) => Math.abs(track.bankDeg.values[i]));
  const bank = steepest < 0 ? 0 : Math.abs(track.bankDeg.values[steepest]);
  if (!(bank > limit)) return undefined;
  return finding(ID('too-much-bank'), 'fault', spanOf(c, steepest, steepest), bank, 'deg', {
    what: `${numberText(bank)}° of bank, slow; ${numberText(limit)}° is the most here.`,
    why: 'The stall speed rises with the bank, and there is no margin to give away.',
    tryNext: 'Ten to fifteen degrees, a little power in before them, out before the heading.',
  });
};

const headingDriftLeft: Check = (c) => {
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
  return finding(ID('heading-drift-left'), 'fault', worst, worst.size, 'deg', {
    what: `The nose drifted ${numberText(worst.size)}° to the left on a straight leg.`,
    why: 'Power at low speed yaws left; the right rudder that holds it was missing.',
    tryNext: 'More right rudder as the power comes up: ball in the middle, nose on the point.',
  });
};

const notTrimmed: Check = (c) => {
  const { track, attempt, context } = c;
  const elevator = track.other('elevator')?.values;
  const established = phaseNamed(attempt.phases, 'established');
  if (!elevator || !track.other('trim') || !established) return undefined;
  const rows = between(c, established.startS + 8, established.endS);
  const held = Math.abs(mean(elevator.subarray(rows.from, Math.max(rows.from, rows.to))));
  if (!(held > limitsOf(context, SLOW_LIMITS).heldElevator)) return undefined;
  return finding(ID('not-trimmed'), 'note', established, held, 'of travel', {
    what: `The elevator was held ${numberText(held * 100)} % off, all the way.`,
    why: 'The trim of cruise was still in.',
    tryNext: 'When the speed has settled, trim until the hand could let go.',
  });
};

const climbOnRecovery: Check = (c) => {
  const { track, attempt, context } = c;
  const recovery = phaseNamed(attempt.phases, 'recovery');
  if (!recovery) return undefined;
  const rows = between(c, recovery.startS, recovery.endS + 10);
  const highest = rowOfMax(rows, (i) => track.altitudeFt.values[i]);
  if (highest < 0) return undefined;
  const above = track.altitudeFt.values[highest] - attempt.entry.altitudeFt;
  if (!(above > limitsOf(context, SLOW_LIMITS).recoveryClimbFt)) return undefined;
  return finding(
    ID('climb-on-recovery'),
    'fault',
    { startS: recovery.startS, endS: track.timeS[highest] },
    above,
    'ft',
    {
      what: `Climbed ${numberText(above)} ft above the entry in the recovery.`,
      why: 'Full power at low speed wants to climb; the nose stayed up.',
      tryNext: 'Push as the power comes up: the nose goes down to where level is, and trim.',
    },
  );
};

export const CHECKS: readonly Check[] = [
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
];
