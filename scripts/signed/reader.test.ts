/** The reader against what was judged by eye, before either was held against the program. */
import { fleet } from '@keel/core';
import byEye from './by-eye.json' with { type: 'json' };
import { drawn, flown } from './draw.ts';
import { readVerdict } from './reader.ts';
import { briefOf } from './table.ts';

const all = drawn();
const flapsOf = (id: string) => fleet.find((one) => one.id === id)!.flaps;

test.each(byEye)('attempt $n: $because', ({ n, verdict }) => {
  const { recording, card } = flown(all[n - 1]);
  const columns = { timeS: recording.timeS, of: recording.channels as Record<string, Float64Array> };
  expect(readVerdict(columns, briefOf(card, flapsOf(all[n - 1].airplane))).verdict).toBe(verdict);
});

test('the lot is large enough, and holds every room, airplane and air', () => {
  expect(all.length).toBeGreaterThanOrEqual(120);
  expect(new Set(all.map(({ maneuver }) => maneuver)).size).toBe(16);
  expect(new Set(all.map(({ airplane }) => airplane)).size).toBe(4);
  expect(new Set(all.map(({ air }) => air)).size).toBe(3);
});
