/**
 * The chain: which parameter left its band first, and what followed. The single most useful thing a debrief shows,
 * because the one who flew remembers only the last link.
 */

import type { Attempt } from '../kits/attempt/attempt.ts';
import { clock, numberText } from '../kits/attempt/finding.ts';
import { loadFactor } from '../mechanics/turning.ts';
import { firstRowAt, meanOver, rowsBetween, valueAt } from '../recording/columns/span.ts';
import type { Track } from '../recording/track/track.ts';
import { toleranceUsed } from '../scoring/excursion.ts';
import { deviations } from '../scoring/parameter.ts';
import type { ChainLink, MeasuredParameterScore, ParameterScore } from '../scoring/schema.ts';
import { energyCause } from './energy.ts';

/** Every excursion of a required parameter, in the order in which they began, with its cause where energy tells. */
export function chainOf(track: Track, attempt: Attempt, parameters: readonly ParameterScore[]): ChainLink[] {
  return parameters
    .filter((p): p is MeasuredParameterScore => p.measured !== 'not-measured' && p.required)
    .flatMap((parameter) =>
      parameter.excursions.map((excursion): ChainLink => {
        const peakS = peakTime(track, attempt, parameter, excursion);
        const causes: Pick<ChainLink, 'why' | 'tryNext'> =
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
function peakText({ parameter, target }: MeasuredParameterScore, peak: number): string {
  const size = Math.abs(peak);
  switch (parameter) {
    case 'bank':
      return `${numberText((target ?? 0) + peak)}° of bank`;
    case 'altitude':
      return `${numberText(size)} ft ${peak < 0 ? 'low' : 'high'}`;
    case 'airspeed':
      return `${numberText(size)} kt ${peak < 0 ? 'slow' : 'fast'}`;
    case 'rollout-heading':
      return `rolled out ${numberText(size)}° ${peak < 0 ? 'left' : 'right'} of the heading`;
    case 'heading':
      return `${numberText(size)}° to the ${peak < 0 ? 'left' : 'right'}`;
    case 'floor':
      return `${numberText(size)} ft below the floor`;
    default:
      return `${parameter} ${numberText(peak, 1)}`;
  }
}

function altitudeCause(
  track: Track,
  attempt: Attempt,
  peak: number,
  peakS: number,
): Pick<ChainLink, 'why' | 'tryNext'> {
  const at = (values: Float64Array, t: number) => valueAt(track.timeS, values, t);
  const tasAt = (t: number) => track.tasKt(Math.min(firstRowAt(track.timeS, t), track.timeS.length - 1));
  const { cause } = energyCause(
    { altitudeFt: attempt.targets.altitudeFt, tasKt: tasAt(attempt.startS) },
    { altitudeFt: attempt.targets.altitudeFt + peak, tasKt: tasAt(peakS) },
  );
  const bankDeg = Math.abs(at(track.bankDeg.values, peakS));
  const needed = `${numberText(bankDeg)}° of bank asks for ${numberText(loadFactor(bankDeg), 2)} g`;
  const load = loadAround(track, peakS);
  const pulled = Number.isNaN(load) ? '' : `; it had ${numberText(load, 2)} g`;
  if (peak < 0) {
    if (cause === 'pitch') {
      return {
        why: `Energy held: pitch, not power. ${needed}${pulled}.`,
        tryNext: 'Shallow the bank first, then ease back.',
      };
    }
    return cause === 'less-energy'
      ? {
          why: `Energy was lost: too little power for the drag of the turn. ${needed}${pulled}.`,
          tryNext: 'Add the power as the bank comes on; then pitch.',
        }
      : {
          why: `Energy grew while height went: power up and nose low. ${needed}${pulled}.`,
          tryNext: 'Shallow the bank, raise the nose, and leave the power.',
        };
  }
  if (cause === 'pitch') {
    return {
      why: 'Energy held: speed was pulled into height.',
      tryNext: 'Relax the pull a little, or steepen by two degrees.',
    };
  }
  return cause === 'more-energy'
    ? {
        why: 'Energy grew: more power than the turn needed.',
        tryNext: 'Take the power back to the card’s setting.',
      }
    : {
        why: 'Height was gained while energy fell: the nose is high and the speed is going.',
        tryNext: 'Lower the nose to the picture; then look at the power.',
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
  'rollout-heading': 'Roll-out',
  heading: 'Heading',
  floor: 'The floor',
};

/** The chain as one sentence, times counted from the start of the attempt; `null` when nothing left its band. */
export function chainSentence(chain: readonly ChainLink[], startS: number): string | null {
  if (chain.length === 0) return null;
  const [first, ...rest] = chain;
  const at = (link: ChainLink) => clock(link.peakS - startS);
  const others = rest.slice(0, 3).map((link) => `${link.says} by ${at(link)}`);
  const name = NAMES[first.parameter] ?? first.parameter;
  return `${name} went first: ${[`${first.says} at ${at(first)}`, ...others].join(', then ')}.`;
}
