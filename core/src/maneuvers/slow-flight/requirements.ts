/** What a standard may ask of slow flight before any band: slow enough, the warner silent, as configured, recovered. */
import { configurationOf } from '../../airplane/configuration.ts';
import { between, type Case } from '../../kits/attempt/case.ts';
import { limitsOf } from '../../kits/attempt/figures.ts';
import { numberText } from '../../kits/attempt/finding.ts';
import { GENERAL_REQUIREMENTS } from '../../kits/attempt/general-requirements.ts';
import { failed, held, type Requirement, unseen } from '../../kits/attempt/requirement.ts';
import { slowSpeedsAt } from '../../kits/attempt/slow-speeds.ts';
import { firstWhere, longestStretch, medianOver } from '../../recording/columns/span.ts';
import type { Span } from '../../scoring/judged.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import { SLOW_LIMITS } from './tables.ts';
import { cleanFirst, TRANSITION } from './transition.ts';

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
  if (!established) return unseen('it was never established');
  const heard = warnerIn(c);
  const limits = limitsOf(c.context, SLOW_LIMITS);
  if (heard && withWarnerOn(c)) {
    const share = heard.totalS / Math.max(1, established.endS - established.startS);
    const said = `it sounded ${numberText(100 * share)} % of the time, as the school teaches it: no FAA verdict`;
    return share >= limits.warnerOnShare
      ? { held: null, what: said, atS: heard.atS }
      : failed(said, heard.atS);
  }
  if (heard) {
    const said =
      heard.totalS === 0
        ? 'silent'
        : `sounded ${numberText(heard.totalS, 1)} s in all, ${numberText(heard.longestS, 1)} s at once`;
    return warnedTooMuch(c) ? failed(said, heard.atS) : held(said, heard.atS);
  }
  const { timeS, airspeedKt } = c.track;
  const rows = between(c, established.startS, established.endS);
  const below = longestStretch(timeS, rows, (i) => {
    const speeds = slowSpeedsAt(c, i);
    return speeds !== undefined && airspeedKt.values[i] < speeds.warning[1] - limits.belowWarningKt;
  });
  if (!c.context.airplane) return unseen('neither a warner nor its speed is known');
  return below && below.endS - below.startS >= limits.belowWarningS - c.track.stepS
    ? { held: null, what: 'no warner on record, and slower than where it sounds', atS: below.startS }
    : held('no warner on record; never as slow as where it sounds');
};

const slowEnough: Requirement['see'] = (c) => {
  const established = establishedOf(c);
  if (!established) return unseen('it was never established');
  const limits = limitsOf(c.context, SLOW_LIMITS);
  const seconds = established.endS - established.startS;
  if (seconds < limits.establishedS)
    return failed(
      `held for ${numberText(seconds)} s of ${numberText(limits.establishedS)}`,
      established.startS,
    );
  const legs = c.attempt.phases.filter(
    ({ name, startS, endS }) => LEGS.includes(name) && endS - startS >= limits.legS,
  );
  const spans = [established, ...legs];
  const all = spans.map((span) => ({ span, above: aboveWarningKt(c, span) }));
  if (all.some(({ above }) => above === undefined)) return unseen('where this airplane warns is not known');
  const worst = all.sort((a, b) => b.above![0] - a.above![0])[0];
  const [least, most] = worst.above!;
  if (least > limits.slowEnoughKt)
    return failed(`${numberText(least)} kt above the warning: fast for slow flight`, worst.span.startS);
  const said = `${numberText(Math.max(0, most))} kt above the warning`;
  return most <= limits.slowEnoughKt
    ? held(said, established.startS)
    : unseen(`${said} with all the flaps; how many were down is not known`);
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
  const seconds = first ? first.endS - first.startS : 0;
  if (flown !== 'landing') return failed(`ended ${flown}, landing flaps were briefed`, established.startS);
  return seconds >= limitsOf(context, SLOW_LIMITS).cleanFirstS
    ? held(`clean and slow for ${numberText(seconds)} s, then landing flaps`, first!.startS)
    : failed(
        `clean and slow for ${numberText(seconds)} s before the flaps: not slow flight first`,
        established.startS,
      );
}

const asConfigured: Requirement['see'] = (c) => {
  const established = establishedOf(c);
  const asked = c.attempt.brief?.variant;
  if (!established) return unseen('it was never established');
  const rows = between(c, established.startS, established.endS);
  const middle = (rows.from + rows.to) >> 1;
  if (!c.scene.flapsKnown(middle)) return unseen('flaps not recorded');
  const flown = configurationOf(c.scene.flapsDeg(middle), {
    stages: c.context.airplane?.flaps,
    fullFlapsDeg: c.scene.fullFlapsDeg,
  });
  if (asked === TRANSITION) return cleanThenFlaps(c, established, flown);
  if (!asked || asked === flown) return held(`flown ${flown}`, established.startS);
  return failed(`flown ${flown}, ${asked} was briefed`, established.startS);
};

const recovered: Requirement['see'] = (c) => {
  const recovery = phaseNamed(c.attempt.phases, 'recovery');
  const { track, attempt, scene } = c;
  if (!recovery) return held('into the stall that followed', attempt.endS);
  const last = between(c, recovery.endS - 1, recovery.endS + track.stepS);
  const fast = firstWhere(
    last,
    (i) => track.airspeedKt.values[i] > scene.warningKias(scene.flapsDeg(i)) + 12,
  );
  return fast < 0
    ? unseen('the recovery is not on record')
    : held(`back to ${numberText(track.airspeedKt.values[fast])} kt`, recovery.endS);
};

export const SLOW_REQUIREMENTS = {
  ...GENERAL_REQUIREMENTS,
  'slow-enough': {
    kind: 'proof',
    asks: 'Slow enough',
    before: 'within 8 kt of the warning for half a minute, in every leg',
    see: slowEnough,
  },
  'warner-silent': {
    kind: 'prohibition',
    asks: 'Warner silent',
    before: 'the warner silent, once established',
    see: warnerSilent,
  },
  configuration: {
    kind: 'proof',
    asks: 'As configured',
    before: 'with the flaps as briefed',
    see: asConfigured,
  },
  recovered: {
    kind: 'proof',
    asks: 'Recovered',
    before: 'recovered, or into the stall that was briefed',
    see: recovered,
  },
} satisfies Record<string, Requirement>;
