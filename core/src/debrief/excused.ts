/**
 * What the air excuses. From moderate air on, one deviation of less than half a tolerance for less than five seconds, in a gust
 * that the load shows, is nobody's: the attempt is not scored. Requirements, limits and hazards are never excused. (AMC1 FCL.235
 * speaks of making allowance for turbulence, from memory; the figures are house rules.)
 */
import type { Attempt } from '../kits/attempt/attempt.ts';
import { rowsBetween, spreadOver } from '../recording/columns/span.ts';
import type { Track } from '../recording/track/track.ts';
import type { MeasuredParameterScore, ParameterScore } from '../scoring/schema.ts';
import { isAtLeast } from '../signals/air-level.ts';
import { AIR_LEVEL } from '../signals/tables.ts';

/** The one parameter that the air took out of its tolerance; undefined where it was not the air, or not alone. */
export function takenByAir(
  track: Track,
  attempt: Attempt,
  parameters: readonly ParameterScore[],
): MeasuredParameterScore | undefined {
  if (!isAtLeast(attempt.air, 'moderate')) return undefined;
  const out = parameters.filter(
    (p): p is MeasuredParameterScore =>
      p.required && p.measured !== 'not-measured' && p.examiner === 'outside',
  );
  const [one, ...more] = out.flatMap((p) => p.excursions.filter(({ not }) => not).map((of) => ({ p, of })));
  if (!one || more.length > 0 || out.length !== 1) return undefined;
  const { low, high } = one.p;
  const beyond = Math.max(low - one.of.peak, one.of.peak - high);
  const small = beyond < (AIR_LEVEL.excusedShare * (high - low)) / 2;
  const short = one.of.endS > one.of.startS && one.of.endS - one.of.startS < AIR_LEVEL.excusedS;
  return small && short && gusted(track, attempt, one.of.startS) ? one.p : undefined;
}

/** An instructor felt it, or a load about that moment that stands out of what the air did otherwise. */
function gusted(track: Track, { air }: Attempt, atS: number): boolean {
  if (air?.by === 'instructor') return true;
  const load = track.raw('load_g');
  if (!load || air?.by !== 'load') return false;
  const rows = rowsBetween(track.timeS, atS - AIR_LEVEL.gustS, atS + AIR_LEVEL.gustS);
  return spreadOver(load, rows) > AIR_LEVEL.gustTimes * air.size;
}
