/** What every maneuver asks of a flight first: where slow begins, where the ground is, how much power there was. */
import { findAirplane } from '../../airplane/fleet.ts';
import { drawnTrack, through } from '../../testing/drawn-track.ts';
import type { ScoringContext } from './attempt.ts';
import { meanBetween, meanPower, sceneOf, segmentAt, speedBefore } from './scene.ts';

type Columns = Parameters<typeof drawnTrack>[1];
const airplane = findAirplane('cairn-4')!;
const known = (more: Partial<ScoringContext> = {}) =>
  ({ airplane, weightLb: airplane.maxWeightLb, told: [], briefs: [], ...more }) as unknown as ScoringContext;
const unknown = (more: Partial<ScoringContext> = {}) =>
  known({ airplane: undefined, weightLb: undefined, ...more });
const scene = (columns: Columns, context = known(), lastsS = 300) =>
  sceneOf(drawnTrack(lastsS, columns), context);

describe('where slow begins', () => {
  test('is the airplane’s own, each flap stage a little lower', () => {
    const { warningKias, stallKias } = scene({});
    const stages = [0, ...airplane.flaps.map(({ deg }) => deg)];
    for (const deg of stages) expect(warningKias(deg)).toBeGreaterThan(stallKias(deg));
    for (let i = 1; i < stages.length; i++)
      expect(stallKias(stages[i])).toBeLessThanOrEqual(stallKias(stages[i - 1]));
    expect(stallKias(0)).toBeCloseTo(airplane.vs1Kias, 0);
  });

  test('in an airplane that nobody described is where its warner sounded', () => {
    const ias_kt = through([100, 100], [150, 50], [160, 50], [200, 100]);
    const heard = scene({ ias_kt, stall_warn: (s) => Number(s >= 145 && s < 165) }, unknown());
    expect(Math.abs(heard.warningKias(0) - 55)).toBeLessThan(1.5);
    expect(heard.stallKias(0)).toBeLessThan(heard.warningKias(0));
  });

  test('and where it has none, a share of its usual speed: the faster, the faster', () => {
    const [slow, fast] = [90, 140].map((kt) => scene({ ias_kt: () => kt }, unknown()));
    expect(slow.cruiseKt).toBe(90);
    expect(fast.warningKias(0) / slow.warningKias(0)).toBeCloseTo(140 / 90, 6);
  });
});

describe('the flaps', () => {
  test('are what was recorded', () => {
    const { flapsDeg, flapsKnown } = scene({ flaps_deg: through([100, 0], [104, 20]) });
    expect([flapsDeg(0), flapsKnown(0)]).toEqual([0, true]);
    expect(flapsDeg(599)).toBeCloseTo(20, 6);
  });
  test('else what an instructor said of a stretch; the last word counts, and elsewhere nothing is known', () => {
    const said = (startS: number, endS: number, configuration: 'clean' | 'landing') => ({
      maneuver: 'slow-flight',
      startS,
      endS,
      configuration,
    });
    const told = [said(100, 200, 'clean'), said(150, 200, 'landing')];
    const { flapsDeg, flapsKnown, fullFlapsDeg } = scene({}, known({ told }));
    expect([flapsKnown(2 * 50), flapsDeg(2 * 50)]).toEqual([false, 0]);
    expect([flapsKnown(2 * 120), flapsDeg(2 * 120)]).toEqual([true, 0]);
    expect([flapsKnown(2 * 170), flapsDeg(2 * 170)]).toEqual([true, fullFlapsDeg]);
  });
  test('of an airplane without a file are not guessed from what was said', () => {
    const told = [{ maneuver: 'slow-flight', startS: 0, endS: 300, configuration: 'landing' as const }];
    expect(scene({}, unknown({ told })).flapsKnown(10)).toBe(false);
  });
});

describe('the ground', () => {
  test('is the one that was given, whatever was flown', () => {
    expect(scene({}, known({ groundFt: 1900 })).lowestFt).toBe(2900);
  });
  test('else where the airplane stood for a while', () => {
    const columns = {
      ias_kt: through([60, 0], [90, 90]),
      alt_ft: through([60, 640], [200, 4000]),
    };
    expect(scene(columns, known()).lowestFt).toBeCloseTo(1640, -1);
  });
  test('a moment of no airspeed is no standing, and then nothing is known to be low', () => {
    expect(scene({ ias_kt: through([100, 90], [102, 0], [104, 90]) }).lowestFt).toBe(
      Number.NEGATIVE_INFINITY,
    );
  });
});

describe('the power', () => {
  test.each<[string, Columns, number, number]>([
    ['percent', { power_pct: through([100, 20], [200, 80]) }, 0.2, 0.8],
    ['the throttle', { throttle: through([100, 0.1], [200, 0.9]) }, 0.1, 0.9],
    ['manifold pressure', { map_inhg: through([100, 12], [200, 24]), rpm: () => 2400 }, 0, 1],
    ['revolutions', { rpm: through([100, 1000], [200, 2500]) }, 0, 1],
  ])('by %s, from its least to its most', (_, columns, least, most) => {
    const { power } = scene(columns);
    expect(power(0)).toBeCloseTo(least, 6);
    expect(power(599)).toBeCloseTo(most, 6);
  });
  test('percent is believed before the lever, and the lever is still known', () => {
    const { power, lever } = scene({ power_pct: () => 55, throttle: () => 0.7 });
    expect([power(0), lever(0)]).toEqual([0.55, 0.7]);
  });
  test('revolutions that a governor holds tell none, and no column tells none', () => {
    const governed = known({ airplane: findAirplane('ouzel-4')! });
    expect(scene({ rpm: through([100, 900], [200, 2500]) }, governed).power(599)).toBeNaN();
    expect(scene({ rpm: () => 2400, map_inhg: through([100, 12], [200, 24]) }, governed).power(599)).toBe(1);
    expect(scene({ rpm: (s) => 2400 + 20 * Math.sin(s) }).power(0)).toBeNaN();
    expect(scene({}).power(0)).toBeNaN();
    expect(meanPower(scene({}), { from: 0, to: 20 })).toBeNaN();
  });
  test('its mean is over the rows that were asked for', () => {
    const { power, ...rest } = scene({ throttle: through([100, 0], [100.5, 1]) });
    expect(meanPower({ power, ...rest }, { from: 0, to: 100 })).toBeCloseTo(0, 6);
    expect(meanPower({ power, ...rest }, { from: 400, to: 500 })).toBeCloseTo(1, 6);
  });
});

test('means, segments and the speed before are those of their rows', () => {
  const track = drawnTrack(100, { ias_kt: through([40, 100], [60, 60]) }, { gapsS: [[70, 80]] });
  expect(meanBetween(track, track.altitudeFt.values, 10, 20)).toBe(4000);
  const [first, second] = track.segments;
  expect(segmentAt(track, 5)).toEqual(first);
  expect(segmentAt(track, track.timeS.length - 1)).toEqual(second);
  expect(speedBefore(track, { from: 0, to: 100 }, 100)).toBeCloseTo(100, 0);
});
