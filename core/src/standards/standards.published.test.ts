/**
 * The tolerances that come with Keel Path against the documents that they were written down from. All values from
 * memory of FAA-S-ACS-6C, FAA-S-ACS-7B and EASA Part-FCL, until someone has checked them with the document in hand.
 */
import { rooms } from '../maneuvers/registry.ts';
import { rowsFor, standardSchema } from '../scoring/standard.ts';
import { findStandard, standards } from './standards.ts';

const band = (standard: string, maneuver: string, parameter: string, variant?: string) => {
  const row = rowsFor(findStandard(standard)!, { maneuver, variant }).find((r) => r.parameter === parameter);
  return row && [row.low, row.high];
};

test.each([
  // FAA-S-ACS-6C, area V task A and area VII tasks A to C.
  ['faa-private', 'steep-turn', 'altitude', undefined, [-100, 100]],
  ['faa-private', 'steep-turn', 'airspeed', undefined, [-10, 10]],
  ['faa-private', 'steep-turn', 'bank', undefined, [-5, 5]],
  ['faa-private', 'steep-turn', 'rollout-heading', undefined, [-10, 10]],
  ['faa-private', 'slow-flight', 'altitude', 'clean', [-100, 100]],
  ['faa-private', 'slow-flight', 'airspeed', 'landing', [0, 10]],
  ['faa-private', 'slow-flight', 'heading', 'clean', [-10, 10]],
  ['faa-private', 'slow-flight', 'bank', 'clean', [-10, 10]],
  ['faa-private', 'power-off-stall', 'heading', 'straight', [-10, 10]],
  ['faa-private', 'power-on-stall', 'bank', 'turning', [-10, 10]],
  // FAA-S-ACS-7B: the same but for these.
  ['faa-commercial', 'slow-flight', 'altitude', 'clean', [-50, 50]],
  ['faa-commercial', 'slow-flight', 'airspeed', 'clean', [0, 5]],
  ['faa-commercial', 'slow-flight', 'bank', 'clean', [-5, 5]],
  ['faa-commercial', 'power-off-stall', 'bank', 'turning', [-5, 5]],
  // EASA Part-FCL, PPL(A) skill test: normal flight, and with simulated engine failure.
  ['easa-ppl', 'straight-and-level', 'altitude', undefined, [-150, 150]],
  ['easa-ppl', 'straight-and-level', 'heading', undefined, [-10, 10]],
  ['easa-ppl', 'climb', 'airspeed', undefined, [-15, 15]],
  // A glide has no altitude to level off at: no row claims one.
  ['easa-ppl', 'best-glide', 'altitude', undefined, undefined],
  // ±15° belongs to an engine failure of a multi-engine airplane: not in a test of this class.
  ['easa-ppl', 'best-glide', 'heading', undefined, undefined],
  // IX.A and B: ±10 kt of the best glide speed (from memory).
  ['faa-private', 'best-glide', 'airspeed', undefined, [-10, 10]],
] as const)('%s: %s, %s', (standard, maneuver, parameter, variant, expected) => {
  expect(band(standard, maneuver, parameter, variant)).toEqual(expected);
});

test('the private steep turn is at 45°, the commercial one at 50°', () => {
  const bank = (id: string) =>
    rowsFor(findStandard(id)!, { maneuver: 'steep-turn' }).find(({ parameter }) => parameter === 'bank')!
      .target;
  expect([bank('faa-private'), bank('faa-commercial'), bank('easa-ppl')]).toEqual([45, 50, 45]);
});

test('a straight stall is judged by heading, a turning one by bank', () => {
  const parameters = (variant: string) =>
    rowsFor(findStandard('faa-private')!, { maneuver: 'power-off-stall', variant }).map(
      ({ parameter }) => parameter,
    );
  expect(parameters('straight')).toContain('heading');
  expect(parameters('straight')).not.toContain('bank');
  expect(parameters('turning')).toContain('bank');
  expect(parameters('turning')).not.toContain('heading');
});

test('the loss in a stall is shown and never failed: a limit teaches pulling early (common practice)', () => {
  for (const standard of standards)
    for (const row of standard.rows.filter(({ parameter }) => parameter === 'altitude-loss'))
      expect(row.required).toBe(false);
});

test('slow flight is never judged below its target speed', () => {
  for (const standard of standards) {
    const row = rowsFor(standard, { maneuver: 'slow-flight' }).find(
      ({ parameter }) => parameter === 'airspeed',
    );
    if (row) expect(row.low).toBe(0);
  }
});

test('what was written down from memory of a document says so; the school’s own rows are marked as invented', () => {
  for (const standard of standards) {
    for (const { source, fromMemory, required } of standard.rows) {
      expect(source.length).toBeGreaterThan(5);
      if (standard.id === 'school-pre-solo')
        expect([source, fromMemory]).toEqual([expect.stringMatching(/invented|common practice/), false]);
      else if (required) expect(fromMemory).toBe(true);
    }
  }
});

test('every row is of a maneuver that can be briefed, and of variants that it has', () => {
  for (const standard of standards) {
    standardSchema.parse(standard);
    for (const { maneuver, variants } of standard.rows) {
      const known = rooms.find(({ id }) => id === maneuver);
      expect(known?.id).toBe(maneuver);
      for (const variant of variants ?? []) expect(known!.variants).toContain(variant);
    }
  }
});

test('a band that is no band is refused', () => {
  const standard = structuredClone(findStandard('faa-private')!);
  standard.rows[0].low = standard.rows[0].high;
  expect(standardSchema.safeParse(standard).error!.issues[0].message).toBe('low must be below high');
});
