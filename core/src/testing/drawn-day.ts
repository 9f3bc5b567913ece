/**
 * A day at one field drawn leg by leg: plain lines between plain figures, as a pattern is taught, with none of the program's
 * own flying in it. What happened when is noted while it is drawn, and is the truth that a test holds the day's shape against.
 */
import { seededRandom } from '../flight/random.ts';
import type { ChannelName } from '../recording/columns/channels.ts';
import type { Recording } from '../recording/columns/recording.ts';

/** What is done at the end of a circuit. */
export type Ending = 'touch-and-go' | 'stop-and-go' | 'taxi-back' | 'go-around' | 'low-pass' | 'full-stop';

export interface DayOptions {
  fieldFt: number;
  /** Magnetic direction of the runway, degrees. */
  runwayDeg: number;
  side: 'left' | 'right';
  /** Wind straight down the runway, kt. */
  headwindKt: number;
  rateHz: number;
  seed: number;
  /** Height above the runway at which an approach is broken off, ft; 50 where left out. */
  brokenOffFt?: number;
  /** How far the nose swings to either side in the takeoff roll, degrees. */
  wanderDeg?: number;
}

export interface DrawnDay {
  recording: Recording;
  /** Wheels off and wheels on, s. */
  offS: number[];
  onS: number[];
  /** First movement and last stop, s. */
  movedS: number;
  stoppedS: number;
}

interface Leg {
  s: number;
  /** Speed at its end, in calm air. */
  kt?: number;
  /** Height above the field at its end, ft. */
  ft?: number;
  /** How far it turns, degrees, outward of the circuit's own side positive. */
  turnDeg?: number;
}

const M_PER_DEG = 111_195;
const KT = 0.514444;
/** Airspeed about which it touches and lifts off. */
const ROLL_KT = 52;

interface Corner {
  atS: number;
  kt: number;
  ft: number;
  deg: number;
  wheels: boolean;
}

/** How far a direction lies along the runway's, 1 to −1: a day begins a quarter turn off it, since the apron lies beside. */
const alongRunway = (deg: number): number => Math.cos(((deg - 90) * Math.PI) / 180);

/**
 * Into a wind the wheels turn as much more slowly as it takes to touch and lift off at the airspeed drawn.
 * @returns speed over the ground and through the air, kt
 */
function speedsOf({ kt, deg, wheels }: Pick<Corner, 'kt' | 'deg' | 'wheels'>, headwindKt: number) {
  const against = headwindKt * alongRunway(deg);
  const groundKt = wheels ? kt * (1 - headwindKt / ROLL_KT) : Math.max(0, kt - against);
  return { groundKt, airKt: wheels ? groundKt + against : kt };
}

class Drawing {
  atS = 0;
  /** How far along the runway it is from where the day began, m. */
  alongM = 0;
  readonly offS: number[] = [];
  readonly onS: number[] = [];
  private readonly corners: Corner[] = [{ atS: 0, kt: 0, ft: 0, deg: 0, wheels: true }];
  private wheels = true;

  constructor(private readonly headwindKt: number) {}

  leg({ s, kt, ft, turnDeg = 0 }: Leg): this {
    const last = this.corners[this.corners.length - 1];
    const fromS = this.atS;
    this.atS += s;
    this.corners.push({
      atS: this.atS,
      kt: kt ?? last.kt,
      ft: ft ?? last.ft,
      deg: last.deg + turnDeg,
      wheels: this.wheels,
    });
    // A second at a time.
    for (let atS = fromS + 0.5; atS < this.atS; atS++) {
      const now = this.at(atS);
      this.alongM += KT * speedsOf(now, this.headwindKt).groundKt * alongRunway(now.deg);
    }
    return this;
  }

  lift(): this {
    this.offS.push(this.atS);
    this.wheels = false;
    return this;
  }

  touch(): this {
    this.onS.push(this.atS);
    this.wheels = true;
    return this;
  }

  at(atS: number) {
    const k = Math.max(
      1,
      this.corners.findIndex((corner) => corner.atS >= atS),
    );
    const [a, b] = [this.corners[k - 1], this.corners[k]];
    const share = b.atS > a.atS ? Math.min(1, (atS - a.atS) / (b.atS - a.atS)) : 1;
    const mix = (from: number, to: number) => from + share * (to - from);
    return { kt: mix(a.kt, b.kt), ft: mix(a.ft, b.ft), deg: mix(a.deg, b.deg), wheels: b.wheels };
  }
}

/** Along the runway, the nose to one side, the other and back where it wanders. */
const roll = (day: Drawing, wanderDeg = 0) =>
  day
    .leg({ s: 4, kt: 14, turnDeg: wanderDeg })
    .leg({ s: 6, kt: 34, turnDeg: -2 * wanderDeg })
    .leg({ s: 8, kt: 58, turnDeg: wanderDeg })
    .lift()
    .leg({ s: 6, kt: 70, ft: 50 });

const FINAL_FT = 420;
const OVER_FT = 50;

