/** The stalls that an instructor shows: named where they were briefed, scored never; unannounced they are what they look like. */

import { fleet } from '../../airplane/fleet.ts';
import { targetCard } from '../../brief/target-card.ts';
import { scoreRecording } from '../../debrief/score-recording.ts';
import { flyManeuver } from '../../fly/fly.ts';
import { loadFactor } from '../../mechanics/turning.ts';
import { findStandard } from '../../standards/standards.ts';
import { seedsOf } from '../../testing/depth.ts';
import { cardSaid } from '../../words/card/said.ts';
import { SHOWN_VARIANTS } from './variants.ts';

const standard = findStandard('faa-private')!;
const SEEDS = seedsOf([1], [2, 3, 4, 5, 6]);
const fly = (airplane: (typeof fleet)[number], variant: string, seed: number, habit = 'none') =>
  flyManeuver({ airplane, maneuver: 'stall-demonstration', variant, seed, habit, groundFt: 1900 });
type Flown = ReturnType<typeof fly>;
const scored = (airplane: (typeof fleet)[number], { recording, card }: Flown, briefs: Flown['card'][]) =>
  scoreRecording(recording, { airplane, standard, briefs, weightLb: card.weightLb, groundFt: 1900 }).attempts;

describe.each(fleet)('$id', (airplane) => {
  test.each(SHOWN_VARIANTS)(
    '%s: named, without a verdict and without advice on what was meant',
    (variant) => {
      for (const seed of SEEDS) {
        const flown = fly(airplane, variant, seed);
        const attempts = scored(airplane, flown, [flown.card]);
        expect(attempts.map((one) => `${one.maneuver} ${one.variant}`)).toEqual([
          `stall-demonstration ${variant}`,
        ]);
        expect(attempts[0]).toMatchObject({ examiner: 'not-scored', strict: 'not-scored', findings: [] });
      }
    },
  );
});

const [airplane] = fleet;

test.each(['skidding', 'slipping', 'secondary', 'falling-leaf'])(
  '%s that nobody announced is a stall, and not to standard',
  (variant) => {
    const attempts = scored(airplane, fly(airplane, variant, 1), []);
    expect(attempts.map(({ maneuver }) => maneuver)).toEqual(['power-off-stall']);
    expect(attempts[0].examiner).toBe('unsatisfactory');
  },
);

test('a stall of a student beside a briefed demonstration stays the student’s', () => {
  const shown = fly(airplane, 'secondary', 1);
  const own = flyManeuver({ airplane, maneuver: 'power-off-stall', seed: 1, groundFt: 1900 });
  const attempts = scored(airplane, own, [shown.card, own.card]);
  expect(attempts.map(({ maneuver }) => maneuver)).toEqual(['power-off-stall']);
});

test('a steep turn of a student that warns stays the student’s, whatever was to be shown', () => {
  const shown = fly(airplane, 'accelerated', 1);
  const own = flyManeuver({
    airplane,
    maneuver: 'steep-turn',
    habit: 'steep-turn/stall-warning',
    seed: 1,
    groundFt: 1900,
  });
  const attempts = scored(airplane, own, [shown.card, own.card]);
  expect(attempts.map(({ maneuver }) => maneuver)).toContain('steep-turn');
  expect(attempts.flatMap(({ findings }) => findings.map(({ id }) => id))).toContain(
    'steep-turn/stall-warning',
  );
});

test('of two skidding stalls with one briefed, the second is a stall, and fails', () => {
  const { recording, card } = fly(airplane, 'skidding', 1);
  const lastS = recording.timeS.at(-1)! + 0.1;
  const twice = {
    ...recording,
    timeS: Float64Array.of(...recording.timeS, ...recording.timeS.map((s) => s + lastS)),
    channels: Object.fromEntries(
      Object.entries(recording.channels).map(([name, values]) => [
        name,
        Float64Array.of(...values, ...values),
      ]),
    ),
  };
  const attempts = scored(airplane, { recording: twice, card } as Flown, [card]);
  expect(attempts.map(({ maneuver, examiner }) => `${maneuver} ${examiner}`)).toEqual([
    'stall-demonstration not-scored',
    'power-off-stall unsatisfactory',
  ]);
});

// It warns at the level warning’s speed times the root of the load. Source: FAA-H-8083-3, accelerated stalls (from memory).
test('flown in a bank it warns about √n faster than level', () => {
  const { recording, card } = fly(airplane, 'accelerated', 1);
  const { stall_warn, ias_kt, bank_deg } = recording.channels;
  const warned = stall_warn!.findIndex((on, row) => on > 0.5 && Math.abs(bank_deg![row]) > 30);
  const expected = card.warningKias! * Math.sqrt(loadFactor(45));
  expect(Math.abs(ias_kt![warned] - expected)).toBeLessThan(6);
});

test('its card says whose it is, and that no student is asked for it', () => {
  for (const variant of SHOWN_VARIANTS) {
    const card = targetCard({
      airplane,
      standard,
      maneuver: 'stall-demonstration',
      variant,
    });
    expect(cardSaid(card).cautions.join()).toMatch(/by the instructor only.*No student is asked/);
    expect(card.tolerances).toEqual([]);
    expect(card.figures.find(({ code }) => code === 'flown-by')?.value).toBe('the instructor');
  }
});
