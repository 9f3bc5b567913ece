/**
 * What the flight model must show, each from trimmed flight by control positions alone, as `fly --controls` flies
 * them. Facts of the trade are common practice, no source.
 */
import { fleet } from '../../airplane/fleet.ts';
import { airframeFor } from '../../fly/fly.ts';
import { flyOpen, type Look, type Moves, wingsLevel } from '../../testing/open-loop.ts';
import { STEP_HZ } from './flight.ts';
import { trimFlight } from './trim.ts';

const cairn = fleet[0];
const at = (looks: readonly Look[], timeS: number): Look => looks.find((look) => look.timeS >= timeS)!;
const most = (looks: readonly Look[], name: keyof Look): number =>
  Math.max(...looks.map((look) => look[name]));
const least = (looks: readonly Look[], name: keyof Look): number =>
  Math.min(...looks.map((look) => look[name]));
const mean = (looks: readonly Look[], name: keyof Look): number =>
  looks.reduce((sum, look) => sum + look[name], 0) / looks.length;
const north = (deg: number): number => ((deg + 540) % 360) - 180;

describe('power and speed', () => {
  test('added power climbs at about the trimmed speed; less descends at it', () => {
    for (const change of [0.2, -0.2]) {
      const looks = flyOpen(cairn, { kias: 85 }, 100, (_, look, trimmed) => ({
        ...wingsLevel(look),
        throttle: trimmed.throttle + change,
      }));
      const later = looks.filter(({ timeS }) => timeS > 45);
      expect(Math.sign(change) * mean(later, 'vs_fpm')).toBeGreaterThan(150);
      expect(Math.abs(mean(later, 'ias_kt') - 85)).toBeLessThan(5);
    }
  });

  test('on the back side of the curve slower takes more power', () => {
    const airframe = airframeFor(cairn, cairn.maxWeightLb);
    const throttle = (kias: number) => trimFlight(airframe, { altitudeFt: 4500, kias }).controls.throttle;
    expect(throttle(50)).toBeGreaterThan(throttle(60));
    expect(throttle(90)).toBeGreaterThan(throttle(75));
  });

  test('the engine speeds up in a dive with the throttle left alone', () => {
    const looks = flyOpen(cairn, { kias: 90 }, 12, (timeS, look) => ({
      ...wingsLevel(look),
      elevator: timeS < 5 ? -0.08 : -0.02,
    }));
    expect(looks.at(-1)!.ias_kt).toBeGreaterThan(105);
    expect(looks.at(-1)!.rpm - looks[0].rpm).toBeGreaterThan(100);
  });

  test.each(fleet)(
    'full power at low speed, the feet asleep: the nose goes left and the ball right ($id)',
    (one) => {
      const looks = flyOpen(one, { kias: 1.15 * one.vs1Kias }, 6, () => ({ throttle: 1 }));
      expect(north(looks.at(-1)!.hdg_deg)).toBeLessThan(-5);
      expect(least(looks, 'lat_g')).toBeLessThan(-0.015);
    },
  );

  // Half the ball is 0.05 g. Common practice, no source.
  test.each(fleet)('full power at low speed, no foot and the wings held: half to one ball ($id)', (one) => {
    const looks = flyOpen(one, { kias: 1.15 * one.vs1Kias }, 5, (_, look) => ({
      throttle: 1,
      rudder: 0,
      aileron: Math.max(-1, Math.min(1, -0.03 * look.bank_deg - 0.012 * look.p)),
    }));
    expect(least(looks, 'lat_g')).toBeLessThan(-0.05);
    expect(least(looks, 'lat_g')).toBeGreaterThan(-0.1);
    expect(at(looks, 4.9).lat_g).toBeLessThan(-0.045);
    expect(north(looks.at(-1)!.hdg_deg)).toBeLessThan(-8);
  });

  test.each(fleet)(
    'slow flight holds about a quarter of the pedal, a power-on stall up to half ($id)',
    (one) => {
      const airframe = airframeFor(one, one.maxWeightLb);
      const held = (kias: number, throttle?: number) =>
        trimFlight(airframe, { altitudeFt: 4500, kias, throttle }).controls.rudder;
      expect(held(1.15 * one.vs1Kias)).toBeGreaterThan(0.12);
      expect(held(1.15 * one.vs1Kias)).toBeLessThan(0.35);
      expect(held(1.04 * one.vs1Kias, 1)).toBeGreaterThan(0.35);
      expect(held(1.04 * one.vs1Kias, 1)).toBeLessThan(0.6);
    },
  );

  test('a climb out of slow flight at full power wants a good part of the right pedal', () => {
    const airframe = airframeFor(cairn, cairn.maxWeightLb);
    const held = (kias: number) =>
      trimFlight(airframe, { altitudeFt: 4500, kias, throttle: 1 }).controls.rudder;
    expect(held(54)).toBeGreaterThan(0.2);
    expect(held(54)).toBeLessThan(0.6);
    expect(held(54)).toBeGreaterThan(2 * held(85));
  });
});

