/**
 * From positions alone, with three metres of wandering error: the wind, the turns, and no more than that is sure.
 * The wind is checked against the wind that was flown in, and the circle fit against circles drawn by formula.
 */
import { fleet } from '../../airplane/fleet.ts';
import { targetCard } from '../../brief/target-card.ts';
import { scoreRecording } from '../../debrief/score-recording.ts';
import { flyLesson } from '../../fly/fly-lesson.ts';
import { findStandard } from '../../standards/standards.ts';
import { KT_TO_MPS } from '../../units/convert.ts';
import type { Recording } from '../columns/recording.ts';
import { makeTrack } from '../track/track.ts';
import { magneticVariationDeg } from './magnetic-variation.ts';
import { turnWinds } from './wind.ts';

const airplane = fleet[0];
const weightLb = 2250;
const standard = findStandard('faa-private')!;

// Test values published with the World Magnetic Model 2025 (NOAA/BGS), 2025.0 at height 0; quoted from memory.
test.each([
  [80, 0, 1.28],
  [0, 120, -0.16],
  [-80, 240, 68.78],
])('magnetic variation at %d°, %d° is %d°', (latDeg, lonDeg, variationDeg) => {
  expect(magneticVariationDeg(latDeg, lonDeg, Date.UTC(2025, 0, 1))).toBeCloseTo(variationDeg, 1);
});

describe('the wind of a drawn turn', () => {
  const airspeedMps = 46;
  const [windNorth, windEast] = [4, -7];
  const drawn = (turnedDeg: number, rateDegPerS = 6) => {
    const rows = Math.floor(turnedDeg / rateDegPerS) + 1;
    const timeS = Float64Array.from({ length: rows }, (_, i) => i);
    const angle = (i: number) => ((30 + i * rateDegPerS) * Math.PI) / 180;
    const velocity = {
      north: timeS.map((_, i) => airspeedMps * Math.cos(angle(i)) + windNorth),
      east: timeS.map((_, i) => airspeedMps * Math.sin(angle(i)) + windEast),
      latDeg: 47,
      lonDeg: 9,
    };
    return turnWinds(timeS, velocity, [{ from: 0, to: rows }]);
  };

  test('is the centre of the circle, its radius the true airspeed', () => {
    const [turn] = drawn(360);
    expect(turn.north).toBeCloseTo(windNorth, 6);
    expect(turn.east).toBeCloseTo(windEast, 6);
    expect(turn.airspeedMps).toBeCloseTo(airspeedMps, 6);
  });

  test('is the surer the more of the circle was flown', () => {
    const [half] = drawn(180);
    const [whole] = drawn(360);
    expect(half.standardErrorMps).toBeGreaterThan(1.5 * whole.standardErrorMps);
  });

  test('is not told by a quarter turn', () => expect(drawn(90)).toEqual([]));
});

