/**
 * Each habit shows in the columns as a reader of them would see it, past the size at which it is a fault; the same
 * measure on a flight without habits stays below. Sizes are those at which a deviation becomes a finding.
 */
import { fleet } from '../airplane/fleet.ts';
import { maneuveringSpeedKias } from '../airplane/limits.ts';
import { HABITS, MANEUVER_IDS, rooms } from '../maneuvers/registry.ts';
import { type FlownManeuver, flyManeuver } from './fly.ts';

const SEEDS = [1, 2, 3];
const airplane = fleet[0];
const weightLb = 2300;

/** The columns, asked by time; times count from the recording's beginning, spans are [from, to]. */
class Columns {
  constructor(readonly flown: FlownManeuver) {}

  event(name: string, which = 0): number {
    const found = this.flown.events.filter((event) => event.name === name).at(which);
    if (!found) throw new Error(`nothing is called ${name}`);
    return found.atS;
  }

  get endS(): number {
    return this.flown.recording.timeS.at(-1)!;
  }

  values(name: string, fromS: number, toS: number): number[] {
    const { timeS, channels } = this.flown.recording;
    const column = channels[name as keyof typeof channels]!;
    return Array.from(column).filter((_, i) => timeS[i] >= fromS && timeS[i] <= toS);
  }

  mean(name: string, fromS: number, toS: number): number {
    const values = this.values(name, fromS, toS);
    return values.reduce((a, b) => a + b, 0) / values.length;
  }

  least = (name: string, fromS: number, toS: number): number => Math.min(...this.values(name, fromS, toS));
  most = (name: string, fromS: number, toS: number): number => Math.max(...this.values(name, fromS, toS));
  /** Heading turned on from a time, degrees, continuous. */
  headings(fromS: number, toS: number): number[] {
    const out: number[] = [];
    let last = Number.NaN;
    let sum = 0;
    for (const heading of this.values('hdg_deg', fromS, toS)) {
      if (!Number.isNaN(last)) sum += ((heading - last + 540) % 360) - 180;
      out.push(sum);
      last = heading;
    }
    return out;
  }

  turned = (fromS: number, toS: number): number => this.headings(fromS, toS).at(-1)!;

  /** Medians of a second: one bad sample is no fault. */
  smooth(name: string, fromS: number, toS: number): number[] {
    const values = this.values(name, fromS, toS);
    return values.map((_, i) => {
      const near = values.slice(Math.max(0, i - 5), i + 6).sort((a, b) => a - b);
      return near[near.length >> 1];
    });
  }

  /** Seconds that a column stays beyond a value without a break. */
  longest(name: string, fromS: number, toS: number, so: (value: number) => boolean): number {
    let [best, run] = [0, 0];
    for (const value of this.smooth(name, fromS, toS)) {
      run = so(value) ? run + 1 : 0;
      best = Math.max(best, run);
    }
    return best / 10;
  }

  /** When a column is first so. */
  first(name: string, fromS: number, toS: number, so: (value: number) => boolean): number {
    const { timeS, channels } = this.flown.recording;
    const column = channels[name as keyof typeof channels]!;
    for (let i = 0; i < timeS.length; i++)
      if (timeS[i] >= fromS && timeS[i] <= toS && so(column[i])) return timeS[i];
    return toS;
  }
}

type Measure = (c: Columns) => number;
const spread = (values: number[]) => Math.max(...values) - Math.min(...values);
const reversals = (values: number[], size: number): number => {
  let [count, direction, high, low] = [0, 0, values[0], values[0]];
  for (const value of values) {
    high = Math.max(high, value);
    low = Math.min(low, value);
    if (direction <= 0 && value - low > size) {
      count += direction < 0 ? 1 : 0;
      direction = 1;
      high = value;
    } else if (direction >= 0 && high - value > size) {
      count += direction > 0 ? 1 : 0;
      direction = -1;
      low = value;
    }
  }
  return count;
};

const entryAltitude = (c: Columns, at: number) => c.mean('alt_ft', at - 3, at);
const begins: Record<string, string> = {
  'steep-turn': 'roll-in',
  'level-turn': 'roll-in',
  'slow-flight': 'entry',
  'power-off-stall': 'setup',
  'power-on-stall': 'setup',
  'stall-series': 'setup',
  'best-glide': 'power-off',
  'configuration-change': 'slowing',
};

