/** What the cards of turns say. */
import { type CardFacts, type CardWords, heading, line } from './facts.ts';
import {
  CLEAR_THE_ENGINE,
  carburettorCaution,
  flapCaution,
  HOLD_BANK_IN_DESCENT,
  heatThen,
  LOOK_AND_ROLL_DOWN,
  rollOut,
  STALL_IN_A_TURN,
  steadyEntry,
  vaCaution,
  vaNote,
} from './shared.ts';

const bank = ({ card, f }: CardFacts): string => line`${f.deg(card.bankDeg)}`;
const flapStep = ({ card, f }: CardFacts): string =>
  card.stage === 0
    ? ''
    : line`flaps ${f.deg(card.airplaneFlaps[card.stage - 1].deg)} in stages, each below its limit`;

function clearing({ card, technique, f }: CardFacts): string[] {
  const { clearingFirst: first, clearingMethod } = technique;
  const { headingDeg } = card.entry;
  const side = first === 'left' ? -1 : 1;
  const back = first === 'left' ? 'right' : 'left';
  const look = 'Look above, level and below, and behind the wing';
  return {
    'two-90': [
      line`Turn ${f.deg(90)} ${first} to ${heading(headingDeg + 90 * side)}. ${look}`,
      `Look ${back}, then turn back to ${heading(headingDeg)}`,
    ],
    'one-180': [
      line`Turn ${f.deg(180)} ${first} to ${heading(headingDeg + 180)}. ${look}`,
      'Begin the maneuver on this heading, or turn back to the one you want',
    ],
    'one-360': [
      `Turn a full circle to the ${first}, two minutes. Look above, level and below all the way`,
      `Roll out on ${heading(headingDeg)}`,
    ],
  }[clearingMethod];
}

export const clearingTurns: CardWords = {
  purpose: 'Make sure that nobody is below, above or ahead before the nose hides the view.',
  steps: (facts) => [
    steadyEntry(facts, true),
    'In a high-wing airplane lift the wing and look before you turn that way',
    ...clearing(facts),
    'If you see traffic or are in doubt, wait or go elsewhere. Then make the call and begin',
  ],
  usualFaults: () => [
    'Turning without looking',
    'Hurrying, so that the maneuver begins off altitude',
    'Clearing once and then looking inside',
  ],
  cautions: () => ['Keep clearing during what follows: clearing turns show one moment of the sky.'],
};

export const levelTurn: CardWords = {
  purpose: 'Looking, rolling, holding altitude and rolling out in one movement: the turn onto downwind.',
  steps: (facts) => [
    steadyEntry(facts, true),
    'Lift the wing or lean forward and look. Then roll with aileron and rudder together',
    'Size the bank to the turn: about 10° for a few degrees of heading, 20 to 30° for a half circle',
    'Add back pressure as the bank builds. Ailerons neutral at the bank, a little opposite if it steepens',
    'Eyes outside on the horizon, the cowling and the wingtip, with short looks at altimeter and ball. The engine is a second altimeter: faster means descending',
    `${rollOut(facts)}. Release the back pressure at the same rate`,
    'Repeat the other way, then to cardinal headings by the shortest way',
  ],
  usualFaults: () => [
    'No back pressure as the bank builds: altitude is lost in the first 90°',
    'Looking inside: bank and nose wander',
    'Rolling out late, past the heading',
  ],
  cautions: (facts) => [vaNote(facts), STALL_IN_A_TURN],
};

export const standardRateTurn: CardWords = {
  purpose: 'A turn by rate: to any heading by the clock, and out of a cloud entered by mistake.',
  steps: (facts) => [
    steadyEntry(facts, true),
    `Look, then roll to about ${bank(facts)}, aileron and rudder together`,
    'Start the clock as the bank passes half: 30° of heading in ten seconds, 90° in thirty',
    'If you are behind after ten seconds, add a little bank. If ahead, take a little off. Correct once, then wait',
    'Hold altitude with a small change of pitch; little back pressure is needed',
    `${rollOut(facts)}, or when the time is up`,
    'Repeat the other way, then by the clock alone, with the heading only as a check',
  ],
  usualFaults: () => [
    'Watching the clock and not the bank: the rate wanders',
    'The bank of an ordinary turn: too fast a rate at this speed',
    'Rolling out late: the time runs from wings level to wings level',
  ],
  cautions: (facts) => [
    vaNote(facts),
    STALL_IN_A_TURN,
    'Practice it in sight of the horizon, eyes outside between looks at the clock. It is no permission to enter cloud.',
  ],
};

