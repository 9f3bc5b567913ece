/**
 * A whole lesson, flown by a synthetic pilot in light turbulence and wind: everything is found once, where it was
 * flown, at any rate, mirrored, without the bank, without the header, and down to three columns.
 */
import { fleet } from '../airplane/fleet.ts';
import { targetCard } from '../brief/target-card.ts';
import { flyLesson } from '../fly/fly-lesson.ts';
import type { ChannelName } from '../recording/columns/channels.ts';
import type { Recording } from '../recording/columns/recording.ts';
import { findStandard } from '../standards/standards.ts';
import { overlap } from '../testing/overlap.ts';
import { scoreRecording } from './score-recording.ts';

const airplane = fleet[0];
const standard = findStandard('faa-private')!;
const weightLb = 2250;
const LEGS = [
  ['level-turn', 'left'],
  ['slow-flight', 'clean'],
  ['power-off-stall', 'straight'],
  ['climbing-turn', 'right'],
  ['slow-flight', 'landing'],
  ['power-on-stall', 'straight'],
  ['descending-turn', 'left'],
  ['steep-turn', 'left'],
  ['steep-turn', 'right'],
] as const;

/** Flown once, and asked for at each rate. */
const FLOWN = flyLesson({
  airplane,
  weightLb,
  groundFt: 1900,
  fieldFt: 1180,
  seed: 3,
  turbulence: 'light',
  windFromDeg: 240,
  windKt: 14,
  recorder: { rateHz: 10 },
  legs: LEGS.map(([maneuver, variant]) => ({
    card: targetCard({ airplane, standard, maneuver, variant, groundFt: 1900, weightLb, headingDeg: 360 }),
  })),
});

/** As a recorder of fewer rows a second would have kept it. */
function atRate(rateHz: number): typeof FLOWN {
  const { recording, events } = FLOWN;
  const every = 10 / rateHz;
  const thin = (column: Float64Array) => column.filter((_, i) => i % every === 0);
  const channels = Object.fromEntries(
    Object.entries(recording.channels).map(([name, column]) => [name, thin(column!)]),
  );
  return { events, recording: { ...recording, timeS: thin(recording.timeS), channels } };
}

const keep = (recording: Recording, names: readonly ChannelName[]): Recording => ({
  ...recording,
  channels: Object.fromEntries(
    Object.entries(recording.channels).filter(([name]) => names.includes(name as ChannelName)),
  ),
});
const MIRRORED: Partial<Record<ChannelName, (value: number) => number>> = {
  bank_deg: (v) => -v,
  lat_g: (v) => -v,
  aileron: (v) => -v,
  rudder: (v) => -v,
  hdg_deg: (v) => (360 - v) % 360,
  trk_deg: (v) => (360 - v) % 360,
  lon_deg: (v) => -v,
};
const mirror = (recording: Recording): Recording => ({
  ...recording,
  channels: Object.fromEntries(
    Object.entries(recording.channels).map(([name, values]) => {
      const change = MIRRORED[name as ChannelName];
      return [name, change ? values!.map(change) : values];
    }),
  ),
});
const bare = (recording: Recording): Recording => ({ ...recording, header: {} });

/** What was flown from when to when, by the pilot's own marks. */
function truths({ events }: typeof FLOWN) {
  return LEGS.map(([maneuver, variant], leg) => {
    const own = events.filter((event) => event.leg === leg && event.name !== 'lead-in');
    const from = own.find(({ name }) => name === 'roll-in') ?? own[0];
    return { maneuver, variant, startS: from.atS, endS: own.find(({ name }) => name === 'settle')!.atS };
  });
}