/** [measure, size past which it is a fault] of the habits that every maneuver can have. */
const everywhere = (maneuver: string): Record<string, [Measure, number]> => {
  const begin = (c: Columns) => c.event(begins[maneuver]);
  return {
    'no-clearing': [
      (c) => (begin(c) > 180 && spread(c.headings(begin(c) - 180, begin(c))) < 80 ? 1 : 0),
      0.5,
    ],
    'rushed-entry': [(c) => Math.abs(c.mean('vs_fpm', begin(c) - 10, begin(c))), 200],
    'below-floor': [(c) => 1900 + 1500 - c.least('alt_ft', begin(c), c.event('settle')), 5],
    'slow-to-settle': [
      (c) =>
        c.endS - c.event('settle') > 16
          ? Math.abs(c.mean('vs_fpm', c.event('settle') + 13, c.event('settle') + 16))
          : 0,
      200,
    ],
  };
};

const turning = (c: Columns): [number, number] => [c.event('roll-in'), c.event('roll-out')];
const established = (c: Columns): [number, number] => [c.event('roll-in') + 7, c.event('roll-out')];
const side = (c: Columns) => Math.sign(c.mean('bank_deg', ...established(c)));
const levelAgain = (c: Columns) =>
  c.first('bank_deg', c.event('roll-out') + 0.5, c.endS, (bank) => Math.abs(bank) < 5);
const pastHeading: Measure = (c) => Math.abs(c.turned(c.event('roll-in'), levelAgain(c))) - 360;
const ballOut = (c: Columns, sign: number) =>
  c.longest('lat_g', ...turning(c), (g) => -g * side(c) * sign > 0.05);

const turn: Record<string, [Measure, number]> = {
  'alt-loss-roll-in': [
    (c) => {
      const at = c.event('roll-in');
      const quarter = c.headings(at, c.event('roll-out')).findIndex((turned) => Math.abs(turned) > 90) / 10;
      return entryAltitude(c, at) - c.least('alt_ft', at, at + quarter);
    },
    50,
  ],
  'alt-gain-rollout': [
    (c) => {
      const at = c.event('roll-out');
      return c.most('alt_ft', at, levelAgain(c) + 10) - c.mean('alt_ft', at - 0.5, at + 0.5);
    },
    50,
  ],
  'rollout-overshoot': [pastHeading, 10],
  'rollout-undershoot': [(c) => -pastHeading(c), 10],
  'bank-wander': [(c) => spread(c.smooth('bank_deg', ...established(c))), 10],
  slip: [(c) => ballOut(c, 1), 3],
  skid: [(c) => ballOut(c, -1), 3],
};

const bankOff = (c: Columns, sign: number) =>
  Math.max(...c.smooth('bank_deg', ...established(c)).map((bank) => sign * (Math.abs(bank) - 45)));
const speedLost: Measure = (c) =>
  c.mean('ias_kt', c.event('roll-in') - 3, c.event('roll-in')) -
  Math.min(...c.smooth('ias_kt', ...turning(c)));
const rpmSwing = (c: Columns) => spread(c.smooth('rpm', ...turning(c)));

const steep: Record<string, [Measure, number]> = {
  ...turn,
  'rollout-late': turn['rollout-overshoot'],
  'rollout-early': turn['rollout-undershoot'],
  'roll-in-too-fast': [
    (c) => {
      const bank = c.values('bank_deg', c.event('roll-in'), c.event('roll-in') + 6).map(Math.abs);
      return Math.max(...bank.map((value, i) => (bank[i + 10] ?? value) - value));
    },
    20,
  ],
  overbank: [(c) => bankOff(c, 1), 5],
  'bank-shallow': [(c) => bankOff(c, -1), 5],
  'speed-decay': [speedLost, 10],
  'speed-above-va': [
    (c) => Math.max(...c.smooth('ias_kt', ...turning(c))) - maneuveringSpeedKias(airplane, weightLb),
    1,
  ],
  // The propeller slows with the speed while the lever stays where it is.
  'power-unchanged': [(c) => (spread(c.values('throttle', ...turning(c))) < 0.02 ? speedLost(c) : 0), 4.9],
  'power-chasing': [(c) => (rpmSwing(c) > 100 ? reversals(c.smooth('rpm', ...turning(c)), 100) : 0), 2.5],
  'incomplete-turn': [(c) => 270 - Math.abs(c.turned(...turning(c))), 0],
  'stall-warning': [(c) => c.values('stall_warn', ...turning(c)).filter((on) => on > 0).length / 10, 1],
  'spiral-dive': [(c) => (bankOff(c, 1) > 10 ? -c.least('vs_fpm', ...turning(c)) : 0), 1500],
};

