/**
 * A drawn steep-turn pair: heading, position and load follow from the bank by the formulas of a coordinated turn,
 * while altitude and airspeed are drawn curves with one chosen fault. It shows what a fault looks like in the
 * columns; it is no flight model and teaches no handling.
 */

import { casFromIas } from '../airplane/calibration.ts';
import type { Airplane } from '../airplane/schema.ts';
import { densityRatio, standardTemperatureC, tasFromCas } from '../atmosphere/atmosphere.ts';
import type { ChannelName } from '../recording/channels.ts';
import type { Recording } from '../recording/recording.ts';
import { degrees, radians, wrap360 } from '../units/angles.ts';
import { FT_TO_M, KT_TO_MPS } from '../units/convert.ts';
import { clamp, roundTo } from '../units/numbers.ts';
import { type Random, seededRandom } from './random.ts';
import { loadFactor, turnRateDegPerS } from './turning.ts';

/** The faults that can be drawn, by the id of the finding they lead to. */
export const DEMONSTRATION_FAULTS = {
  none: { label: 'None: a turn within the standard', usualSize: 0, unit: '' },
  'steep-turn/overbank': { label: 'Overbanks, then loses altitude', usualSize: 9, unit: 'deg' },
  'steep-turn/bank-shallow': { label: 'Lets the bank go shallow', usualSize: 9, unit: 'deg' },
  'steep-turn/alt-loss-roll-in': { label: 'Loses altitude rolling in', usualSize: 130, unit: 'ft' },
  'steep-turn/alt-gain-rollout': { label: 'Rises at the roll-out', usualSize: 90, unit: 'ft' },
  'steep-turn/speed-decay': { label: 'Lets the speed decay', usualSize: 14, unit: 'kt' },
  'steep-turn/rollout-late': { label: 'Rolls out late', usualSize: 18, unit: 'deg' },
  'steep-turn/rollout-early': { label: 'Rolls out early', usualSize: 18, unit: 'deg' },
} as const;
export type DemonstrationFault = keyof typeof DEMONSTRATION_FAULTS;

export interface DemonstrationOptions {
  altitudeFt: number;
  airspeedKias: number;
  headingDeg: number;
  bankDeg?: number;
  first?: 'left' | 'right';
  /** Level seconds between the turns; 0 reverses at once. */
  pauseS?: number;
  fault?: DemonstrationFault;
  /** In the fault's unit; the usual size if left out. */
  faultSize?: number;
  /** Which of the two turns has the fault, or both. */
  faultIn?: 'first' | 'second' | 'both';
  seed?: number;
  rateHz?: number;
  airplane?: Airplane;
  weightLb?: number;
  groundFt?: number;
  wind?: { fromDeg: number; speedKt: number };
  /** Where it begins. */
  position?: { latDeg: number; lonDeg: number };
  date?: string;
  /** Level seconds before the first turn. */
  leadInS?: number;
  /** Several pairs one after the other, each with its own fault, in place of `fault`. */
  pairs?: { fault: DemonstrationFault; faultSize?: number; faultIn?: 'first' | 'second' | 'both' }[];
  /** Climb from here before the first turn and come back down after the last, ft. */
  fieldFt?: number;
  note?: string;
}

const ROLL_RATE_DEG_PER_S = 10;
const STEP_S = 0.02;
const SETTLE_S = 25;
const BETWEEN_PAIRS_S = 45;
const CLIMB_FPM = 900;
const EARTH_RADIUS_M = 6_371_000;

/** A smooth hump from 0 to 1 and back between two times. */
function hump(atS: number, startS: number, endS: number): number {
  if (atS <= startS || atS >= endS) return 0;
  return Math.sin((Math.PI * (atS - startS)) / (endS - startS)) ** 2;
}

/** A smooth step from 0 to 1. */
function ramp(atS: number, startS: number, endS: number): number {
  const x = clamp((atS - startS) / (endS - startS), 0, 1);
  return x * x * (3 - 2 * x);
}

interface TurnPlan {
  side: number;
  fault: DemonstrationFault;
  size: number;
}

