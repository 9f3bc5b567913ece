/** One row of a standard, counted in one attempt. */
import { type Coded, codesOf, type None } from '../coded.ts';
import { provenanceOver } from '../recording/columns/channel.ts';
import { type ChannelName, channelInfo } from '../recording/columns/channels.ts';
import { movingMean } from '../recording/columns/moving-mean.ts';
import { type Rows, rowsBetween } from '../recording/columns/span.ts';
import type { Track } from '../recording/track/track.ts';
import { isAtLeast } from '../signals/air-level.ts';
import { AIR_LEVEL } from '../signals/tables.ts';
import { findExcursions, spanFigures, toleranceUsed } from './excursion.ts';
import { type ExaminerFigures, judgeParameter, lapseOf } from './judge.ts';
import type { Judged, Quantity } from './judged.ts';
import { phaseNamed } from './phases.ts';
import type { ParameterScore } from './schema.ts';
import type { StandardRow } from './standard.ts';

/** The channel whose resolution counts for a parameter. */
const CHANNEL_OF: Partial<Record<StandardRow['parameter'], ChannelName>> = {
  altitude: 'alt_ft',
  airspeed: 'ias_kt',
  heading: 'hdg_deg',
  'rollout-heading': 'hdg_deg',
  bank: 'bank_deg',
  coordination: 'lat_g',
};

/** What an examiner lets go beyond an edge, however narrow the tolerance: house figures, ft, kt and deg. */
const LEAST_BEYOND: Partial<Record<StandardRow['parameter'], number>> = {
  altitude: 30,
  airspeed: 3,
  heading: 3,
  bank: 3,
};

/** Why a row was not measured. */
export interface NotMeasured {
  'not-recorded': None;
  'not-recorded-here': None;
  'not-recorded-then': None;
  'no-such-phase': { phase: string };
  discontinued: None;
  'too-uncertain': { standardError: number; band: number; unit: string };
}
const reason = codesOf<NotMeasured>();

export const resolutionOf = (parameter: StandardRow['parameter']): number => {
  const channel = CHANNEL_OF[parameter];
  return channel ? channelInfo(channel).resolution : 0;
};

/** @returns the row's verdicts and figures, or why it was not measured. */
export function scoreParameter(
  track: Track,
  attempt: Judged,
  row: StandardRow,
  examiner: ExaminerFigures,
): ParameterScore {
  const quantity = attempt.quantity(row);
  const common = {
    parameter: row.parameter,
    unit: row.unit,
    target: quantity ? quantity.target : null,
    low: row.low,
    high: row.high,
    reference: row.reference,
    required: row.required,
    source: row.source,
    fromMemory: row.fromMemory,
  };
  const missing = (reason: Coded): ParameterScore => ({
    ...common,
    measured: 'not-measured',
    because: reason,
  });
  if (!quantity || Number.isNaN(quantity.target)) return missing(reason('not-recorded'));
  return row.phase === 'end' || quantity.atS !== undefined
    ? scoreInstant(track, attempt, row, quantity, common, missing)
    : scoreSpan(track, attempt, row, quantity, examiner, common, missing);
}

type Common = Omit<Extract<ParameterScore, { measured: 'not-measured' }>, 'measured' | 'because'>;
type Missing = (reason: Coded) => ParameterScore;

function scoreSpan(
  track: Track,
  attempt: Judged,
  row: StandardRow,
  quantity: Quantity,
  examiner: ExaminerFigures,
  common: Common,
  missing: Missing,
): ParameterScore {
  const phase = row.phase === 'whole' ? attempt : phaseNamed(attempt.phases, row.phase);
  const spans = attempt.spansOf(row) ?? (phase ? [phase] : []);
  if (spans.length === 0) return missing(reason('no-such-phase', { phase: row.phase }));
  const parts = spans.map(({ startS, endS }) => rowsBetween(track.timeS, startS, endS, attempt.segment));
  const provenance = provenanceOver(quantity.channel, parts[0].from, parts[parts.length - 1].to);
  if (provenance.measured === 'not-measured') return missing(reason('not-recorded-here'));
  if (tooUncertain(provenance.standardError, row)) return missing(uncertain(provenance.standardError, row));

  // A leg at a time: an excursion ends with its leg, whatever the next one begins with.
  const legs = parts.map((rows) => deviations(track, quantity, rows));
  const resolution = resolutionOf(row.parameter);
  // From moderate air on a figure is judged over some seconds; the strict judge sees every one of them.
  const rough = isAtLeast(attempt.air, 'moderate');
  const strictly = legs.some(
    ({ timeS, deviation }) => findExcursions(timeS, deviation, row, resolution).length > 0,
  );
  const allowance = {
    halfWidth: (row.high - row.low) / 2,
    leastBeyond: Math.max(LEAST_BEYOND[row.parameter] ?? 0, 2 * resolution),
  };
  const excursions = legs
    .flatMap(({ timeS, deviation }) =>
      findExcursions(
        timeS,
        rough ? movingMean(timeS, deviation, AIR_LEVEL.trackS) : deviation,
        row,
        resolution,
      ),
    )
    .map((one) => {
      const not = lapseOf(one, examiner, allowance);
      return { startS: one.startS, endS: one.endS, peak: one.peak, ...(not && { not }) };
    });
  return {
    ...common,
    ...provenance,
    measured: provenance.measured,
    startS: spans[0].startS,
    endS: spans[spans.length - 1].endS,
    ...spanFigures(legs, row),
    excursions,
    ...judgeParameter(excursions),
    ...(rough && { strict: strictly ? ('outside' as const) : ('within' as const) }),
  };
}

