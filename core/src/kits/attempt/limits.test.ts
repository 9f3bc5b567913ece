/**
 * Limits that hold whatever is flown, drawn to the knot and the degree: the flaps' speeds of the airplane's own file, and the
 * bank that grows while the nose is down and the speed rises. That a spiral is told by bank, descent and rising speed together is
 * the handbook's description (FAA-H-8083-3, from memory).
 */

import { fleet } from '../../airplane/fleet.ts';
import { readRecordingCsv } from '../../recording/csv/csv.ts';
import { makeTrack } from '../../recording/track/track.ts';
import { KNOTS } from '../../words/figures.ts';
import { textOf } from '../../words/say.ts';
import { findingSaid } from '../../words/score/findings.ts';
import type { ScoringContext } from './attempt.ts';
import { flapOverspeedIn, neverExceedIn, spiralFindingIn, spiralIn, type Watched } from './limits.ts';
import { sceneOf } from './scene.ts';

const [airplane] = fleet;
const RATE_HZ = 5;

interface Moment {
  ias: number;
  flaps?: number;
  bank?: number;
  alt?: number;
}

/** A minute of flight, each column a function of its second. */
function flight(at: (s: number) => Moment, context: Partial<ScoringContext> = { airplane }): Watched {
  const withFlaps = at(0).flaps !== undefined;
  const rows = Array.from({ length: 60 * RATE_HZ + 1 }, (_, i) => {
    const s = i / RATE_HZ;
    const { ias, flaps = 0, bank = 0, alt = 4500 } = at(s);
    const columns = [s.toFixed(1), alt.toFixed(1), ias.toFixed(2), '90', bank.toFixed(2)];
    return (withFlaps ? [...columns, flaps.toFixed(1)] : columns).join(',');
  });
  const names = `time_s,alt_ft,ias_kt,hdg_deg,bank_deg${withFlaps ? ',flaps_deg' : ''}`;
  const track = makeTrack(readRecordingCsv(`${names}\n${rows.join('\n')}\n`));
  const whole = { told: [], thresholds: {}, ...context } as unknown as ScoringContext;
  return { track, context: whole, scene: sceneOf(track, whole), rows: track.segments[0] };
}

/** From one second to another, else something else. */
const during = (fromS: number, toS: number, s: number, then: number, otherwise: number) =>
  s >= fromS && s < toS ? then : otherwise;
const ANY = { attempt: { maneuver: 'any' } };
const overspeed = (watched: Watched) => flapOverspeedIn(ANY, watched);

describe.each(airplane.flaps.map(({ deg, vfeKias }) => [deg, vfeKias]))(
  'flaps %d°, limit %d kt',
  (deg, vfeKias) => {
    const held = (overKt: number, forS: number) =>
      overspeed(
        flight((s) => ({ flaps: deg, ias: during(20, 20 + forS, s, vfeKias + overKt, vfeKias - 10) })),
      );

    test('at the limit and a knot above it nothing is said', () => {
      expect(held(0, 20)).toBeUndefined();
      expect(held(0.9, 20)).toBeUndefined();
    });

    test('two knots above it is a note, however long', () => {
      expect(held(2, 20)).toMatchObject({ severity: 'note' });
    });

    test('five knots above it for seconds is critical, and the words have both numbers', () => {
      const found = held(5, 10)!;
      expect(found).toMatchObject({ severity: 'critical', unit: 'kt' });
      expect(found.size).toBeCloseTo(5, 0);
      expect(found.params).toMatchObject({ limitKt: vfeKias, flapsDeg: deg });
      expect(found.startS).toBeGreaterThanOrEqual(19);
      expect(found.endS).toBeLessThanOrEqual(31);
    });

    test('a gust of a second is a note', () => {
      const found = held(6, 1);
      if (found) expect(found.severity).toBe('note');
    });

    test('whoever looks after the airplane is told of more than five', () => {
      expect(held(8, 10)!.params).toMatchObject({ tell: true });
      expect(held(4, 10)!.params).toMatchObject({ tell: false });
    });
  },
);

test('with flaps up no flap limit is broken, at any speed', () => {
  expect(overspeed(flight(() => ({ flaps: 0, ias: 130 })))).toBeUndefined();
});

test('the limit is that of the stage which is out: what breaks the last may be within the first', () => {
  const [first] = airplane.flaps;
  const last = airplane.flaps[airplane.flaps.length - 1];
  const ias = last.vfeKias + 6;
  expect(overspeed(flight(() => ({ flaps: last.deg, ias })))).toMatchObject({ severity: 'critical' });
  if (first.vfeKias > ias) expect(overspeed(flight(() => ({ flaps: first.deg, ias })))).toBeUndefined();
});