interface Curves {
  bank: number;
  altitude: number;
  airspeed: number;
}

/** Deviations of bank, altitude and airspeed, `sinceS` into a turn that has lasted or will last about `lengthS`. */
function faultCurves(
  { fault, size }: TurnPlan,
  sinceS: number,
  lengthS: number,
  sinceLevelS: number,
): Curves {
  const none = { bank: 0, altitude: 0, airspeed: 0 };
  switch (fault) {
    case 'steep-turn/overbank':
      return {
        bank: size * hump(sinceS, 9, 16),
        altitude: -17 * size * hump(sinceS, 12, 26),
        airspeed: 1.3 * size * hump(sinceS, 15, 29),
      };
    case 'steep-turn/bank-shallow':
      return { ...none, bank: -size * hump(sinceS, 10, 19), altitude: 5 * size * hump(sinceS, 12, 24) };
    case 'steep-turn/alt-loss-roll-in':
      return { ...none, altitude: -size * hump(sinceS, 2, 16), airspeed: 0.06 * size * hump(sinceS, 4, 18) };
    case 'steep-turn/alt-gain-rollout':
      return {
        ...none,
        altitude: size * hump(sinceLevelS + 4, 0, 16),
        airspeed: -0.05 * size * hump(sinceLevelS + 4, 1, 17),
      };
    case 'steep-turn/speed-decay':
      return { ...none, airspeed: -size * ramp(sinceS, 4, lengthS * 0.7) * (1 - ramp(sinceLevelS, -2, 9)) };
    default:
      return none;
  }
}

/** @returns a recording with every channel that the drawing knows, the same for the same options. */
export function drawSteepTurns(options: DemonstrationOptions): Recording {
  const o = {
    bankDeg: 45,
    first: 'left' as const,
    pauseS: 6,
    fault: 'none' as DemonstrationFault,
    faultIn: 'first' as const,
    seed: 1,
    rateHz: 10,
    position: { latDeg: 54.62, lonDeg: -2.91 },
    wind: { fromDeg: 240, speedKt: 12 },
    leadInS: 30,
    ...options,
  };
  const pairs = o.pairs ?? [{ fault: o.fault, faultSize: o.faultSize, faultIn: o.faultIn }];
  const firstSide = o.first === 'left' ? -1 : 1;
  const flight = new DrawnFlight(o, seededRandom(o.seed));
  if (o.fieldFt !== undefined) flight.climbTo(o.altitudeFt);
  flight.level(o.leadInS);
  pairs.forEach(({ fault, faultSize, faultIn = 'first' }, i) => {
    if (i > 0) flight.level(BETWEEN_PAIRS_S - SETTLE_S);
    const plan = (which: 'first' | 'second', side: number): TurnPlan => ({
      side,
      fault: faultIn === which || faultIn === 'both' ? fault : 'none',
      size: faultSize ?? DEMONSTRATION_FAULTS[fault].usualSize,
    });
    flight.turn(plan('first', firstSide));
    if (o.pauseS > 0) flight.level(o.pauseS);
    flight.turn(plan('second', -firstSide));
    flight.level(SETTLE_S);
  });
  if (o.fieldFt !== undefined) flight.climbTo(o.fieldFt + 500);
  return flight.recording();
}

type Settings = Required<Pick<DemonstrationOptions, 'bankDeg' | 'rateHz' | 'position' | 'wind'>> &
  DemonstrationOptions;

/** Holds the state of the drawing and writes a row whenever one is due. */
class DrawnFlight {
  private timeS = 0;
  private bankDeg = 0;
  private headingDeg: number;
  private eastM = 0;
  private northM = 0;
  private turn_: { plan: TurnPlan; startS: number; lengthS: number; levelS: number } | undefined;
  private rows: number[][] = [];
  private nextRowS = 0;
  private lastAltitudeFt: number;
  private baseAltitudeFt: number;
  private readonly wander: { amplitude: number; periodS: number; phase: number }[];
  private readonly tasKt: number;

