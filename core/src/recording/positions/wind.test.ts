/** The wind that turns tell, against winds that were drawn: no other program's figures, plain geometry of velocities. */
import fc from 'fast-check';
import { seededRandom } from '../../flight/random.ts';
import { meanWind, type TurnWind, turnWinds, windOver } from './wind.ts';

interface Air {
  windNorth: number;
  windEast: number;
  airspeed: number;
}

/** Ground velocities of a flight that turns steadily within some seconds and goes straight outside them. */
function flown(
  air: Air,
  turns: [fromS: number, toS: number, degPerS: number][],
  lastsS: number,
  noise = 0,
  seed = 1,
) {
  const random = seededRandom(seed);
  const timeS = Float64Array.from({ length: lastsS + 1 }, (_, i) => i);
  let heading = 0.3;
  const [north, east] = [new Float64Array(timeS.length), new Float64Array(timeS.length)];
  timeS.forEach((s, i) => {
    const turn = turns.find(([from, to]) => s >= from && s < to);
    north[i] = air.airspeed * Math.cos(heading) + air.windNorth + noise * random.gaussian();
    east[i] = air.airspeed * Math.sin(heading) + air.windEast + noise * random.gaussian();
    heading += ((turn?.[2] ?? 0) * Math.PI) / 180;
  });
  return {
    timeS,
    velocity: { north, east, latDeg: 45, lonDeg: 8 },
    segments: [{ from: 0, to: timeS.length }],
  };
}
const told = (...of: Parameters<typeof flown>) => {
  const { timeS, velocity, segments } = flown(...of);
  return turnWinds(timeS, velocity, segments);
};
const AIR: Air = { windNorth: -4, windEast: 7, airspeed: 45 };

describe('one turn', () => {
  test.each([
    ['a whole circle', 60, 6],
    ['two circles', 120, 6],
    ['half of one', 32, 6],
    ['to the left', 60, -6],
  ])('%s: the wind and the airspeed that it was drawn with', (_, lastsS, degPerS) => {
    const [turn, ...more] = told(AIR, [[20, 20 + lastsS, degPerS]], 200);
    expect(more).toEqual([]);
    expect(turn.north).toBeCloseTo(-4, 6);
    expect(turn.east).toBeCloseTo(7, 6);
    expect(turn.airspeedMps).toBeCloseTo(45, 6);
    expect(turn.trust).toBe(1);
  });

  test('too short an arc, too slow a turn and straight flight tell none', () => {
    expect(told(AIR, [[20, 40, 6]], 100)).toEqual([]);
    expect(told(AIR, [[20, 300, 1]], 400)).toEqual([]);
    expect(told(AIR, [], 200)).toEqual([]);
  });

  test('to one side and then the other is two', () => {
    const turns = told(
      AIR,
      [
        [20, 60, 6],
        [60, 100, -6],
      ],
      150,
    );
    expect(turns).toHaveLength(2);
  });

  test('taxiing round the apron is none, however round', () => {
    expect(told({ windNorth: 0, windEast: 0, airspeed: 5 }, [[20, 80, 6]], 100)).toEqual([]);
  });

  test('an arc is known less well than a circle, and says so', () => {
    const errorOf = (lastsS: number) => told(AIR, [[20, 20 + lastsS, 6]], 200, 0.5)[0].standardErrorMps;
    expect(errorOf(34)).toBeGreaterThan(1.2 * errorOf(60));
  });
});

test('turned as a whole, the wind turns with it; faster all through, it is as much faster', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 15, noNaN: true }),
      fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
      fc.double({ min: 30, max: 80, noNaN: true }),
      fc.double({ min: 3, max: 12, noNaN: true }),
      (speed, from, airspeed, degPerS) => {
        const air = { windNorth: speed * Math.cos(from), windEast: speed * Math.sin(from), airspeed };
        const [turn] = told(air, [[10, 10 + Math.ceil(400 / degPerS), degPerS]], 200);
        // A wind faster than the airplane turns its track no more all the way round.
        if (!turn) return;
        expect(Math.hypot(turn.north - air.windNorth, turn.east - air.windEast)).toBeLessThan(1e-6);
        expect(turn.airspeedMps).toBeCloseTo(airspeed, 6);
      },
    ),
  );
});

