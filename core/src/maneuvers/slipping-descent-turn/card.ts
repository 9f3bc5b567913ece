/** The card of slipping descent turns. */
import { atWeightKias, circumstance, tasKtOf } from '../../card/day.ts';
import { bookSpeed, figure } from '../../card/figures.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { turnPicture } from '../../kits/turns/picture.ts';
import { glideAt } from '../../performance/climb.ts';
import { roundTo } from '../../units/numbers.ts';

const BANK_DEG = 25;

export const slippingDescentTurnCard: Card = {
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
    const speed = bookSpeed(
      day,
      atWeightKias(day, approach + 5),
      { code: 'approach-flaps-up' },
      {
        bankDeg,
        marginKt: 10,
      },
    );
    const glide = model && speed.kias !== null ? glideAt(model, speed.kias, circumstance(day)) : null;
    return {
      bankDeg,
      stage: 0,
      speed,
      power: null,
      powerMissing: { code: 'idle' },
      figures: [
        figure('glide-without-slip', glide ? roundTo(glide.sinkFpm, -1) : null, 'ft/min', {
          from: glide?.from,
        }),
        figure('ball', 'out', ''),
        ...(speed.kias === null ? [] : [figure('true-airspeed', tasKtOf(day, speed.kias), 'kt')]),
      ],
    };
  },
};