describe('a lesson as positions only in an 18 kt wind', () => {
  const legs = (
    [
      ['level-turn', 'left'],
      ['slow-flight', 'clean'],
      ['power-off-stall', 'straight'],
      ['climbing-turn', 'right'],
      ['steep-turn', 'left'],
      ['steep-turn', 'right'],
    ] as const
  ).map(([maneuver, variant]) => ({
    card: targetCard({ airplane, standard, maneuver, variant, groundFt: 1900, weightLb, headingDeg: 360 }),
  }));
  const flown = [3, 4].map((seed) =>
    flyLesson({
      airplane,
      weightLb,
      groundFt: 1900,
      fieldFt: 1180,
      seed,
      turbulence: 'light',
      windFromDeg: 240,
      windKt: 18,
      recorder: { rateHz: 1, channels: 'position' },
      legs,
    }),
  );
  const scored = flown.map(({ recording }) => scoreRecording(recording, { standard, airplane }));

  test.each([0, 1])('the wind is within 3 kt and 15° (flight %d)', (flight) => {
    const { wind } = scored[flight].recording;
    expect(Math.abs(wind!.speedKt - 18)).toBeLessThan(3);
    expect(Math.abs(wind!.fromDeg - 240)).toBeLessThan(15);
    expect(wind!.standardErrorKt).toBeGreaterThan(0);
    expect(wind!.standardErrorKt).toBeLessThan(3);
  });

  test.each([0, 1])('each turn is found where it was flown (flight %d)', (flight) => {
    const { events } = flown[flight];
    legs.forEach(({ card }, leg) => {
      if (!card.maneuver.endsWith('turn')) return;
      const at = (name: string) => events.find((e) => e.leg === leg && e.name === name)!.atS;
      const [startS, endS] = [at('roll-in'), at('settle')];
      const found = scored[flight].attempts.filter(
        (a) =>
          a.maneuver === card.maneuver &&
          a.variant === card.variant &&
          (Math.min(a.endS, endS) - Math.max(a.startS, startS)) /
            (Math.max(a.endS, endS) - Math.min(a.startS, startS)) >
            0.6,
      );
      expect(found).toHaveLength(1);
    });
  });

  test('bank, heading and airspeed are near those flown, within what they say of themselves', () => {
    const { recording } = flyLesson({
      airplane,
      weightLb,
      groundFt: 1900,
      fieldFt: 1180,
      seed: 3,
      turbulence: 'light',
      windFromDeg: 240,
      windKt: 18,
      recorder: { rateHz: 1, noise: false },
      legs,
    });
    const truth = recording.channels;
    const track = makeTrack(flown[0].recording, airplane);
    const [, , , , steep] = legs.keys();
    const atS = (name: string) => flown[0].events.find((e) => e.leg === steep && e.name === name)!.atS;
    const row = Math.round((atS('roll-in') + atS('roll-out')) / 2);
    const near = (channel: typeof track.bankDeg, value: number, slack: number) => {
      const error = (channel.standardError as Float64Array)[row];
      expect(error).toBeGreaterThan(0);
      expect(Math.abs(channel.values[row] - value)).toBeLessThan(3 * error + slack);
    };
    near(track.bankDeg, truth.bank_deg![row], 1);
    near(track.airspeedKt, truth.ias_kt![row], 0);
    const heading = track.headingDeg.values[row] - truth.hdg_deg![row];
    expect(Math.abs(heading - 360 * Math.round(heading / 360))).toBeLessThan(8);
  });

  test('slow flight and the stall are named as likely: no variant, no verdict, no causes', () => {
    for (const { attempts, recording } of scored) {
      for (const maneuver of ['slow-flight', 'power-off-stall']) {
        const found = attempts.filter((attempt) => attempt.maneuver === maneuver);
        expect(found).toHaveLength(1);
        expect(found[0]).toMatchObject({
          variant: null,
          likely: true,
          strict: 'not-scored',
          examiner: 'not-scored',
        });
      }
      expect(attempts.flatMap(({ findings }) => findings)).toEqual([]);
      expect(recording.notices.map(({ code }) => code)).toContain('airspeed-from-positions');
    }
  });

  test('the steep turns are judged, from derived bank, airspeed and heading', () => {
    const steep = scored[0].attempts.filter(({ maneuver }) => maneuver === 'steep-turn');
    for (const { examiner, parameters } of steep) {
      expect(examiner).not.toBe('not-scored');
      const how = Object.fromEntries(parameters.map((p) => [p.parameter, p.measured]));
      expect(how).toMatchObject({ bank: 'derived', airspeed: 'derived', altitude: 'measured' });
    }
  });
});

test('a straight flight tells no wind, and says what is missing', () => {
  const timeS = Float64Array.from({ length: 300 }, (_, i) => i);
  const straight: Recording = {
    header: {},
    timeS,
    channels: {
      lat_deg: timeS.map((s) => 47 + (s * 100 * KT_TO_MPS) / 111_195),
      lon_deg: timeS.map(() => 9),
      gps_alt_ft: timeS.map(() => 4500),
    },
    warnings: [],
  };
  const { recording, attempts } = scoreRecording(straight, { standard });
  expect(recording.wind).toBeUndefined();
  expect(attempts).toEqual([]);
  expect(recording.notices.map(({ code }) => code)).toContain('no-wind-to-be-had');
});
