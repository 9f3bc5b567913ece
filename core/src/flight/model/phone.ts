/**
 * A phone in the airplane: what its motion sensors and its satellite receiver would have written, as a sensor log
 * (docs/recording-format.md). Its faults are fixed and written down here: an unknown way round, a bias of the gyroscopes that
 * wanders, one of the accelerometers, vibration that the sampling folds down, positions that come late, figures rounded as
 * browsers round them.
 */
import { degrees, radians, wrap360 } from '../../units/angles.ts';
import { G0_MPS2 } from '../../units/convert.ts';
import { clamp } from '../../units/numbers.ts';
import { seededRandom } from '../random.ts';
import { type Flight, groundVelocity, STEP_HZ, STEP_S } from './flight.ts';
import { EARTH_RADIUS_M, TRAINING_AREA } from './instruments.ts';

interface PhoneOptions {
  mount?: 'fixed' | 'knee';
  /** +1: flat on its back at rest z is +9.8; −1 is the other convention. */
  gravitySign?: 1 | -1;
  /** What its header says of the sign. */
  signSaid?: '+1' | '-1' | 'unknown';
  seed?: number;
  /** How it lies in the airplane, degrees about forward, right and down in turn; by the seed where it is left out. */
  turnedDeg?: readonly [number, number, number];
  /** At so many seconds it slips by so many degrees about the forward axis. */
  slips?: { atS: number; deg: number };
  /** Stretches that were not recorded, s. */
  gapsS?: readonly (readonly [number, number])[];
  startedUtc?: string;
}

/** The figures of a usual phone. */
const PHONE = {
  rateHz: 60,
  fixEveryS: 1,
  lagS: 0.4,
  gyroBiasDegPerS: 0.35,
  gyroDriftDegPerSPerRootS: 0.002,
  gyroNoiseDegPerS: 0.05,
  accelBiasG: 0.02,
  vibrationG: 0.25,
  /** Of a receiver: it wanders slowly, and its velocity is good. */
  positionM: 3,
  positionWanderS: 60,
  altitudeM: 5,
  speedMps: 0.12,
} as const;

interface Phone {
  keep(flight: Flight): void;
  /** The log as a file. */
  text(): string;
}

type Vector = [number, number, number];
type Matrix = [Vector, Vector, Vector];

/** From the airplane's axes to the device's. */
function turned([a, b, c]: readonly [number, number, number]): Matrix {
  const [x, y, z] = [a, b, c].map(radians) as Vector;
  const [cx, sx, cy, sy, cz, sz] = [
    Math.cos(x),
    Math.sin(x),
    Math.cos(y),
    Math.sin(y),
    Math.cos(z),
    Math.sin(z),
  ];
  return [
    [cy * cz, cy * sz, -sy],
    [sx * sy * cz - cx * sz, sx * sy * sz + cx * cz, sx * cy],
    [cx * sy * cz + sx * sz, cx * sy * sz - sx * cz, cx * cy],
  ];
}
const times = (m: Matrix, [x, y, z]: Vector): Vector =>
  m.map((row) => row[0] * x + row[1] * y + row[2] * z) as Vector;

