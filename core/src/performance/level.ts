/** Level flight: the power that a speed asks for, the two sides of its curve, and the slowest speed that holds. */

import { FT_TO_M } from '../units/convert.ts';
import { fullPowerW, manifoldOfPercent } from './engine.ts';
import {
  type Circumstance,
  densityOf,
  liftOf,
  type PerformanceModel,
  sigmaOf,
  stallAtStage,
  tasMps,
} from './model.ts';
import { dragN, dynamicPressurePa } from './polar.ts';
import { constantSpeedEfficiency, shaftPowerW, thrustN, thrustOfPower, turnsForThrust } from './propeller.ts';
import { type Provenance, weaker } from './provenance.ts';

/** The drag, N, of flight at a speed. */
export function dragAt(model: PerformanceModel, kias: number, at: Circumstance): number {
  const q = dynamicPressurePa(densityOf(at), tasMps(model.airplane, kias, at));
  return dragN(model.polar, liftOf(at), q, at.stage);
}

interface LevelFlight {
  /** In the airplane's power unit. */
  power: number;
  /** Engine speed; null where the propeller's governor holds it. */
  rpm: number | null;
  percent: number;
  /** What full throttle has over it, W. */
  reserveW: number;
  from: Provenance;
}

/**
 * What holds a speed in level flight, in a level turn of the load factor given, or in a steady climb or descent of
 * `verticalFpm`.
 */
export function levelFlight(
  model: PerformanceModel,
  kias: number,
  at: Circumstance,
  verticalFpm = 0,
): LevelFlight {
  const { engine, propeller } = model;
  const v = tasMps(model.airplane, kias, at);
  const rho = densityOf(at);
  const weightN = liftOf({ ...at, loadFactor: 1 });
  const thrust = dragAt(model, kias, at) + (weightN * verticalFpm * FT_TO_M) / 60 / v;
  const from = weaker(model.from.levelPower, model.from.flapDrag[at.stage ?? 0]);
  const reserveW = fullThrustN(model, v, at) * v - thrust * v;
  if (propeller.kind === 'constant-speed') {
    const shaft = (thrust * v) / constantSpeedEfficiency(propeller, rho, thrust, v);
    const percent = (100 * shaft) / engine.ratedPowerW;
    const inHg = manifoldOfPercent(engine, percent, at.pressureAltitudeFt);
    return { power: model.powerUnit === 'inHg' ? inHg : percent, rpm: null, percent, reserveW, from };
  }
  const turns = turnsForThrust(propeller, rho, thrust, v);
  const rpm = turns * 60 * engine.gearRatio;
  const percent = (100 * shaftPowerW(propeller, rho, turns, v)) / engine.ratedPowerW;
  const power =
    model.powerUnit === 'rpm'
      ? rpm
      : model.powerUnit === '%'
        ? percent
        : manifoldOfPercent(engine, percent, at.pressureAltitudeFt);
  return { power, rpm, percent, reserveW, from };
}

/** The thrust of full throttle, N, at a true airspeed; a fixed-pitch engine settles where torque is absorbed. */
export function fullThrustN(model: PerformanceModel, v: number, at: Circumstance): number {
  const { propeller } = model;
  const [rho, sigma] = [densityOf(at), sigmaOf(at)];
  if (propeller.kind === 'constant-speed')
    return thrustOfPower(propeller, rho, fullPowerW(model.engine, model.engine.ratedTurns, sigma), v);
  return thrustN(propeller, rho, fullThrottleTurns(model, v, at), v);
}

/** Propeller turns a second at full throttle: P_full(n) = C_P ρ n³ D⁵, which is a square in n. */
export function fullThrottleTurns(model: PerformanceModel, v: number, at: Circumstance): number {
  const { propeller, engine } = model;
  if (propeller.kind === 'constant-speed') return engine.ratedTurns;
  const D = propeller.diameterM;
  const [c, d] = propeller.power;
  const perTurn = fullPowerW(engine, 1, sigmaOf(at));
  const turns = Math.sqrt((perTurn / (densityOf(at) * D ** 5) + (d * v * v) / (D * D)) / c);
  // Past the red line the throttle comes back.
  const most = ((model.airplane.maxRpm ?? Number.POSITIVE_INFINITY) / 60) * (1 / engine.gearRatio);
  return Math.min(turns, most);
}

