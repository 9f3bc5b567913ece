/** A piston engine without supercharger: torque is constant with speed, and falls with density. */

/** Share of power lost to friction and pumping. Source: Gagg and Ferrar, 1934 (value from memory). */
const FRICTION_SHARE = 0.117;
const SEA_LEVEL_INHG = 29.92;
/** A closed throttle leaves about this much in the manifold. Common practice, no source. */
const CLOSED_INHG = 10;

export interface Engine {
  ratedPowerW: number;
  /** Propeller turns a second at rated power. */
  ratedTurns: number;
  gearRatio: number;
  /** Manifold pressure at which no power is left, and how much a thousand feet adds to it (inHg). */
  manifold: readonly [none: number, perThousandFt: number];
}

/** Full-throttle power at this density over that at sea level, at the same rpm. */
export const densityFactor = (sigma: number): number => (sigma - FRICTION_SHARE) / (1 - FRICTION_SHARE);

/** Full-throttle shaft power, W, at propeller turns a second and a density ratio. */
export const fullPowerW = (engine: Engine, turns: number, sigma: number): number =>
  engine.ratedPowerW * densityFactor(sigma) * (turns / engine.ratedTurns);

/** Percent of rated power at rated speed, for a manifold pressure in inHg: `manifoldOfPercent` the other way round. */
export function percentOfManifold(engine: Engine, inHg: number, pressureAltitudeFt: number): number {
  const [none, perThousand] = engine.manifold;
  return (100 * (inHg - none + (perThousand * pressureAltitudeFt) / 1000)) / (SEA_LEVEL_INHG - none);
}

/** Manifold pressure, inHg, for a percent of rated power at rated speed: never less than a closed throttle leaves. */
export function manifoldOfPercent(engine: Engine, percent: number, pressureAltitudeFt: number): number {
  const [none, perThousand] = engine.manifold;
  const inHg = none + (percent / 100) * (SEA_LEVEL_INHG - none) - (perThousand * pressureAltitudeFt) / 1000;
  return Math.max(CLOSED_INHG, inHg);
}
