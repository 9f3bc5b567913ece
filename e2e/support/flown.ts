/** A pair of steep turns flown by the synthetic pilot, as a recording from the airplane would have them. */
import { demonstrationLegs, findAirplane, findStandard, flyLesson, targetCard } from '@keel/core';

/** @param pairs how many pairs of turns, one after the other */
export function flown(seed: number, pairs = 1) {
  const airplane = findAirplane('cairn-4')!;
  const card = targetCard({ airplane, standard: findStandard('faa-private')!, maneuver: 'steep-turn' });
  return flyLesson({
    airplane,
    weightLb: 2200,
    legs: Array.from({ length: pairs }, () => demonstrationLegs(card, {})).flat(),
    groundFt: 0,
    seed,
    recorder: { rateHz: 4 },
  }).recording;
}
