/** How well a smoothed channel is known, held against what was drawn before noise was laid over it. */
import { standardDeviation } from 'simple-statistics';
import { seededRandom } from '../../flight/random.ts';
import { absentChannel, type Channel, measuredChannel, provenanceOver } from './channel.ts';
import { channelInfo } from './channels.ts';

const GAP_S = 3;
const times = (lastsS: number, rateHz: number) =>
  Float64Array.from({ length: lastsS * rateHz + 1 }, (_, i) => i / rateHz);
const wander = (s: number) => 4000 + 60 * Math.sin(s / 25);

function noisy(rateHz: number, sigma: number, seed: number) {
  const random = seededRandom(seed);
  const rowsS = times(600, rateHz);
  const channel = measuredChannel(
    'alt_ft',
    rowsS,
    rowsS.map((s) => wander(s) + sigma * random.gaussian()),
    GAP_S,
  );
  const errors = Array.from(channel.values, (value, i) => value - wander(rowsS[i])).slice(20, -20);
  return { channel, error: standardDeviation(errors) };
}

describe('the standard error that a channel states', () => {
  test.each([
    [1, 8],
    [2, 8],
    [5, 8],
    [10, 20],
    [25, 20],
  ])('is what is left of the noise after smoothing: %i rows a second, noise of %i ft', (rateHz, sigma) => {
    for (const seed of [1, 2, 3]) {
      const { channel, error } = noisy(rateHz, sigma, seed);
      const stated = channel.standardError as number;
      expect(stated / error).toBeGreaterThan(0.7);
      expect(stated / error).toBeLessThan(1.6);
    }
  });

  test('is never below what the instrument’s own steps leave open', () => {
    const rowsS = times(120, 2);
    const exact = measuredChannel('alt_ft', rowsS, rowsS.map(wander), GAP_S);
    expect(exact.standardError).toBeGreaterThanOrEqual(channelInfo('alt_ft').resolution / 2);
  });

  test('of a heading is not blown up by passing north', () => {
    const rowsS = times(300, 2);
    const random = seededRandom(5);
    const round = (s: number) => 2 * s + 0.5 * random.gaussian();
    const heading = measuredChannel(
      'hdg_deg',
      rowsS,
      rowsS.map((s) => ((round(s) % 360) + 360) % 360),
      GAP_S,
    );
    expect(heading.standardError as number).toBeLessThan(1.2);
    // Continuous: two circles to the right are 600°.
    expect(heading.values[heading.values.length - 1] - heading.values[0]).toBeCloseTo(600, -1);
  });
});

test('one bad sample is no excursion, and a step stays where it is', () => {
  const rowsS = times(60, 5);
  const spiked = rowsS.map((s, i) => (i === 150 ? 9999 : s < 20 ? 4000 : 4200));
  const { values } = measuredChannel('alt_ft', rowsS, spiked, GAP_S);
  expect(Math.max(...values)).toBe(4200);
  expect(values[rowsS.findIndex((s) => s >= 19.3)]).toBe(4000);
  expect(values[rowsS.findIndex((s) => s >= 20.7)]).toBe(4200);
});

test('a channel recorded every fourth row is put onto all of them, and not over a gap', () => {
  const rowsS = times(40, 4);
  const slow = rowsS.map((s, i) => (i % 4 === 0 && !(s > 20 && s < 30) ? 100 + s : Number.NaN));
  const { values, source } = measuredChannel('oat_c', rowsS, slow, GAP_S);
  expect(source).toBe('measured');
  expect(values[rowsS.indexOf(10.5)]).toBeCloseTo(110.5, 1);
  expect(values[rowsS.indexOf(25)]).toBeNaN();
});

describe('how a channel was had over a span', () => {
  const whole: Channel = {
    values: new Float64Array(100).fill(1),
    source: 'measured',
    standardError: 2,
  };
  const holed = (holes: number): Channel => ({
    ...whole,
    values: whole.values.map((value, i) => (i < holes ? Number.NaN : value)),
  });
  const filled = (rows: number): Channel => ({
    ...whole,
    fallback: {
      rows: Uint8Array.from({ length: 100 }, (_, i) => Number(i < rows)),
      channel: { ...whole, source: 'derived', from: 'turn rate', standardError: 7 },
    },
  });

  test('measured where it is, not measured where it is nowhere', () => {
    expect(provenanceOver(whole, 0, 100)).toEqual({
      measured: 'measured',
      from: undefined,
      standardError: 2,
    });
    expect(provenanceOver(absentChannel(100), 0, 100)).toMatchObject({ measured: 'not-measured' });
    expect(provenanceOver(whole, 40, 40)).toMatchObject({ measured: 'not-measured' });
  });
  test('a few missing rows are forgiven, a tenth and more are not', () => {
    expect(provenanceOver(holed(10), 0, 100)).toMatchObject({ measured: 'measured' });
    expect(provenanceOver(holed(11), 0, 100)).toMatchObject({ measured: 'not-measured' });
  });
  test('mostly derived, it is derived, with the error of what it was derived from', () => {
    expect(provenanceOver(filled(10), 0, 100)).toMatchObject({ measured: 'measured', standardError: 2 });
    expect(provenanceOver(filled(60), 0, 100)).toEqual({
      measured: 'derived',
      from: 'turn rate',
      standardError: 7,
    });
  });
  test('errors that differ from row to row count together as their root mean square, holes left out', () => {
    const standardError = Float64Array.from({ length: 100 }, (_, i) => (i < 50 ? 3 : 4));
    expect(provenanceOver({ ...whole, standardError }, 0, 100).standardError).toBeCloseTo(Math.sqrt(12.5), 9);
    const some = { ...holed(10), standardError: standardError.map((one, i) => (i < 10 ? Number.NaN : one)) };
    expect(provenanceOver(some, 0, 100).standardError).toBeCloseTo(Math.sqrt((40 * 9 + 50 * 16) / 90), 9);
  });
});
