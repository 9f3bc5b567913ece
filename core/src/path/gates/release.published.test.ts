/**
 * Wind on a runway against the table that pilots carry: of a wind 10° off the runway 17 % is across it, at 20° 34 %, 30° 50 %, 40° 64 %,
 * 45° 71 %, 50° 77 %, 60° 87 %, 90° all of it. Trigonometry rounded to hundredths; common practice, no one source.
 */

import { windOn } from '../../mechanics/wind.ts';
import { releaseSentence, saidRelease } from '../../words/release.ts';
import { type LedgerLine, landingFacts } from './landings.ts';
import { type ReleaseDay, type ReleaseInput, releaseCheck } from './release.ts';

test.each([
  [10, 0.17],
  [20, 0.34],
  [30, 0.5],
  [40, 0.64],
  [45, 0.71],
  [50, 0.77],
  [60, 0.87],
  [90, 1],
])('%i° off the runway', (off, share) => {
  for (const side of [1, -1]) {
    const { crossKt, headKt } = windOn('36', (360 + side * off) % 360, 20);
    expect(crossKt / 20).toBeCloseTo(side * share, 1);
    expect(Math.hypot(crossKt, headKt)).toBeCloseTo(20, 6);
  }
});

test('a wind from behind is a negative headwind, also across north', () => {
  expect(windOn('02', 200, 10).headKt).toBeCloseTo(-10, 6);
  expect(windOn('36L', 10, 10).crossKt).toBeCloseTo(1.74, 2);
});

const line = (day: string, more: Partial<LedgerLine> = {}): LedgerLine => ({
  id: `${day} ${Math.random()}`,
  day,
  at: `${day}T10:00:00Z`,
  from: 'hand',
  recordingId: null,
  nth: null,
  kind: 'full-stop',
  count: 1,
  place: '',
  ...more,
});
const ON = '2026-03-10';
const good = [
  line('2026-03-02', { count: 7, unaided: true, powerOff: true }),
  line(ON, { count: 3, unaided: true }),
  line(ON, { kind: 'go-around', decidedByStudent: true }),
];
const limits = {
  windKt: 12,
  crosswindKt: 6,
  gustSpreadKt: 6,
  ceilingFt: 3000,
  visibilitySm: 6,
  runways: ['24'],
  fuelGal: 18,
  from: '09:00',
  until: '17:00',
};
const day: ReleaseDay = {
  at: `${ON}T12:00:00Z`,
  runway: '24',
  windFromDeg: 250,
  windKt: 8,
  gustKt: null,
  visibilitySm: 10,
  ceilingFt: 5000,
  fuelGal: 30,
  knowsRunway: true,
};
const check = (change: Partial<ReleaseInput> = {}) =>
  saidRelease(
    releaseCheck({
      day,
      on: ON,
      zone: 'Europe/London',
      limits,
      gates: [],
      landings: landingFacts(good, ON),
      sunset: `${ON}T18:05:00Z`,
      ...change,
    }),
    change.gates ?? [],
  );
const stateOf = (id: string, change: Partial<ReleaseInput>) =>
  check(change).find((one) => one.id === id)!.state;

test('when everything holds it says so, and that the decision is the instructor’s', () => {
  expect(check().filter(({ state }) => state !== 'held')).toEqual([]);
  expect(releaseSentence(check())).toMatch(/instructor’s decision alone/);
});

test.each<[string, Partial<ReleaseDay>, string]>([
  ['wind', { gustKt: 13 }, 'not today'],
  ['gusts', { windKt: 5, gustKt: 12 }, 'not today'],
  ['crosswind', { windFromDeg: 300, windKt: 8 }, 'not today'],
  ['tailwind', { windFromDeg: 60 }, 'not today'],
  // Calm but for its gusts: what comes from behind, and across, is the gust.
  ['tailwind', { windFromDeg: 60, windKt: 0, gustKt: 10 }, 'not today'],
  ['crosswind', { windFromDeg: 300, windKt: 4, gustKt: 9 }, 'not today'],
  ['ceiling', { ceilingFt: null }, 'not known'],
  ['wind', { windKt: null }, 'not known'],
  ['daylight', { at: `${ON}T17:30:00Z` }, 'not today'],
  ['hours', { at: `${ON}T08:30:00Z` }, 'not today'],
  ['runway', { runway: '06' }, 'not today'],
  ['knows-runway', { knowsRunway: null }, 'not known'],
])('%s with %j', (id, change, state) => {
  const input = { day: { ...day, ...change } };
  expect(stateOf(id, input)).toBe(state);
  expect(releaseSentence(check(input))).toMatch(/^Not today, because/);
});

test('after sunset 5 statute miles are asked whatever the limits say, by day 3: 14 CFR 61.89(a)(6), from memory', () => {
  const limited = { limits: { ...limits, visibilitySm: 3, until: '23:00' } };
  const at = (time: string, visibilitySm: number) =>
    stateOf('visibility', { ...limited, day: { ...day, at: `${ON}T${time}Z`, visibilitySm } });
  expect([at('12:00:00', 3), at('12:00:00', 2.5), at('19:00:00', 4), at('19:00:00', 5)]).toEqual([
    'held',
    'not today',
    'not today',
    'held',
  ]);
});

test('no limits, no sunset: not known, and that blocks', () => {
  expect(stateOf('limits', { limits: null })).toBe('not known');
  expect(stateOf('daylight', { sunset: null })).toBe('not known');
});

describe('landings', () => {
  const landings = (...lines: LedgerLine[]) => ({ landings: landingFacts(lines, ON) });
  test('two on the day are too few, and three of which nobody said are not known', () => {
    expect(stateOf('dual-landings', landings(line(ON, { count: 2, unaided: true })))).toBe('not today');
    expect(stateOf('dual-landings', landings(line(ON, { count: 3 })))).toBe('not known');
  });
  test('a takeover among the last ten blocks, and one before them no longer does', () => {
    const taken = line('2026-03-01', { takenOver: true });
    const after = (count: number) => line('2026-03-05', { count, unaided: true });
    expect(stateOf('takeovers', landings(taken, after(9)))).toBe('not today');
    expect(stateOf('takeovers', landings(taken, after(10)))).toBe('held');
    expect(stateOf('takeovers', landings())).toBe('not known');
  });
  test('an approach without power holds thirty days', () => {
    expect(stateOf('power-off', landings(line('2026-02-08', { powerOff: true })))).toBe('held');
    expect(stateOf('power-off', landings(line('2026-02-07', { powerOff: true })))).toBe('not today');
  });
  test('a go-around that the instructor ordered does not count', () => {
    expect(stateOf('go-around-today', landings(line(ON, { kind: 'go-around' })))).toBe('not today');
  });
});
