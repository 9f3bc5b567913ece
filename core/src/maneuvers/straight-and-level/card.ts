/** The card of straight and level flight. */

import type { TargetCard } from '../../card/card.ts';
import { circumstance, type Day, powerFor, powerWords, speedWords, warningKias } from '../../card/day.ts';
import { figure, NO_POWER, powerOf, practiceSpeed } from '../../card/figures.ts';
import { changeOrder, steadyEntry, vaNote } from '../../card/words.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { tradePicture } from '../../kits/straight/trade.ts';
import { leastPowerKias, pitchChangeDeg } from '../../performance/level.ts';
import { speedIn } from '../../units/convert.ts';
import { roundTo } from '../../units/numbers.ts';

/** No airplane of the kind is faster in level flight, where the book does not say what it never exceeds. */
const FASTEST_OF_VA = 1.5;

/** Speeds from just above the warning to what full throttle holds, round in the day's unit, each with what holds it. */
export function powerTable(day: Day, cruiseKias: number): TargetCard['powerTable'] {
  const { model } = day;
  if (!model) return [];
  const scale = speedIn(1, day.speedUnit);
  const slowest = warningKias(day).kias + 5;
  const rows: TargetCard['powerTable'] = [];
  const fastest = day.airplane.vneKias ?? FASTEST_OF_VA * day.vaKias;
  for (let shown = Math.ceil((slowest * scale) / 10) * 10; shown < fastest * scale; shown += 10) {
    const kias = shown / scale;
    const power = powerFor(day, kias);
    // High and heavy full throttle does not hold the slowest either.
    if (!power && rows.length > 0) break;
    if (!power) continue;
    const pitch = pitchChangeDeg(model, cruiseKias, kias, circumstance(day));
    rows.push({
      kias,
      power: power.value,
      pitchDeg: roundTo(pitch, 1),
      trim: Math.abs(kias - cruiseKias) < 3 ? 'as it is' : kias < cruiseKias ? 'nose up' : 'nose down',
    });
  }
  return rows;
}

export const straightAndLevelCard: Card = {
  purpose:
    'The base of everything: a speed, a power and a trim that belong together, found with the eyes outside.',
  heeds: ['changeOrder'],
  lossFt: 100,
  gainFt: 100,
  picture: tradePicture('both'),
  travels: true,
  minutes: () => 4,
  fly(day) {
    const speed = practiceSpeed(day, 0);
    const level = speed.kias === null ? null : powerFor(day, speed.kias);
    const table = speed.kias === null ? [] : powerTable(day, speed.kias);
    const slow = table[0];
    return {
      bankDeg: 0,
      stage: 0,
      speed,
      power: powerOf(day, level),
      powerTable: table,
      figures: [backSide(day)],
      steps: [
        steadyEntry(day, speed.kias),
        'Where does the horizon cut the cowling? That picture is this speed',
        `Wings level by the horizon on both sides; a point far ahead for the heading`,
        slow
          ? `Slow to ${speedWords(day, slow.kias)}: ${changeOrder(day)}; about ${powerWords(day, slow.power)} when it holds`
          : `Slow by 20 kt: ${changeOrder(day)}`,
        'Back to cruise: power, hold the nose as it rises, trim as the speed settles',
        'Trim takes the pressure off after the speed has settled; hands off for ten seconds shows it',
      ],
      usualFaults: [
        'Chasing the needles instead of holding the picture',
        'Flying with the trim instead of trimming the pressure away',
        'A wing low, held with rudder: the heading creeps',
      ],
      cautions: [vaNote(day), 'Heads up: two thirds of the time outside.'],
    };
  },
};

/** Where the power curve turns. */
function backSide(day: Day) {
  const { model } = day;
  return figure(
    'Least power at',
    model ? leastPowerKias(model, circumstance(day)) : null,
    'kias',
    model ? 'slower than this asks for more power' : NO_POWER,
    { from: model?.from.shaftPower },
  );
}
