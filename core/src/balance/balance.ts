/** Weight and balance: where the load puts the centre of gravity, and whether the envelope holds it. */

import { z } from 'zod';
import type { Airplane } from '../airplane/schema.ts';
import type { Coded } from '../coded.ts';
import { InputError } from '../errors.ts';

/** What is put where today: pounds by station, and usable fuel at the start. */
export const loadingSchema = z.object({
  stations: z.record(z.string(), z.number().min(0, 'a weight is not negative').max(5000)),
  fuelGal: z.number().min(0, 'fuel is not negative').max(2000),
});
export type Loading = z.infer<typeof loadingSchema>;

export interface Balance {
  weightLb: number;
  cgIn: number;
  /** [forward, aft] limit at this weight, in; null above or below the envelope. */
  limitsIn: [number, number] | null;
  /** Each a reason not to fly. */
  stops: Coded[];
}

/** What the balance needs of an airplane file; null where it is not all there. */
function parts(airplane: Airplane) {
  const { stations, emptyArmIn, emptyWeightLb, cgEnvelope, fuel } = airplane;
  if (!stations || emptyArmIn === undefined || emptyWeightLb === undefined || !cgEnvelope) return null;
  return { stations, emptyArmIn, emptyWeightLb, cgEnvelope, fuel };
}

export const hasBalance = (airplane: Airplane): boolean => parts(airplane) !== null;

/** The widest stretch of the envelope at a weight. */
export function cgLimitsIn(
  envelope: readonly (readonly [number, number])[],
  weightLb: number,
): [number, number] | null {
  const crossings: number[] = [];
  envelope.forEach(([x, y], i) => {
    const [nextX, nextY] = envelope[(i + 1) % envelope.length];
    if ((y <= weightLb && weightLb <= nextY) || (nextY <= weightLb && weightLb <= y)) {
      if (y === nextY) crossings.push(x, nextX);
      else crossings.push(x + ((weightLb - y) / (nextY - y)) * (nextX - x));
    }
  });
  return crossings.length < 2 ? null : [Math.min(...crossings), Math.max(...crossings)];
}

/**
 * Weight and centre of gravity for a loading, `burnedGal` after the start.
 * @returns null when the airplane file has no stations and envelope.
 * @throws InputError for a station that the airplane has not.
 */
export function balanceOf(airplane: Airplane, loading: Loading, burnedGal = 0): Balance | null {
  const known = parts(airplane);
  if (!known) return null;
  const stops: Coded[] = [];
  let weightLb = known.emptyWeightLb;
  let moment = known.emptyWeightLb * known.emptyArmIn;
  for (const id of Object.keys(loading.stations)) {
    if (!known.stations.some((station) => station.id === id))
      throw new InputError('balance/station', {
        airplane: airplane.name,
        station: id,
        known: known.stations.map((s) => s.id).join(', '),
      });
  }
  for (const { id, name, armIn, maxLb } of known.stations) {
    const lb = loading.stations[id] ?? 0;
    weightLb += lb;
    moment += lb * armIn;
    if (maxLb !== undefined && lb > maxLb)
      stops.push({ code: 'station-over', params: { station: name, lb, maxLb } });
  }
  if (known.fuel) {
    if (loading.fuelGal > known.fuel.usableGal)
      stops.push({
        code: 'tanks-over',
        params: { fuelGal: loading.fuelGal, usableGal: known.fuel.usableGal },
      });
    const fuelLb = Math.max(0, loading.fuelGal - burnedGal) * known.fuel.lbPerGal;
    weightLb += fuelLb;
    moment += fuelLb * known.fuel.armIn;
  }
  const cgIn = moment / weightLb;
  const limitsIn = cgLimitsIn(known.cgEnvelope, weightLb);
  const maxLb = airplane.maxWeightLb;
  if (weightLb > maxLb)
    stops.push({ code: 'over-maximum', params: { weightLb, overLb: weightLb - maxLb, maxLb } });
  else if (!limitsIn) stops.push({ code: 'outside-envelope', params: { weightLb } });
  if (limitsIn && (cgIn < limitsIn[0] || cgIn > limitsIn[1])) {
    const ahead = cgIn < limitsIn[0];
    stops.push({
      code: 'centre-of-gravity',
      params: { cgIn, ahead, limitIn: limitsIn[ahead ? 0 : 1], weightLb },
    });
  }
  return { weightLb, cgIn, limitsIn, stops };
}
