/** The steep-turn card: every number for this airplane, this weight, this day. */

import { casFromIas } from '../airplane/calibration.ts';
import { type Airplane, levelPowerOf } from '../airplane/schema.ts';
import {
  densityAltitudeFt,
  densityRatio,
  pressureAltitudeFt,
  standardTemperatureC,
  tasFromCas,
} from '../atmosphere/atmosphere.ts';
import { InputError } from '../errors.ts';
import { loadFactor, rollOutLeadDeg, turnRadiusFt, turnRateDegPerS } from '../flight/turning.ts';
import { FLOOR_ABOVE_GROUND_FT } from '../maneuvers/general-findings.ts';
import { STEEP_TURN } from '../maneuvers/steep-turn.ts';
import { rowsFor, type Standard } from '../standards/schema.ts';
import { compassDeg } from '../units/angles.ts';
import { interpolate } from '../units/interpolate.ts';
import { roundTo } from '../units/numbers.ts';
import type { TargetCard } from './card.ts';
import { chooseEntrySpeed, speedWindow } from './speed-window.ts';
import { STEEP_TURN_CAUTIONS, STEEP_TURN_CHECKS, steepTurnSteps } from './steep-turn-words.ts';

export interface SteepTurnBrief {
  airplane: Airplane;
  standard: Standard;
  variant?: 'left' | 'right';
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
  /** A speed and a bank asked for, as by dragging the mark. */
  airspeedKias?: number;
  bankDeg?: number;
  /** This student's own recent faults, most frequent first. */
  watchFor?: string[];
}

/** Altitude that a student may lose in a steep turn, and what is kept above that [common practice]. */
const PLANNED_LOSS_FT = 200;
const CUSHION_FT = 500;
/** Parachutes are asked for beyond this, and no primary student goes there. */
const STEEPEST_DEG = 60;

/** @throws InputError naming field and limit for a number that no flight can have. */
export function steepTurnCard(brief: SteepTurnBrief): TargetCard {
  const assumed: string[] = [];
  const missing: Record<string, string> = {};
  const given = <T>(value: T | undefined, otherwise: T, name: string): T => {
    if (value !== undefined) return value;
    assumed.push(name);
    return otherwise;
  };
  const { airplane, standard } = brief;
  const weightLb = given(brief.weightLb, airplane.maxWeightLb, `maximum weight, ${airplane.maxWeightLb} lb`);
  const groundFt = given(brief.groundFt, 0, 'ground at 0 ft');
  const headingDeg = compassDeg(given(brief.headingDeg, 360, 'heading 360°'));
  checkInput({ ...brief, weightLb, groundFt }, airplane);

  const rows = rowsFor(standard, STEEP_TURN);
  const bankDeg = brief.bankDeg ?? rows.find((row) => row.parameter === 'bank')?.target ?? 45;
  const floorFt = groundFt + FLOOR_ABOVE_GROUND_FT;
  const altitudeFt = Math.ceil((floorFt + PLANNED_LOSS_FT + CUSHION_FT) / 500) * 500;
  const air = airAt(brief, altitudeFt, assumed);

  const window = speedWindow(airplane, weightLb, bankDeg);
  const toleranceKt = rows.find((row) => row.parameter === 'airspeed')?.high ?? 10;
  const speed =
    window.windowKias &&
    chooseEntrySpeed(window.windowKias, {
      wantedKias: brief.airspeedKias,
      makersKias: airplane.steepTurnKias,
      toleranceKt,
    });
  if (!speed)
    missing.airspeedKias = `at ${bankDeg}° the stall with its margin lies above V_A: do not fly this bank`;

  const variant = brief.variant ?? 'left';
  const lead = rollOutLeadDeg(bankDeg);
  const rollOutHeadingsDeg = { left: compassDeg(headingDeg + lead), right: compassDeg(headingDeg - lead) };
  const tasKt =
    speed && tasFromCas(casFromIas(airplane, speed.kias), densityRatio(air.pressureAltitudeFt, air.oatC));
  const power = speed && powerFor(airplane, speed.kias);
  if (!power) missing.power = 'the airplane file has no power table';

  return {
    maneuver: STEEP_TURN,
    variant,
    title: 'Steep turns',
    airplane: airplane.id,
    weightLb,
    standard: standard.id,
    entry: {
      altitudeFt,
      floorFt,
      plannedLossFt: PLANNED_LOSS_FT,
      cushionFt: CUSHION_FT,
      headingDeg,
      airspeedKias: speed?.kias ?? null,
      airspeedWhy: speed?.why ?? 'no speed is safe at this bank',
      windowKias: window.windowKias && [roundTo(window.windowKias[0], 1), roundTo(window.windowKias[1], 1)],
      windowWhy: [`the stall at ${bankDeg}° and 5 kt`, `maneuvering speed at ${weightLb} lb`],
    },
    bankDeg,
    loadFactor: roundTo(loadFactor(bankDeg), 3),
    stallKias: { level: roundTo(window.stallLevelKias, 1), inBank: roundTo(window.stallInBankKias, 1) },
    vaKias: roundTo(window.vaKias, 1),
    air,
    turn: tasKt
      ? {
          tasKt: roundTo(tasKt, 1),
          rateDegPerS: roundTo(turnRateDegPerS(bankDeg, tasKt), 2),
          radiusFt: roundTo(turnRadiusFt(bankDeg, tasKt), 0),
          secondsFor360: roundTo(360 / turnRateDegPerS(bankDeg, tasKt), 1),
          rollOutLeadDeg: lead,
          rollOutHeadingDeg: rollOutHeadingsDeg[variant],
          rollOutHeadingsDeg,
        }
      : null,
    power: power ?? null,
    flaps: [],
    steps: steepTurnSteps({ headingDeg, bankDeg, leadDeg: lead, power }),
    checks: [...STEEP_TURN_CHECKS],
    watchFor: brief.watchFor ?? [],
    cautions: [
      `Above ${Math.floor(window.vaKias)} kt, V_A at ${weightLb} lb, stop the maneuver. It protects against one full input on one axis, not repeated or combined ones.`,
      ...STEEP_TURN_CAUTIONS,
    ],
    tolerances: rows.map(({ parameter, low, high, unit, required, source, fromMemory }) => ({
      parameter,
      low,
      high,
      unit,
      required,
      source,
      fromMemory,
    })),
    assumed,
    missing,
  };
}