export const climbingTurn: CardWords = {
  purpose: 'The turn after takeoff: low, slow and nose high, where overbanking and the stall are nearest.',
  steps: (facts) => [
    steadyEntry(facts, false),
    line`Climb first: ${facts.pitchFirst ? 'nose up, then full power' : 'full power, nose up with it'}. Trim for ${facts.entrySpeed('climb speed')}, right rudder`,
    `Then roll to ${bank(facts)}. Hold speed with pitch and leave the power`,
    'The outside wing makes more lift in a climb: hold the bank off with a little opposite aileron',
    'Left and right turns need different rudder: watch the ball',
    `${rollOut(facts)}. Level off with a tenth of the climb rate as the lead`,
  ],
  usualFaults: () => [
    'Asking for more climb than the airplane has: the speed decays',
    'Bank increasing, not held off',
    'Too little right rudder in the left turn',
  ],
  cautions: () => [
    STALL_IN_A_TURN,
    'A long climb with the nose up hides traffic ahead and heats the engine: lower the nose every 500 ft.',
  ],
};

export const descendingTurn: CardWords = {
  purpose: 'From base to final: speed, bank and descent managed at the same time.',
  steps: (facts) => {
    const { f, of } = facts;
    const down = line`nose down for ${f.fpm(of('descentFpm'))}`;
    const flaps = flapStep(facts);
    return [
      steadyEntry(facts, false),
      heatThen(
        facts,
        facts.pitchFirst
          ? line`${down}, set ${facts.power()} with it, trim`
          : line`set ${facts.power()}, ${down}, trim`,
      ),
      ...(flaps ? [`${flaps.charAt(0).toUpperCase()}${flaps.slice(1)}. Hold the nose, keep the speed`] : []),
      `Roll to ${bank(facts)}. Hold speed with pitch and the rate with power`,
      HOLD_BANK_IN_DESCENT,
      `${rollOut(facts)}. Level off with a tenth of the rate as the lead`,
    ];
  },
  usualFaults: () => [
    'Nose too low: the speed rises',
    'Bank not held in',
    'Level-off started at the altitude, not before it',
  ],
  cautions: (facts) => [
    vaNote(facts),
    STALL_IN_A_TURN,
    ...flapCaution(facts),
    ...carburettorCaution(facts),
    CLEAR_THE_ENGINE,
  ],
};

export const glidingTurn: CardWords = {
  purpose: 'The turn to final with the engine idle: height is all there is to pay for the bank.',
  steps: (facts) => {
    const flaps = flapStep(facts);
    return [
      steadyEntry(facts, false),
      heatThen(
        facts,
        line`power idle and glide at ${facts.entrySpeed('glide speed')}, trimmed${flaps && `. ${flaps.charAt(0).toUpperCase()}${flaps.slice(1)}`}`,
      ),
      `${LOOK_AND_ROLL_DOWN(bank(facts))}. Lower the nose a little, or the speed decays`,
      'Hold speed with pitch alone: there is no power to add. Less bank costs less height',
      `${HOLD_BANK_IN_DESCENT}. Use very little rudder, because the engine is idle`,
      `${rollOut(facts)}. Keep the glide; the nose comes up again`,
      'Add power before the floor: climb, flaps up in stages',
    ];
  },
  usualFaults: () => [
    'Speed lost in the roll-in: nose held where it was with the wings level',
    'Rudder held as with power: the ball out',
    'Tightening the turn with rudder to make a heading',
  ],
  cautions: (facts) => [
    STALL_IN_A_TURN,
    ...flapCaution(facts),
    'Clear the engine every 500 ft, and enter high enough that the recovery ends above the floor.',
    ...carburettorCaution(facts),
  ],
};

