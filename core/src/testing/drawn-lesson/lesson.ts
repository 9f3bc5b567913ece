/**
 * Lessons with known truth, drawn with curves and not flown by the flight model: what finds maneuvers must know how
 * they are flown and not how one model flies them. Every lesson is drawn anew from its seed: order, speeds, rates,
 * losses, flap handling and roughness vary as they do from pilot to pilot.
 */
import { type Random, seededRandom } from '../../flight/random.ts';
import type { Recording } from '../../recording/columns/recording.ts';
import { DRAWN_FOUR_SEATER, type DrawnAirplane, type DrawnTruth, Hand } from './hand.ts';
import {
  clearingTurns,
  climbingTurn,
  descendingTurn,
  levelTurn,
  powerOffStall,
  powerOnStall,
  slowFlight,
  steepTurns,
} from './maneuvers.ts';
import { EASES, penAtCruise } from './pen.ts';
import { type PositionLogger, positionsOf } from './positions.ts';
import { type RecorderOptions, recordDrawn } from './recorder.ts';

export interface DrawnLesson {
  recording: Recording;
  truths: DrawnTruth[];
}

interface DrawnLessonOptions extends RecorderOptions {
  airplane?: DrawnAirplane;
}

const PLAIN_TURNS = [levelTurn, climbingTurn, descendingTurn];
const EXERCISES = [
  steepTurns,
  (hand: Hand) => slowFlight(hand, 'clean'),
  (hand: Hand) => slowFlight(hand, 'landing'),
  powerOffStall,
  powerOnStall,
];

/** A lesson of about 17 minutes with every maneuver of the private course, in an order of its own. */
export function drawLesson(seed: number, options: DrawnLessonOptions): DrawnLesson {
  const { airplane = DRAWN_FOUR_SEATER } = options;
  const { pen, truths, random } = penned(seed, airplane);
  return { recording: recordDrawn(pen, airplane, options, random), truths };
}

/** Such a lesson in a wind, as positions alone. */
export function drawPositions(seed: number, logger: PositionLogger): DrawnLesson {
  const { pen, truths, random } = penned(seed, DRAWN_FOUR_SEATER);
  return { recording: positionsOf(pen, logger, random), truths };
}

function penned(seed: number, airplane: DrawnAirplane) {
  const random = seededRandom(seed);
  const pen = penAtCruise(airplane, random.uniform() < 0.5 ? EASES.round : EASES.straight);
  const hand = new Hand(pen, airplane, random);
  pen.wait(40);
  for (const maneuver of shuffled([...PLAIN_TURNS, ...EXERCISES], random)) {
    if (!PLAIN_TURNS.includes(maneuver) && hand.chance(0.4)) clearingTurns(hand);
    maneuver(hand);
    pen.wait(hand.between(25, 45));
  }
  return { pen, truths: hand.truths, random };
}

function shuffled<T>(list: readonly T[], random: Random): T[] {
  const out = [...list];
  for (let k = out.length - 1; k > 0; k--) {
    const other = Math.floor(random.uniform() * (k + 1));
    [out[k], out[other]] = [out[other], out[k]];
  }
  return out;
}
