/**
 * Lessons that no flight model flew: each maneuver found once, with its variant, within its own time, at any rate and
 * with whatever columns there are; nothing invented; a stall's loss within 20 ft.
 */

import { fleet } from '../airplane/fleet.ts';
import { seededRandom } from '../flight/random.ts';
import type { ChannelName } from '../recording/columns/channels.ts';
import type { Recording } from '../recording/columns/recording.ts';
import { findStandard } from '../standards/standards.ts';
import { seedsOf } from '../testing/depth.ts';
import { drawFromTheApron } from '../testing/drawn-lesson/field.ts';
import type { DrawnAirplane, DrawnTruth } from '../testing/drawn-lesson/hand.ts';
import { type DrawnLesson, drawLesson } from '../testing/drawn-lesson/lesson.ts';
import { without } from '../testing/drawn-lesson/recorder.ts';
import { overlap } from '../testing/overlap.ts';
import type { AttemptScore } from './score.ts';
import { scoreRecording } from './score-recording.ts';
import type { ScoreOptions } from './settings.ts';

const standard = findStandard('faa-private')!;
const OWN: Partial<ScoreOptions> = { airplane: fleet[0], weightLb: 2250 };
/** Straight flight between the maneuvers is no invention. */
const BETWEEN = ['straight-and-level', 'climb', 'descent', 'configuration-change'];

/** Each truth with the attempt that is it, and what was found besides. */
function match(recording: Recording, truths: readonly DrawnTruth[], options: Partial<ScoreOptions>) {
  const rest = scoreRecording(recording, { standard, ...options }).attempts.filter(
    ({ maneuver }) => !BETWEEN.includes(maneuver),
  );
  const pairs = truths.map((truth): [DrawnTruth, AttemptScore | undefined] => {
    const at = rest.findIndex((one) => one.maneuver === truth.maneuver && overlap(one, truth) > 0.6);
    return [truth, at < 0 ? undefined : rest.splice(at, 1)[0]];
  });
  return { pairs, rest };
}

function expectAll({ recording, truths }: DrawnLesson, options: Partial<ScoreOptions>, configuration = true) {
  const { pairs, rest } = match(recording, truths, options);
  const named = (variant: string | null, maneuver: string) =>
    configuration || maneuver !== 'slow-flight' ? `${maneuver} ${variant}` : maneuver;
  expect(pairs.map(([truth, found]) => found && named(found.variant, truth.maneuver))).toEqual(
    truths.map(({ maneuver, variant }) => named(variant, maneuver)),
  );
  expect(rest.map(({ maneuver, startS }) => `${maneuver} at ${startS}`)).toEqual([]);
  return pairs;
}

const SEEDS = seedsOf([201, 212, 226], [207, 219, 230, 231, 232, 233]);
const COLUMNS: [string, ChannelName[], Partial<ScoreOptions>, boolean][] = [
  ['every column', [], OWN, true],
  ['no bank', ['bank_deg'], OWN, true],
  ['no airplane known', [], {}, true],
  ['no warner', ['stall_warn'], OWN, true],
  ['no warner and no airplane known', ['stall_warn'], {}, true],
  ['no pitch and no warner', ['pitch_deg', 'vs_fpm', 'stall_warn'], OWN, true],
  ['no flaps: the configuration stays open', ['flaps_deg'], OWN, false],
];

