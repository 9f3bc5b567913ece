/**
 * The chain: which parameter left its band first, and what followed. The single most useful thing a debrief shows,
 * because the one who flew remembers only the last link.
 */

import type { Attempt } from '../kits/attempt/attempt.ts';
import { requireRoom } from '../maneuvers/registry.ts';
import { firstRowAt, meanOver, rowsBetween, valueAt } from '../recording/columns/span.ts';
import type { Track } from '../recording/track/track.ts';
import { toleranceUsed } from '../scoring/excursion.ts';
import { deviations } from '../scoring/parameter.ts';
import type { ChainLink, MeasuredParameterScore, ParameterScore } from '../scoring/schema.ts';
import { heightCause } from './causes.ts';
import { energyCause } from './energy.ts';

/** Every excursion of a required parameter, in the order in which they began, with its cause where energy tells. */
export function chainOf(track: Track, attempt: Attempt, parameters: readonly ParameterScore[]): ChainLink[] {
  return parameters
    .filter((p): p is MeasuredParameterScore => p.measured !== 'not-measured' && p.required)
    .flatMap((parameter) =>
      parameter.excursions.map(({ not: _, ...excursion }): ChainLink => {
        const peakS = peakTime(track, attempt, parameter, excursion);
        const causes =
          parameter.parameter === 'altitude' ? altitudeCause(track, attempt, excursion.peak, peakS) : {};
        const between = betweenOf(parameter, excursion.peak);
        return {
          parameter: parameter.parameter,
          ...excursion,
          peakS,
          target: parameter.target,
          ...(between && { between }),
          ...causes,
        };
      }),
    )
    .sort((a, b) => a.startS - b.startS);
}

/** The moment at which a parameter's excursion was furthest from the centre of its band. */
function peakTime(
  track: Track,
  attempt: Attempt,
  parameter: MeasuredParameterScore,
  excursion: { startS: number; endS: number; peak: number },
): number {
  const quantity = attempt.quantityOf(parameter.parameter);
  if (!quantity) return excursion.startS;
  const rows = rowsBetween(track.timeS, excursion.startS, excursion.endS, attempt.segment);
  const { timeS, deviation } = deviations(track, quantity, rows);
  let peakS = excursion.startS;
  let most = 0;
  for (let i = 0; i < timeS.length; i++) {
    const used = Math.abs(toleranceUsed(deviation[i], parameter));
    if (used > most) {
      most = used;
      peakS = timeS[i];
    }
  }
  return peakS;
}

/** A band that the warning keeps off its target: above the one and still below the other. */
function betweenOf({ low, high }: MeasuredParameterScore, peak: number): ChainLink['between'] {
  if (peak > 0 && peak < low) return 'below';
  return peak < 0 && peak > high ? 'above' : undefined;
}

/** From this bank on it is a turn. */
const TURN_DEG = 15;

function altitudeCause(
  track: Track,
  attempt: Attempt,
  peak: number,
  peakS: number,
): Pick<ChainLink, 'cause' | 'because'> {
  const at = (values: Float64Array, t: number) => valueAt(track.timeS, values, t);
  const tasAt = (t: number) => track.tasKt(Math.min(firstRowAt(track.timeS, t), track.timeS.length - 1));
  const { cause } = energyCause(
    { altitudeFt: attempt.targets.altitudeFt, tasKt: tasAt(attempt.startS) },
    { altitudeFt: attempt.targets.altitudeFt + peak, tasKt: tasAt(peakS) },
  );
  const bankDeg = Math.abs(at(track.bankDeg.values, peakS));
  const nearStall = requireRoom(attempt.maneuver).nearStall === true;
  return {
    cause,
    because: heightCause({
      flying: nearStall ? 'slow' : bankDeg > TURN_DEG ? 'turn' : 'straight',
      phase: attempt.phases.findLast(({ startS, endS }) => startS <= peakS && endS >= peakS)?.name,
      cause,
      offFt: peak,
      bankDeg,
      loadG: loadAround(track, peakS),
      slowKt: (attempt.targets.airspeedKt ?? Number.NaN) - at(track.airspeedKt.values, peakS),
    }),
  };
}

/** Mean of the recorded load factor over the second around an instant; NaN where there is none. */
const loadAround = (track: Track, atS: number): number => {
  const column = track.recording.channels.load_g;
  return column ? meanOver(column, rowsBetween(track.timeS, atS - 0.5, atS + 0.5)) : Number.NaN;
};