describe('roll and yaw', () => {
  test.each([
    [56, 1],
    [56, -1],
    [85, 1],
  ])('aileron alone at %d kt: the nose first swings against the roll (%d)', (kias, aileron) => {
    const looks = flyOpen(cairn, { kias }, 1.2, () => ({ aileron }));
    expect(aileron * north(looks.at(-1)!.bank_deg)).toBeGreaterThan(15);
    expect(Math.max(...looks.map(({ hdg_deg }) => -aileron * north(hdg_deg)))).toBeGreaterThan(1.5);
  });

  test.each([
    [15, -1],
    [30, 0],
    [45, 1],
    [50, 1],
  ])('left alone at %d° of bank it levels, stays or steepens (%d)', (bankDeg, tends) => {
    const looks = flyOpen(cairn, { kias: 90, bankDeg }, 6, () => ({ aileron: 0, rudder: 0 }));
    const change = looks.at(-1)!.bank_deg - bankDeg;
    if (tends === 0) expect(Math.abs(change)).toBeLessThan(1);
    else expect(tends * change).toBeGreaterThan(0.3);
  });

  test('holding 45° takes a little aileron against the bank', () => {
    const airframe = airframeFor(cairn, cairn.maxWeightLb);
    const { controls } = trimFlight(airframe, { altitudeFt: 4500, kias: 92, bankDeg: 45 });
    expect(controls.aileron).toBeLessThan(-0.01);
    expect(controls.aileron).toBeGreaterThan(-0.15);
  });

  test('the ball is out without rudder in a roll, and in the middle in steady flight', () => {
    expect(Math.abs(flyOpen(cairn, { kias: 85 }, 3, () => ({})).at(-1)!.lat_g)).toBeLessThan(0.0025);
    const rolled = flyOpen(cairn, { kias: 70 }, 1.5, () => ({ aileron: 0.8 }));
    expect(
      most(
        rolled.map((look) => ({ ...look, lat_g: Math.abs(look.lat_g) })),
        'lat_g',
      ),
    ).toBeGreaterThan(0.03);
  });
});

describe('flaps', () => {
  const extended = (deg: number) =>
    flyOpen(cairn, { kias: 80 }, 30, (_, look) => ({ ...wingsLevel(look), flapsDeg: deg }));

  test('out: the airplane rises and the nose comes up, then drag takes the speed', () => {
    const looks = extended(20);
    const early = looks.filter(({ timeS }) => timeS < 12);
    expect(most(early, 'alt_ft')).toBeGreaterThan(4550);
    expect(most(early, 'pitch_deg')).toBeGreaterThan(looks[0].pitch_deg + 3);
    expect(
      mean(
        looks.filter(({ timeS }) => timeS > 12),
        'ias_kt',
      ),
    ).toBeLessThan(74);
  });

  test('in: it sinks', () => {
    const looks = flyOpen(cairn, { kias: 70, flapsDeg: 20 }, 12, (_, look) => ({
      ...wingsLevel(look),
      flapsDeg: 0,
    }));
    expect(least(looks, 'alt_ft')).toBeLessThan(4440);
  });

  test('take their time', () => {
    const looks = extended(30);
    expect(at(looks, 2.5).flaps_deg).toBeGreaterThan(10);
    expect(at(looks, 2.5).flaps_deg).toBeLessThan(20);
  });
});