type Truth = ReturnType<typeof truths>[number];
/** Each truth found once; what is found besides may only be the turns back to the heading between the legs. */
function expectFound(
  recording: Recording,
  truth: readonly Truth[],
  options: { airplane: boolean; mirrored?: boolean; variants?: boolean },
) {
  const { attempts } = scoreRecording(recording, { standard, ...(options.airplane && { airplane }) });
  const rest = [...attempts];
  for (const { maneuver, variant, ...span } of truth) {
    const found = rest.findIndex((attempt) => attempt.maneuver === maneuver && overlap(attempt, span) > 0.6);
    expect({ maneuver, found: found >= 0 }).toEqual({ maneuver, found: true });
    const [attempt] = rest.splice(found, 1);
    const sides = options.mirrored && (variant === 'left' || variant === 'right');
    if (options.variants !== false)
      expect(attempt.variant).toBe(sides ? (variant === 'left' ? 'right' : 'left') : variant);
  }
  const between = rest.filter(
    ({ startS, endS }) => !truth.some((one) => startS < one.endS && endS > one.startS),
  );
  expect(rest.filter((attempt) => !between.includes(attempt) || attempt.maneuver !== 'level-turn')).toEqual(
    [],
  );
}

const SIMPLE: ChannelName[] = [
  'alt_ft',
  'ias_kt',
  'hdg_deg',
  'bank_deg',
  'pitch_deg',
  'vs_fpm',
  'rpm',
  'flaps_deg',
];

describe.each([1, 5, 10])('at %d Hz', (rateHz) => {
  const flown = atRate(rateHz);
  const truth = truths(flown);
  const { recording } = flown;
  const all = Object.keys(recording.channels) as ChannelName[];

  test('with every column', () => expectFound(recording, truth, { airplane: true }));
  test('mirrored', () => expectFound(mirror(recording), truth, { airplane: true, mirrored: true }));
  test('without a bank column', () =>
    expectFound(
      keep(
        recording,
        all.filter((name) => name !== 'bank_deg'),
      ),
      truth,
      { airplane: true },
    ));
  test('stripped of header lines: no airplane is known', () =>
    expectFound(bare(recording), truth, { airplane: false }));
  test('from eight columns, no airplane', () =>
    expectFound(bare(keep(recording, SIMPLE)), truth, { airplane: false }));
  test('from altitude, airspeed and heading alone: no flaps, so no configuration', () =>
    expectFound(bare(keep(recording, ['alt_ft', 'ias_kt', 'hdg_deg'])), truth, {
      airplane: false,
      variants: false,
    }));

  test('stall loss within 20 ft of what the airplane lost', () => {
    const exact = FLOWN;
    const { attempts } = scoreRecording(recording, { standard, airplane });
    for (const maneuver of ['power-off-stall', 'power-on-stall']) {
      const loss = attempts
        .find((one) => one.maneuver === maneuver)!
        .parameters.find((p) => p.parameter === 'altitude-loss')!;
      const leg = LEGS.findIndex(([id]) => id === maneuver);
      const breakS = exact.events.find((event) => event.leg === leg && event.name === 'break')!.atS;
      const { timeS, channels } = exact.recording;
      const after = [...timeS.keys()].filter((i) => timeS[i] >= breakS - 1 && timeS[i] <= breakS + 30);
      const altitudes = after.map((i) => channels.alt_ft![i]);
      const truthFt = Math.max(...altitudes.slice(0, 20)) - Math.min(...altitudes);
      expect(loss.measured).toBe('measured');
      if (loss.measured !== 'not-measured') expect(Math.abs(-loss.maxBelow - truthFt)).toBeLessThan(20);
    }
  });
});

test('nothing is invented in a cross-country: level, gentle turns, a climb and a descent', () => {
  const level = ['straight-and-level', 'climb', 'descent'] as const;
  const { recording } = flyLesson({
    airplane,
    weightLb,
    groundFt: 1900,
    fieldFt: 1180,
    seed: 5,
    turbulence: 'light',
    recorder: { rateHz: 2 },
    legs: level.map((maneuver, i) => ({
      card: targetCard({ airplane, standard, maneuver, groundFt: 1900, weightLb, headingDeg: 30 * i }),
    })),
  });
  expect(scoreRecording(recording, { standard, airplane }).attempts.map(({ maneuver }) => maneuver)).toEqual(
    [],
  );
});
