/**
 * An airplane that is not quite its book: flown by the flight model with other stall speeds and a tired engine, then
 * looked at with the book's file. What is known of it has to come out, within what is said of its uncertainty.
 */

import { fleet } from '../airplane/fleet.ts';
import { type Airplane, airplaneSchema } from '../airplane/schema.ts';
import { targetCard } from '../brief/target-card.ts';
import { figuresForCard } from '../card/own-figures.ts';
import { scoreWithTrack } from '../debrief/score-recording.ts';
import { flyLesson } from '../fly/fly-lesson.ts';
import { requireRoom } from '../maneuvers/registry.ts';
import { findStandard } from '../standards/standards.ts';
import { meanWithUncertainty, ownFigures } from './estimate.ts';
import { type Observation, observe } from './observe.ts';

const book = fleet[0];
const MORE_RPM = 60;
const VS0_KT = 44;
const level = (book.power as { level: [number, number][] }).level.map(([kias, rpm]) => [
  kias,
  rpm + MORE_RPM,
]);
const cruise = book.book!.cruise!.map((row) => ({ ...row, power: row.power + MORE_RPM }));
const tired = airplaneSchema.parse({
  ...book,
  vs0Kias: VS0_KT,
  warningKias: { ...book.warningKias, landing: VS0_KT + 6 },
  power: { ...(book.power as object), level },
  book: { ...book.book, cruise },
});

const standard = findStandard('faa-private')!;
const LEGS = [
  ['straight-and-level', 'standard'],
  ['power-off-stall', 'straight'],
  ['steep-turn', 'left'],
  ['steep-turn', 'right'],
] as const;

function observed(flown: Airplane, seed: number): Observation[] {
  const weightLb = 2150 + 30 * seed;
  const { recording } = flyLesson({
    airplane: flown,
    weightLb,
    groundFt: 1900,
    fieldFt: 1180,
    seed,
    legs: LEGS.map(([maneuver, variant]) => ({
      card: targetCard({
        airplane: flown,
        standard,
        maneuver,
        variant,
        groundFt: 1900,
        weightLb,
        headingDeg: 90,
      }),
    })),
  });
  const { track, attempts, context } = scoreWithTrack(recording, {
    airplane: book,
    standard,
    groundFt: 1900,
    weightLb,
  });
  return observe(track, attempts, context);
}
const flights = [1, 2, 3, 4].map((seed) => observed(tired, seed));
const figures = ownFigures(book, flights);
const figure = (kind: string) => figures.filter((one) => one.kind === kind);

test('rpm against level speed: what the tired engine needs more', () => {
  const near = figure('level-rpm').filter(({ flights: n }) => n >= 3);
  expect(near.length).toBeGreaterThan(0);
  for (const { value, book: bookRpm } of near) expect(Math.abs(value - bookRpm! - MORE_RPM)).toBeLessThan(20);
});

test('the stall speed with full flaps, reduced to maximum weight', () => {
  const [{ value, uncertainty, stage, book: bookKias }] = figure('stall-speed');
  expect({ stage, bookKias }).toEqual({ stage: 3, bookKias: book.vs0Kias });
  expect(Math.abs(value - VS0_KT)).toBeLessThan(Math.min(2, uncertainty));
  expect(uncertainty).toBeLessThan(4);
});

test('what a 45° turn takes: the flight model’s own induced drag at 1.41 g, not the book’s round figure', () => {
  const [{ value, uncertainty }] = figure('turn-rpm');
  // 150 rpm is what level flight at 1.414 g and 92 KIAS asks of this model.
  expect(Math.abs(value - 150)).toBeLessThan(25);
  expect(uncertainty).toBeLessThan(30);
});

test('the altitude lost has no book to stand beside', () => {
  const [{ value, book: inBook }] = figure('stall-loss');
  expect(inBook).toBeNull();
  expect(value).toBeGreaterThan(40);
  expect(value).toBeLessThan(300);
});

test('the airplane that flies by its book is told to', () => {
  const own = ownFigures(
    book,
    [5, 6, 7].map((seed) => observed(book, seed)),
  );
  for (const { kind, value, book: inBook, flights: n } of own)
    if (kind === 'level-rpm' && n >= 3) expect(Math.abs(value - inBook!)).toBeLessThan(20);
});

test('two observations tell no uncertainty, so they give no figure', () => {
  expect(meanWithUncertainty([1, 2])).toBeUndefined();
  expect(ownFigures(book, [[], []])).toEqual([]);
});

test('mean and 95 % interval of ten measurements (Student’s t, 9 degrees of freedom: 2.262, published tables)', () => {
  // Mean 10, standard deviation 2.
  const values = [7.5, 8, 8.5, 9, 10, 10, 11, 11.5, 12, 12.5];
  const found = meanWithUncertainty(values)!;
  const deviation = Math.sqrt(values.reduce((sum, v) => sum + (v - 10) ** 2, 0) / 9);
  expect(found.value).toBeCloseTo(10, 6);
  expect(found.uncertainty).toBeCloseTo((2.262 * deviation) / Math.sqrt(10), 2);
});

test('one wild value does not move the figure', () => {
  const { value } = meanWithUncertainty([40, 41, 42, 41, 40, 90])!;
  expect(value).toBeCloseTo(40.8, 6);
});

test('a card shows what belongs to it', () => {
  const airplane = { ...book, ownFigures: figures };
  const kinds = (maneuver: string, kias: number, stage: number) =>
    figuresForCard(airplane, { kinds: requireRoom(maneuver).card.ownFigures ?? [], kias, stage }).map(
      ({ kind }) => kind,
    );
  expect(kinds('steep-turn', 92, 0)).toEqual(['level-rpm', 'turn-rpm']);
  expect(kinds('power-off-stall', 63, 3)).toEqual(['stall-speed', 'stall-loss']);
  expect(kinds('climb', 74, 0)).not.toContain('turn-rpm');
  expect(figuresForCard(book, { kinds: ['turn-rpm'], kias: 92, stage: 0 })).toEqual([]);
});
