/** The card of gliding turns, flaps up or down. */
import { atWeightKias, circumstance, stageOf } from '../../card/day.ts';
import { bookSpeed, figure } from '../../card/figures.ts';
import { flapSchedule } from '../../card/flap-schedule.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { turnPicture } from '../../kits/turns/picture.ts';
import { glideAt } from '../../performance/climb.ts';
import { roundTo } from '../../units/numbers.ts';

const BANK_DEG = 25;

export const glidingTurnCard: Card = {
  heeds: [],
  configurations: ['clean', 'takeoff', 'landing'],
  turnsByHeading: true,
  lossFt: 1500,
  gainFt: 100,
  picture: turnPicture(),
  travels: false,
  losesHeight: true,
  minutes: () => 2.5,
  fly(day) {
    const { airplane, model } = day;
    const stage = stageOf(airplane, day.input.configuration ?? 'clean');
    const bankDeg = day.input.bankDeg ?? BANK_DEG;
    const { bestGlideKias, approachKias, vs1Kias } = airplane;
    const base = stage === 0 ? (bestGlideKias ?? 1.4 * vs1Kias) : (approachKias ?? 1.35 * vs1Kias) + 5;
    const speed = bookSpeed(
      day,
      atWeightKias(day, base, stage),
      { code: stage === 0 ? 'best-glide' : 'approach-and-a-little' },
      { bankDeg, stage, marginKt: 8 },
    );
    const at = circumstance(day, { stage, bankDeg });
    const glide = model && speed.kias !== null ? glideAt(model, speed.kias, at) : null;
    return {
      bankDeg,
      stage,
      speed,
      power: null,
      powerMissing: { code: 'idle' },
      flaps: stage === 0 ? undefined : flapSchedule(day, stage, speed.kias ?? vs1Kias + 20),
      figures: [
        figure('sink-in-turn', glide ? roundTo(glide.sinkFpm, -1) : null, 'ft/min', { from: glide?.from }),
      ],
    };
  },
};