  constructor(
    private readonly o: Settings,
    private readonly random: Random,
  ) {
    this.headingDeg = o.headingDeg;
    this.baseAltitudeFt = o.fieldFt ?? o.altitudeFt;
    this.lastAltitudeFt = this.baseAltitudeFt;
    this.tasKt = tasFromCas(casFromIas(o.airplane, o.airspeedKias), densityRatio(o.altitudeFt));
    // Slow wandering of altitude (ft), airspeed (kt) and bank (deg), as a hand on the controls gives.
    this.wander = [9, 6, 1.1, 0.7, 0.8, 0.5].map((amplitude) => ({
      amplitude: amplitude * (0.6 + 0.8 * random.uniform()),
      periodS: 11 + 22 * random.uniform(),
      phase: 2 * Math.PI * random.uniform(),
    }));
  }

  level(seconds: number): void {
    const untilS = this.timeS + seconds;
    while (this.timeS < untilS) this.step(0);
  }

  climbTo(altitudeFt: number): void {
    const perStep = (Math.sign(altitudeFt - this.baseAltitudeFt) * CLIMB_FPM * STEP_S) / 60;
    while (Math.abs(altitudeFt - this.baseAltitudeFt) > Math.abs(perStep)) {
      this.baseAltitudeFt += perStep;
      this.step(0);
    }
    this.baseAltitudeFt = altitudeFt;
  }

  turn(plan: TurnPlan): void {
    const bank = this.o.bankDeg;
    const rate = turnRateDegPerS(bank, this.tasKt);
    // Turned through while rolling at a steady rate between level and the bank: ∫ (g/V) tan φ dt.
    const rolling =
      (degrees(-Math.log(Math.cos(radians(bank)))) * (rate / Math.tan(radians(bank)))) / ROLL_RATE_DEG_PER_S;
    const wanted =
      360 +
      (plan.fault === 'steep-turn/rollout-late'
        ? plan.size
        : plan.fault === 'steep-turn/rollout-early'
          ? -plan.size
          : 0);
    const startHeading = this.headingDeg;
    const lengthS = 360 / rate + bank / ROLL_RATE_DEG_PER_S;
    this.turn_ = { plan, startS: this.timeS, lengthS, levelS: Number.POSITIVE_INFINITY };
    const turned = () => Math.abs(this.headingDeg - startHeading);
    while (turned() < wanted - rolling) this.step(plan.side * bank);
    while (Math.abs(this.bankDeg) > 0.2) this.step(0);
    this.turn_.levelS = this.timeS;
  }

  private step(wantedBankDeg: number): void {
    if (this.timeS >= this.nextRowS - 1e-9) {
      this.writeRow();
      this.nextRowS += 1 / this.o.rateHz;
    }
    const change = ROLL_RATE_DEG_PER_S * STEP_S;
    this.bankDeg += clamp(wantedBankDeg - this.bankDeg, -change, change);
    const bank = this.flownBankDeg();
    this.headingDeg += STEP_S * turnRateDegPerS(bank, this.tasKt);
    const track = radians(this.headingDeg);
    const wind = radians(this.o.wind.fromDeg);
    this.eastM += STEP_S * KT_TO_MPS * (this.tasKt * Math.sin(track) - this.o.wind.speedKt * Math.sin(wind));
    this.northM += STEP_S * KT_TO_MPS * (this.tasKt * Math.cos(track) - this.o.wind.speedKt * Math.cos(wind));
    this.timeS += STEP_S;
  }

  private curves(): Curves {
    if (!this.turn_) return { bank: 0, altitude: 0, airspeed: 0 };
    const { plan, startS, lengthS, levelS } = this.turn_;
    return faultCurves(plan, this.timeS - startS, lengthS, this.timeS - levelS);
  }

  private wandering(first: number): number {
    return this.wander
      .slice(first, first + 2)
      .reduce((sum, w) => sum + w.amplitude * Math.sin((2 * Math.PI * this.timeS) / w.periodS + w.phase), 0);
  }

  /** The planned bank with its fault; small wandering only while banked, so that level flight stays level. */
  private flownBankDeg(): number {
    const share = clamp(Math.abs(this.bankDeg) / this.o.bankDeg, 0, 1);
    return this.bankDeg + Math.sign(this.bankDeg) * share * (this.curves().bank + this.wandering(4));
  }

