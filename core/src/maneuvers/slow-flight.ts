/** Slow flight as a maneuver: its legs, the warning that bounds its speed, and what goes wrong in it. */
import { briefFor } from '../brief/targets.ts';
import { energyFpm } from '../recording/energy.ts';
import { meanOver, rowOfMax, rowsBetween } from '../recording/span.ts';
import type { Track } from '../recording/track.ts';
import { phaseNamed } from '../scoring/phases.ts';
import { mean, median } from '../units/numbers.ts';
import { buildAttempt } from './build-attempt.ts';
import { between, type Case, type Check, phaseRows, runChecks, spanOf } from './case.ts';
import { finding, type Span, say } from './finding.ts';
import { balloonOnFlap, flapsAllAtOnce } from './flap-findings.ts';
import type { Attempt, Maneuver, Proposal, ScoringContext } from './maneuver.ts';
import { heldSpan, practisedTurns } from './plain-turns.ts';
import { legHeading } from './quantities.ts';
import { isRough } from './rough-air.ts';
import { meanBetween, sceneOf } from './scene.ts';
import { type SlowSpan, slowSpans } from './slow-flight-spans.ts';
import { warningFinding } from './warning-finding.ts';

export const SLOW_FLIGHT = 'slow-flight';
const ID = (name: string) => `${SLOW_FLIGHT}/${name}`;
/** A lever this near to where it holds level is up. */
const HOLDING_SHARE = 0.15;
/** Over so long energy must have fallen. */
const SINKING_S = 6;
const ABOUT_AS_HIGH_FT = 10;
const LEG_CLIMB_FPM = 150;
const LEG_CLIMB_FT = 150;

const spansFor = (track: Track, context: ScoringContext): SlowSpan[] => slowSpans(track, context);

/** The span that an attempt (whose edges an instructor may have moved) is about. */
const spanFor = (track: Track, context: ScoringContext, { startS, endS }: Proposal): SlowSpan | undefined =>
  spansFor(track, context).find((span) => span.startS < endS && span.endS > startS);

interface Leg extends Span {
  name: 'straight' | 'turn' | 'climb' | 'descent';
}

/** Straight and turning legs of the established part, and those deliberately climbed or descended. */
function legsOf(track: Track, context: ScoringContext, established: Span): Leg[] {
  const turns = practisedTurns(track, context)
    .filter(
      ({ startS, endS, turnedDeg }) =>
        turnedDeg > 15 && startS < established.endS && endS > established.startS,
    )
    .map(({ startS, endS }) => ({
      startS: Math.max(startS, established.startS),
      endS: Math.min(endS, established.endS),
    }));
  const legs: Leg[] = [];
  let fromS = established.startS;
  for (const { startS, endS } of [...turns, { startS: established.endS, endS: established.endS }]) {
    if (startS - fromS >= 5) legs.push({ name: legKind(track, fromS, startS), startS: fromS, endS: startS });
    if (endS > startS) legs.push({ name: 'turn', startS, endS });
    fromS = Math.max(fromS, endS);
  }
  return legs;
}

function legKind(track: Track, startS: number, endS: number): Leg['name'] {
  const climb = meanBetween(track, track.verticalSpeedFpm, startS, endS);
  const deliberate =
    Math.abs(climb) > LEG_CLIMB_FPM && Math.abs(climb) * ((endS - startS) / 60) > LEG_CLIMB_FT;
  return deliberate ? (climb > 0 ? 'climb' : 'descent') : 'straight';
}