/** A glide from 1.4 V_S with the stick coming slowly back, feet keeping the ball in the middle. */
const pull = (timeS: number): number => Math.min(0.62, 0.05 * timeS);
const glide = { kias: 1.4 * cairn.vs1Kias, throttle: 0 };
const coordinated: Moves = (timeS, look, trimmed) => ({
  elevator: pull(timeS),
  rudder: trimmed.rudder - 1.5 * look.lat_g,
});

describe('the stall', () => {
  const straight = flyOpen(cairn, glide, 14, coordinated);
  /** The break: where the nose falls fastest. */
  const broken = straight.find(({ q, stall_warn }) => stall_warn > 0 && q < -5)!.timeS;

  test('coordinated, the nose drops straight ahead while the stick is still coming back', () => {
    const after = straight.filter(({ timeS }) => timeS > broken && timeS < broken + 3);
    expect(at(straight, broken).pitch_deg - least(after, 'pitch_deg')).toBeGreaterThan(8);
    expect(Math.max(...after.map(({ bank_deg }) => Math.abs(bank_deg)))).toBeLessThan(10);
    expect(least(after, 'load_g')).toBeLessThan(0.75);
  });

  test('at a critical angle whatever the speed: pulled hard at 90 kt it stalls there too', () => {
    const angle = (looks: Look[]) => looks.reduce((a, b) => (b.wingCl > a.wingCl ? b : a)).aoa_deg;
    const fast = flyOpen(cairn, { kias: 90 }, 3, (timeS) => ({ elevator: Math.min(1, 1.2 * timeS) }));
    expect(most(fast, 'load_g')).toBeGreaterThan(2.5);
    // A fast pull lags by a degree or two of attached flow.
    expect(Math.abs(angle(fast) - angle(straight))).toBeLessThan(3.5);
  });

  test('with yaw a wing drops, aileron against it makes it worse, unloading and opposite rudder stop it', () => {
    const yawed = (more: Moves): Look[] =>
      flyOpen(cairn, glide, 15, (timeS, look, trimmed) => ({
        elevator: pull(timeS),
        ...(timeS > 8.5 && { rudder: 0.6 }),
        ...more(timeS, look, trimmed),
      }));
    const dropped = yawed(() => ({}));
    expect(at(dropped, 11.5).bank_deg).toBeGreaterThan(50);
    const against = yawed((timeS) => (timeS > 9.5 ? { aileron: -0.7 } : {}));
    expect(at(against, 12.5).bank_deg).toBeGreaterThan(at(dropped, 12.5).bank_deg + 10);
    const stopped = yawed((timeS) =>
      timeS > 10.5 ? { elevator: -0.1, rudder: timeS < 11.5 ? -0.6 : 0 } : {},
    );
    expect(at(stopped, 11).stall_warn).toBe(0);
    const after = stopped.filter(({ timeS }) => timeS > 11.3 && timeS < 13);
    expect(most(after, 'bank_deg')).toBeLessThan(at(stopped, 11).bank_deg + 5);
    expect(at(stopped, 14).bank_deg).toBeLessThan(at(stopped, 11).bank_deg - 10);
  });

  test.each([
    ['a skid drops the inside wing', -0.6, -1],
    ['a slip the outside one', 0.6, 1],
  ])('in a left turn %s', (_, rudder, side) => {
    const looks = flyOpen(cairn, { kias: glide.kias, bankDeg: -15 }, 13, (timeS, look, trimmed) => ({
      throttle: 0,
      elevator: pull(timeS),
      rudder: trimmed.rudder + rudder,
      // The bank is held until the stall is near, then the ailerons stay.
      ...(timeS < 8 && { aileron: Math.max(-1, Math.min(1, -0.03 * (look.bank_deg + 15) - 0.01 * look.p)) }),
    }));
    expect(side * (at(looks, 12.5).bank_deg - at(looks, 8).bank_deg)).toBeGreaterThan(25);
  });

  test('the release alone recovers, power untouched', () => {
    const looks = flyOpen(cairn, glide, 20, (timeS, look, trimmed) =>
      timeS < 11 ? coordinated(timeS, look, trimmed) : { elevator: 0 },
    );
    const after = looks.filter(({ timeS }) => timeS > 12.5);
    expect(most(after, 'stall_warn')).toBe(0);
    expect(at(looks, 14).load_g).toBeGreaterThan(0.8);
    expect(at(looks, 14).ias_kt).toBeGreaterThan(cairn.vs1Kias * 1.1);
  });

  test('pulled too early it stalls again', () => {
    const looks = flyOpen(cairn, glide, 16, (timeS, look, trimmed) => {
      if (timeS < 11) return coordinated(timeS, look, trimmed);
      return { elevator: timeS < 12.2 ? -0.1 : 0.9 };
    });
    expect(at(looks, 12.1).stall_warn).toBe(0);
    const again = looks.filter(({ timeS }) => timeS > 12.5 && timeS < 15);
    expect(most(again, 'stall_warn')).toBe(1);
    expect(most(again, 'aoa_deg')).toBeGreaterThan(18);
  });

  describe.each(fleet)('a spin held for 20 s and stopped ($id)', (one) => {
    const HELD_S = 26;
    const entry = { kias: 1.4 * one.vs1Kias, throttle: 0, altitudeFt: 9000 };
    let begunS = Number.POSITIVE_INFINITY;
    let stopped = false;
    const looks = flyOpen(one, entry, 40, (timeS, look, trimmed) => {
      if (begunS > timeS && look.ias_kt < 0.97 * one.vs1Kias) begunS = timeS;
      // The usual order: ailerons neutral, rudder against the turn, stick forward; neutral as it stops.
      stopped ||= timeS > HELD_S + 0.5 && Math.abs(look.r) < 20;
      return {
        throttle: 0,
        aileron: 0,
        elevator: timeS < HELD_S + 0.5 ? Math.min(1, 0.1 * timeS) : stopped ? 0.05 : -0.5,
        rudder: timeS < begunS ? trimmed.rudder - 1.5 * look.lat_g : timeS < HELD_S ? -1 : stopped ? 0 : 1,
      };
    });
    const incipient = looks.filter(({ timeS }) => timeS > begunS + 1 && timeS < begunS + 2.5);
    const developed = looks.filter(({ timeS }) => timeS > 16 && timeS < HELD_S);
    const rate = (look: Look): number => Math.hypot(look.p, look.r);
    const turns = developed.reduce((sum, look) => sum + rate(look) / 20 / 360, 0);

    test('incipient: it rolls and yaws faster and faster, the speed still near the stall', () => {
      expect(rate(incipient.at(-1)!)).toBeGreaterThan(1.5 * rate(incipient[0]));
      expect(incipient[0].ias_kt).toBeLessThan(one.vs1Kias);
    });

    test('developed: stalled, the nose well down, speed, sink and turn steady and the speed low', () => {
      expect(least(developed, 'stall_warn')).toBe(1);
      expect(least(developed, 'aoa_deg')).toBeGreaterThan(25);
      expect(most(developed, 'ias_kt') - least(developed, 'ias_kt')).toBeLessThan(6);
      expect(most(developed, 'ias_kt')).toBeLessThan(1.65 * one.vs1Kias);
      expect(mean(developed, 'pitch_deg')).toBeLessThan(-40);
      expect(most(developed, 'load_g')).toBeLessThan(2);
    });

    // A light trainer turns once in two to four seconds and sinks some 5,000 to 8,000 ft/min. Common practice, no source.
    test('a turn takes two to four seconds and a few hundred feet', () => {
      const lossFt = developed[0].alt_ft - developed.at(-1)!.alt_ft;
      const spanS = developed.at(-1)!.timeS - developed[0].timeS;
      expect(spanS / turns).toBeGreaterThan(2);
      expect(spanS / turns).toBeLessThan(4);
      expect((lossFt / spanS) * 60).toBeGreaterThan(5000);
      expect((lossFt / spanS) * 60).toBeLessThan(8000);
    });

    test('the usual order stops it within two turns', () => {
      const after = looks.filter(({ timeS }) => timeS > HELD_S + 4);
      expect(most(after, 'stall_warn')).toBe(0);
      expect(Math.max(...after.map(({ r }) => Math.abs(r)))).toBeLessThan(25);
      const stopping = looks.filter(({ timeS }) => timeS > HELD_S && timeS <= HELD_S + 4);
      expect(stopping.reduce((sum, look) => sum + rate(look) / 20 / 360, 0)).toBeLessThan(2);
    });
  });

  test('let go early, an incipient spin stops by itself', () => {
    const looks = flyOpen(cairn, glide, 18, (timeS, look, trimmed) => ({
      elevator: timeS < 9 ? Math.min(1, 0.1 * timeS) : 0,
      rudder: timeS < 7 ? trimmed.rudder - 1.5 * look.lat_g : timeS < 9 ? -1 : 0,
    }));
    // Half a turn and a little later.
    const later = looks.filter(({ timeS }) => timeS > 15);
    expect(most(later, 'stall_warn')).toBe(0);
    expect(Math.max(...later.map(({ r }) => Math.abs(r)))).toBeLessThan(25);
  });
});

