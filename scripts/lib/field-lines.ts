/** What is measured of approaches, against patterns drawn by lot. */
import { type Airplane, findStandard, fleet, flyLesson, scoreRecording, targetCard } from '@keel/core';
import { PATTERN_HABITS, type PatternHabit } from '../../core/src/fly/final.ts';
import { drawPattern, patternByLot } from '../../core/src/testing/drawn-pattern.ts';

const standard = findStandard('faa-private')!;

function flown(seed: number, landing: boolean, rateHz: number) {
  const of = { ...patternByLot(seed, landing), rateHz };
  const truth = drawPattern(of);
  const score = scoreRecording(truth.recording, { standard, airplane: fleet[0], briefs: [] });
  return { of, truth, flight: score.flight! };
}

/** One landing against its curve; the curve itself is let go. */
function landed(seed: number, rateHz: number) {
  const { truth, flight } = flown(seed, true, rateHz);
  const [first] = flight.approaches;
  const atMark = (mark: typeof first.low | undefined, ft: number) => {
    if (!mark || mark.kias === null) return { kias: false, height: false };
    const was = truth.at(mark.atS);
    return { kias: Math.abs(mark.kias - was.kias) <= 2, height: Math.abs(was.ft - ft) <= 15 };
  };
  const touchS = first?.touch?.atS ?? Number.POSITIVE_INFINITY;
  return {
    marks: [atMark(first?.gate, 300), atMark(first?.low, 100)],
    seconds: Math.abs(touchS - truth.endS) <= 1,
    feet: Math.abs(truth.at(touchS).alongFt - truth.at(truth.endS).alongFt) <= 100,
    noneInvented: flight.goArounds === 0,
  };
}

function brokenOff(seed: number, rateHz: number): boolean {
  const { of, flight } = flown(seed, false, rateHz);
  const [first] = flight.approaches;
  return first !== undefined && first.end !== 'landing' && Math.abs(first.lowestFt - of.brokenOffFt!) <= 15;
}

const share = (name: string, good: readonly boolean[]): string =>
  `  ${name}: ${good.filter(Boolean).length} of ${good.length}`;

/** Seeds that no rule was made on. */
export function fieldLines(landings: number, goArounds: number, rateHz: number): string[] {
  const down = Array.from({ length: landings }, (_, i) => landed(9000 + i, rateHz));
  const away = Array.from({ length: goArounds }, (_, i) => brokenOff(19_000 + i, rateHz));
  const marks = down.flatMap((one) => one.marks);
  return [
    `approaches at ${rateHz} Hz`,
    share(
      'speed at the marks within 2 kt',
      marks.map(({ kias }) => kias),
    ),
    share(
      'height at the marks within 15 ft',
      marks.map(({ height }) => height),
    ),
    share(
      'touch within 1 s',
      down.map(({ seconds }) => seconds),
    ),
    share(
      'touch within 100 ft',
      down.map(({ feet }) => feet),
    ),
    share(
      'landings without an invented go-around',
      down.map(({ noneInvented }) => noneInvented),
    ),
    share('broken off: found, lowest within 15 ft', away),
  ];
}

/** What each way of flying a circuit wrong is called in a score: a sign of the approach, or a finding of the flight. */
const CALLED: Record<PatternHabit, string> = {
  'skidded-base': 'skidded-turn-low',
  'fast-final': 'fast',
  'unstable-pressed-on': 'not-stable',
  'high-flare': 'flared-high',
  'late-flare': 'flared-late',
  'crab-at-touch': 'across',
  'flaps-at-once': 'flaps-at-once',
};

/** A circuit flown by the model with a habit, then a clean one: what each of the two is called. */
function flownCircuits(
  airplane: Airplane,
  habit: PatternHabit | undefined,
  turbulence: 'none' | 'light',
  seed: number,
): [string[], string[]] {
  const weightLb = airplane.maxWeightLb - 20 * (seed % 12);
  const card = targetCard({
    airplane,
    standard,
    maneuver: 'straight-and-level',
    weightLb,
    groundFt: 1200,
    headingDeg: 360,
  });
  const across = habit === 'crab-at-touch';
  const { recording } = flyLesson({
    airplane,
    weightLb,
    legs: [{ card }],
    fieldFt: 620,
    runwayDeg: 240,
    groundFt: 1200,
    windFromDeg: 240 + (across ? 60 : (seed * 37) % 30),
    windKt: across ? 10 + (seed % 4) : (seed * 5) % 12,
    turbulence,
    seed,
    skill: 0.9,
    recorder: { rateHz: 5 },
    circuits: [
      { ending: habit === 'flaps-at-once' ? 'go-around' : 'touch-and-go', habit },
      { ending: 'full-stop' },
    ],
  });
  const { approaches, findings } = scoreRecording(recording, { standard, airplane, briefs: [] }).flight!;
  const signs = (i: number): string[] => approaches[i]?.signs.map(({ sign }) => sign) ?? ['not found'];
  return [[...signs(0), ...findings.map(({ id }) => id.split('/').at(-1)!)], signs(1)];
}

/** Every airplane, in still and in light air, at 5 Hz with all channels; seeds that no rule was made on. */
export function habitLines(seeds: number): string[] {
  const lines = ['circuits flown by the model, with a habit and clean'];
  const clean: Record<'none' | 'light', boolean[]> = { none: [], light: [] };
  for (const habit of PATTERN_HABITS) {
    const named: Record<'none' | 'light', boolean[]> = { none: [], light: [] };
    for (const air of ['none', 'light'] as const)
      for (const airplane of fleet)
        for (let seed = 0; seed < seeds; seed++) {
          const [own, after] = flownCircuits(airplane, habit, air, 700 + seed);
          named[air].push(own.includes(CALLED[habit]));
          clean[air].push(after.length === 0);
        }
    lines.push(
      share(`${habit}, still air: named`, named.none),
      share(`${habit}, light air: named`, named.light),
    );
  }
  return [
    ...lines,
    share('clean in still air: nothing named', clean.none),
    share('clean in light air: nothing named', clean.light),
  ];
}