function airAt(brief: SteepTurnBrief, altitudeFt: number, assumed: string[]): TargetCard['air'] {
  let pressureFt = brief.pressureAltitudeFt;
  if (pressureFt === undefined && brief.qnhHpa !== undefined)
    pressureFt = pressureAltitudeFt(altitudeFt, brief.qnhHpa);
  if (pressureFt === undefined) {
    pressureFt = 3000;
    assumed.push('pressure altitude 3,000 ft');
  }
  const oatC = brief.oatC ?? standardTemperatureC(pressureFt);
  if (brief.oatC === undefined) assumed.push(`standard temperature, ${roundTo(oatC, 0)} °C`);
  return {
    pressureAltitudeFt: roundTo(pressureFt, 0),
    oatC: roundTo(oatC, 1),
    densityAltitudeFt: roundTo(densityAltitudeFt(pressureFt, oatC), 0),
  };
}

/** Level power from the book's table and what the turn adds; null outside the table or without one. */
function powerFor(airplane: Airplane, kias: number): TargetCard['power'] {
  const book = levelPowerOf(airplane);
  if (!book) return null;
  const table = book.level;
  if (kias < table[0][0] || kias > table[table.length - 1][0]) return null;
  const level = interpolate(table, kias);
  return {
    levelRpm: roundTo(level, -1),
    maneuverRpm: roundTo(level + (book.steepTurnAdd ?? 0), -1),
    unit: book.unit,
    from: 'book',
  };
}

function checkInput(
  brief: SteepTurnBrief & { weightLb: number; groundFt: number },
  airplane: Airplane,
): void {
  const limits: [string, number | undefined, number, number, string][] = [
    ['weight', brief.weightLb, airplane.emptyWeightLb ?? 1, airplane.maxWeightLb, 'lb'],
    ['ground elevation', brief.groundFt, -1500, 15_000, 'ft'],
    ['pressure altitude', brief.pressureAltitudeFt, -2000, 20_000, 'ft'],
    ['QNH', brief.qnhHpa, 900, 1080, 'hPa'],
    ['temperature', brief.oatC, -60, 55, '°C'],
    ['heading', brief.headingDeg, 0, 360, '°'],
    ['airspeed', brief.airspeedKias, 1, 300, 'kt'],
    ['bank', brief.bankDeg, 10, STEEPEST_DEG, '°'],
  ];
  for (const [name, value, low, high, unit] of limits) {
    if (value === undefined || (value >= low && value <= high)) continue;
    throw new InputError(`${name} ${value} ${unit}: must be from ${low} to ${high} ${unit}`);
  }
}
