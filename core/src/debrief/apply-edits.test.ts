/** The layer of edits by itself, on attempts that nobody flew. */
import fc from 'fast-check';
import type { Proposal } from '../kits/attempt/attempt.ts';
import { applyEdits, type Edit } from './edits.ts';

const found: Proposal[] = [
  ['steep-turn', 'left', 100, 140],
  ['steep-turn', 'right', 150, 190],
  ['slow-flight', 'clean', 300, 420],
].map(([maneuver, variant, startS, endS]) => ({
  maneuver: maneuver as string,
  variant: variant as string,
  startS: startS as number,
  endS: endS as number,
  segment: { from: 0, to: 1000 },
  state: 'complete',
}));
/** Named by where it lies, so that a new name shows. */
const apply = (...edits: Edit[]) =>
  applyEdits(found, edits, (maneuver, { startS }) => `${maneuver}@${startS}`);
const [left, right, slow] = found.map(({ maneuver, startS, endS }) => ({ maneuver, startS, endS }));

test('no edit, nothing changed', () => expect(apply()).toEqual(found));

test('a discarded attempt is gone, the others are as they were', () =>
  expect(apply({ kind: 'discard', ...right })).toEqual([found[0], found[2]]));

test('a split gives two that meet, each named anew', () => {
  const parts = apply({ kind: 'split', ...slow, atS: 360 }).slice(2);
  expect(parts.map(({ startS, endS, variant }) => [startS, endS, variant])).toEqual([
    [300, 360, 'slow-flight@300'],
    [360, 420, 'slow-flight@360'],
  ]);
});

test('a merge swallows what lies between, of whatever kind', () => {
  const merged = apply({ kind: 'merge', ...left, withEndS: 420 });
  expect(merged).toMatchObject([{ maneuver: 'steep-turn', startS: 100, endS: 420 }]);
});

test('edges keep the name, another maneuver takes its own', () => {
  expect(apply({ kind: 'edges', ...left, newStartS: 95, newEndS: 145 })[0]).toEqual({
    ...found[0],
    startS: 95,
    endS: 145,
  });
  expect(apply({ kind: 'retype', ...left, newManeuver: 'level-turn' })[0]).toMatchObject({
    maneuver: 'level-turn',
    variant: 'level-turn@100',
  });
  expect(apply({ kind: 'retype', ...left, newManeuver: 'level-turn', newVariant: 'left' })[0].variant).toBe(
    'left',
  );
});

test('an attempt that the recording broke off is whole once a person says so', () => {
  const broken: Proposal = { ...found[0], state: 'discontinued', endedBy: { code: 'recording-breaks-off' } };
  const [retyped] = applyEdits(
    [broken],
    [{ kind: 'retype', ...left, newManeuver: 'level-turn' }],
    () => 'left',
  );
  expect(retyped).toMatchObject({ state: 'complete' });
  expect(retyped.endedBy).toBeUndefined();
});

const times = fc.integer({ min: 0, max: 500 });
const spans = fc.tuple(
  fc.constantFrom('steep-turn', 'slow-flight', 'level-turn'),
  times,
  fc.integer({ min: 6, max: 200 }),
);
const edits: fc.Arbitrary<Edit> = spans.chain(([maneuver, startS, lengthS]) => {
  const interval = { maneuver, startS, endS: startS + lengthS };
  return fc.oneof(
    fc.constant<Edit>({ kind: 'discard', ...interval }),
    fc
      .integer({ min: -5, max: 5 })
      .map(
        (by): Edit => ({ kind: 'edges', ...interval, newStartS: startS + by, newEndS: interval.endS + by }),
      ),
    times.map((atS): Edit => ({ kind: 'split', ...interval, atS })),
    times.map((withEndS): Edit => ({ kind: 'merge', ...interval, withEndS })),
    fc
      .constantFrom('steep-turn', 'level-turn', 'climb')
      .map((newManeuver): Edit => ({ kind: 'retype', ...interval, newManeuver })),
  );
});

test('whatever is edited in whatever order, attempts stay in time order and none is turned inside out', () => {
  fc.assert(
    fc.property(fc.array(edits, { maxLength: 12 }), (list) => {
      const after = apply(...list);
      after.forEach((attempt, i) => {
        expect(attempt.endS).toBeGreaterThan(attempt.startS);
        if (i > 0) expect(attempt.startS).toBeGreaterThanOrEqual(after[i - 1].startS);
      });
      // Only a split makes more of them.
      const splits = list.filter(({ kind }) => kind === 'split').length;
      expect(after.length).toBeLessThanOrEqual(found.length + splits);
    }),
  );
});
