/** Flights by control positions over time, as `fly --controls` flies them: what the model shows without a pilot. */
import type { Airplane } from '../airplane/schema.ts';
import { type ControlRow, controlsAt } from '../flight/model/control-file.ts';
import { beginFlight, type Flight, STEP_HZ, stepFlight, type Weather } from '../flight/model/flight.ts';
import { type Reading, readInstruments } from '../flight/model/instruments.ts';
import type { Controls } from '../flight/model/state.ts';
import { type TrimPoint, trimFlight } from '../flight/model/trim.ts';
import { airframeFor } from '../fly/fly.ts';

export interface Look extends Reading {
  timeS: number;
  /** Degrees a second about the airplane's axes. */
  p: number;
  q: number;
  r: number;
  wingCl: number;
}

const DEG = 180 / Math.PI;

const lookOf = (flight: Flight): Look => ({
  ...readInstruments(flight),
  timeS: flight.state.timeS,
  p: flight.state.p * DEG,
  q: flight.state.q * DEG,
  r: flight.state.r * DEG,
  wingCl: flight.motion.wing.cl,
});

export type Moves = (timeS: number, look: Look, trimmed: Controls) => Partial<Controls>;

/** From trimmed flight, for a time: control rows, or a function of the time and the latest look. 20 looks a second. */
export function flyOpen(
  airplane: Airplane,
  start: Partial<TrimPoint> & { weightLb?: number; weather?: Weather },
  seconds: number,
  moves: readonly ControlRow[] | Moves,
): Look[] {
  const airframe = airframeFor(airplane, start.weightLb ?? airplane.maxWeightLb);
  const trimmed = trimFlight(airframe, { altitudeFt: 4500, kias: 90, ...start });
  const flight = beginFlight(airframe, trimmed, start.weather);
  const looks: Look[] = [];
  stepFlight(flight);
  let look = lookOf(flight);
  for (let i = 0; i < seconds * STEP_HZ; i++) {
    const { timeS } = flight.state;
    Object.assign(
      flight.controls,
      typeof moves === 'function'
        ? moves(timeS, look, trimmed.controls)
        : controlsAt(moves, trimmed.controls, timeS),
    );
    stepFlight(flight);
    if (i % 6 === 5) {
      look = lookOf(flight);
      looks.push(look);
    }
  }
  return looks;
}

/** Wings level by a light hand on the ailerons: what open-loop speed and altitude tests lean on. */
export const wingsLevel = (look: Look): Partial<Controls> => ({
  aileron: Math.max(-1, Math.min(1, -0.02 * look.bank_deg - 0.01 * look.p)),
});