export const slippingDescentTurn: CardWords = {
  purpose: 'Too high on base without flaps: lose height and keep the speed.',
  steps: (facts) => [
    steadyEntry(facts, false),
    heatThen(facts, line`power idle and glide at ${facts.entrySpeed('approach speed')}, trimmed`),
    LOOK_AND_ROLL_DOWN(bank(facts)),
    'Then top rudder, smoothly, until the ball is half a ball to one ball to the low side. The turn slows and goes on. Hold the bank with aileron',
    'Lower the nose a little. Hold the speed by pitch attitude: the airspeed indicator errs in a slip',
    'For more sink use more of both; for less, less of both. Never rudder into the turn',
    line`Take out both together ${facts.f.deg(facts.card.turn?.rollOutLeadDeg ?? facts.card.bankDeg / 2)} before the heading. Center the ball and keep the glide`,
  ],
  usualFaults: () => [
    'Nose too low: speed instead of sink',
    'Rudder fading as the turn goes on',
    'Rudder left in after the wings are level',
  ],
  cautions: (facts) => [
    'Some handbooks forbid or limit slips with flaps out, or their time with little fuel in a tank: check before you fly it.',
    'Slow and crossed, a stall can snap: keep the speed, and never hold a slip near the stall warning. The rudder goes against the turn; into the turn it is a skid, and the way into a spin.',
    'Enter high enough that it ends above the floor. Near the ground, only with an instructor.',
    ...carburettorCaution(facts),
  ],
};

/** From a left seat the two turns look different, and the propeller helps the one and hinders the other. */
const SIDE_STEP = {
  left: 'From the left seat the nose looks high in a level left turn, and the cowling hides more of the horizon: do not push. Use less rudder; it tends to overbank. From the right seat it is the other way round, in tandem neither',
  right:
    'From the left seat the nose looks low in a level right turn: do not pull. Use more right rudder to roll in and to hold. From the right seat it is the other way round, in tandem neither',
} as const;

const TRIM_STEP = {
  none: 'Leave the trim: you would have to take it off again at the roll-out',
  'nose-up':
    'Use about three strokes of nose-up trim to take weight off the pull. Take them out at the roll-out',
  both: 'Fly one turn without trim and one with about three strokes nose-up. Feel which is steadier',
} as const;

export const steepTurn: CardWords = {
  purpose: 'Control at a high load factor, near the limits: without losing height, speed or the wing.',
  steps: (facts) => {
    const { card, technique, of } = facts;
    const add = of('addPower');
    const circles = technique.steepCircles === 2 ? 'two circles' : 'one circle';
    return [
      steadyEntry(facts, true),
      'Look, then roll slowly: four to five seconds to the bank. Say it as you roll: ten, twenty, thirty, pull',
      technique.steepPower === 'leave'
        ? 'Past 30° begin to pull. Leave the power: a little speed may go'
        : line`Past 30° begin to pull, add ${add > 0 ? line`about ${facts.powerOf(add)}` : 'a little power'}, and leave it`,
      `Stop the roll at ${bank(facts)} with a touch of opposite aileron. Eyes on the horizon for ${circles}`,
      SIDE_STEP[card.variant === 'right' ? 'right' : 'left'],
      TRIM_STEP[technique.steepTrim],
      technique.steepAltitudeBy === 'bank'
        ? 'Correct altitude with two or three degrees of bank at a constant pull. Small, early, one correction at a time'
        : 'Correct altitude with back pressure and hold the bank. Small, early, one correction at a time',
      `${rollOut(facts)}. Release the pull as the wings come level`,
      technique.steepReversal === 'at-once'
        ? 'Then turn at once the other way. The nose wants to rise as you pass level'
        : 'Settle on altitude and speed, then turn the other way',
    ];
  },
  usualFaults: () => [
    'Rolling in faster than the pull: altitude is lost in the first quarter',
    'Bank increasing past the target, then the nose drops',
    'Holding the pull through the roll-out: it climbs',
  ],
  cautions: (facts) => [
    vaCaution(facts),
    'If the stall warning sounds, ease the pull at once, then shallow the bank. A stall in a skidding turn can become a spin.',
    'If the nose drops and the speed rises in a steepening bank: power back, wings level, then ease out.',
  ],
};

export const coordinationRolls: CardWords = {
  purpose: 'Hands and feet that move together: every turn from base to final needs it.',
  steps: (facts) => [
    steadyEntry(facts, true),
    `Roll to ${bank(facts)} left, then without a stop to ${bank(facts)} right. Keep the nose on the point`,
    'Rudder goes in with the aileron and comes out with it',
    'Too little rudder: the nose first swings the other way. Too much: it leads into the roll',
    'First slowly, then with quicker aileron. Feel how the rudder has to follow',
  ],
  usualFaults: () => [
    'Nose swings against the roll: rudder late',
    'Rudder held after the aileron is neutral',
    'Eyes on the ball instead of the point',
  ],
  cautions: (facts) => [
    vaCaution(facts),
    'Move aileron and rudder smoothly. Never use full or reversed inputs, even below the maneuvering speed.',
  ],
};
