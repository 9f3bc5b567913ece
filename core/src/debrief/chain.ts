/**
 * The chain: which parameter left its band first, and what followed. The single most useful thing a debrief shows,
 * because the one who flew remembers only the last link.
 */

import type { Attempt } from '../kits/attempt/attempt.ts';
import { clock, numberText } from '../kits/attempt/finding.ts';
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
      parameter.excursions.map((excursion): ChainLink => {
        const peakS = peakTime(track, attempt, parameter, excursion);
        const causes: Pick<ChainLink, 'why' | 'tryNext' | 'cause'> =
          parameter.parameter === 'altitude' ? altitudeCause(track, attempt, excursion.peak, peakS) : {};
        return {
          parameter: parameter.parameter,
          ...excursion,
          peakS,
          says: peakText(parameter, excursion.peak),
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

/** The peak as an instructor says it: "52°", "162 ft low", "12 kt fast". */
function peakText({ parameter, target, low, high }: MeasuredParameterScore, peak: number): string {
  const size = Math.abs(peak);
  // A band that the warning keeps off its target: above the one and still below the other.
  const between = (peak > 0 && peak < low) || (peak < 0 && peak > high);
  switch (parameter) {
    case 'bank':
      return `${numberText((target ?? 0) + peak)}° of bank`;
    case 'altitude':
      return `${numberText(size)} ft ${peak < 0 ? 'low' : 'high'}`;
    case 'airspeed':
      if (between)
        return `${numberText((target ?? 0) + peak)} kt, ${peak < low ? 'below' : 'above'} its band`;
      return `${numberText(size)} kt ${peak < 0 ? 'slow' : 'fast'}`;
    case 'rollout-heading':
      return `rolled out ${numberText(size)}° ${peak < 0 ? 'left' : 'right'} of the heading`;
    case 'turn-rate':
      return `${numberText((target ?? 0) + peak, 1)}° a second`;
    case 'heading':
      return `${numberText(size)}° to the ${peak < 0 ? 'left' : 'right'}`;
    case 'floor':
      return `${numberText(size)} ft below the floor`;
    default:
      return `${parameter} ${numberText(peak, 1)}`;
  }
}

/** From this bank on it is a turn. */
const TURN_DEG = 15;

function altitudeCause(
  track: Track,
  attempt: Attempt,
  peak: number,
  peakS: number,
): Pick<ChainLink, 'why' | 'tryNext' | 'cause'> {
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
    ...heightCause({
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

const NAMES: Record<string, string> = {
  altitude: 'Altitude',
  airspeed: 'Airspeed',
  bank: 'Bank',
  'turn-rate': 'Rate of turn',
  'rollout-heading': 'Roll-out',
  heading: 'Heading',
  floor: 'The floor',
};

/** Height and speed that went together by the nose alone are one thing, within so many seconds. */
const ONE_NOSE_S = 10;

/** The two links that the nose moved together: the height names it, and the speed is its effect. */
function byTheNose(chain: readonly ChainLink[]): { height: ChainLink; speed: ChainLink } | undefined {
  const [first, second] = chain;
  if (!second) return undefined;
  const pair = [first, second];
  const height = pair.find(({ parameter }) => parameter === 'altitude');
  const speed = pair.find(({ parameter }) => parameter === 'airspeed');
  const traded =
    height && speed && height.cause === 'pitch' && Math.sign(height.peak) !== Math.sign(speed.peak);
  return traded && Math.abs(height.startS - speed.startS) <= ONE_NOSE_S ? { height, speed } : undefined;
}

/** The chain as one sentence, times counted from the start of the attempt; `null` when nothing left its band. */
export function chainSentence(chain: readonly ChainLink[], startS: number): string | null {
  if (chain.length === 0) return null;
  const at = (link: ChainLink) => clock(link.peakS - startS);
  const then = (links: readonly ChainLink[]) => links.map((link) => `${link.says} by ${at(link)}`);
  const nose = byTheNose(chain);
  if (nose) {
    const { height, speed } = nose;
    const head = `${height.says} at ${at(height)}, ${speed.says} with it`;
    return `The nose ${height.peak < 0 ? 'dropped' : 'came up'}: ${[head, ...then(chain.slice(2, 4))].join(', then ')}.`;
  }
  const [first, ...rest] = chain;
  const name = NAMES[first.parameter] ?? first.parameter;
  return `${name} went first: ${[`${first.says} at ${at(first)}`, ...then(rest.slice(0, 3))].join(', then ')}.`;
}