  private writeRow(): void {
    const { o, random } = this;
    const curves = this.curves();
    const bank = this.flownBankDeg();
    const steepness = clamp(Math.abs(bank) / o.bankDeg, 0, 1.3);
    const altitude =
      this.baseAltitudeFt + curves.altitude + this.wandering(0) * (0.4 + 0.6 * Math.min(1, steepness));
    const airspeed = o.airspeedKias + curves.airspeed + this.wandering(2);
    const climbFpm = this.rows.length === 0 ? 0 : (altitude - this.lastAltitudeFt) * o.rateHz * 60;
    this.lastAltitudeFt = altitude;
    const noise = (size: number) => size * random.gaussian();
    const climbAngle = degrees(
      Math.asin(clamp(climbFpm / 60 / ((this.tasKt * KT_TO_MPS) / FT_TO_M), -0.5, 0.5)),
    );
    const drift = this.groundVector();
    const north = this.northM / EARTH_RADIUS_M;
    const latDeg = o.position.latDeg + degrees(north);
    this.rows.push([
      this.timeS,
      altitude + noise(1.5),
      airspeed + noise(0.3),
      wrap360(this.headingDeg + noise(0.3)),
      3 + climbAngle + 4 * Math.max(0, loadFactor(bank) - 1) + noise(0.2),
      bank + noise(0.3),
      climbFpm + noise(20),
      latDeg,
      o.position.lonDeg + degrees(this.eastM / EARTH_RADIUS_M) / Math.cos(radians(latDeg)),
      altitude + 40 + noise(4),
      drift.speedKt + noise(0.2),
      wrap360(drift.trackDeg),
      2300 + 100 * ramp(Math.abs(bank), 25, 45) + noise(6),
      0.01 * random.gaussian() * (0.5 + steepness),
      loadFactor(bank) + climbFpm / 9000 + noise(0.02),
      0,
      0,
      standardTemperatureC(altitude),
    ]);
  }

  private groundVector(): { speedKt: number; trackDeg: number } {
    const { wind } = this.o;
    const east =
      this.tasKt * Math.sin(radians(this.headingDeg)) - wind.speedKt * Math.sin(radians(wind.fromDeg));
    const north =
      this.tasKt * Math.cos(radians(this.headingDeg)) - wind.speedKt * Math.cos(radians(wind.fromDeg));
    return { speedKt: Math.hypot(east, north), trackDeg: degrees(Math.atan2(east, north)) };
  }

  recording(): Recording {
    const names = Object.keys(COLUMN_DIGITS) as ChannelName[];
    const channels: Recording['channels'] = {};
    names.forEach((name, k) => {
      channels[name] = Float64Array.from(this.rows, (row) => roundTo(row[k + 1], COLUMN_DIGITS[name] ?? 2));
    });
    const { airplane, groundFt, weightLb, date } = this.o;
    return {
      header: {
        ...(airplane && { airplane: airplane.id }),
        ...(date && { date }),
        ...(groundFt !== undefined && { groundFt }),
        ...(weightLb !== undefined && { weightLb }),
        note: this.o.note ?? 'drawn demonstration, not flown',
      },
      timeS: Float64Array.from(this.rows, (row) => roundTo(row[0], 3)),
      channels,
      warnings: [],
    };
  }
}

/** The channels of a row after its time, in order, with the decimals that an instrument would give. */
const COLUMN_DIGITS: Partial<Record<ChannelName, number>> = {
  alt_ft: 0,
  ias_kt: 1,
  hdg_deg: 1,
  pitch_deg: 1,
  bank_deg: 1,
  vs_fpm: 0,
  lat_deg: 6,
  lon_deg: 6,
  gps_alt_ft: 0,
  gs_kt: 1,
  trk_deg: 1,
  rpm: 0,
  lat_g: 3,
  load_g: 2,
  flaps_deg: 0,
  stall_warn: 0,
  oat_c: 1,
};
