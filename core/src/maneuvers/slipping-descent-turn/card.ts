/** The card of slipping descent turns. */
import { atWeightKias, circumstance, speedWords, tasKtOf } from '../../card/day.ts';
import { bookSpeed, figure } from '../../card/figures.ts';
import { carburettorCaution, heatThen, steadyEntry } from '../../card/words.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { turnPicture } from '../../kits/turns/picture.ts';
import { rollOutLeadDeg } from '../../mechanics/turning.ts';
import { glideAt } from '../../performance/climb.ts';
import { roundTo } from '../../units/numbers.ts';

const BANK_DEG = 25;

export const slippingDescentTurnCard: Card = {
  purpose: 'Too high on base without the flaps: height away, and the speed kept.',
  heeds: [],
  turnsByHeading: true,
  lossFt: 1500,
  gainFt: 100,
  picture: turnPicture(),
  travels: false,
  losesHeight: true,
  minutes: () => 2.5,
  fly(day) {
    const { airplane, model } = day;
    const bankDeg = day.input.bankDeg ?? BANK_DEG;
    const approach = airplane.approachKias ?? 1.4 * airplane.vs1Kias;
    const speed = bookSpeed(day, atWeightKias(day, approach + 5), 'the approach and a little, flaps up', {
      bankDeg,
      marginKt: 10,
    });
    const glide = model && speed.kias !== null ? glideAt(model, speed.kias, circumstance(day)) : null;
    const kias = speed.kias === null ? 'approach speed' : speedWords(day, speed.kias);
    return {
      bankDeg,
      stage: 0,
      speed,
      power: null,
      powerMissing: 'idle',
      figures: [
        figure(
          'Glide, without the slip',
          glide ? roundTo(glide.sinkFpm, -1) : null,
          'ft/min',
          'with it a good deal more',
          {
            from: glide?.from,
          },
        ),
        figure('Ball', 'out', '', 'half a ball to one, on the low side, held there'),
        ...(speed.kias === null
          ? []
          : [figure('True airspeed', tasKtOf(day, speed.kias), 'kt', 'for the look of the turn')]),
      ],
      steps: [
        steadyEntry(day, null),
        heatThen(day, `power idle: a glide at ${kias}, trimmed`),
        `Look below and into the turn, then roll to ${bankDeg}°`,
        'Then rudder the other way, smoothly, until the nose no longer swings into the turn; bank stays with aileron',
        'Nose a little lower: the speed is held by the picture, since the needle may be wrong in a slip',
        'More sink: more of both. Less: less of both. Never rudder into the turn',
        `${rollOutLeadDeg(bankDeg)}° before the heading both come out together; ball in the middle, the glide goes on`,
      ],
      usualFaults: [
        'Nose too low: speed instead of sink',
        'Rudder fading as the turn is held',
        'Rudder left in after the wings are level',
      ],
      cautions: [
        'Some handbooks forbid or limit slips with flaps out, or their time with little fuel in a tank: look before you fly it.',
        'Slow and crossed, a stall can flick: speed first, and never hold a slip near the warning. The rudder is against the turn; into the turn it is a skid, and the way into a spin.',
        'Enter high enough that it ends above the floor; near the ground only with an instructor.',
        ...carburettorCaution(day),
      ],
    };
  },
};