const straightSpan = (c: Columns): [number, number] => [c.event('straight'), c.event('straight') + 90];
const legSpan = (c: Columns): [number, number] => [c.event(c.flown.card.maneuver) + 14, c.event('level-off')];
const drift =
  (span: (c: Columns) => [number, number]): Measure =>
  (c) =>
    Math.max(...c.headings(...span(c)).map(Math.abs));
const speedDrift =
  (span: (c: Columns) => [number, number]): Measure =>
  (c) => {
    const speed = c.smooth('ias_kt', ...span(c));
    return Math.max(...speed.map((value, i) => Math.abs((speed[i + 290] ?? value) - value)));
  };
const swings = (c: Columns): number => {
  const altitude = c.smooth('alt_ft', ...straightSpan(c));
  return reversals(altitude, 40);
};

const straight: Record<string, [Measure, number]> = {
  chasing: [(c) => reversals(c.smooth('vs_fpm', c.event('straight'), c.event('straight') + 60), 400), 3.5],
  'out-of-trim': [swings, 2.5],
  'heading-drift': [drift(straightSpan), 10],
  'speed-not-settled': [speedDrift(straightSpan), 3.6],
  'altitude-offset': [(c) => Math.abs(c.mean('alt_ft', ...straightSpan(c)) - c.mean('alt_ft', 0, 5)), 50],
};
const leg: Record<string, [Measure, number]> = {
  'heading-drift': [drift(legSpan), 10],
  'speed-not-settled': [speedDrift(legSpan), 4],
  'level-off-overshoot': [
    (c) => {
      const wanted = c.mean('alt_ft', c.endS - 3, c.endS);
      const up = c.flown.card.maneuver === 'climb' ? 1 : -1;
      return Math.max(...c.values('alt_ft', c.event('level-off'), c.endS).map((alt) => up * (alt - wanted)));
    },
    100,
  ],
};

const within = (
  c: Columns,
  name: string,
  seconds: number,
  change: (c: Columns, at: number, to: number) => number,
) =>
  Math.max(
    ...c.flown.events.filter((event) => event.name === name).map(({ atS }) => change(c, atS, atS + seconds)),
  );
const gain = (c: Columns, at: number, to: number) => c.most('alt_ft', at, to) - c.mean('alt_ft', at - 1, at);
const loss = (c: Columns, at: number, to: number) => c.mean('alt_ft', at - 1, at) - c.least('alt_ft', at, to);
/** Degrees of flap that move without a pause of two seconds. */
const flapJumps = (c: Columns, fromS = 0): number => {
  const flaps = c.values('flaps_deg', fromS, c.endS);
  let [most, since] = [0, flaps[0]];
  for (let i = 20; i < flaps.length; i++) {
    if (flaps[i] === flaps[i - 20]) since = flaps[i];
    most = Math.max(most, Math.abs(flaps[i] - since));
  }
  return most;
};
const configuration: Record<string, [Measure, number]> = {
  'balloon-on-flap': [(c) => within(c, 'flaps-out', 15, gain), 50],
  'sink-on-flap-retraction': [(c) => within(c, 'flaps-in', 15, loss), 50],
  'flap-overspeed': [
    (c) => {
      const stages = [
        [20, 88],
        [10, 110],
        [30, 85],
      ] as const;
      const flaps = c.values('flaps_deg', 0, c.endS);
      const speed = c.values('ias_kt', 0, c.endS);
      return Math.max(
        ...stages.flatMap(([deg, limit]) => speed.map((kt, i) => (flaps[i] > deg - 1 ? kt - limit : -99))),
      );
    },
    1,
  ],
};

