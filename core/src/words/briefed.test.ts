import { briefedSaid } from './briefed.ts';

test.each([
  [
    { altitudeFt: 4500, airspeedKt: 84 },
    'mph',
    'Briefed at 4.500 ft and 97 mph, entered at 4.503 ft and 98 mph.',
  ],
  [{ altitudeFt: 4500 }, 'kt', 'Briefed at 4.500 ft, entered at 4.503 ft.'],
  [{ bankDeg: 45 }, 'kt', '^$'],
] as const)('%j in %s', (brief, speed, said) => {
  expect(briefedSaid(brief, { altitudeFt: 4503, airspeedKt: 85, bankDeg: 45 }, { speed })).toMatch(
    new RegExp(said),
  );
});