export function phone(options: PhoneOptions = {}): Phone {
  const { mount = 'fixed', gravitySign = 1, seed = 1, slips, gapsS = [] } = options;
  const random = seededRandom(seed ^ 0x9e3779b9);
  const around = options.turnedDeg ?? [
    360 * random.uniform(),
    160 * (random.uniform() - 0.5),
    360 * random.uniform(),
  ];
  const three = (size: number): Vector => [
    size * random.gaussian(),
    size * random.gaussian(),
    size * random.gaussian(),
  ];
  const gyroBias = three(PHONE.gyroBiasDegPerS);
  const accelBias = three(PHONE.accelBiasG * G0_MPS2);
  const wander = three(PHONE.positionM);
  const rows: string[] = [];
  const every = Math.round(STEP_HZ / PHONE.rateHz);
  /** Positions on their way, each with when it arrives. */
  const late: { atS: number; cells: string }[] = [];
  let steps = 0;
  let firstS: number | undefined;
  let nextFixS = 0;
  let knee: Vector = [0, 0, 0];

  const inGap = (s: number) => gapsS.some(([from, to]) => s > from && s < to);

  function fix(flight: Flight, s: number): void {
    const { state } = flight;
    const dt = PHONE.fixEveryS / PHONE.positionWanderS;
    wander.forEach((value, k) => {
      wander[k] = value * (1 - dt) + PHONE.positionM * Math.sqrt(2 * dt) * random.gaussian();
    });
    const { north, east } = groundVelocity(flight);
    const lat = TRAINING_AREA.latDeg + degrees((state.northM + wander[0]) / EARTH_RADIUS_M);
    const lon =
      TRAINING_AREA.lonDeg + degrees((state.eastM + wander[1]) / EARTH_RADIUS_M / Math.cos(radians(lat)));
    const alt = state.altitudeM + (PHONE.altitudeM / PHONE.positionM) * wander[2];
    const [vn, ve] = [north + PHONE.speedMps * random.gaussian(), east + PHONE.speedMps * random.gaussian()];
    const track = wrap360(degrees(Math.atan2(ve, vn)));
    late.push({
      atS: s + PHONE.lagS,
      cells: [
        lat.toFixed(7),
        lon.toFixed(7),
        alt.toFixed(1),
        (1.5 * PHONE.positionM).toFixed(1),
        (1.5 * PHONE.altitudeM).toFixed(1),
        Math.hypot(vn, ve).toFixed(2),
        track.toFixed(1),
      ].join(),
    });
  }

  return {
    keep(flight) {
      const { state, motion } = flight;
      if (steps++ % every !== 0) return;
      firstS ??= state.timeS;
      const s = state.timeS - firstS;
      const dt = every * STEP_S;
      if (s >= nextFixS - STEP_S / 2) {
        nextFixS += PHONE.fixEveryS;
        fix(flight, s);
      }
      for (let k = 0; k < 3; k++)
        gyroBias[k] += PHONE.gyroDriftDegPerSPerRootS * Math.sqrt(dt) * random.gaussian();
      // A knee moves as a person breathes, sits and looks round: slowly, and never for long the same way.
      if (mount === 'knee')
        knee = knee.map((deg) =>
          clamp(deg * (1 - dt / 8) + 9 * Math.sqrt(dt) * random.gaussian(), -40, 40),
        ) as Vector;
      const slip = slips && s >= slips.atS ? slips.deg : 0;
      const to = turned([around[0] + slip + knee[0], around[1] + knee[1], around[2] + knee[2]]);
      const force = times(to, [G0_MPS2 * motion.alongG, G0_MPS2 * motion.sideG, G0_MPS2 * motion.downG]);
      const rate = times(to, [degrees(state.p), degrees(state.q), degrees(state.r)]);
      const running = flight.state.turns > 3 ? PHONE.vibrationG * G0_MPS2 : 0;
      const arrived = late[0] && late[0].atS <= s ? late.shift() : undefined;
      if (inGap(s)) return;
      const cells = [
        ...force.map((a, k) => gravitySign * (a + accelBias[k] + running * random.gaussian())),
        ...rate.map((w, k) => w + gyroBias[k] + PHONE.gyroNoiseDegPerS * random.gaussian()),
      ].map((value) => value.toFixed(1));
      rows.push(`${Math.round(1000 * s)},${cells.join()},${arrived?.cells ?? ',,,,,,'}`);
    },
    text: () =>
      [
        '# keelpath-sensors: 1',
        `# started_utc: ${options.startedUtc ?? '2026-06-01T09:00:00Z'}`,
        `# mount: ${mount}`,
        `# gravity_sign: ${options.signSaid ?? (gravitySign > 0 ? '+1' : '-1')}`,
        '# rate_axes: spec',
        '# altitude: msl',
        '# device: synthetic',
        't_ms,ax,ay,az,gx,gy,gz,lat,lon,alt_m,hacc_m,vacc_m,gs_mps,trk_deg',
        ...rows,
        '',
      ].join('\n'),
  };
}