test('where no flaps were recorded, or the airplane is not known, nothing is said of them', () => {
  const last = airplane.flaps[airplane.flaps.length - 1];
  const ias = last.vfeKias + 20;
  expect(overspeed(flight(() => ({ ias })))).toBeUndefined();
  expect(overspeed(flight(() => ({ ias, flaps: last.deg }), {}))).toBeUndefined();
});

/** A bank that grows by a rate from the tenth second, with what speed and height do meanwhile. */
const spiral = (
  {
    fromDeg = 40,
    degPerS = 3,
    ktPerS = 2,
    fpm = -1500,
  }: Partial<Record<'fromDeg' | 'degPerS' | 'ktPerS' | 'fpm', number>>,
  sign = 1,
) =>
  flight((s) => {
    const t = Math.min(10, Math.max(0, s - 10));
    return { ias: 95 + ktPerS * t, bank: sign * (fromDeg + degPerS * t), alt: 4500 + (fpm / 60) * t };
  });

test.each([
  ['right', 1],
  ['left', -1],
])('steepening past 45° to the %s with the nose down and the speed rising is a spiral', (_side, sign) => {
  const found = spiralIn(spiral({}, sign))!;
  expect(found.bankDeg).toBeGreaterThan(60);
  expect(found.startS).toBeGreaterThan(10);
  expect(found.endS).toBeLessThanOrEqual(21.5);
});

test.each<[string, Parameters<typeof spiral>[0]]>([
  ['a bank that stays where it is', { fromDeg: 50, degPerS: 0 }],
  ['a bank that grows to 44°', { fromDeg: 24, degPerS: 2 }],
  ['a speed that falls', { ktPerS: -2 }],
  ['a climb', { fpm: 500 }],
])('%s is none', (_what, how) => {
  expect(spiralIn(spiral(how))).toBeUndefined();
});

test('where a steep bank was briefed it takes more of it', () => {
  const steep = spiral({ fromDeg: 40, degPerS: 1.2 });
  expect(spiralIn(steep)).toBeDefined();
  expect(spiralIn(steep, 45)).toBeUndefined();
  expect(spiralIn(spiral({}), 45)).toBeDefined();
});

test('a spiral is critical, and the way out of it begins with the power', () => {
  const found = spiralFindingIn(ANY, spiral({}))!;
  expect(found).toMatchObject({ severity: 'critical', unit: 'deg' });
  const { what, tryNext } = findingSaid(found, KNOTS);
  expect(textOf(what)).toContain(`${Math.round(found.size)}°`);
  // Power back, wings level, then ease out (FAA-H-8083-3, from memory).
  expect(textOf(tryNext)).toMatch(/^Power back, level the wings, then ease out/);
  expect(spiralFindingIn(ANY, spiral({ ktPerS: -2 }))).toBeUndefined();
});

describe('the red line', () => {
  const vne = airplane.vneKias!;
  const dive = (mostKias: number, context?: Partial<ScoringContext>) =>
    flight((s) => ({ ias: mostKias - 2 * Math.abs(s - 30) }), context);
  const past = (watched: Watched) => neverExceedIn(ANY, watched);

  test('up to it nothing is said', () => {
    expect(past(dive(vne - 10))).toBeUndefined();
    expect(past(dive(vne))).toBeUndefined();
  });

  test.each([3, 8, 20])('%d kt past it is critical at its fastest moment, however short', (overKt) => {
    const found = past(dive(vne + overKt))!;
    expect(found).toMatchObject({ severity: 'critical', unit: 'kt' });
    expect(Math.abs(found.size - overKt)).toBeLessThan(1.5);
    expect(Math.abs(found.startS - 30)).toBeLessThan(1);
    const { what, tryNext } = findingSaid(found, KNOTS);
    expect(textOf(what)).toContain(`the never-exceed speed of ${vne} kt`);
    expect(textOf(tryNext)).toMatch(/gently.*whoever maintains the airplane before it flies again/);
  });

  test('without a red line in its file, or without an airplane, nothing is said', () => {
    const { vneKias: _, ...without } = airplane;
    expect(past(dive(vne + 20, { airplane: without }))).toBeUndefined();
    expect(past(dive(vne + 20, {}))).toBeUndefined();
  });

  test('a speed that was worked out has to be past it by more than it may be wrong', () => {
    const { track, ...rest } = dive(vne + 8);
    const derived = (standardError: number | Float64Array): Watched => ({
      ...rest,
      track: { ...track, airspeedKt: { ...track.airspeedKt, source: 'derived', standardError } },
    });
    expect(past(derived(2))).toMatchObject({ severity: 'critical' });
    expect(past(derived(5))).toBeUndefined();
    expect(past(derived(track.timeS.map(() => 5)))).toBeUndefined();
    expect(past(derived(track.timeS.map(() => 2)))).toMatchObject({ severity: 'critical' });
    // Nobody can say how wrong.
    expect(past(derived(Number.NaN))).toBeUndefined();
  });
});
