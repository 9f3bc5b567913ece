/** The card of the trim demonstration: the trim holds a speed, the power decides whether it climbs. */
import { type Day, powerFor, roundPower } from '../../card/day.ts';
import { climbAt, figure, powerOf, practiceSpeed } from '../../card/figures.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { tradePicture } from '../../kits/straight/trade.ts';

/** Climbed or sunk at with the change of power, ft/min: plain to see, and far from the limits. */
const SHOWN_FPM = 400;
/** Of the climb that full throttle has at the speed: some of the lever has to be left. */
const OF_THE_CLIMB = 0.7;

/** To the next fifty, ft/min. */
function shownFpm(day: Day, kias: number | null): number {
  if (day.variant !== 'power-added' || kias === null) return SHOWN_FPM;
  const most = climbAt(day, kias, 0)?.fpm ?? SHOWN_FPM;
  return Math.min(SHOWN_FPM, 50 * Math.floor((OF_THE_CLIMB * most) / 50));
}

export const trimDemonstrationCard: Card = {
  heeds: [],
  lossFt: 500,
  gainFt: 500,
  picture: tradePicture('speed'),
  travels: true,
  minutes: () => 3,
  fly(day) {
    const speed = practiceSpeed(day, 0);
    const added = day.variant === 'power-added';
    const fpm = shownFpm(day, speed.kias);
    const level = speed.kias === null ? null : powerFor(day, speed.kias);
    const changed =
      speed.kias === null ? null : powerFor(day, speed.kias, { verticalFpm: added ? fpm : -fpm });
    return {
      bankDeg: 0,
      stage: 0,
      speed,
      power: powerOf(day, level, changed),
      figures: [
        figure('settles-at', fpm, 'ft/min', {
          from: changed?.from,
          params: { added, ...(changed && { power: roundPower(changed.value, day.powerUnit) }) },
        }),
      ],
    };
  },
};
