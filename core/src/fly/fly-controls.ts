/** Flies a list of control positions from trimmed level flight: physics to look at, without a pilot. */
import type { Airplane } from '../airplane/schema.ts';
import { InputError } from '../errors.ts';
import { type ControlRow, controlsAt } from '../flight/model/control-file.ts';
import { beginFlight, stepFlight, type Weather } from '../flight/model/flight.ts';
import { flightRecorder, type RecorderOptions } from '../flight/model/flight-recorder.ts';
import { trimFlight } from '../flight/model/trim.ts';
import type { Recording } from '../recording/columns/recording.ts';
import { airframeFor } from './fly.ts';

interface ControlFlight extends Weather {
  airplane: Airplane;
  rows: readonly ControlRow[];
  start: { altitudeFt: number; kias: number; headingDeg: number };
  seed?: number;
  weightLb?: number;
  groundFt?: number;
  recorder?: Omit<RecorderOptions, 'seed'>;
}

const LONGEST_S = 3 * 3600;

/** @throws InputError when the airplane cannot be trimmed so, or the list is longer than three hours. */
export function flyControls(options: ControlFlight): Recording {
  const { airplane, rows, seed = 1, groundFt } = options;
  const weightLb = options.weightLb ?? airplane.maxWeightLb;
  const endS = rows[rows.length - 1].timeS;
  if (!(endS <= LONGEST_S)) throw new InputError('fly/too-long', { endS, mostS: LONGEST_S });
  const airframe = airframeFor(airplane, weightLb);
  const trimmed = trimFlight(airframe, { ...options.start, warmerC: options.warmerC });
  const flight = beginFlight(airframe, trimmed, options, seed);
  const recorder = flightRecorder({ ...options.recorder, seed });
  const { controls } = trimmed;
  Object.assign(flight.controls, controlsAt(rows, controls, 0));
  // The ground ends it: the model knows no landing.
  while (flight.state.timeS <= endS + 1e-9 && flight.state.altitudeM > 0) {
    Object.assign(flight.controls, controlsAt(rows, controls, flight.state.timeS));
    stepFlight(flight);
    recorder.keep(flight);
  }
  return recorder.recording({
    airplane: airplane.id,
    weightLb,
    ...(groundFt !== undefined && { groundFt }),
    note: 'flown by control positions',
  });
}
