/** Hands and feet on the ground: pedals steer, throttle and brakes hold a taxi speed. */
import { radians } from '../../units/angles.ts';
import { KT_TO_MPS } from '../../units/convert.ts';
import { clamp } from '../../units/numbers.ts';
import { type Flight, groundSpeedMps } from '../model/flight.ts';
import type { Seen } from './eyes.ts';

/** How it rolls. */
export interface RollAim {
  /** The heading to roll along, in the pilot's continuous degrees. */
  deg: number;
  /** Most degrees a second of turn. */
  mostDegPerS: number;
  /** A speed to taxi at, kt; null while throttle and brakes are as they are wanted. */
  taxiKt: number | null;
  /** 0 to 1. */
  brakes: number;
  /** Steered by this position of the pedals in place of a heading. */
  pedal?: number;
}

/** Pedal for a radian a second of turn at a metre a second, for what is left to turn, and what crosswind and power take. */
const PEDAL_RAD_M = 6.5;
const PEDAL_PER_DEG_S = 0.012;
const LEARNT_PER_DEG_S = 0.03;
const SLOWEST_MPS = 1.5;

/** What hands and feet have learnt of this ground. */
interface Limbs {
  rudder: number;
  throttle: number;
}

export function steer(hands: Limbs, roll: RollAim, seen: Seen, flight: Flight, dt: number): void {
  const { controls } = flight;
  const speedMps = groundSpeedMps(flight);
  const rate = clamp(0.7 * (roll.deg - seen.headingDeg), -roll.mostDegPerS, roll.mostDegPerS);
  const off = rate - seen.r;
  hands.rudder = clamp(hands.rudder + dt * LEARNT_PER_DEG_S * off, -0.6, 0.6);
  const turning = (radians(rate) * PEDAL_RAD_M) / Math.max(speedMps, SLOWEST_MPS);
  controls.rudder = roll.pedal ?? clamp(hands.rudder + turning + PEDAL_PER_DEG_S * off, -1, 1);
  controls.brakes = roll.brakes;
  if (roll.taxiKt !== null) taxi(hands, roll.taxiKt, speedMps / KT_TO_MPS, flight, dt);
}

/** Opens the throttle to move, and keeps a foot on the brakes where idling is too fast. */
function taxi(hands: Limbs, wantedKt: number, kt: number, { controls }: Flight, dt: number): void {
  const off = wantedKt - kt;
  if (wantedKt === 0) {
    hands.throttle = Math.max(0, hands.throttle - 0.45 * dt);
    controls.brakes = 0.7;
  } else {
    hands.throttle = clamp(hands.throttle + dt * 0.02 * off, 0, 0.3);
    controls.brakes = clamp(0.1 * (-off - 1.5), 0, 0.5);
  }
  controls.throttle = clamp(hands.throttle + 0.02 * off, 0, 0.35);
}
