/**
 * A pattern drawn as a curve over the ground with a speed and a height along it, noise laid over: one round that ends in a
 * landing or is broken off, then one that lands. Plain geometry, none of the program's own flying or finding in it; what a
 * test holds the program against is asked of the curve itself.
 */
import { seededRandom } from '../flight/random.ts';
import type { Recording } from '../recording/columns/recording.ts';

export interface DrawnPattern {
  fieldFt: number;
  runwayDeg: number;
  /** From ahead on final, kt. */
  headwindKt: number;
  /** Of the path down, and how far to the right of the runway it is flown in at the gate, ft. */
  pathDeg: number;
  rightFt: number;
  /** Indicated on final. */
  kias: number;
  /** Height of the lowest moment of the first round; null where it lands. */
  brokenOffFt: number | null;
  rateHz: number;
  seed: number;
  /** Whether the touch shakes the load column. */
  load: boolean;
}

export const USUAL_PATTERN: DrawnPattern = {
  fieldFt: 1180,
  runwayDeg: 240,
  headwindKt: 7,
  pathDeg: 3.2,
  rightFt: 0,
  kias: 64,
  brokenOffFt: null,
  rateHz: 5,
  seed: 1,
  load: true,
};

/** Any field, wind, path, speed and side; every second one shakes the load column. */
export function patternByLot(seed: number, landing: boolean): DrawnPattern {
  const random = seededRandom(seed);
  const between = (low: number, high: number) => low + (high - low) * random.uniform();
  return {
    ...USUAL_PATTERN,
    seed,
    fieldFt: between(0, 5000),
    runwayDeg: between(0, 359),
    headwindKt: between(0, 15),
    pathDeg: between(2.4, 5),
    rightFt: between(-300, 300),
    kias: between(58, 76),
    brokenOffFt: landing ? null : between(25, 320),
    load: seed % 2 === 0,
  };
}

interface PatternTruth {
  recording: Recording;
  /** Of the first round: when it touched or was lowest. */
  endS: number;
  /** Height above the field, indicated speed, and ft along the runway, at a moment. */
  at(atS: number): { ft: number; kias: number; alongFt: number; rightFt: number };
}

const KT_TO_FPS = 1.68781;
const RADIUS_FT = 1500;
const ABEAM_FT = 4200;
const STEP_S = 0.02;

/** A corner of a profile: so far along the curve, a speed over the ground and a height. */
type Corner = [ft: number, kt: number, heightFt: number];

interface Piece {
  lengthFt: number;
  turnDeg: number;
}

/** Ground speed, height and place by time. */
interface Row {
  s: number;
  kt: number;
  ft: number;
  alongFt: number;
  leftFt: number;
  /** Left of the runway’s direction, degrees. */
  deg: number;
}

export function drawPattern(of: DrawnPattern): PatternTruth {
  const rows: Row[] = [];
  let place = { alongFt: 0, leftFt: 0, deg: 0 };
  let atS = 0;
  const still = (s: number) => {
    for (const endS = atS + s; atS < endS; atS += STEP_S)
      rows.push({ ...place, s: atS, kt: 0, ft: rows.at(-1)?.ft ?? 0 });
  };
  const go = (pieces: readonly Piece[], corners: readonly Corner[]) => {
    const total = pieces.reduce((sum, { lengthFt }) => sum + lengthFt, 0);
    let done = 0;
    while (done < total) {
      const { kt, ft } = profile(corners, done);
      const step = Math.max(0.05, kt * KT_TO_FPS * STEP_S);
      const piece = pieceAt(pieces, done);
      place = {
        alongFt: place.alongFt + step * Math.cos(rad(place.deg)),
        leftFt: place.leftFt + step * Math.sin(rad(place.deg)),
        deg: place.deg + (step / piece.lengthFt) * piece.turnDeg,
      };
      rows.push({ ...place, s: atS, kt, ft });
      done += step;
      atS += STEP_S;
    }
  };
  still(40);
  // A taxi to the runway’s beginning, from abeam of it.
  const turn = (turnDeg: number, radiusFt: number): Piece => ({
    lengthFt: rad(Math.abs(turnDeg)) * radiusFt,
    turnDeg,
  });
  go(
    [{ lengthFt: 300, turnDeg: 0 }],
    [
      [0, 3, 0],
      [280, 9, 0],
      [300, 2, 0],
    ],
  );
  still(15);
  place = { alongFt: 0, leftFt: 0, deg: 0 };
  const groundKt = of.kias - of.headwindKt;
  const round = (brokenOffFt: number | null): number => {
    const fromFt = place.alongFt;
    // From the ground or from a go-around up to the pattern, and back to a final of this length.
    const airborne = rows.at(-1)!.ft > 5;
    const finalFt = 8500;
    const upFt = 6500;
    const aimFt = 700;
    const legs = [
      { lengthFt: upFt, turnDeg: 0 },
      turn(90, RADIUS_FT),
      { lengthFt: ABEAM_FT - 2 * RADIUS_FT, turnDeg: 0 },
      turn(90, RADIUS_FT),
    ];
    const rollFt = airborne ? 0 : 900;
    const climbed = legs.reduce((sum, { lengthFt }) => sum + lengthFt, 0);
    const startKt = airborne ? rows.at(-1)!.kt : 4;
    go(
      legs,
      airborne
        ? [
            [0, startKt, rows.at(-1)!.ft],
            [upFt, 74, 600],
            [climbed, 88, 1000],
          ]
        : [
            [0, startKt, 0],
            [rollFt, 55 - of.headwindKt, 0],
            [rollFt + 1200, 72, 90],
            [upFt, 74, 550],
            [climbed, 88, 1000],
          ],
    );
    // Downwind as far as makes the final long enough.
    const down = fromFt + upFt - aimFt + finalFt;
    const heightAtFinal = finalFt * Math.tan(rad(of.pathDeg));
    const back = [
      { lengthFt: down, turnDeg: 0 },
      turn(90, RADIUS_FT),
      { lengthFt: ABEAM_FT - 2 * RADIUS_FT, turnDeg: 0 },
      turn(90, RADIUS_FT),
    ];
    const backFt = back.reduce((sum, { lengthFt }) => sum + lengthFt, 0);
    go(back, [
      [0, 88, 1000],
      [down - 1500, 86, 1000],
      [backFt, groundKt, heightAtFinal],
    ]);
    const flareFt = 700;
    if (brokenOffFt === null) {
      go(
        [{ lengthFt: finalFt, turnDeg: 0 }],
        [
          [0, groundKt, heightAtFinal],
          [finalFt - flareFt, groundKt, flareFt * Math.tan(rad(of.pathDeg))],
          [finalFt, groundKt - 9, 0],
        ],
      );
      return atS;
    }
    const lowFt = finalFt - brokenOffFt / Math.tan(rad(of.pathDeg));
    go(
      [{ lengthFt: lowFt, turnDeg: 0 }],
      [
        [0, groundKt, heightAtFinal],
        [lowFt, groundKt, brokenOffFt],
      ],
    );
    const endS = atS;
    go(
      [{ lengthFt: 4000, turnDeg: 0 }],
      [
        [0, groundKt, brokenOffFt],
        [900, groundKt + 4, brokenOffFt + 70],
        [4000, 72, brokenOffFt + 330],
      ],
    );
    return endS;
  };
  const endS = round(of.brokenOffFt);
  const touches = of.brokenOffFt === null ? [endS] : [];
  if (of.brokenOffFt === null)
    go(
      [{ lengthFt: 700, turnDeg: 0 }],
      [
        [0, groundKt - 9, 0],
        [700, 33, 0],
      ],
    );
  touches.push(round(null));
  go(
    [{ lengthFt: 1000, turnDeg: 0 }],
    [
      [0, groundKt - 9, 0],
      [1000, 3, 0],
    ],
  );
  still(40);
  return { recording: recorded(of, rows, touches), endS, at: (s) => seen(of, rows, s) };
}

