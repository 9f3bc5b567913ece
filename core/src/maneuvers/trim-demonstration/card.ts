/** The card of the trim demonstration: the trim holds a speed, the power decides whether it climbs. */
import { type Day, powerFor, powerWords, roundPower, speedWords } from '../../card/day.ts';
import { climbAt, figure, powerOf, practiceSpeed } from '../../card/figures.ts';
import { steadyEntry, vaNote } from '../../card/words.ts';
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
  purpose: 'The trim holds the speed; power makes it climb or sink: seen once, nobody pulls for height.',
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
    const at = speed.kias === null ? 'the speed' : speedWords(day, speed.kias);
    return {
      bankDeg: 0,
      stage: 0,
      speed,
      power: powerOf(day, level, changed),
      figures: [
        figure(
          added ? 'It climbs at about' : 'It sinks at about',
          fpm,
          'ft/min',
          changed ? `with ${powerWords(day, roundPower(changed.value, day.powerUnit))}` : '',
          { from: changed?.from },
        ),
      ],
      steps: [
        steadyEntry(day, speed.kias),
        `Hands off for ten seconds: it stays at ${at}`,
        `Power ${added ? 'up' : 'back'} to ${powerWords(day, changed?.value)}, and nothing else: leave trim and stick, the ball with the feet`,
        `The nose goes ${added ? 'up' : 'down'}, the speed ${added ? 'falls' : 'rises'} first; it swings, and the swings die away`,
        `After a minute: about ${at} again, ${added ? 'climbing' : 'sinking'}. The trim kept the speed, the power made the ${added ? 'climb' : 'descent'}`,
        'Power as before: the same the other way, and level',
      ],
      usualFaults: [
        'A hand that helps: stick or trim moved',
        'Not waiting for the second swing',
        'A wing let down: it spirals instead of swinging',
      ],
      cautions: [vaNote(day), 'Hands near the stick: below the floor, or at 20° of bank, it is flown again.'],
    };
  },
};
