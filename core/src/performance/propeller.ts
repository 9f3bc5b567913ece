/**
 * A fixed-pitch propeller by its coefficients: C_T = a − b J, C_P = c − d J², with J = V / (n D); thrust is
 * C_T ρ n² D⁴, shaft power C_P ρ n³ D⁵. Straight lines (in J and J²) hold well from climb to cruise.
 * A constant-speed propeller by its efficiency: momentum theory times a blade efficiency. (n in 1/s, SI.)
 */

interface FixedPitch {
  kind: 'fixed-pitch';
  diameterM: number;
  thrust: readonly [a: number, b: number];
  power: readonly [c: number, d: number];
}
interface ConstantSpeed {
  kind: 'constant-speed';
  diameterM: number;
  bladeEfficiency: number;
}
export type Propeller = FixedPitch | ConstantSpeed;

export function thrustN(propeller: FixedPitch, rho: number, n: number, v: number): number {
  const [a, b] = propeller.thrust;
  return rho * propeller.diameterM ** 4 * n * (a * n - (b * v) / propeller.diameterM);
}

export function shaftPowerW(propeller: FixedPitch, rho: number, n: number, v: number): number {
  const [c, d] = propeller.power;
  const D = propeller.diameterM;
  return rho * D ** 5 * n * (c * n * n - (d * v * v) / (D * D));
}

/** Turns a second that give a thrust at a true airspeed: the positive root of C_T's quadratic in n. */
export function turnsForThrust(propeller: FixedPitch, rho: number, thrust: number, v: number): number {
  const [a, b] = propeller.thrust;
  const D = propeller.diameterM;
  const half = (b * v) / D;
  return (half + Math.sqrt(half * half + (4 * a * thrust) / (rho * D ** 4))) / (2 * a);
}

/** Efficiency of a constant-speed propeller that gives a thrust: η = η_blade · 2 / (1 + √(1 + T / (q A))). */
export function constantSpeedEfficiency(
  propeller: ConstantSpeed,
  rho: number,
  thrust: number,
  v: number,
): number {
  const disc = (Math.PI / 4) * propeller.diameterM ** 2;
  const loading = Math.max(0, thrust) / (0.5 * rho * v * v * disc);
  return (propeller.bladeEfficiency * 2) / (1 + Math.sqrt(1 + loading));
}

/** Thrust that a constant-speed propeller makes of a shaft power: T V = η(T) P, by fixed-point steps. */
export function thrustOfPower(propeller: ConstantSpeed, rho: number, powerW: number, v: number): number {
  let thrust = (0.8 * powerW) / v;
  for (let i = 0; i < 40; i++) {
    const next = (constantSpeedEfficiency(propeller, rho, thrust, v) * powerW) / v;
    if (Math.abs(next - thrust) < 0.01) return next;
    thrust = (thrust + next) / 2;
  }
  return thrust;
}
