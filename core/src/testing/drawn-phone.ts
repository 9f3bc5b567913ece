/**
 * A phone on a flight drawn by hand, apart from the flight model and its own phone: on a runway to the north, up to speed, then
 * legs of constant bank at one height and speed. In a coordinated level turn tan φ = V ω / g (FAA-H-8083-25), the seat feels
 * g / cos φ along the airplane's own down and nothing to the side.
 */
import { radians, wrap360 } from '../units/angles.ts';
import { G0_MPS2 } from '../units/convert.ts';

export interface Leg {
  bankDeg: number;
  forS: number;
}

export interface DrawnPhone {
  legs: readonly Leg[];
  lagS?: number;
  gravitySign?: 1 | -1;
  /** Delivered about x, y, z as alpha, beta, gamma. */
  axes?: 'spec' | 'xyz';
  /** A turn of the device about the airplane's forward axis, degrees, from a moment on. */
  slip?: { atS: number; deg: number };
  gapS?: readonly [number, number];
  header?: Record<string, string>;
}

export const SPEED_MPS = 50;
const HZ = 50;
const ROLL_S = 5;
const RUN_S = 20;
const METRES_A_DEGREE = 111_194.93;

/** Bank at a moment: each leg is rolled into over five seconds. */
function bankAt(legs: readonly Leg[], s: number): number {
  let from = RUN_S;
  let before = 0;
  for (const { bankDeg, forS } of legs) {
    if (s < from + forS) return before + (bankDeg - before) * Math.min(1, Math.max(0, (s - from) / ROLL_S));
    from += forS;
    before = bankDeg;
  }
  return before;
}

export const lastsS = ({ legs }: DrawnPhone): number => RUN_S + legs.reduce((sum, { forS }) => sum + forS, 0);

/** The device lies with its top to the right wing and its face forward and up: an odd way round, the same for all. */
const AROUND = [
  [0.36, 0.48, -0.8],
  [-0.8, 0.6, 0],
  [0.48, 0.64, 0.6],
] as const;

export function drawnPhone(drawn: DrawnPhone): {
  text: string;
  bankDeg(s: number): number;
  headingDeg(s: number): number;
} {
  const { legs, lagS = 0.6, gravitySign = 1, axes = 'spec', slip, gapS } = drawn;
  const total = lastsS(drawn);
  const rows: string[] = [];
  const headings: number[] = [];
  let [north, east, heading] = [0, 0, 0];
  const late: { atS: number; cells: string }[] = [];
  for (let i = 0; i <= total * HZ; i++) {
    const s = i / HZ;
    const speed = Math.min(SPEED_MPS, (SPEED_MPS * s) / RUN_S);
    const bank = radians(bankAt(legs, s));
    const rollRate = (radians(bankAt(legs, s + 0.01)) - radians(bankAt(legs, s - 0.01))) / 0.02;
    const turnRate = speed < SPEED_MPS ? 0 : (G0_MPS2 * Math.tan(bank)) / speed;
    headings.push(heading);
    if (i % HZ === 0)
      late.push({
        atS: s + lagS,
        cells: [
          (54 + north / METRES_A_DEGREE).toFixed(7),
          (-2 + east / METRES_A_DEGREE / Math.cos(radians(54))).toFixed(7),
          '900.0,4.0,6.0',
          speed.toFixed(2),
          wrap360((heading * 180) / Math.PI).toFixed(1),
        ].join(),
      });
    const forward = s < RUN_S ? SPEED_MPS / RUN_S : 0;
    const turned = slip && s >= slip.atS ? radians(slip.deg) : 0;
    const inDevice = ([x, y, z]: readonly [number, number, number]) => {
      const [b, c] = [
        y * Math.cos(turned) - z * Math.sin(turned),
        y * Math.sin(turned) + z * Math.cos(turned),
      ];
      return AROUND.map(([p, q, r]) => p * x + q * b + r * c);
    };
    const force = inDevice([forward, 0, -G0_MPS2 / Math.cos(bank)]).map((a) => gravitySign * a);
    const [x = 0, y = 0, z = 0] = inDevice([
      rollRate,
      turnRate * Math.sin(bank),
      turnRate * Math.cos(bank),
    ]).map((w) => (w * 180) / Math.PI);
    // What a reader by the specification would call x is what was delivered as beta: y of the device, and so on.
    const rate = axes === 'spec' ? [x, y, z] : [y, z, x];
    const arrived = late[0] && late[0].atS <= s + 1e-9 ? late.shift() : undefined;
    if (!gapS || s <= gapS[0] || s >= gapS[1])
      rows.push(
        `${Math.round(1000 * s)},${[...force, ...rate].map((v) => v.toFixed(2)).join()},${arrived?.cells ?? ',,,,,,'}`,
      );
    north += (speed / HZ) * Math.cos(heading);
    east += (speed / HZ) * Math.sin(heading);
    heading += turnRate / HZ;
  }
  const header = {
    'keelpath-sensors': '1',
    started_utc: '2026-06-01T09:00:00Z',
    mount: 'fixed',
    gravity_sign: gravitySign > 0 ? '+1' : '-1',
    rate_axes: axes,
    altitude: 'msl',
    ...drawn.header,
  };
  return {
    text: [
      ...Object.entries(header).map(([key, value]) => `# ${key}: ${value}`),
      't_ms,ax,ay,az,gx,gy,gz,lat,lon,alt_m,hacc_m,vacc_m,gs_mps,trk_deg',
      ...rows,
      '',
    ].join('\n'),
    bankDeg: (s) => bankAt(legs, s),
    headingDeg: (s) => wrap360(((headings[Math.round(s * HZ)] ?? Number.NaN) * 180) / Math.PI),
  };
}
