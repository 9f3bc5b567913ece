/** The drag polar, C_D = C_D0 + k C_L² + what the flap stage adds (SI). */

export interface Polar {
  cd0: number;
  k: number;
  /** Added drag coefficient for each flap stage; the first is flaps up: 0. */
  flapCd: readonly number[];
  wingAreaM2: number;
}

/** q = ½ ρ V², Pa. */
export const dynamicPressurePa = (densityKgm3: number, tasMps: number): number =>
  0.5 * densityKgm3 * tasMps * tasMps;

const liftCoefficient = (polar: Polar, liftN: number, qPa: number): number =>
  liftN / (qPa * polar.wingAreaM2);

/** Drag, N, when this lift is carried at this dynamic pressure. */
export function dragN(polar: Polar, liftN: number, qPa: number, stage = 0): number {
  const cl = liftCoefficient(polar, liftN, qPa);
  return qPa * polar.wingAreaM2 * (polar.cd0 + polar.flapCd[stage] + polar.k * cl * cl);
}