const entrySpan = (c: Columns): [number, number] => [c.event('entry'), c.event('established')];
const slow: Record<string, [Measure, number]> = {
  'balloon-on-flap': [(c) => within(c, 'flaps-out', 15, gain), 50],
  'altitude-loss-entry': [(c) => loss(c, ...entrySpan(c)), 50],
  'sink-before-power': [(c) => loss(c, ...entrySpan(c)), 50],
  'stall-warning': [
    (c) => c.values('stall_warn', c.event('entry'), c.event('recovery')).filter((on) => on > 0).length / 10,
    1,
  ],
  'too-fast': [
    (c) => c.mean('ias_kt', c.event('established'), c.event('turn')) - c.flown.card.entry.airspeedKias!,
    10,
  ],
  'too-much-bank': [
    (c) => Math.max(...c.smooth('bank_deg', c.event('turn'), c.event('recovery')).map(Math.abs)),
    20,
  ],
  'heading-drift-left': [(c) => -Math.min(...c.headings(c.event('established'), c.event('turn') - 1)), 10],
  'not-trimmed': [(c) => Math.abs(c.mean('elevator', c.event('established') + 5, c.event('turn'))), 0.1],
  'climb-on-recovery': [
    (c) => c.most('alt_ft', c.event('recovery'), c.endS) - entryAltitude(c, c.event('entry')),
    100,
  ],
  'flaps-all-at-once': [(c) => flapJumps(c), 19],
};

const broke = (c: Columns) => c.event('break');
const unloads = (c: Columns) => c.first('elevator', broke(c) - 0.2, c.endS, (e) => e < 0.2);
const powerUp = (c: Columns) => c.first('throttle', broke(c) - 0.2, c.endS, (t) => t > 0.15);
const stall: Record<string, [Measure, number]> = {
  'no-stabilized-descent': [
    (c) => {
      const [from, to] = [c.event('setup'), c.event('pitch-up')];
      return 5 - c.longest('vs_fpm', from, to, (fpm) => fpm < -200 && fpm > -900);
    },
    0,
  ],
  'wrong-cue': [(c) => (c.most('stall_warn', c.event('pitch-up'), unloads(c)) > 0 ? 0 : 1), 0.5],
  'heading-drift': [drift((c) => [c.event('pitch-up'), broke(c)]), 10],
  'wing-drop': [(c) => spread(c.values('bank_deg', broke(c), broke(c) + 3)), 20],
  'aileron-in-stall': [
    (c) => {
      const bank = c.values('bank_deg', broke(c), broke(c) + 4);
      return Math.max(
        ...c
          .values('aileron', broke(c), broke(c) + 4)
          .map((a, i) => -a * Math.sign(bank[i]) * (Math.abs(bank[i]) > 5 ? 1 : 0)),
      );
    },
    0.3,
  ],
  'late-recovery': [(c) => unloads(c) - broke(c), 3],
  'power-before-pitch': [(c) => unloads(c) - powerUp(c), 1],
  'nose-too-low': [(c) => -c.least('pitch_deg', broke(c), c.endS), 20],
  'secondary-stall': [
    (c) => {
      const quiet = c.first('stall_warn', unloads(c), c.endS, (on) => on === 0);
      return c.values('stall_warn', quiet + 0.5, quiet + 15).filter((on) => on > 0).length / 10;
    },
    0.5,
  ],
  'excess-altitude-loss': [
    (c) => c.mean('alt_ft', broke(c) - 0.5, broke(c)) - c.least('alt_ft', broke(c), broke(c) + 30),
    400,
  ],
  'flaps-all-at-once': [(c) => flapJumps(c, broke(c)), 19],
  'flaps-up-without-climb': [
    (c) => -c.mean('vs_fpm', c.event('flaps-in') - 0.6, c.event('flaps-in') + 0.6),
    0,
  ],
  'power-too-low': [(c) => 65 - c.mean('power_pct', broke(c) - 4, broke(c)), 0],
  'pitch-too-steep': [(c) => c.most('pitch_deg', c.event('pitch-up'), broke(c) + 1), 30],
  'spin-entry': [
    (c) => {
      const bank = c.values('bank_deg', broke(c), broke(c) + 8).map(Math.abs);
      const turning = c.headings(broke(c), broke(c) + 8);
      const rates = turning.map((value, i) => Math.abs((turning[i + 5] ?? value) - value) * 2);
      return Math.max(...rates.map((rate, i) => (bank[i] > 60 ? rate : 0)));
    },
    30,
  ],
};
const series: Record<string, [Measure, number]> = {
  'wing-drop': [
    (c) =>
      Math.max(
        ...[0, 1, 2, 3].map((k) =>
          spread(c.values('bank_deg', c.event('break', k), c.event('break', k) + 3)),
        ),
      ),
    20,
  ],
};

