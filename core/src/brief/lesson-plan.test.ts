import fc from 'fast-check';
import { findAirplane } from '../airplane/fleet.ts';
import { MANEUVER_IDS, type ManeuverId } from '../maneuvers/registry.ts';
import { findStandard } from '../standards/standards.ts';
import { DEFAULT_TECHNIQUE } from '../technique/technique.ts';
import { refusal } from '../testing/refusal.ts';
import { KNOTS } from '../words/figures.ts';
import { planNoticeSaid } from '../words/plan-notice.ts';
import { type LessonRequest, planLesson } from './lesson-plan.ts';
import type { LessonItem } from './lesson-schema.ts';
import { LESSON_TEMPLATES } from './templates.ts';

const request = (items: Omit<LessonItem, 'id'>[], more: Partial<LessonRequest> = {}): LessonRequest => ({
  airplane: findAirplane('cairn-4')!,
  standard: findStandard('faa-private')!,
  technique: DEFAULT_TECHNIQUE,
  fieldFt: 1180,
  items: items.map((item, i) => ({ ...item, id: `item-${i}` })),
  ...more,
  conditions: {
    weightLb: 2240,
    groundFt: 1900,
    headingDeg: 360,
    oatC: 6,
    qnhHpa: 1013,
    loading: { stations: { front: 350, baggage: 20 }, fuelGal: 32 },
    ...more.conditions,
  },
});
const sky = (conditions: object) => ({ conditions: conditions as LessonRequest['conditions'] });
const texts = (items: Omit<LessonItem, 'id'>[], more?: Partial<LessonRequest>) =>
  planLesson(request(items, more)).plan.notices.map(
    (notice) => `${notice.level}: ${planNoticeSaid(notice, KNOTS)}`,
  );

test('segments follow one another, and the lesson ends where it began', () => {
  const { plan } = planLesson(request([{ maneuver: 'slow-flight' }, { maneuver: 'steep-turn' }]));
  plan.segments.forEach((segment, i) => {
    const before = plan.segments[i - 1];
    expect(segment.endMin).toBeGreaterThan(segment.startMin);
    expect(segment.startMin).toBeCloseTo(before?.endMin ?? 0, 1);
    expect(segment.fromFt).toBe(before?.toFt ?? 1180);
  });
  expect(plan.segments.at(-1)!.toFt).toBe(1180);
  expect(plan.totalMin).toBeCloseTo(plan.segments.at(-1)!.endMin, 1);
});

test('it climbs once, to what the highest still to come needs, then comes down', () => {
  const { plan } = planLesson(
    request([{ maneuver: 'slow-flight' }, { maneuver: 'best-glide' }, { maneuver: 'steep-turn' }]),
  );
  // Slow flight alone would be entered at 4,500 ft; the glide needs 1,900 + 1,500 + 1,500 + 500.
  expect(plan.entries.map(({ altitudeFt }) => altitudeFt)).toEqual([5500, 5500, 4500]);
  expect(plan.segments.filter(({ kind }) => kind === 'climb')).toHaveLength(1);
});

test('what covers ground is followed by the way back', () => {
  const { plan } = planLesson(
    request([{ maneuver: 'slow-flight' }, { maneuver: 'steep-turn' }, { maneuver: 'power-off-stall' }]),
  );
  expect(plan.entries.map(({ headingDeg }) => headingDeg)).toEqual([360, 180, 180]);
});

test('fuel burned along the lesson lowers the maneuvering speed from card to card', () => {
  const { cards, plan } = planLesson(request([{ maneuver: 'steep-turn' }, { maneuver: 'power-off-stall' }]));
  const [first, , last] = cards;
  expect(last.weightLb).toBeLessThan(first.weightLb);
  expect(last.vaKias).toBeLessThan(first.vaKias);
  const used = plan.segments.reduce(
    (gal, { kind, startMin, endMin }) =>
      gal + (kind === 'ground' ? 0 : ((kind === 'climb' ? 10.5 : 7.6) * (endMin - startMin)) / 60),
    1.2 + 0.3,
  );
  expect(plan.fuelUsedGal!).toBeCloseTo(used, 0);
  expect(plan.fuelLeftGal!).toBeCloseTo(32 - plan.fuelUsedGal!, 6);
});

test('a demonstration once and the student twice, unless the item or the technique says otherwise', () => {
  const minutes = (item: Omit<LessonItem, 'id'>) => planLesson(request([item])).plan.entries[0].minutes;
  const glide = 3.5;
  expect(minutes({ maneuver: 'best-glide' })).toBeCloseTo(3 * glide + 2 * 0.7, 1);
  expect(minutes({ maneuver: 'best-glide', demonstrations: 0, attempts: 1 })).toBeCloseTo(glide, 1);
});

