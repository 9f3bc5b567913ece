/** The day of one card: what was given, what was taken for the rest, and the questions that a maneuver asks of it. */
import type { Configuration } from '../airplane/configuration.ts';

import { maneuveringSpeedKias, speedAtWeightKias } from '../airplane/limits.ts';
import { type Airplane, powerUnitOf } from '../airplane/schema.ts';
import {
  densityAltitudeFt,
  densityRatio,
  pressureAltitudeFt,
  standardTemperatureC,
  tasFromCas,
} from '../atmosphere/atmosphere.ts';
import type { Coded } from '../coded.ts';
import { InputError } from '../errors.ts';
import { loadFactor } from '../mechanics/turning.ts';
import { performanceOf } from '../performance/fit.ts';
import { levelFlight } from '../performance/level.ts';
import { type Circumstance, casAtStage, type PerformanceModel, stallAtStage } from '../performance/model.ts';
import type { Provenance } from '../performance/provenance.ts';
import { warningAtStage } from '../performance/warning.ts';
import type { Standard } from '../scoring/standard.ts';
import { DEFAULT_TECHNIQUE, type Technique } from '../technique/technique.ts';
import { compassDeg } from '../units/angles.ts';
import { roundTo } from '../units/numbers.ts';
import type { TargetCard } from './card.ts';
import type { GlideField } from './glide-field.ts';
import { type Ladder, ladderOf, type Overhead } from './ladder.ts';

export interface CardInput extends Overhead {
  airplane: Airplane;
  standard: Standard;
  /** Judges where the standard has no row of its own. */
  schoolStandard?: Standard;
  maneuver: string;
  variant?: string;
  /** Of those that the maneuver can be briefed in; its usual one if left out. */
  configuration?: Configuration;
  /** Maximum if left out. */
  weightLb?: number;
  /** Highest ground in the area, ft; 0 if left out. */
  groundFt?: number;
  /** At the maneuver's altitude; or the QNH it follows from; 3,000 ft if both are left out. */
  pressureAltitudeFt?: number;
  qnhHpa?: number;
  /** At the maneuver's altitude; standard if left out. */
  oatC?: number;
  /** 360° if left out. */
  headingDeg?: number;
  /** A speed, a bank and an altitude asked for, as by dragging a mark or by the lesson's order. */
  airspeedKias?: number;
  bankDeg?: number;
  altitudeFt?: number;
  windKt?: number;
  /** The field that a glide is flown to. */
  glideTo?: GlideField;
  technique?: Technique;
  /** This student's own recent faults, most frequent first. */
  watchFor?: TargetCard['watchFor'];
}

/** Parachutes are asked for beyond this, and no primary student goes there. */
export const STEEPEST_DEG = 60;

export interface Day {
  input: CardInput;
  variant: string;
  airplane: Airplane;
  technique: Technique;
  weightLb: number;
  headingDeg: number;
  ladder: Ladder;
  air: { pressureAltitudeFt: number; oatC: number; densityAltitudeFt: number };
  model: PerformanceModel | null;
  vaKias: number;
  speedUnit: 'kt' | 'mph';
  powerUnit: 'rpm' | 'inHg' | '%';
  assumed: Coded[];
  missing: Record<string, Coded>;
}

/** @throws InputError naming field and limit for a number that no flight can have. */
export function dayOf(input: CardInput, variant: string, maneuver: { lossFt: number; gainFt: number }): Day {
  const { airplane } = input;
  const assumed: Coded[] = [];
  const given = <T>(value: T | undefined, otherwise: T, name: Coded): T => {
    if (value !== undefined) return value;
    assumed.push(name);
    return otherwise;
  };
  const weightLb = given(input.weightLb, airplane.maxWeightLb, {
    code: 'max-weight',
    params: { weightLb: airplane.maxWeightLb },
  });
  const groundFt = given(input.groundFt, 0, { code: 'ground-zero' });
  const headingDeg = compassDeg(given(input.headingDeg, 360, { code: 'heading-north' }));
  checkInput({ ...input, weightLb, groundFt }, airplane);
  const technique = given(input.technique, DEFAULT_TECHNIQUE, { code: 'default-technique' });
  const ladder = ladderOf(groundFt, maneuver, input, input.altitudeFt);
  const percent = technique.powerUnit === '%';
  return {
    input,
    variant,
    airplane,
    technique,
    weightLb,
    headingDeg,
    ladder,
    air: airAt(input, ladder.entryFt, assumed),
    model: performanceOf(airplane),
    vaKias: maneuveringSpeedKias(airplane, weightLb),
    speedUnit: technique.speedUnit === 'airplane' ? airplane.speedUnit : technique.speedUnit,
    powerUnit: percent ? '%' : powerUnitOf(airplane),
    assumed,
    missing: {},
  };
}

const ASSUMED_PRESSURE_FT = 3000;

