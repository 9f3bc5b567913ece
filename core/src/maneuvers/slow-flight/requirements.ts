/** What a standard may ask of slow flight before any band: slow enough, the warner silent, as configured, recovered. */
import { configurationOf } from '../../airplane/configuration.ts';
import type { None } from '../../coded.ts';
import { between, type Case } from '../../kits/attempt/case.ts';
import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { evidenceOf, type Requirement } from '../../kits/attempt/requirement.ts';
import { slowSpeedsAt } from '../../kits/attempt/slow-speeds.ts';
import type { StallEvidence } from '../../kits/stalls/evidence.ts';
import { allFlapsAtOnce } from '../../kits/stalls/flap-order.ts';
import { firstWhere, longestStretch, medianOver } from '../../recording/columns/span.ts';
import type { Span } from '../../scoring/judged.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import { limitsOf } from '../../units/figures.ts';
import { SLOW_LIMITS, SLOW_SIGNS } from './tables.ts';
import { cleanFirst, TRANSITION } from './transition.ts';

export interface SlowEvidence {
  'never-established': None;
  'sounded-as-taught': { sharePct: number };
  silent: None;
  sounded: { totalS: number; longestS: number };
  'warning-unknown': None;
  'slower-than-warning': None;
  'never-as-slow-as-warning': None;
  'held-too-short': { lastedS: number; askedS: number };
  'warning-speed-unknown': None;
  'too-fast': { aboveKt: number };
  'near-warning': { aboveKt: number };
  'flaps-unknown': { aboveKt: number };
  'ended-other': { flown: string };
  'clean-then-landing': { lastedS: number };
  'not-clean-first': { lastedS: number };
  'flaps-not-recorded': None;
  'flown-as': { flown: string };
  'flown-other': { flown: string; asked: string };
  'into-a-stall': None;
  'recovery-not-recorded': None;
  'back-to-speed': { kias: number };
  'flaps-stayed-up': None;
  'flaps-all-sinking': StallEvidence['flaps-all-sinking'];
  'flaps-in-stages': None;
}
const { met, failed, unseen, notApplicable } = evidenceOf<SlowEvidence>();

const LEGS = ['straight', 'turn', 'climb', 'descent'];

const establishedOf = ({ attempt }: Case): Span | undefined => phaseNamed(attempt.phases, 'established');

/** Median above the warning's speed, kt, from the least to the most that it may be. */
function aboveWarningKt(c: Case, { startS, endS }: Span): readonly [number, number] | undefined {
  const rows = between(c, startS, endS);
  const speeds = rows.to > rows.from ? slowSpeedsAt(c, (rows.from + rows.to) >> 1) : undefined;
  if (!speeds) return undefined;
  const median = medianOver(c.track.airspeedKt.values, rows);
  return [median - speeds.warning[1], median - speeds.warning[0]];
}

/** The warner in the established part: how long in all, at once, and how often in a minute. */
export function warnerIn(
  c: Case,
): { totalS: number; longestS: number; mostAMinute: number; atS: number } | undefined {
  const established = establishedOf(c);
  const warner = c.track.other('stall_warn')?.values;
  if (!established || !warner) return undefined;
  const { timeS, stepS } = c.track;
  const rows = between(c, established.startS, established.endS);
  const onsets: number[] = [];
  let soundingRows = 0;
  for (let i = rows.from; i < rows.to; i++) {
    if (!(warner[i] > 0.5)) continue;
    soundingRows++;
    if (i === rows.from || !(warner[i - 1] > 0.5)) onsets.push(timeS[i]);
  }
  const longest = longestStretch(timeS, rows, (i) => warner[i] > 0.5);
  const mostAMinute = Math.max(0, ...onsets.map((s) => onsets.filter((t) => t >= s && t < s + 60).length));
  return {
    totalS: soundingRows * stepS,
    longestS: longest ? longest.endS - longest.startS + stepS : 0,
    mostAMinute,
    atS: longest?.startS ?? established.startS,
  };
}

/** More of the warner than a chirp or two. */
export function warnedTooMuch(c: Case): boolean {
  const heard = warnerIn(c);
  if (!heard) return false;
  const limits = limitsOf(c.context, SLOW_LIMITS);
  // At a row a second three rows stand for a sounding of more than two seconds.
  const atOnceS = c.track.stepS > 0.7 ? 3 * c.track.stepS - 0.01 : limits.warnerAtOnceS;
  return (
    heard.longestS > atOnceS || heard.totalS > limits.warnerInAllS || heard.mostAMinute > limits.warnerAMinute
  );
}

/** Flown with the warner on, because the school teaches it so. */
export const withWarnerOn = ({ attempt }: Case): boolean =>
  (attempt.brief as { slowSpeed?: string } | undefined)?.slowSpeed === 'warning-sounding';

