/** Height lost slow, because the power came late. */
import { between, type Case } from '../../kits/attempt/case.ts';
import { meanBetween } from '../../kits/attempt/scene.ts';
import { rowsBetween } from '../../recording/columns/span.ts';
import { energyFpm } from '../../recording/track/energy.ts';
import type { Span } from '../../scoring/judged.ts';
import { phaseNamed } from '../../scoring/phases.ts';
import { isRough } from '../../signals/air.ts';
import { limitsOf } from '../../units/figures.ts';
import { median } from '../../units/numbers.ts';
import { SLOW_LIMITS, SLOW_SIGNS } from './tables.ts';

/** Altitude lost slow, nose held up, with the power still off. */
export function sank(c: Case): { fromS: number; toS: number; loss: number } | undefined {
  const { track, attempt, context, scene } = c;
  const established = phaseNamed(attempt.phases, 'established');
  if (!established) return undefined;
  const rows = between(c, established.startS - 30, established.startS + 25);
  const { timeS, altitudeFt, airspeedKt } = track;
  let best: { fromS: number; toS: number; loss: number } | undefined;
  let top = rows.from;
  let topFt = Number.NEGATIVE_INFINITY;
  for (let i = rows.from; i < rows.to; i++) {
    topFt = Math.max(topFt, altitudeFt.values[i]);
    // Where it was last about as high: level flight before the sink has its highest row anywhere.
    if (altitudeFt.values[i] > topFt - SLOW_SIGNS.aboutAsHighFt) top = i;
    const slow = airspeedKt.values[i] < scene.warningKias(scene.flapsDeg(i)) + 12;
    const loss = topFt - altitudeFt.values[i];
    if (!slow || !(loss > (best?.loss ?? limitsOf(context, SLOW_LIMITS).sinkFt))) continue;
    if (energyFpm(track, rowsBetween(timeS, timeS[i] - SLOW_SIGNS.sinkingS, timeS[i])) < -150)
      best = { fromS: timeS[top], toS: timeS[i], loss };
  }
  if (!best || (isRough(track, c.rows) && powerWasUp(c, best, established))) return undefined;
  const slowAtTop = meanBetween(track, airspeedKt.values, best.fromS, best.fromS + 3);
  return slowAtTop < scene.warningKias(scene.flapsDeg(rows.to - 1)) + 16 ? best : undefined;
}

/** Whether the power that holds it was there already: what sinks then in rough air is the air. */
function powerWasUp(c: Case, sink: { fromS: number; toS: number }, established: Span): boolean {
  const { lever } = c.scene;
  const over = (fromS: number, toS: number): number => {
    const { from, to } = between(c, fromS, toS);
    return median(Array.from({ length: Math.max(0, to - from) }, (_, k) => lever(from + k)));
  };
  return (
    over(sink.fromS, sink.toS) > over(established.startS + 15, established.endS) - SLOW_SIGNS.holdingShare
  );
}