function airAt(input: CardInput, altitudeFt: number, assumed: Coded[]): Day['air'] {
  let pressureFt = input.pressureAltitudeFt;
  if (pressureFt === undefined && input.qnhHpa !== undefined)
    pressureFt = pressureAltitudeFt(altitudeFt, input.qnhHpa);
  if (pressureFt === undefined) {
    pressureFt = ASSUMED_PRESSURE_FT;
    assumed.push({ code: 'pressure-altitude', params: { ft: pressureFt } });
  }
  const oatC = input.oatC ?? standardTemperatureC(pressureFt);
  if (input.oatC === undefined) assumed.push({ code: 'standard-temperature', params: { oatC } });
  return {
    pressureAltitudeFt: roundTo(pressureFt, 0),
    oatC: roundTo(oatC, 1),
    densityAltitudeFt: roundTo(densityAltitudeFt(pressureFt, oatC), 0),
  };
}

function checkInput(input: CardInput & { weightLb: number; groundFt: number }, airplane: Airplane): void {
  const limits: [keyof CardInput, string, number, number, string][] = [
    ['weightLb', 'weight', airplane.emptyWeightLb ?? 1, airplane.maxWeightLb, 'lb'],
    ['groundFt', 'ground elevation', -1500, 15_000, 'ft'],
    ['pressureAltitudeFt', 'pressure altitude', -2000, 20_000, 'ft'],
    ['qnhHpa', 'QNH', 900, 1080, 'hPa'],
    ['oatC', 'temperature', -60, 55, '°C'],
    ['headingDeg', 'heading', 0, 360, '°'],
    ['airspeedKias', 'airspeed', 1, 300, 'kt'],
    ['bankDeg', 'bank', 0, STEEPEST_DEG, '°'],
    ['cloudBaseFt', 'cloud base', 0, 60_000, 'ft'],
    ['cloudClearanceFt', 'cloud clearance', 0, 5000, 'ft'],
    ['airspaceBaseFt', 'airspace base', 0, 60_000, 'ft'],
    ['windKt', 'wind', 0, 100, 'kt'],
  ];
  for (const [field, name, low, high, unit] of limits) {
    const value = input[field];
    if (typeof value === 'number') checkRange(field, name, value, low, high, unit);
  }
}

/** @throws InputError naming field and limit. */
export function checkRange(
  field: string,
  name: string,
  value: number,
  low: number,
  high: number,
  unit: string,
): void {
  if (!(value >= low && value <= high))
    throw new InputError('range', { name, value, unit, low, high }, { path: field });
}

/** The circumstance for the performance model. */
export const circumstance = (day: Day, more: { stage?: number; bankDeg?: number } = {}): Circumstance => ({
  weightLb: day.weightLb,
  pressureAltitudeFt: day.air.pressureAltitudeFt,
  oatC: day.air.oatC,
  stage: more.stage ?? 0,
  loadFactor: loadFactor(more.bankDeg ?? 0),
});

export const stallKias = (day: Day, stage = 0, bankDeg = 0): number =>
  stallAtStage(day.airplane, { weightLb: day.weightLb, stage, loadFactor: loadFactor(bankDeg) }).kias;

/** A book speed, KIAS at maximum weight, at today's weight: with the square root of the weight, calibrated. */
export function atWeightKias(day: Day, bookKias: number, stage = 0): number {
  const { airplane, weightLb } = day;
  const setting = stage > 0 && stage === airplane.flaps.length ? 'landing' : 'clean';
  return speedAtWeightKias(airplane, bookKias, { weightLb, setting });
}

/** Where the stall warning sounds today at a flap stage. */
export const warningKias = (day: Day, stage = 0): { kias: number; from: Provenance } =>
  warningAtStage(day.airplane, { weightLb: day.weightLb, stage });

export const tasKtOf = (day: Day, kias: number, stage = 0): number =>
  tasFromCas(casAtStage(day.airplane, kias, stage), densityRatio(day.air.pressureAltitudeFt, day.air.oatC));

/** A power figure as it is set: to the next ten rpm, tenth of an inch, or percent. */
export function roundPower(power: number, unit: Day['powerUnit']): number {
  if (unit === 'rpm') return roundTo(power, -1);
  return unit === 'inHg' ? roundTo(power, 1) : roundTo(power, 0);
}

/** Power that holds a speed at a stage, bank and vertical speed; null without a model or beyond full throttle. */
export function powerFor(
  day: Day,
  kias: number,
  more: { stage?: number; bankDeg?: number; verticalFpm?: number } = {},
): { value: number; from: Provenance } | null {
  if (!day.model) return null;
  const flight = levelFlight(day.model, kias, circumstance(day, more), more.verticalFpm);
  if (flight.reserveW < 0 || !Number.isFinite(flight.power)) return null;
  const value = day.technique.powerUnit === '%' ? flight.percent : flight.power;
  return { value: roundPower(value, day.powerUnit), from: flight.from };
}

/** Decimals that a power figure is set to. */
export const powerDigits = (unit: string): number => (unit === 'inHg' ? 1 : 0);

/** The stage of a configuration: flaps up, for takeoff, or all of them. */
export function stageOf(airplane: Airplane, configuration: Configuration): number {
  if (configuration === 'clean') return 0;
  if (configuration === 'landing') return airplane.flaps.length;
  return Math.min(airplane.takeoffStage ?? 1, airplane.flaps.length);
}