describe.each([1, 5, 10])('at %d Hz', (rateHz) => {
  const lessons = SEEDS.map((seed) => drawLesson(seed, { rateHz }));
  test.each(COLUMNS)('with %s', (_, missing, options, configuration) => {
    for (const { recording, truths } of lessons)
      expectAll({ recording: without(recording, ...missing), truths }, options, configuration);
  });

  test('the loss of each stall within 20 ft, in air that moves it little', () => {
    for (const { recording, truths } of SEEDS.map((seed) => drawLesson(seed, { rateHz, roughness: 0.25 })))
      for (const [{ broke }, found] of match(recording, truths, OWN).pairs) {
        if (!broke) continue;
        const loss = found?.parameters.find(({ parameter }) => parameter === 'altitude-loss');
        if (!loss || loss.measured === 'not-measured') throw new Error('no loss was measured');
        expect(Math.abs(-loss.maxBelow - broke.lossFt)).toBeLessThan(20);
      }
  });

  test('nobody is called late whose hand was not', () => {
    for (const { recording } of lessons)
      for (const { findings } of scoreRecording(recording, { standard, ...OWN }).attempts)
        expect(findings.map(({ id }) => id)).not.toContain('power-off-stall/late-recovery');
  });
});

const LIGHT: DrawnAirplane = {
  cruiseKt: 84,
  steepKt: 80,
  approachKt: 55,
  slowKt: { clean: 50, landing: 44 },
  stallKt: { clean: 41, landing: 35 },
  flapStagesDeg: [15, 35],
  rpm: { idle: 1700, slow: 4100, cruise: 4800, full: 5500 },
};
const FAST: DrawnAirplane = {
  cruiseKt: 125,
  steepKt: 110,
  approachKt: 75,
  slowKt: { clean: 70, landing: 64 },
  stallKt: { clean: 60, landing: 54 },
  flapStagesDeg: [10, 20, 30],
  rpm: { idle: 900, slow: 2000, cruise: 2350, full: 2600 },
};
test.each([
  ['a light two-seater', LIGHT],
  ['a fast tourer', FAST],
])('in %s that nobody described', (_, airplane) => {
  for (const seed of SEEDS) expectAll(drawLesson(seed, { rateHz: 5, airplane }), {});
});

/** The rows of which something is so. */
function rowsOf({ timeS, channels, ...rest }: Recording, isKept: (row: number) => boolean): Recording {
  const keep = (column: Float64Array) => column.filter((_, row) => kept[row]);
  const kept = Array.from(timeS, (_, row) => isKept(row));
  return {
    ...rest,
    timeS: keep(timeS),
    channels: Object.fromEntries(Object.entries(channels).map(([name, column]) => [name, keep(column)])),
  };
}
const changed = (recording: Recording, change: (value: number, name: string) => number): Recording => ({
  ...recording,
  channels: Object.fromEntries(
    Object.entries(recording.channels).map(([name, column]) => [
      name,
      column.map((value) => change(value, name)),
    ]),
  ),
});

test.each<[string, (lesson: Recording, chance: () => number) => Recording]>([
  // A row every two seconds at least: three without one are a break, and no attempt spans it.
  ['uneven steps', (lesson, chance) => rowsOf(lesson, (row) => chance() < 0.6 || row % 10 === 0)],
  [
    'a seventh of the values missing',
    (lesson, chance) => changed(lesson, (value) => (chance() < 0.15 ? Number.NaN : value)),
  ],
  [
    'a wild value now and then',
    (lesson, chance) =>
      changed(lesson, (value, name) =>
        chance() < 0.002 && name !== 'stall_warn' ? value * 1.6 + (name === 'alt_ft' ? 800 : 5) : value,
      ),
  ],
])('with %s', (_, spoil) => {
  for (const seed of SEEDS) {
    const { recording, truths } = drawLesson(seed, { rateHz: 5 });
    expectAll({ recording: spoil(recording, seededRandom(seed).uniform), truths }, OWN);
  }
});

test('from a logger that rounds to whole knots, degrees and ten feet', () => {
  for (const seed of SEEDS) expectAll(drawLesson(seed, { rateHz: 1, coarse: true }), OWN);
});

test.each([1, 5])(
  'nothing is found in taxi, takeoffs, circuits and landings, and all in between (%d Hz)',
  (rateHz) => {
    for (const seed of SEEDS)
      for (const options of [OWN, {}]) expectAll(drawFromTheApron(seed, { rateHz }), options);
  },
);