const warnerSilent: Requirement['see'] = (c) => {
  const established = establishedOf(c);
  if (!established) return unseen(undefined, 'never-established');
  const heard = warnerIn(c);
  const limits = limitsOf(c.context, SLOW_LIMITS);
  if (heard && withWarnerOn(c)) {
    const share = heard.totalS / Math.max(1, established.endS - established.startS);
    const sounded = { sharePct: 100 * share };
    return share >= limits.warnerOnShare
      ? unseen(heard.atS, 'sounded-as-taught', sounded)
      : failed(heard.atS, 'sounded-as-taught', sounded);
  }
  if (heard) {
    if (heard.totalS === 0) return met(heard.atS, 'silent');
    const sounded = { totalS: heard.totalS, longestS: heard.longestS };
    return warnedTooMuch(c) ? failed(heard.atS, 'sounded', sounded) : met(heard.atS, 'sounded', sounded);
  }
  const { timeS, airspeedKt } = c.track;
  const rows = between(c, established.startS, established.endS);
  const below = longestStretch(timeS, rows, (i) => {
    const speeds = slowSpeedsAt(c, i);
    return speeds !== undefined && airspeedKt.values[i] < speeds.warning[1] - limits.belowWarningKt;
  });
  if (!c.context.airplane) return unseen(undefined, 'warning-unknown');
  return below && below.endS - below.startS >= limits.belowWarningS - c.track.stepS
    ? unseen(below.startS, 'slower-than-warning')
    : met(undefined, 'never-as-slow-as-warning');
};

const slowEnough: Requirement['see'] = (c) => {
  const established = establishedOf(c);
  if (!established) return unseen(undefined, 'never-established');
  const limits = limitsOf(c.context, SLOW_LIMITS);
  const lastedS = established.endS - established.startS;
  // Where it became established is known to the time that shows it.
  if (lastedS < limits.establishedS - SLOW_SIGNS.steadyS)
    return failed(established.startS, 'held-too-short', { lastedS, askedS: limits.establishedS });
  const legs = c.attempt.phases.filter(
    ({ name, startS, endS }) => LEGS.includes(name) && endS - startS >= limits.legS,
  );
  const spans = [established, ...legs];
  const all = spans.map((span) => ({ span, above: aboveWarningKt(c, span) }));
  if (all.some(({ above }) => above === undefined)) return unseen(undefined, 'warning-speed-unknown');
  const worst = all.sort((a, b) => b.above![0] - a.above![0])[0];
  const [least, most] = worst.above!;
  // A speed is read to a knot.
  if (Math.round(least) > limits.slowEnoughKt)
    return failed(worst.span.startS, 'too-fast', { aboveKt: least });
  const above = { aboveKt: Math.max(0, most) };
  return Math.round(most) <= limits.slowEnoughKt
    ? met(established.startS, 'near-warning', above)
    : unseen(undefined, 'flaps-unknown', above);
};

/** Clean and slow for a while, then all the flaps, in one slow flight. */
function cleanThenFlaps(c: Case, established: Span, flown: string) {
  const { track, scene, context, attempt } = c;
  const first = cleanFirst(
    track,
    scene,
    { startS: attempt.startS, endS: established.startS },
    context.airplane?.flaps,
  );
  const lastedS = first ? first.endS - first.startS : 0;
  if (flown !== 'landing') return failed(established.startS, 'ended-other', { flown });
  return lastedS >= limitsOf(context, SLOW_LIMITS).cleanFirstS
    ? met(first!.startS, 'clean-then-landing', { lastedS })
    : failed(established.startS, 'not-clean-first', { lastedS });
}

const asConfigured: Requirement['see'] = (c) => {
  const established = establishedOf(c);
  const asked = c.attempt.brief?.variant;
  if (!established) return unseen(undefined, 'never-established');
  const rows = between(c, established.startS, established.endS);
  const middle = (rows.from + rows.to) >> 1;
  if (!c.scene.flapsKnown(middle)) return unseen(undefined, 'flaps-not-recorded');
  const flown = configurationOf(c.scene.flapsDeg(middle), {
    stages: c.context.airplane?.flaps,
    fullFlapsDeg: c.scene.fullFlapsDeg,
  });
  if (asked === TRANSITION) return cleanThenFlaps(c, established, flown);
  if (!asked || asked === flown) return met(established.startS, 'flown-as', { flown });
  return failed(established.startS, 'flown-other', { flown, asked });
};

const recovered: Requirement['see'] = (c) => {
  const recovery = phaseNamed(c.attempt.phases, 'recovery');
  const { track, attempt, scene } = c;
  if (!recovery) return met(attempt.endS, 'into-a-stall');
  const last = between(c, recovery.endS - 1, recovery.endS + track.stepS);
  const fast = firstWhere(
    last,
    (i) => track.airspeedKt.values[i] > scene.warningKias(scene.flapsDeg(i)) + 12,
  );
  return fast < 0
    ? unseen(undefined, 'recovery-not-recorded')
    : met(recovery.endS, 'back-to-speed', { kias: track.airspeedKt.values[fast] });
};

/** Whatever stage of the flight they come in at: full flaps that go at once take the lift of a slow wing along. */
const inStages: Requirement['see'] = (c) => {
  if (c.attempt.configuration === 'clean') return notApplicable(undefined, 'flaps-stayed-up');
  if (!c.track.other('flaps_deg')) return unseen(undefined, 'flaps-not-recorded');
  const atOnce = allFlapsAtOnce(c, establishedOf(c)?.startS ?? c.attempt.startS);
  return atOnce
    ? failed(atOnce.atS, 'flaps-all-sinking', atOnce.params)
    : met(phaseNamed(c.attempt.phases, 'recovery')?.startS, 'flaps-in-stages');
};

export const SLOW_REQUIREMENTS = {
  ...GENERAL_REQUIREMENTS,
  'slow-enough': {
    kind: 'proof',
    see: slowEnough,
  },
  'warner-silent': {
    kind: 'prohibition',
    see: warnerSilent,
  },
  configuration: {
    kind: 'proof',
    see: asConfigured,
  },
  recovered: {
    kind: 'proof',
    see: recovered,
  },
  flaps: {
    kind: 'prohibition',
    see: inStages,
  },
} satisfies Record<string, Requirement>;
