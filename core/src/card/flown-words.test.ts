/** How a maneuver is flown, in the words of an order and of a card; how deep a stall was shown; when a file began. */
import { depthShown } from '../kits/stalls/depth-shown.ts';
import { beginningOf, beginningOfDate } from '../recording/read/beginning.ts';
import type { RequirementScore } from '../scoring/requirement.ts';
import { flownWords, variantAfter, wayWords } from './flown-words.ts';

test.each([
  [[{ variant: 'left' }], 'left'],
  [[{ variant: 'left' }, { variant: 'right' }], 'left and right'],
  [[{ variant: 'standard' }], ''],
  [[{ variant: 'straight', configuration: 'landing' }], 'straight, landing flaps'],
  [
    [
      { variant: 'left', configuration: 'clean' },
      { variant: 'right', configuration: 'clean' },
    ],
    'left and right, flaps up',
  ],
  [[{ variant: 'standard', configuration: 'takeoff' }], 'takeoff flaps'],
  [[{ variant: 'clean-to-landing' }], 'clean to landing'],
] as const)('%j is "%s"', (cards, words) => {
  expect(flownWords(cards as unknown as Parameters<typeof flownWords>[0])).toBe(words);
});

test('no word has a hyphen of an id in it, and what nobody could tell is not said', () => {
  expect(wayWords('landing')).toBe('landing flaps');
  expect(wayWords('power-off-turning')).toBe('power off turning');
  expect([variantAfter(null), variantAfter('standard'), variantAfter('turning')]).toEqual([
    '',
    '',
    'turning',
  ]);
});

const seen = (...held: [name: string, held: boolean | null][]) =>
  held.map(([name, held]) => ({ id: `power-off-stall/${name}`, held }) as RequirementScore);

test.each([
  ['full', seen(['full-stall', true])],
  ['full', seen(['full-stall', true], ['stall-approached', true])],
  ['first-indication', seen(['full-stall', false], ['stall-approached', true])],
  ['first-indication', seen(['full-stall', null], ['stall-approached', true])],
  [null, seen(['full-stall', null], ['stall-approached', null])],
  [null, seen(['full-stall', false])],
  [null, []],
] as const)('a stall was shown as %s', (depth, requirements) => {
  expect(depthShown(requirements)).toBe(depth);
});

describe('when a recording began', () => {
  test('by the clock of its rows, else by its header, else nothing tells', () => {
    const rows = { timeS: Float64Array.of(2, 3), channels: {}, warnings: [] };
    expect(beginningOf({ ...rows, header: { date: '2026-06-12' }, epochMs: 1000 })).toEqual({ atMs: 3000 });
    expect(beginningOf({ ...rows, header: { date: '2026-06-12' } })).toEqual({ day: '2026-06-12' });
    expect(beginningOf({ ...rows, header: {} })).toBeUndefined();
  });

  test.each([
    ['2026-06-12', { day: '2026-06-12' }],
    ['2026-06-12T09:30:00Z', { atMs: Date.UTC(2026, 5, 12, 9, 30) }],
    ['2026-06-12T09:30:00+02:00', { atMs: Date.UTC(2026, 5, 12, 7, 30) }],
    ['last Friday', undefined],
    [undefined, undefined],
  ])('a header’s %s', (date, beginning) => {
    expect(beginningOfDate(date)).toEqual(beginning);
  });
});
