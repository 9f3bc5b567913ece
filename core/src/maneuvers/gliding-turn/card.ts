/** The card of gliding turns, flaps up or down. */
import { atWeightKias, circumstance, speedWords, stageOf } from '../../card/day.ts';
import { bookSpeed, figure } from '../../card/figures.ts';
import { flapSchedule } from '../../card/flap-schedule.ts';
import { carburettorCaution, flapCaution, heatThen, steadyEntry } from '../../card/words.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { STALL_IN_A_TURN } from '../../kits/turns/card.ts';
import { turnPicture } from '../../kits/turns/picture.ts';
import { rollOutLeadDeg } from '../../mechanics/turning.ts';
import { glideAt } from '../../performance/climb.ts';
import { roundTo } from '../../units/numbers.ts';

const BANK_DEG = 25;

export const glidingTurnCard: Card = {
  purpose: 'The turn to final with the engine idle: no power to pay for the bank, only height.',
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
      stage === 0 ? 'best glide at today’s weight' : 'the approach and a little, with these flaps',
      { bankDeg, stage, marginKt: 8 },
    );
    const at = circumstance(day, { stage, bankDeg });
    const glide = model && speed.kias !== null ? glideAt(model, speed.kias, at) : null;
    const kias = speed.kias === null ? 'glide speed' : speedWords(day, speed.kias);
    const flaps = stage === 0 ? '' : `; flaps ${airplane.flaps[stage - 1].deg}°, each stage below its limit`;
    return {
      bankDeg,
      stage,
      speed,
      power: null,
      powerMissing: 'idle',
      flaps: stage === 0 ? undefined : flapSchedule(day, stage, speed.kias ?? vs1Kias + 20),
      figures: [
        figure(
          'Sink in the turn',
          glide ? roundTo(glide.sinkFpm, -1) : null,
          'ft/min',
          'idle, at this bank',
          {
            from: glide?.from,
          },
        ),
      ],
      steps: [
        steadyEntry(day, null),
        heatThen(day, `power idle: a glide at ${kias}, trimmed${flaps}`),
        `Look below and into the turn, then roll to ${bankDeg}°; the nose a little lower, or the speed goes`,
        'Speed by pitch alone: there is no power to add. Less bank costs less height',
        'The inner wing lifts more in a descent: hold the bank in with aileron; hardly any rudder, the engine asks for none',
        `Begin the roll-out ${rollOutLeadDeg(bankDeg)}° before the heading; the glide goes on, the nose comes up again`,
        'Power in before the floor: climb, flaps up by stages',
      ],
      usualFaults: [
        'Speed lost in the roll-in: the nose held where it was with the wings level',
        'Rudder held as with power: the ball out',
        'Tightening the turn with rudder toward a heading that is going by',
      ],
      cautions: [
        STALL_IN_A_TURN,
        ...flapCaution(day, stage),
        'Clear the engine every 500 ft, and enter high enough that the recovery ends above the floor.',
        ...carburettorCaution(day),
      ],
    };
  },
};