function measure(track: Track, proposal: Proposal, _: readonly Attempt[], context: ScoringContext): Attempt {
  const span = spanFor(track, context, proposal);
  const phases = span?.phases ?? [{ name: 'established', startS: proposal.startS, endS: proposal.endS }];
  const established = phaseNamed(phases, 'established') ?? proposal;
  const legs = legsOf(track, context, established);
  const named = (name: Leg['name']) => legs.filter((leg) => leg.name === name);
  const brief = briefFor(context.briefs, SLOW_FLIGHT, proposal.variant);
  const airplane = context.airplane?.slowFlightKias;
  const targetKt =
    brief?.entry?.airspeedKias ??
    (proposal.variant === 'landing'
      ? airplane?.landing
      : proposal.variant === 'clean'
        ? airplane?.clean
        : undefined);
  const turnBank = median(named('turn').flatMap((leg) => bankOf(track, leg)));
  const recovery = phaseNamed(phases, 'recovery');
  const scene = sceneOf(track, context);
  const flaps = scene.flapsDeg(
    rowsBetween(track.timeS, established.startS, established.endS, proposal.segment).from,
  );
  return buildAttempt(track, proposal, context, {
    phases: [...phases, ...legs],
    aims: {
      ...(typeof targetKt === 'number' && { airspeedKt: targetKt }),
      bankDeg: brief?.bankDeg ?? (Number.isNaN(turnBank) ? 0 : Math.round(turnBank)),
    },
    settles: recovery !== undefined,
    rowFor: (row, aims) => {
      if (row.parameter === 'airspeed') {
        if (typeof targetKt !== 'number') return undefined;
        // Whatever the number says, the low side is never below the warning.
        const low = Math.max(row.low, Math.min(row.high - 1, scene.warningKias(flaps) - aims.airspeedKt));
        return context.airplane ? { ...row, low } : row;
      }
      if (row.phase === 'turn' && named('turn').length === 0) return undefined;
      if (row.phase === 'straight' && named('straight').length === 0) return undefined;
      return row;
    },
    spansOf: (row) => {
      if (row.phase === 'straight') return named('straight');
      // Rolling in and out is on its way; the bank is judged where it is held.
      if (row.phase === 'turn')
        return named('turn').map((leg) => {
          const { fromS, toS } = heldSpan(track, { ...leg, segment: proposal.segment });
          return { startS: fromS, endS: toS };
        });
      if (row.phase !== 'entry-to-recovery') return undefined;
      return without({ startS: proposal.startS, endS: recovery?.endS ?? proposal.endS }, [
        ...named('climb'),
        ...named('descent'),
      ]);
    },
    quantity: (row) => (row.parameter === 'heading' ? legHeading(track, named('straight')) : undefined),
  });
}

const bankOf = (track: Track, { startS, endS }: Span): number[] => {
  const rows = rowsBetween(track.timeS, startS + 2, endS - 2);
  return Array.from(track.bankDeg.values.subarray(rows.from, Math.max(rows.from, rows.to)), Math.abs);
};

/** A span less some others. */
function without(whole: Span, parts: readonly Span[]): Span[] {
  let rest: Span[] = [whole];
  for (const part of parts)
    rest = rest.flatMap(({ startS, endS }) =>
      part.endS <= startS || part.startS >= endS
        ? [{ startS, endS }]
        : [
            { startS, endS: part.startS },
            { startS: part.endS, endS },
          ].filter((span) => span.endS - span.startS > 1),
    );
  return rest;
}

const altitudeLossEntry: Check = (c) => {
  const { track, attempt, context } = c;
  const rows = phaseRows(c, 'entry');
  const lowest = rowOfMax(rows, (i) => -track.altitudeFt.values[i]);
  if (lowest < 0) return undefined;
  const loss = attempt.entry.altitudeFt - track.altitudeFt.values[lowest];
  if (!(loss > context.thresholds.slowFlight.entryLossFt)) return undefined;
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
      what: `${say(loss)} ft lost while slowing down.`,
      why: 'The nose did not come up as fast as the lift went.',
      tryNext: 'Raise the nose a little with every five knots that go; the altitude says how much.',
    },
  );
};

/** Altitude lost slow, nose held up, with the power still off. */
function sank(c: Case): { fromS: number; toS: number; loss: number } | undefined {
  const { track, attempt, context, scene } = c;
  const established = phaseNamed(attempt.phases, 'established');
  if (!established) return undefined;
  const rows = between(c, established.startS - 30, established.startS + 25);
  const { timeS, altitudeFt, airspeedKt } = track;
  let best: { fromS: number; toS: number; loss: number } | undefined;
  let top = rows.from;
  let topFt = Number.NEGATIVE_INFINITY;
  for (let i = rows.from; i < rows.to; i++) {
    topFt = Math.max(topFt, altitudeFt.values[i]);
    // Where it was last about as high: level flight before the sink has its highest row anywhere.
    if (altitudeFt.values[i] > topFt - ABOUT_AS_HIGH_FT) top = i;
    const slow = airspeedKt.values[i] < scene.warningKias(scene.flapsDeg(i)) + 12;
    const loss = topFt - altitudeFt.values[i];
    if (!slow || !(loss > (best?.loss ?? context.thresholds.slowFlight.sinkFt))) continue;
    if (energyFpm(track, rowsBetween(timeS, timeS[i] - SINKING_S, timeS[i])) < -150)
      best = { fromS: timeS[top], toS: timeS[i], loss };
  }
  if (!best || (isRough(track, c.rows) && powerWasUp(c, best, established))) return undefined;
  const slowAtTop = meanBetween(track, airspeedKt.values, best.fromS, best.fromS + 3);
  return slowAtTop < scene.warningKias(scene.flapsDeg(rows.to - 1)) + 16 ? best : undefined;
}