const rad = (deg: number): number => (deg * Math.PI) / 180;

function profile(corners: readonly Corner[], atFt: number): { kt: number; ft: number } {
  const next = Math.max(
    1,
    corners.findIndex(([ft]) => ft >= atFt),
  );
  const [a, b] = [corners[next - 1], corners[next]];
  const share = Math.min(1, (atFt - a[0]) / (b[0] - a[0]));
  return { kt: a[1] + share * (b[1] - a[1]), ft: a[2] + share * (b[2] - a[2]) };
}

function pieceAt(pieces: readonly Piece[], atFt: number): Piece {
  let rest = atFt;
  for (const piece of pieces) {
    if (rest < piece.lengthFt) return piece;
    rest -= piece.lengthFt;
  }
  return pieces[pieces.length - 1];
}

/** Through the air: with the wind along the runway. */
const iasOf = (of: DrawnPattern, row: Row): number => row.kt + of.headwindKt * Math.cos(rad(row.deg));
const sideFt = (of: DrawnPattern, row: Row): number =>
  Math.abs(row.deg % 360) < 1 && row.ft > 1 && row.ft < 500 ? (of.rightFt * row.ft) / 300 : 0;

function seen(of: DrawnPattern, rows: readonly Row[], s: number) {
  const row = rows[Math.min(rows.length - 1, Math.round(s / STEP_S))];
  return { ft: row.ft, kias: iasOf(of, row), alongFt: row.alongFt, rightFt: sideFt(of, row) - row.leftFt };
}

function recorded(of: DrawnPattern, rows: readonly Row[], touches: readonly number[]): Recording {
  const random = seededRandom(of.seed);
  const noise = (spread: number) => spread * random.gaussian();
  const every = Math.round(1 / (of.rateHz * STEP_S));
  const kept = rows.filter((_, i) => i % every === 0);
  const column = (value: (row: Row) => number) => Float64Array.from(kept, value);
  const place = (row: Row) => {
    const right = sideFt(of, row) - row.leftFt + noise(10);
    const along = row.alongFt + noise(10);
    const angle = rad(of.runwayDeg);
    return {
      north: along * Math.cos(angle) - right * Math.sin(angle),
      east: along * Math.sin(angle) + right * Math.cos(angle),
    };
  };
  const places = kept.map(place);
  const shake = (s: number) => (touches.some((touch) => s >= touch && s < touch + 0.35) ? 0.4 : 0);
  const FT_PER_DEG = 364_813;
  return {
    header: {},
    warnings: [],
    timeS: column(({ s }) => s),
    channels: {
      alt_ft: column(({ ft }) => of.fieldFt + ft + noise(3)),
      ias_kt: column((row) => Math.max(0, iasOf(of, row) + noise(1))),
      hdg_deg: column(({ deg }) => (((of.runwayDeg - deg + noise(0.6)) % 360) + 360) % 360),
      gs_kt: column(({ kt }) => (kt === 0 ? 0 : Math.max(0, kt + noise(0.4)))),
      lat_deg: Float64Array.from(places, ({ north }) => 45 + north / FT_PER_DEG),
      lon_deg: Float64Array.from(places, ({ east }) => 8 + east / (FT_PER_DEG * Math.SQRT1_2)),
      ...(of.load && { load_g: column(({ s }) => 1 + noise(0.03) + shake(s)) }),
    },
  };
}
