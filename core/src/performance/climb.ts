/** Climb at full throttle, the ceiling, and the glide with the engine at idle. */
import { FT_TO_M, KT_TO_MPS } from '../units/convert.ts';
import { dragAt, fullThrustN } from './level.ts';
import { type Circumstance, densityOf, iasAtStage, liftOf, type PerformanceModel, tasMps } from './model.ts';
import { dynamicPressurePa } from './polar.ts';
import type { Provenance } from './provenance.ts';

const FPM_PER_MPS = 60 / FT_TO_M;

/** Rate of climb at full throttle, ft/min: excess power over weight. */
export function climbFpm(model: PerformanceModel, kias: number, at: Circumstance): number {
  const v = tasMps(model.airplane, kias, at);
  const excess = fullThrustN(model, v, at) - dragAt(model, kias, at);
  return (excess / liftOf({ ...at, loadFactor: 1 })) * v * FPM_PER_MPS;
}

/** The speed that climbs fastest, by trying each knot; V_Y falls with altitude. */
function bestClimb(model: PerformanceModel, at: Circumstance): number {
  const { vs1Kias, vaKiasAtMax } = model.airplane;
  let best = Number.NEGATIVE_INFINITY;
  for (let kias = Math.ceil(vs1Kias * 1.1); kias <= vaKiasAtMax; kias++)
    best = Math.max(best, climbFpm(model, kias, at));
  return best;
}

/** Pressure altitude, ft, where the best climb in the standard atmosphere falls to `fpm`. */
export function ceilingFt(model: PerformanceModel, weightLb: number, fpm = 100): number {
  let [low, high] = [0, 30_000];
  if (bestClimb(model, { weightLb, pressureAltitudeFt: low }) < fpm) return 0;
  while (high - low > 20) {
    const middle = (low + high) / 2;
    if (bestClimb(model, { weightLb, pressureAltitudeFt: middle }) >= fpm) low = middle;
    else high = middle;
  }
  return low;
}

export interface Glide {
  ratio: number;
  sinkFpm: number;
  from: Provenance;
}

/** The glide at a speed: lift over drag with the propeller idling. */
export function glideAt(model: PerformanceModel, kias: number, at: Circumstance): Glide {
  const v = tasMps(model.airplane, kias, at);
  const q = dynamicPressurePa(densityOf(at), v);
  const drag = dragAt(model, kias, at) + q * model.polar.wingAreaM2 * model.idleCd;
  // In a turn the drag is that of the load, and only the weight comes down.
  const ratio = liftOf({ ...at, loadFactor: 1 }) / drag;
  return { ratio, sinkFpm: (v / ratio) * FPM_PER_MPS, from: model.from.glide };
}

/** Best glide, KIAS, at a weight: where C_D0 with the idling propeller equals the induced drag. */
export function bestGlideKias(model: PerformanceModel, weightLb: number): number {
  const { polar, idleCd, airplane } = model;
  const cl = Math.sqrt((polar.cd0 + idleCd) / polar.k);
  const lift = liftOf({ weightLb, pressureAltitudeFt: 0 });
  const casMps = Math.sqrt(
    (2 * lift) / (densityOf({ weightLb, pressureAltitudeFt: 0 }) * polar.wingAreaM2 * cl),
  );
  return iasAtStage(airplane, casMps / KT_TO_MPS);
}
