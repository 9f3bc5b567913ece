import { averageKeel, type Drawn } from './average.ts';

const phases = (startS: number, endS: number) => [
  { name: 'roll-in', startS, endS: startS + 2 },
  { name: 'established', startS: startS + 2, endS: endS - 2 },
  { name: 'roll-out', startS: endS - 2, endS },
];
/** A bank lane that is `used` throughout, drawn every half second. */
const drawn = (startS: number, endS: number, used: (atS: number) => number | null): Drawn => {
  const timeS = Array.from({ length: 2 * (endS - startS) + 1 }, (_, i) => startS + i / 2);
  const lane = { parameter: 'bank' as const, used: timeS.map(used) };
  return {
    attempt: { startS, endS, phases: phases(startS, endS) } as Drawn['attempt'],
    trace: { timeS, lanes: [lane] } as unknown as Drawn['trace'],
  };
};

test('the mean lies between the edges, which are the lowest and the highest flown', () => {
  const reference = drawn(0, 20, () => 0);
  const [lane] = averageKeel(reference, [
    drawn(100, 120, () => 0.5),
    drawn(300, 330, () => -0.25),
    drawn(50, 64, () => 0.2),
  ]);
  expect(lane.parameter).toBe('bank');
  for (const [i, mean] of lane.mean.entries()) {
    expect(mean).toBeCloseTo(0.15, 2);
    expect(lane.low[i]).toBe(-0.25);
    expect(lane.high[i]).toBe(0.5);
  }
});

test('it is aligned by what was being done: a lapse at each roll-out lies at the reference’s roll-out', () => {
  const reference = drawn(0, 20, () => 0);
  const lapse = (startS: number, endS: number) => drawn(startS, endS, (atS) => (atS >= endS - 2 ? 1 : 0));
  const [lane] = averageKeel(reference, [lapse(10, 40), lapse(70, 82)]);
  const at = (atS: number) => lane.mean[2 * atS];
  expect(at(10)).toBe(0);
  expect(at(19)).toBe(1);
});

test('one alone is no average, and what was not measured is none', () => {
  const reference = drawn(0, 20, () => 0);
  expect(averageKeel(reference, [drawn(0, 20, () => 1)])).toEqual([]);
  const [lane] = averageKeel(reference, [drawn(0, 20, () => 1), drawn(0, 20, (atS) => (atS < 5 ? 1 : null))]);
  expect(lane.mean[4]).toBe(1);
  expect(lane.mean[30]).toBeNull();
});