test('the error that a turn states is about the one that it has, over many of them', () => {
  const offs = Array.from({ length: 60 }, (_, i) => {
    const [{ north, east, standardErrorMps }] = told(AIR, [[20, 80, 6]], 100, 0.6, i + 1);
    return Math.hypot(north + 4, east - 7) / standardErrorMps;
  });
  const within = offs.filter((off) => off < 2.45).length / offs.length;
  expect(within).toBeGreaterThan(0.9);
});

describe('over a flight', () => {
  const turn = (atS: number, north: number, east: number, more: Partial<TurnWind> = {}): TurnWind => ({
    atS,
    heightM: 1000,
    north,
    east,
    airspeedMps: 45,
    standardErrorMps: 0.5,
    scatterMps: 0.5,
    trust: 1,
    ...more,
  });
  const at = (atS: number, heightM = 1000) => ({ atS, heightM });

  test('turns that agree tell that wind everywhere, and less surely far from them', () => {
    const wind = windOver([turn(100, 3, 4), turn(300, 3, 4), turn(500, 3, 4)]);
    for (const moment of [at(0), at(400), at(9000)]) {
      expect(wind(moment).north).toBeCloseTo(3, 9);
      expect(wind(moment).east).toBeCloseTo(4, 9);
    }
    expect(wind(at(9000)).standardErrorMps).toBeGreaterThan(wind(at(300)).standardErrorMps);
    expect(wind(at(300, 3000)).standardErrorMps).toBeGreaterThan(wind(at(300)).standardErrorMps);
  });

  test('a wind that changes is followed: near each turn mostly its own', () => {
    const wind = windOver([turn(0, 0, 2), turn(7200, 0, 14)]);
    expect(wind(at(0)).east).toBeLessThan(4);
    expect(wind(at(7200)).east).toBeGreaterThan(12);
    expect(wind(at(3600)).east).toBeCloseTo(8, 6);
  });

  test('the surer turn counts for more', () => {
    const wind = windOver([
      turn(0, 0, 10, { standardErrorMps: 0.3 }),
      turn(1, 0, 0, { standardErrorMps: 3 }),
    ]);
    expect(wind(at(0)).east).toBeGreaterThan(8);
  });

  test('turns that lie further apart than they say make the wind less sure, and never surer', () => {
    const calm = windOver([turn(0, 0, 5), turn(60, 0, 5.2), turn(120, 0, 4.8)]);
    const torn = windOver([turn(0, 0, 5), turn(60, 0, 12), turn(120, 0, -2)]);
    expect(torn(at(60)).standardErrorMps).toBeGreaterThan(1.5 * calm(at(60)).standardErrorMps);
  });

  test('as one figure it lies among those of its turns, and one air alone is never taken for the whole day', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            atS: fc.integer({ min: 0, max: 9000 }),
            heightM: fc.integer({ min: 300, max: 2500 }),
            north: fc.integer({ min: -10, max: 10 }),
            east: fc.integer({ min: -10, max: 10 }),
          }),
          { minLength: 1, maxLength: 12 },
        ),
        (drawn) => {
          const turns = drawn.map(({ atS, heightM, north, east }) => turn(atS, north, east, { heightM }));
          const { north, east, standardErrorMps } = meanWind(turns);
          for (const [value, all] of [
            [north, drawn.map((one) => one.north)],
            [east, drawn.map((one) => one.east)],
          ] as const) {
            expect(value).toBeGreaterThanOrEqual(Math.min(...all) - 1e-9);
            expect(value).toBeLessThanOrEqual(Math.max(...all) + 1e-9);
          }
          expect(standardErrorMps).toBeGreaterThan(0.6);
        },
      ),
    );
  });

  test('a turn flown while slowing is found out by the others', () => {
    const steady: [number, number, number][] = [
      [20, 80, 6],
      [120, 180, -6],
      [220, 280, 6],
      [320, 380, -6],
    ];
    const { timeS, velocity, segments } = flown(AIR, steady, 420, 0.2);
    // In the second its air blew otherwise by a third of the airspeed, as a speed that falls all the way round looks.
    timeS.forEach((s, i) => {
      if (s >= 120 && s < 180) velocity.east[i] += 14;
    });
    const trust = turnWinds(timeS, velocity, segments).map((one) => one.trust);
    expect(trust[1]).toBeLessThan(0.3);
    for (const k of [0, 2, 3]) expect(trust[k]).toBeGreaterThan(0.5);
  });
});
