/**
 * Excursions held against the plainest way to count them: the straight lines between the samples, looked at a hundred times a
 * second. Nothing of the band's edges, its legs or its clock is taken from the code that is tested.
 */
import fc from 'fast-check';
import { type Band, findExcursions, spanFigures, toleranceUsed } from './excursion.ts';

const LOOKS_PER_S = 100;

interface Flown {
  timeS: number[];
  deviation: number[];
}

const bands: fc.Arbitrary<Band> = fc.constantFrom(
  { low: -100, high: 100 },
  { low: 0, high: 10 },
  { low: -5, high: 10 },
  { low: -10, high: 0 },
);
const resolutions = fc.constantFrom(0, 1, 5);

const flights: fc.Arbitrary<Flown> = fc
  .array(
    fc.record({
      stepS: fc.constantFrom(0.1, 0.2, 0.5, 1),
      by: fc.integer({ min: -90, max: 90 }),
    }),
    { minLength: 2, maxLength: 50 },
  )
  .map((moves) => {
    let [t, d] = [0, 0];
    const flown: Flown = { timeS: [], deviation: [] };
    for (const { stepS, by } of moves) {
      flown.timeS.push(t);
      flown.deviation.push(d);
      t = Math.round((t + stepS) * 10) / 10;
      // It wanders about the middle, as what is held does.
      d = Math.round(0.8 * d) + by;
    }
    return flown;
  });

/** The deviation between its samples. */
function at({ timeS, deviation }: Flown, t: number): number {
  const after = timeS.findIndex((s) => s >= t);
  if (after <= 0) return deviation[Math.max(0, after)];
  const [a, b] = [timeS[after - 1], timeS[after]];
  return deviation[after - 1] + ((t - a) / (b - a)) * (deviation[after] - deviation[after - 1]);
}

/** Each side of the band alone: from one side to the other it goes through. */
function lookedAt(
  flown: Flown,
  { low, high }: Band,
  resolution: number,
): { outsideS: number; worst: number } {
  const endS = flown.timeS[flown.timeS.length - 1];
  let looks = 0;
  for (let k = 0; k < endS * LOOKS_PER_S; k++) {
    const d = at(flown, (k + 0.5) / LOOKS_PER_S);
    if (d > high + resolution || d < low - resolution) looks++;
  }
  const beyond = flown.deviation.filter((d) => d > high + resolution || d < low - resolution);
  return {
    outsideS: looks / LOOKS_PER_S,
    worst: Math.max(0, ...beyond.map((d) => Math.abs(toleranceUsed(d, { low, high })))),
  };
}

/** One sample straight from one side to the other says nothing of when it was between them. */
const jumps = ({ deviation }: Flown, { low, high }: Band): boolean =>
  deviation.some(
    (d, i) => i > 0 && ((d > high && deviation[i - 1] < low) || (d < low && deviation[i - 1] > high)),
  );

test('excursions cover the time outside, what lies between two of them of less than a second as well', () => {
  fc.assert(
    fc.property(flights, bands, resolutions, (flown, band, resolution) => {
      fc.pre(!jumps(flown, band));
      const found = findExcursions(flown.timeS, flown.deviation, band, resolution);
      const { outsideS, worst } = lookedAt(flown, band, resolution);
      const coveredS = found.reduce((sum, { startS, endS }) => sum + (endS - startS), 0);
      // Each looks at its own edges a hundredth of a second apart.
      expect(coveredS).toBeGreaterThanOrEqual(outsideS - 0.02 * (1 + found.length));
      const insideS = found.reduce(
        (sum, { startS, endS }) => sum + insideWithin(flown, band, resolution, startS, endS),
        0,
      );
      expect(coveredS - insideS).toBeLessThanOrEqual(outsideS + 0.02 * (2 + 2 * flown.timeS.length));
      expect(Math.max(0, ...found.map(({ toleranceUsed }) => toleranceUsed))).toBeCloseTo(worst, 9);
    }),
  );
});

/** Of a found excursion, the time inside the band: short returns that did not end it. */
function insideWithin(
  flown: Flown,
  { low, high }: Band,
  resolution: number,
  startS: number,
  endS: number,
): number {
  let looks = 0;
  for (let t = startS + 0.005; t < endS; t += 1 / LOOKS_PER_S) {
    const d = at(flown, t);
    if (d <= high + resolution && d >= low - resolution) looks++;
  }
  return looks / LOOKS_PER_S;
}

