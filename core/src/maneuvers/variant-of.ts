/** What a maneuver is called over any stretch of a recording: for attempts that a person, not a rule, has made. */
import { meanOver, rowsBetween, valueAt } from '../recording/span.ts';
import type { Track } from '../recording/track.ts';
import { median } from '../units/numbers.ts';
import type { Proposal, ScoringContext } from './maneuver.ts';
import { sceneOf } from './scene.ts';

const TURNING_DEG = 8;
const FLAPS_OUT_DEG = 2;
/** Full flaps, give or take what a lever's sender is off. */
const NEAR_FULL = 0.85;

type Span = Pick<Proposal, 'startS' | 'endS' | 'segment'>;

/** `left` or `right` for turns, the configuration for slow flight, `straight` or `turning` for stalls, else `standard`. */
export function variantOf(track: Track, context: ScoringContext, maneuver: string, span: Span): string {
  const rows = rowsBetween(track.timeS, span.startS, span.endS, span.segment);
  switch (maneuver) {
    case 'steep-turn':
    case 'level-turn':
    case 'climbing-turn':
    case 'descending-turn': {
      const heading = (atS: number) => valueAt(track.timeS, track.headingDeg.values, atS);
      const turned = heading(span.endS) - heading(span.startS);
      const side = Number.isNaN(turned) || turned === 0 ? meanOver(track.bankDeg.values, rows) : turned;
      return side < 0 ? 'left' : 'right';
    }
    case 'slow-flight': {
      const scene = sceneOf(track, context);
      const flaps = median(
        Array.from({ length: rows.to - rows.from }, (_, k) => scene.flapsDeg(rows.from + k)),
      );
      if (!(flaps > FLAPS_OUT_DEG)) return 'clean';
      return flaps >= NEAR_FULL * scene.fullFlapsDeg ? 'landing' : 'takeoff';
    }
    case 'power-off-stall':
    case 'power-on-stall':
      return Math.abs(median(track.bankDeg.values.subarray(rows.from, rows.to))) > TURNING_DEG
        ? 'turning'
        : 'straight';
    default:
      return 'standard';
  }
}