describe('repeatable', () => {
  const weather = { windFromDeg: 240, windKt: 14, turbulence: 'moderate' } as const;
  const flown = (seed: number) =>
    flyOpen(cairn, { weather: { ...weather }, kias: 85 + seed }, 20, () => ({}));

  test('the same flight comes out the same to the last digit', () => {
    expect(flown(0)).toEqual(flown(0));
    expect(flown(0)).not.toEqual(flown(1));
  });

  test('turbulence has about the strength that it is named for, and the wind drifts the airplane', () => {
    const looks = flyOpen(cairn, { weather }, 600, (_, look, trimmed) => ({
      ...wingsLevel(look),
      elevator: trimmed.elevator - 0.02 * (look.pitch_deg - 1.5) - 0.01 * look.q,
    }));
    const speeds = looks.map(({ tas_kt }) => tas_kt);
    const average = speeds.reduce((a, b) => a + b, 0) / speeds.length;
    const deviation = Math.sqrt(speeds.reduce((sum, v) => sum + (v - average) ** 2, 0) / speeds.length);
    expect(deviation).toBeGreaterThan(1);
    expect(deviation).toBeLessThan(6);
    expect(looks.every(({ alt_ft }) => Number.isFinite(alt_ft))).toBe(true);
    const still = flyOpen(cairn, {}, 5, () => ({})).at(-1)!;
    const blown = flyOpen(cairn, { weather: { windFromDeg: 180, windKt: 20 } }, 5, () => ({})).at(-1)!;
    expect(blown.gs_kt - still.gs_kt).toBeCloseTo(20, 0);
  });

  test('a difference in the last digits stays small over 10 s, even through a stall', () => {
    const moves: Moves = (timeS, look, trimmed) => coordinated(timeS + 2, look, trimmed);
    const [one, other] = [0, 1e-9].map(
      (change) => flyOpen(cairn, { ...glide, kias: glide.kias * (1 + change) }, 10, moves).at(-1)!,
    );
    expect(Math.abs(one.alt_ft - other.alt_ft)).toBeLessThan(0.01);
    expect(Math.abs(one.bank_deg - other.bank_deg)).toBeLessThan(0.001);
  });

  test('steps are fine enough', () => expect(STEP_HZ).toBeGreaterThanOrEqual(100));
});