/** Whether the power that holds it was there already: what sinks then in rough air is the air. */
function powerWasUp(c: Case, sink: { fromS: number; toS: number }, established: Span): boolean {
  const { lever } = c.scene;
  const over = (fromS: number, toS: number): number => {
    const { from, to } = between(c, fromS, toS);
    return median(Array.from({ length: Math.max(0, to - from) }, (_, k) => lever(from + k)));
  };
  return over(sink.fromS, sink.toS) > over(established.startS + 15, established.endS) - HOLDING_SHARE;
}

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
      what: `${say(found.loss)} ft lost slow, before the power came up.`,
      why: 'Energy went with the power back: behind the power curve slower takes more power, not less.',
      tryNext: 'As the target speed comes, power up at once to hold level; then trim.',
    },
  );
};

const stallWarning: Check = (c) => {
  const { track, attempt, context } = c;
  const established = phaseNamed(attempt.phases, 'established');
  if (!established) return undefined;
  const rows = between(c, attempt.startS, established.endS);
  return warningFinding(ID('stall-warning'), track, rows, context, {
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
  const speeds = Array.from(track.airspeedKt.values.subarray(rows.from, Math.max(rows.from, rows.to)));
  const over = median(speeds) - attempt.targets.airspeedKt;
  if (!(over > context.thresholds.slowFlight.tooFastKt)) return undefined;
  return finding(ID('too-fast'), 'fault', established, over, 'kt', {
    what: `Flown ${say(over)} kt above the target of ${say(attempt.targets.airspeedKt)} kt.`,
    why: 'The nose never came up to where the speed is slow.',
    tryNext: 'Speed by pitch: raise the nose until it is there, and let the power hold the altitude.',
  });
};

const tooMuchBank: Check = (c) => {
  const { track, attempt, context } = c;
  const { mostBankDeg, bankBeyondDeg } = context.thresholds.slowFlight;
  const limit = (attempt.brief?.bankDeg ?? mostBankDeg) + bankBeyondDeg;
  const established = phaseNamed(attempt.phases, 'established');
  if (!established) return undefined;
  const rows = between(c, established.startS, established.endS);
  const steepest = rowOfMax(rows, (i) => Math.abs(track.bankDeg.values[i]));
  const bank = steepest < 0 ? 0 : Math.abs(track.bankDeg.values[steepest]);
  if (!(bank > limit)) return undefined;
  return finding(ID('too-much-bank'), 'fault', spanOf(c, steepest, steepest), bank, 'deg', {
    what: `${say(bank)}° of bank, slow; ${say(limit)}° is the most here.`,
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
  if (!worst || !(worst.size > context.thresholds.slowFlight.driftDeg)) return undefined;
  return finding(ID('heading-drift-left'), 'fault', worst, worst.size, 'deg', {
    what: `The nose drifted ${say(worst.size)}° to the left on a straight leg.`,
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
  if (!(held > context.thresholds.slowFlight.heldElevator)) return undefined;
  return finding(ID('not-trimmed'), 'note', established, held, 'of travel', {
    what: `The elevator was held ${say(held * 100)} % off, all the way.`,
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
  if (!(above > context.thresholds.slowFlight.recoveryClimbFt)) return undefined;
  return finding(
    ID('climb-on-recovery'),
    'fault',
    { startS: recovery.startS, endS: track.timeS[highest] },
    above,
    'ft',
    {
      what: `Climbed ${say(above)} ft above the entry in the recovery.`,
      why: 'Full power at low speed wants to climb; the nose stayed up.',
      tryNext: 'Push as the power comes up: the nose goes down to where level is, and trim.',
    },
  );
};

const CHECKS: readonly Check[] = [
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

export const slowFlight: Maneuver = {
  id: SLOW_FLIGHT,
  propose: (track, context) => ({
    proposals: spansFor(track, context).map(({ variant, startS, endS, segment }) => ({
      maneuver: SLOW_FLIGHT,
      variant,
      startS,
      endS,
      segment,
      state: 'complete' as const,
    })),
    warnings: [],
  }),
  measure,
  findings: (track, attempt, next, context) => runChecks(CHECKS, track, attempt, next, context),
};
