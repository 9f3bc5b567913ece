import fc from 'fast-check';
import { beyondMinimaSaid } from '../../words/minima.ts';
import { beyondMinima, type SoloMinima, withinMinima } from './minima.ts';
import type { SoloLimits } from './release.ts';

const limits: SoloLimits = {
  windKt: 12,
  crosswindKt: 5,
  gustSpreadKt: 5,
  ceilingFt: 3000,
  visibilitySm: 6,
  runways: ['06'],
  fuelGal: 15,
  from: '09:00',
  until: '17:00',
};
const minima: SoloMinima = { windKt: 15, crosswindKt: 7, gustSpreadKt: 5, ceilingFt: 2000, visibilitySm: 5 };

test('an instructor may ask for more of the day than the school, and not for less', () => {
  expect(beyondMinima(limits, minima)).toEqual([]);
  expect(beyondMinima({ ...limits, windKt: 16, ceilingFt: 1500 }, minima).map(beyondMinimaSaid)).toEqual([
    'the school asks for at most 15 kt of wind',
    'the school asks for a ceiling of at least 2000 ft',
  ]);
  expect(beyondMinima({ ...limits, windKt: 40 }, null)).toEqual([]);
  // 14 CFR 61.89(a)(6), from memory; whatever a school asks.
  const beyond = (own: Partial<SoloLimits>, school: SoloMinima | null) =>
    beyondMinima({ ...limits, ...own }, school).map(({ field }) => field);
  expect(beyond({ visibilitySm: 2.9 }, null)).toEqual(['visibilitySm']);
  // All that goes beyond is said at once, each once.
  expect(beyond({ visibilitySm: 2.9, windKt: 16, ceilingFt: 1500 }, minima)).toEqual([
    'visibilitySm',
    'windKt',
    'ceilingFt',
  ]);
});

test('limits from before the school asked for more follow it, in everything, and nothing else changes', () => {
  const some = fc.record({
    windKt: fc.integer({ min: 0, max: 40 }),
    crosswindKt: fc.integer({ min: 0, max: 30 }),
    gustSpreadKt: fc.integer({ min: 0, max: 20 }),
    ceilingFt: fc.integer({ min: 500, max: 20_000 }),
    visibilitySm: fc.integer({ min: 3, max: 30 }),
  });
  fc.assert(
    fc.property(some, some, (own, school) => {
      const within = withinMinima({ ...limits, ...own }, school);
      expect(beyondMinima(within, school)).toEqual([]);
      // Never looser than the instructor said.
      expect(beyondMinima(within, own)).toEqual([]);
      expect(within).toMatchObject({ runways: ['06'], fuelGal: 15, from: '09:00' });
    }),
  );
  expect(withinMinima(limits, undefined)).toBe(limits);
});
