/** The card of steep turns. */
import { levelPowerOf } from '../../airplane/schema.ts';
import { type Day, powerFor, roundPower, STEEPEST_DEG } from '../../card/day.ts';
import { powerOf, practiceSpeed } from '../../card/figures.ts';
import type { Flown } from '../../card/flown.ts';
import { steadyEntry, vaCaution } from '../../card/words.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { rollOutLeadDeg } from '../../mechanics/turning.ts';
import { rowsFor } from '../../scoring/standard.ts';
import { speedWindowPicture } from './picture.ts';

const USUAL_BANK_DEG = 45;

export const steepTurnCard: Card = {
  purpose: 'Getting out of the way of another airplane, or of a mistake, without losing height or the wing.',
  heeds: ['steepTrim', 'steepAltitudeBy', 'steepPower', 'steepReversal', 'steepCircles', 'entrySpeed'],
  turnsByHeading: true,
  ownFigures: ['turn-rpm'],
  lossFt: 200,
  gainFt: 200,
  picture: speedWindowPicture,
  travels: false,
  // Two turns of half a minute a circle, the reversal or the pause between them, and settling.
  steepest: () => ({
    deg: STEEPEST_DEG,
    why: 'parachute rules begin beyond it, and no primary student goes there',
  }),
  minutes: ({ steepCircles, steepReversal }) => 1.1 * steepCircles + (steepReversal === 'paused' ? 1.5 : 0.9),
  fly,
};

function fly(day: Day): Flown {
  const { input, technique, airplane } = day;
  const rows = rowsFor(input.standard, { maneuver: 'steep-turn' });
  const bankDeg = input.bankDeg ?? rows.find((row) => row.parameter === 'bank')?.target ?? USUAL_BANK_DEG;
  const toleranceKt = rows.find((row) => row.parameter === 'airspeed')?.high ?? 10;
  const speed = practiceSpeed(day, bankDeg, toleranceKt);
  if (speed.kias === null) {
    day.missing.airspeedKias = `at ${bankDeg}° the stall with its margin lies above the maneuvering speed: do not fly this bank`;
  }
  const level = speed.kias === null ? null : powerFor(day, speed.kias);
  const holding = speed.kias === null ? null : powerFor(day, speed.kias, { bankDeg });
  // The book's own figure for the turn beats the model's: it is what this airplane's instructors use.
  const bookAdd = technique.powerUnit === '%' ? undefined : levelPowerOf(airplane)?.steepTurnAdd;
  const added = level && bookAdd !== undefined ? { ...level, value: level.value + bookAdd } : holding;
  const maneuver = technique.steepPower === 'leave' ? level : added;
  const power = powerOf(
    day,
    level,
    maneuver && { ...maneuver, value: roundPower(maneuver.value, day.powerUnit) },
  );
  const add = power && power.levelRpm !== null ? power.maneuverRpm - power.levelRpm : 0;
  const lead = rollOutLeadDeg(bankDeg);
  const circles = technique.steepCircles === 2 ? 'two circles' : 'one circle';
  return {
    bankDeg,
    stage: 0,
    speed,
    power,
    steps: [
      steadyEntry(day, speed.kias),
      'Look, then roll slowly: four to five seconds to the bank',
      technique.steepPower === 'leave'
        ? 'Past 30° begin to pull; the power stays, and a few knots may go'
        : `Past 30° begin to pull, ${add > 0 ? `about ${add} ${power?.unit} more` : 'a little power'}, and leave it`,
      `Stop the roll at ${bankDeg}° with a touch of opposite aileron; eyes on the horizon, ${circles}`,
      SIDE_STEP[day.variant === 'right' ? 'right' : 'left'],
      TRIM_STEP[technique.steepTrim],
      technique.steepAltitudeBy === 'bank'
        ? 'Altitude by two or three degrees of bank at constant pull; small, early, one at a time'
        : 'Altitude by back pressure; hold the bank; small, early, one at a time',
      `Begin the roll-out ${lead}° before the point; let the pull go as the wings come level`,
      technique.steepReversal === 'at-once'
        ? 'Then at once the other way; the nose wants to rise as you pass level'
        : 'Settle on altitude and speed, then the other way',
    ],
    usualFaults: [
      'Rolling in faster than the pull: height goes in the first quarter',
      'Bank creeping past the target, then the nose drops',
      'Holding the pull through the roll-out: it rises',
    ],
    cautions: [
      vaCaution(day),
      'If the stall warning sounds, ease the pull at once, then shallow the bank. A stall in a skidding turn can become a spin.',
      'If the nose drops and the speed rises in a steepening bank: power back, wings level, then ease out.',
    ],
  };
}

/** From a left seat the two turns look different, and the propeller helps the one and hinders the other. */
const SIDE_STEP = {
  left: 'To the left the nose sits higher against the horizon than it feels, from the left seat; less rudder, and it wants to overbank',
  right:
    'To the right the cowling hides the horizon from the left seat: the nose looks low when it is level; more right rudder to roll in and to hold',
} as const;

const TRIM_STEP = {
  none: 'Leave the trim: it would have to come off again at the roll-out',
  'nose-up':
    'About three strokes of nose-up trim take the weight off the pull; take them out at the roll-out',
  both: 'Fly one without trim and one with about three strokes nose-up; feel which holds steadier',
} as const;