/** A figure taken at one instant is within or outside, the same for both judges. */
function scoreInstant(
  track: Track,
  attempt: Judged,
  row: StandardRow,
  quantity: Quantity,
  common: Common,
  missing: Missing,
): ParameterScore {
  if (attempt.state !== 'complete') return missing(attempt.endedBy ?? reason('discontinued'));
  const { timeS } = track;
  const atS = quantity.atS ?? attempt.endS;
  const rows = rowsBetween(timeS, atS - track.stepS, atS + track.stepS, attempt.segment);
  const provenance = provenanceOver(quantity.channel, rows.from, rows.to);
  if (provenance.measured === 'not-measured') return missing(reason('not-recorded-then'));
  if (tooUncertain(provenance.standardError, row)) return missing(uncertain(provenance.standardError, row));

  const deviation = deviationAt(timeS, quantity, rows, atS);
  const resolution = resolutionOf(row.parameter);
  const outside = deviation > row.high + resolution || deviation < row.low - resolution;
  const inside = deviation >= row.low && deviation <= row.high;
  const at = { startS: atS, endS: atS };
  const verdict = outside ? 'outside' : 'within';
  return {
    ...common,
    ...provenance,
    measured: provenance.measured,
    ...at,
    maxAbove: Math.max(0, deviation),
    maxBelow: Math.min(0, deviation),
    rms: Math.abs(deviation),
    insidePct: inside ? 100 : 0,
    toleranceUsed: Math.abs(toleranceUsed(deviation, row)),
    excursions: outside ? [{ ...at, peak: deviation }] : [],
    strict: verdict,
    examiner: verdict,
  };
}

/** The deviation at an instant, linear between the rows either side of it. */
function deviationAt(timeS: Float64Array, quantity: Quantity, rows: Rows, atS: number): number {
  let before = rows.from;
  while (before + 1 < rows.to && timeS[before + 1] <= atS) before++;
  const after = Math.min(before + 1, rows.to - 1);
  const a = quantity.deviation(before);
  if (after === before || timeS[before] >= atS) return a;
  const b = quantity.deviation(after);
  // A heading deviation that jumps by nearly a circle between two rows has no value in between.
  if (Math.abs(b - a) > 180) return a;
  return a + ((atS - timeS[before]) / (timeS[after] - timeS[before])) * (b - a);
}

/** The rows' times and deviations, without the few where nothing is known. */
export function deviations(
  track: Track,
  quantity: Quantity,
  { from, to }: Rows,
): { timeS: Float64Array; deviation: Float64Array } {
  const timeS = new Float64Array(to - from);
  const deviation = new Float64Array(to - from);
  let n = 0;
  for (let i = from; i < to; i++) {
    const value = quantity.deviation(i);
    if (Number.isNaN(value)) continue;
    timeS[n] = track.timeS[i];
    deviation[n++] = value;
  }
  return { timeS: timeS.subarray(0, n), deviation: deviation.subarray(0, n) };
}

/** An error of more than half the band's half-width decides nothing. */
const tooUncertain = (standardError: number, { low, high }: StandardRow): boolean =>
  !(standardError <= (high - low) / 4);

const uncertain = (standardError: number, { low, high, unit }: StandardRow): Coded =>
  reason('too-uncertain', { standardError, band: high - low, unit });