test('two excursions are at least a second apart, in order, and none is inside out', () => {
  fc.assert(
    fc.property(flights, bands, resolutions, (flown, band, resolution) => {
      const found = findExcursions(flown.timeS, flown.deviation, band, resolution);
      found.forEach(({ startS, endS, peak }, i) => {
        expect(endS).toBeGreaterThanOrEqual(startS);
        if (i > 0) expect(startS - found[i - 1].endS).toBeGreaterThanOrEqual(1 - 1e-9);
        expect(peak > band.high + resolution || peak < band.low - resolution).toBe(true);
      });
    }),
  );
});

test('a wider band never has more time outside', () => {
  const sum = (found: ReturnType<typeof findExcursions>) =>
    found.reduce((all, { startS, endS }) => all + (endS - startS), 0);
  fc.assert(
    fc.property(flights, bands, fc.integer({ min: 1, max: 60 }), ({ timeS, deviation }, band, by) => {
      const wider = { low: band.low - by, high: band.high + by };
      expect(sum(findExcursions(timeS, deviation, wider, 1))).toBeLessThanOrEqual(
        sum(findExcursions(timeS, deviation, band, 1)) + 1e-9,
      );
    }),
  );
});

test('within the channel’s own resolution of the edge nothing is outside', () => {
  const timeS = [0, 1, 2, 3];
  expect(findExcursions(timeS, [100, 105, 104, 100], { low: -100, high: 100 }, 5)).toEqual([]);
  expect(findExcursions(timeS, [100, 106, 104, 100], { low: -100, high: 100 }, 5)).toHaveLength(1);
});

test('it begins and ends where the line crosses the edge, not at a sample', () => {
  const [one] = findExcursions([0, 2, 4, 6], [0, 200, 0, 0], { low: -100, high: 100 }, 0);
  expect(one).toMatchObject({ startS: 1, endS: 3, peak: 200, toleranceUsed: 2 });
});

test('figures of legs are those of all their samples, each with its share of the time', () => {
  fc.assert(
    fc.property(fc.array(flights, { minLength: 1, maxLength: 3 }), bands, (legs, band) => {
      const figures = spanFigures(legs, band);
      const all = legs.flatMap(({ deviation }) => deviation);
      expect(figures.maxAbove).toBe(Math.max(0, ...all));
      expect(figures.maxBelow).toBe(Math.min(0, ...all));
      expect(figures.toleranceUsed).toBeCloseTo(
        Math.max(...all.map((d) => Math.abs(toleranceUsed(d, band)))),
        9,
      );
      // The mean square by trapezia is the same sum.
      let [squares, total] = [0, 0];
      for (const { timeS, deviation } of legs)
        for (let i = 1; i < timeS.length; i++) {
          const stepS = timeS[i] - timeS[i - 1];
          squares += (stepS * (deviation[i] ** 2 + deviation[i - 1] ** 2)) / 2;
          total += stepS;
        }
      expect(figures.rms).toBeCloseTo(Math.sqrt(squares / total), 6);
      expect(figures.insidePct).toBeGreaterThanOrEqual(0);
      expect(figures.insidePct).toBeLessThanOrEqual(100 + 1e-9);
      const never = all.every((d) => d < band.low || d > band.high);
      const always = all.every((d) => d >= band.low && d <= band.high);
      if (never) expect(figures.insidePct).toBe(0);
      if (always) expect(figures.insidePct).toBeCloseTo(100, 9);
    }),
  );
});

test('two legs apart are worth what they are worth one by one: what lies between is nobody’s', () => {
  fc.assert(
    fc.property(flights, flights, bands, (one, other, band) => {
      const later = { ...other, timeS: other.timeS.map((t) => t + 1000) };
      const [first, second, both] = [[one], [later], [one, later]].map((legs) => spanFigures(legs, band));
      const lengthOf = ({ timeS }: Flown) => timeS[timeS.length - 1] - timeS[0];
      const [a, b] = [lengthOf(one), lengthOf(later)];
      expect(both.insidePct).toBeCloseTo((a * first.insidePct + b * second.insidePct) / (a + b), 6);
    }),
  );
});
