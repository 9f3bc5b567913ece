/** From the observations of many flights to the airplane's own figures, each with its uncertainty, beside the book's. */

import type { OwnFigure } from '../airplane/own-figure.ts';
import type { Airplane } from '../airplane/schema.ts';
import { levelPowerOf } from '../airplane/schema.ts';
import { performanceOf } from '../performance/fit.ts';
import { levelFlight } from '../performance/level.ts';
import { flapDegrees, stallAtStage } from '../performance/model.ts';
import { TABLE_ALTITUDE_FT } from '../performance/points.ts';
import { mean, median, roundTo } from '../units/numbers.ts';
import type { Observation } from './observe.ts';

/** Fewer cannot show how far they scatter. */
const LEAST_OBSERVATIONS = 3;
/** Speeds that level figures are given at, 10 kt apart. */
const LEVEL_STEP_KT = 10;
const LEVEL_REACH_KT = 7.5;
/** Of the stall speed at maximum weight: however light it is, an airplane slower than that is steady on the ground. */
const LIGHTEST_STALL = 0.75;
/** Beyond so many typical deviations from the middle an observation is a mistake of finding, not of flying. */
const OUTLIER = 3.5;
const T_95 = [12.71, 4.3, 3.18, 2.78, 2.57, 2.45, 2.36, 2.31, 2.26, 2.23];

/** Student's t for 95 %, two-sided (published tables; from memory), by degrees of freedom. */
const t95 = (freedom: number): number => T_95[freedom - 1] ?? (freedom < 30 ? 2.1 : 2);

/** Values without those far from the middle. */
function withoutOutliers(values: readonly number[]): number[] {
  const middle = median([...values]);
  const typical = 1.4826 * median(values.map((value) => Math.abs(value - middle)));
  return typical > 0 ? values.filter((value) => Math.abs(value - middle) <= OUTLIER * typical) : [...values];
}

/** Mean and the half-width of its 95 % interval; undefined where there is too little to tell. */
export function meanWithUncertainty(
  all: readonly number[],
): { value: number; uncertainty: number } | undefined {
  const values = withoutOutliers(all);
  const n = values.length;
  if (n < LEAST_OBSERVATIONS) return undefined;
  const value = mean(values);
  const variance = values.reduce((sum, one) => sum + (one - value) ** 2, 0) / (n - 1);
  return { value, uncertainty: t95(n - 1) * Math.sqrt(variance / n) };
}

/** @param flights the observations of each flight. */
export function ownFigures(airplane: Airplane, flights: readonly (readonly Observation[])[]): OwnFigure[] {
  return [
    ...levelFigures(airplane, flights),
    ...turnFigure(airplane, flights),
    ...stallFigures(airplane, flights),
  ];
}

type Of<K extends Observation['kind']> = Extract<Observation, { kind: K }>;

const ofKind = <K extends Observation['kind']>(flights: readonly (readonly Observation[])[], kind: K) =>
  flights.map((flight) => flight.filter((one): one is Of<K> => one.kind === kind));

/** One figure from a value of each observation. */
function figure<T>(
  flights: readonly (readonly T[])[],
  value: (observation: T) => number,
  rest: Pick<OwnFigure, 'kind' | 'label' | 'unit' | 'book' | 'kias' | 'stage'>,
  base = 0,
  digits = 0,
): OwnFigure[] {
  // What one flight tells ten times over is still one day's air and one loading: with enough flights each counts once.
  const flown = flights.filter((flight) => flight.length > 0);
  const found = meanWithUncertainty(
    flown.length >= LEAST_OBSERVATIONS
      ? flown.map((flight) => mean(withoutOutliers(flight.map(value))))
      : flown.flatMap((flight) => flight.map(value)),
  );
  if (!found) return [];
  return [
    {
      ...rest,
      value: roundTo(base + found.value, digits),
      uncertainty: roundTo(found.uncertainty, Math.max(1, digits)),
      count: flown.reduce((sum, flight) => sum + flight.length, 0),
      flights: flown.length,
    },
  ];
}

function levelFigures(airplane: Airplane, flights: readonly (readonly Observation[])[]): OwnFigure[] {
  const model = performanceOf(airplane);
  if (model?.powerUnit !== 'rpm') return [];
  const rollsBelow =
    LIGHTEST_STALL * stallAtStage(airplane, { weightLb: airplane.maxWeightLb, stage: 0 }).kias;
  const levels = ofKind(flights, 'level').map((flight) => flight.filter(({ kias }) => kias > rollsBelow));
  const speeds = levels.flat().map(({ kias }) => kias);
  if (speeds.length === 0) return [];
  const figures: OwnFigure[] = [];
  const [slowest, fastest] = [Math.min(...speeds), Math.max(...speeds)];
  const first = LEVEL_STEP_KT * Math.round(slowest / LEVEL_STEP_KT) + 5;
  for (let kias = first - LEVEL_STEP_KT; kias <= fastest + LEVEL_REACH_KT; kias += LEVEL_STEP_KT) {
    const near = levels.map((flight) => flight.filter((one) => Math.abs(one.kias - kias) <= LEVEL_REACH_KT));
    const at = { weightLb: airplane.maxWeightLb, pressureAltitudeFt: TABLE_ALTITUDE_FT };
    const book = roundTo(levelFlight(model, kias, at).power, 0);
    const rest = { kind: 'level-rpm' as const, label: `level at ${kias} KIAS`, unit: 'rpm', kias, book };
    figures.push(...figure(near, (one) => one.rpm - one.bookRpm, rest, book));
  }
  return figures;
}

function turnFigure(airplane: Airplane, flights: readonly (readonly Observation[])[]): OwnFigure[] {
  const rest = {
    kind: 'turn-rpm' as const,
    label: 'added in a 45° turn',
    unit: 'rpm',
    book: levelPowerOf(airplane)?.steepTurnAdd ?? null,
  };
  return figure(ofKind(flights, 'turn'), ({ addRpm }) => addRpm, rest);
}

function stallFigures(airplane: Airplane, flights: readonly (readonly Observation[])[]): OwnFigure[] {
  const stalls = ofKind(flights, 'stall');
  const stages = [...new Set(stalls.flat().map(({ stage }) => stage))].sort((a, b) => a - b);
  return stages.flatMap((stage) => {
    const own = stalls.map((flight) => flight.filter((one) => one.stage === stage));
    const flaps = stage === 0 ? 'flaps up' : `flaps ${flapDegrees(airplane, stage)}°`;
    const book = roundTo(stallAtStage(airplane, { weightLb: airplane.maxWeightLb, stage }).kias, 1);
    return [
      ...figure(
        own,
        ({ kias }) => kias,
        { kind: 'stall-speed', label: `stall, ${flaps}`, unit: 'kt', stage, book },
        0,
        1,
      ),
      ...figure(own, ({ lossFt }) => lossFt, {
        kind: 'stall-loss',
        label: `lost in a stall, ${flaps}`,
        unit: 'ft',
        stage,
        book: null,
      }),
    ];
  });
}