/** From fifty feet on the runway's line, round the pattern, to fifty feet on its final near where the day began, or higher. */
function circuit(day: Drawing, headwindKt: number, endFt = OVER_FT): Drawing {
  day
    .leg({ s: 50, kt: 76, ft: 650 })
    .leg({ s: 18, turnDeg: 90, ft: 850 })
    .leg({ s: 14, ft: 1000, kt: 85 })
    .leg({ s: 18, turnDeg: 90, kt: 90 });
  // The final takes so long from where the base leg ends: downwind goes as far past the threshold.
  const finalM = 60 * KT * (64 - headwindKt);
  return day
    .leg({ s: Math.round((day.alongM + finalM) / (KT * (90 + headwindKt))) })
    .leg({ s: 20, kt: 75, ft: 850 })
    .leg({ s: 18, turnDeg: 90, ft: 700 })
    .leg({ s: 14, kt: 70, ft: 580 })
    .leg({ s: 18, turnDeg: 90, kt: 66, ft: FINAL_FT })
    .leg({ s: Math.round((42 * (FINAL_FT - endFt)) / (FINAL_FT - OVER_FT)), kt: 62, ft: endFt });
}

const land = (day: Drawing) => day.leg({ s: 8, kt: 50, ft: 0 }).touch().leg({ s: 6, kt: 38 });

const ENDINGS: Record<Ending, (day: Drawing, options: DayOptions) => Drawing> = {
  'touch-and-go': (day) => roll(land(day)),
  'stop-and-go': (day, { wanderDeg }) => roll(land(day).leg({ s: 12, kt: 0 }).leg({ s: 8 }), wanderDeg),
  'taxi-back': (day, { wanderDeg }) =>
    roll(
      land(day)
        .leg({ s: 12, kt: 10 })
        .leg({ s: 12, turnDeg: 180 })
        .leg({ s: 90, kt: 12 })
        .leg({ s: 12, turnDeg: 180, kt: 8 })
        .leg({ s: 6, kt: 0 })
        .leg({ s: 10 }),
      wanderDeg,
    ),
  // Away before anything was near the ground.
  'go-around': (day, { brokenOffFt = OVER_FT }) =>
    day.leg({ s: 6, ft: brokenOffFt + 60, kt: 66 }).leg({ s: 10, ft: brokenOffFt + 170, kt: 72 }),
  'low-pass': (day) => day.leg({ s: 12, kt: 68 }).leg({ s: 6, ft: 110, kt: 72 }),
  'full-stop': (day) =>
    land(day).leg({ s: 14, kt: 10 }).leg({ s: 10, turnDeg: 90 }).leg({ s: 60 }).leg({ s: 4, kt: 0 }),
};

/** Off the apron, a circuit for each ending, and back; the last ending should be a full stop. */
export function drawDay(endings: readonly Ending[], options: DayOptions): DrawnDay {
  const day = new Drawing(options.headwindKt);
  day.leg({ s: 60 });
  const movedS = day.atS;
  day.leg({ s: 4, kt: 11 }).leg({ s: 60, turnDeg: 90 }).leg({ s: 6, kt: 0 }).leg({ s: 25 });
  roll(day, options.wanderDeg);
  for (const ending of endings) {
    const endFt = ending === 'go-around' ? options.brokenOffFt : undefined;
    ENDINGS[ending](circuit(day, options.headwindKt, endFt), options);
  }
  const stoppedS = day.atS;
  day.leg({ s: 60 });
  return { recording: recorded(day, options), offS: day.offS, onS: day.onS, movedS, stoppedS };
}

function recorded(day: Drawing, options: DayOptions): Recording {
  const { fieldFt, runwayDeg, side, headwindKt, rateHz, seed } = options;
  const random = seededRandom(seed);
  const noise = (spread: number) => spread * random.gaussian();
  const count = Math.floor(day.atS * rateHz);
  const timeS = Float64Array.from({ length: count }, (_, k) => k / rateHz);
  const column = () => new Float64Array(count);
  const columns = {
    alt_ft: column(),
    ias_kt: column(),
    hdg_deg: column(),
    gs_kt: column(),
    lat_deg: column(),
    lon_deg: column(),
  } satisfies Partial<Record<ChannelName, Float64Array>>;
  const way = side === 'left' ? -1 : 1;
  let [northM, eastM] = [0, 0];
  for (let i = 0; i < count; i++) {
    const now = day.at(timeS[i]);
    const { ft, deg } = now;
    const hdgDeg = runwayDeg + way * (deg - 90);
    const angle = (hdgDeg * Math.PI) / 180;
    const { groundKt, airKt } = speedsOf(now, headwindKt);
    northM += ((groundKt * KT) / rateHz) * Math.cos(angle);
    eastM += ((groundKt * KT) / rateHz) * Math.sin(angle);
    columns.alt_ft[i] = fieldFt + ft + noise(1.5);
    columns.ias_kt[i] = Math.max(0, airKt + noise(0.8));
    columns.hdg_deg[i] = (((hdgDeg + noise(0.5)) % 360) + 360) % 360;
    columns.gs_kt[i] = groundKt === 0 ? 0 : Math.max(0, groundKt + noise(0.3));
    columns.lat_deg[i] = 45 + northM / M_PER_DEG;
    columns.lon_deg[i] = 8 + eastM / (M_PER_DEG * Math.SQRT1_2);
  }
  return { header: {}, timeS, channels: columns, warnings: [] };
}