const settled = (c: Columns): [number, number] => [c.event('power-off') + 25, c.event('power-on')];
const glide: Record<string, [Measure, number]> = {
  'slow-to-glide-speed': [
    (c) => {
      const at = c.event('power-off');
      const wanted = c.flown.card.entry.airspeedKias! + 5;
      return c.first('ias_kt', at, c.endS, (kt) => kt < wanted) - at;
    },
    14,
  ],
  'too-fast-for-glide': [(c) => c.mean('ias_kt', ...settled(c)) - c.flown.card.entry.airspeedKias!, 10],
  'too-slow-for-glide': [(c) => c.flown.card.entry.airspeedKias! - c.mean('ias_kt', ...settled(c)), 10],
};

const OWN: Record<string, Record<string, [Measure, number]>> = {
  'straight-and-level': straight,
  climb: leg,
  descent: leg,
  'configuration-change': configuration,
  'coordination-rolls': {
    'adverse-yaw': [
      (c) => {
        // Every other roll goes left: the nose first swings right. Those that begin level tell, in the mean.
        const swings = c.flown.events
          .filter(({ name }) => name === 'roll')
          .map(({ atS }, k) => ({ atS, way: k % 2 === 0 ? 1 : -1 }))
          .filter(({ atS }) => Math.abs(c.mean('bank_deg', atS - 0.2, atS)) < 4)
          .map(({ atS, way }) => Math.max(...c.headings(atS, atS + 1.5).map((deg) => way * deg)));
        return swings.reduce((sum, swing) => sum + swing, 0) / swings.length;
      },
      2,
    ],
  },
  'level-turn': turn,
  'climbing-turn': turn,
  'descending-turn': turn,
  'slow-flight': slow,
  'power-off-stall': stall,
  'power-on-stall': stall,
  'stall-series': series,
  'steep-turn': steep,
  'best-glide': glide,
};

const measureOf = (id: string): [Measure, number] => {
  const [maneuver, name] = id.split('/');
  return OWN[maneuver]?.[name] ?? everywhere(maneuver)[name];
};

const clean = new Map<string, FlownManeuver>();
const fly = (maneuver: string, habit: string, seed: number, variant?: string): FlownManeuver => {
  const key = `${maneuver} ${variant} ${seed}`;
  if (habit === 'none' && clean.has(key)) return clean.get(key)!;
  const flown = flyManeuver({ airplane, weightLb, maneuver, habit, seed, variant });
  if (habit === 'none') clean.set(key, flown);
  return flown;
};

test.each(HABITS)('%s is seen in the columns, and not without the habit', (id) => {
  const [maneuver] = id.split('/');
  const [measure, past] = measureOf(id);
  for (const seed of SEEDS) {
    const habitual = fly(maneuver, id, seed);
    expect(measure(new Columns(habitual))).toBeGreaterThan(past);
    const none = fly(maneuver, 'none', seed, habitual.card.variant);
    expect(measure(new Columns(none))).toBeLessThanOrEqual(past);
  }
});

test('what no recording can show is left out, by name, and refused', () => {
  const unrecorded = rooms.flatMap(({ id, unrecorded = {} }) =>
    Object.entries(unrecorded).map(([name, why]) => ({ maneuver: id, habit: `${id}/${name}`, why })),
  );
  expect(unrecorded.length).toBeGreaterThan(0);
  for (const { maneuver, habit, why } of unrecorded) {
    expect(HABITS).not.toContain(habit);
    expect(() => flyManeuver({ airplane, maneuver, habit })).toThrow(why);
  }
  expect(() => flyManeuver({ airplane, maneuver: 'steep-turn', habit: 'steep-turn/nothing' })).toThrow(
    'must be none or one of',
  );
  expect(() => flyManeuver({ airplane, maneuver: 'loop' })).toThrow(MANEUVER_IDS[0]);
});