test('clearing before each maneuver, or once', () => {
  const clears = (clearingWhen: 'before-each' | 'once') =>
    planLesson(
      request([{ maneuver: 'slow-flight' }, { maneuver: 'steep-turn' }], { overrides: { clearingWhen } }),
    ).plan.segments.filter(({ kind }) => kind === 'clear').length;
  expect([clears('before-each'), clears('once')]).toEqual([2, 1]);
});

describe('what it warns of', () => {
  test('a block that is too short, and by how much', () => {
    const words = texts(
      [{ maneuver: 'slow-flight' }, { maneuver: 'power-off-stall' }],
      sky({ blockMin: 40 }),
    );
    expect(words.join()).toMatch(/warning: It takes \d+ min and the block is 40 min. Take \d+ min out/);
  });

  test('a reserve that is not there is a warning, a tank that runs dry a stop', () => {
    const fuel = (fuelGal: number) =>
      texts([{ maneuver: 'slow-flight' }], sky({ loading: { stations: { front: 350 }, fuelGal } })).join();
    expect(fuel(30)).toBe('');
    expect(fuel(9)).toMatch(/warning: \d\.\d gal would be left. The reserve of 30 min is 3\.8 gal/);
    expect(fuel(3)).toMatch(/stop: The lesson burns \d\.\d gal and there are 3\.0 gal on board/);
  });

  test('a load outside the envelope is a stop, at the start as at the landing', () => {
    const load = (stations: Record<string, number>, fuelGal = 20) =>
      texts([{ maneuver: 'climb' }], sky({ loading: { stations, fuelGal } })).join();
    expect(load({ front: 170, rear: 420, baggage: 110 })).toMatch(
      /stop: Center of gravity .* behind the aft limit/,
    );
    expect(load({ front: 500, rear: 400 }, 38)).toMatch(/stop: .* over the maximum of 2.400 lb/);
  });

  test('a stall under low cloud is off, and says how far below the floor it would end', () => {
    const words = texts([{ maneuver: 'power-off-stall' }], sky({ cloudBaseFt: 4200 })).join();
    expect(words).toMatch(/stop: Power-off stalls: off today: it needs 4.300 ft/);
    // Under 3,700 ft with 200 ft to rise and 400 to lose, it would end at 3,100: 300 below the floor of 3,400.
    expect(words).toMatch(/it would end 300 ft below the floor/);
  });
});

test('where one does not fit, the usual lessons that do are offered', () => {
  // Under 4,550 ft steep turns (4,100 ft and 200 above) fit, the review's glide (5,400 ft) does not.
  expect(texts([{ maneuver: 'best-glide' }], sky({ cloudBaseFt: 5050 })).at(-1)).toBe(
    'note: These lessons fit under today’s ceiling: Slow flight; Steep turns.',
  );
  expect(texts([{ maneuver: 'climb' }], sky({ cloudBaseFt: 3000 })).at(-1)).toMatch(
    /None of the usual lessons fits/,
  );
});

test('an airplane without stations is planned by its weight alone', () => {
  const airplane = { ...findAirplane('cairn-4')!, stations: undefined };
  const { plan, cards } = planLesson(
    request([{ maneuver: 'steep-turn' }], { airplane, ...sky({ loading: undefined }) }),
  );
  expect(plan.startWeightLb).toBe(2240);
  expect(plan.fuelLeftGal).toBeNull();
  expect(cards[0].weightLb).toBeLessThan(2240);
  expect(refusal(() => planLesson(request([], sky({ loading: undefined, weightLb: 9000 }))))).toMatch(
    /weight 9000 lb: must be from 1480 to 2400 lb/,
  );
});

test('the usual lessons fit an hour and a quarter, without a stop, in the order in which things are learned', () => {
  for (const { items, title } of LESSON_TEMPLATES) {
    const { plan } = planLesson(request(items));
    expect([title, plan.notices]).toEqual([title, []]);
    expect(plan.totalMin).toBeLessThan(76);
  }
});

test('any order of any maneuvers is planned, each high enough (property)', () => {
  const item = fc.record({
    maneuver: fc.constantFrom<ManeuverId>(...MANEUVER_IDS),
    attempts: fc.integer({ min: 0, max: 3 }),
  });
  fc.assert(
    fc.property(fc.array(item, { minLength: 1, maxLength: 5 }), (items) => {
      const { plan, cards } = planLesson(request(items));
      expect(plan.entries.map(({ cards: n }) => n).reduce((a, b) => a + b)).toBe(cards.length);
      for (const { ladder, entry } of cards)
        expect(entry.altitudeFt).toBeGreaterThanOrEqual(ladder!.neededFt);
    }),
    { numRuns: 25 },
  );
});

test('two items of one id are refused', () => {
  const items = [1, 2].map(() => ({ id: 'same', maneuver: 'climb' as const }));
  expect(() => planLesson({ ...request([]), items })).toThrow('plan/ids');
});
