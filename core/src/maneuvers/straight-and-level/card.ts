/** The card of straight and level flight. */

import type { TargetCard } from '../../card/card.ts';
import { circumstance, type Day, powerFor, warningKias } from '../../card/day.ts';
import { figure, powerOf, practiceSpeed } from '../../card/figures.ts';
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
      trim: Math.abs(kias - cruiseKias) < 3 ? 'as-it-is' : kias < cruiseKias ? 'nose-up' : 'nose-down',
    });
  }
  return rows;
}

export const straightAndLevelCard: Card = {
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
    return {
      bankDeg: 0,
      stage: 0,
      speed,
      power: powerOf(day, level),
      powerTable: table,
      figures: [backSide(day)],
    };
  },
};

/** Where the power curve turns. */
function backSide(day: Day) {
  const { model } = day;
  return figure('least-power', model ? leastPowerKias(model, circumstance(day)) : null, 'kias', {
    from: model?.from.shaftPower,
    params: { known: model !== null },
  });
}