/** The setting, in the airplane's power unit, that gives a percent of rated power at a speed; full throttle at most. */
export function settingForPercent(
  model: PerformanceModel,
  percent: number,
  kias: number,
  at: Circumstance,
): number {
  const { propeller, engine } = model;
  if (model.powerUnit === '%') return percent;
  if (propeller.kind === 'constant-speed' || model.powerUnit === 'inHg')
    return manifoldOfPercent(engine, percent, at.pressureAltitudeFt);
  const v = tasMps(model.airplane, kias, at);
  let [low, high] = [0, fullThrottleTurns(model, v, at)];
  const wanted = (percent / 100) * engine.ratedPowerW;
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (shaftPowerW(propeller, densityOf(at), middle, v) < wanted) low = middle;
    else high = middle;
  }
  return high * 60 * engine.gearRatio;
}

/** Percent of rated power at revolutions a minute and a speed; NaN where the propeller governs itself. */
export function percentOfRpm(model: PerformanceModel, rpm: number, kias: number, at: Circumstance): number {
  const { propeller, engine, airplane } = model;
  if (propeller.kind !== 'fixed-pitch') return Number.NaN;
  const turns = rpm / 60 / engine.gearRatio;
  return (
    (100 * shaftPowerW(propeller, densityOf(at), turns, tasMps(airplane, kias, at))) / engine.ratedPowerW
  );
}

/** Percent of rated power that full throttle gives at a speed. */
export function fullPercent(model: PerformanceModel, kias: number, at: Circumstance): number {
  const turns = fullThrottleTurns(model, tasMps(model.airplane, kias, at), at);
  return (100 * fullPowerW(model.engine, turns, sigmaOf(at))) / model.engine.ratedPowerW;
}

export interface CurvePoint {
  kias: number;
  power: number;
  percent: number;
  /** Full throttle holds it. */
  holds: boolean;
}

/** Power against speed from just above the stall to `toKias`, a knot apart. */
export function powerCurve(model: PerformanceModel, at: Circumstance, toKias: number): CurvePoint[] {
  const stall = stallAtStage(model.airplane, at).kias;
  const points: CurvePoint[] = [];
  for (let kias = Math.ceil(stall); kias <= toKias; kias++) {
    const { power, percent, reserveW } = levelFlight(model, kias, at);
    points.push({ kias, power, percent, holds: reserveW >= 0 });
  }
  return points;
}

/** The speed of least shaft power: slower than this is the back side of the curve. */
export function leastPowerKias(model: PerformanceModel, at: Circumstance): number {
  const fastest = (model.airplane.vyKias ?? model.airplane.vs1Kias * 1.6) * 1.3;
  const curve = powerCurve(model, at, fastest);
  const least = curve.reduce((a, b) => (b.percent < a.percent ? b : a));
  return least.kias;
}

/** The slowest level speed, KIAS: the stall, or where full throttle no longer holds the altitude. */
export function slowestLevelKias(model: PerformanceModel, at: Circumstance): number {
  const stall = stallAtStage(model.airplane, at).kias;
  const curve = powerCurve(model, at, model.airplane.vaKiasAtMax);
  const first = curve.find(({ holds }) => holds);
  return first === undefined
    ? Number.NaN
    : Math.max(stall, first.kias === Math.ceil(stall) ? stall : first.kias);
}

/** Nose attitude against that at another speed, degrees: the change of angle of attack in level flight. */
export function pitchChangeDeg(
  model: PerformanceModel,
  fromKias: number,
  toKias: number,
  at: Circumstance,
): number {
  // Finite wing: a = 2π / (1 + 2/AR) per radian. Source: Prandtl's lifting line, as in FAA-H-8083-25's references.
  const slope = (2 * Math.PI) / (1 + 2 / model.aspectRatio);
  const cl = (kias: number) => {
    const q = dynamicPressurePa(densityOf(at), tasMps(model.airplane, kias, at));
    return liftOf(at) / (q * model.polar.wingAreaM2);
  };
  return (((cl(toKias) - cl(fromKias)) / slope) * 180) / Math.PI;
}
