/** Turns at medium bank: level, climbing, descending; and the turns that clear the area. */
import { bankForTurnRateDeg, rollOutLeadDeg } from '../../flight/turning.ts';
import { atWeightKias, headingWords, powerFor, powerWords, speedWords, tasKtOf } from '../day.ts';
import { steadyEntry, vaCaution } from '../words.ts';
import { bookSpeed, climbAt, figure, fullThrottle, powerOf, practiceSpeed } from './common.ts';
import type { ManeuverBrief } from './maneuver-brief.ts';

const MEDIUM_BANK_DEG = 30;
const CLIMBING_BANK_DEG = 20;
const STANDARD_RATE_DEG_PER_S = 3;
const DESCENT_FPM = 400;

const STALL_IN_A_TURN =
  'If the warning sounds in the turn, ease the pull first, then level the wings. Keep the ball in the middle: a skidding stall can become a spin.';

export const levelTurnBrief: ManeuverBrief = {
  id: 'level-turn',
  title: 'Level turns',
  short: 'Turns',
  variants: ['left', 'right'],
  lossFt: 150,
  gainFt: 150,
  picture: 'altitude-ladder',
  travels: false,
  minutes: () => 3,
  fly(day) {
    const bankDeg = day.input.bankDeg ?? MEDIUM_BANK_DEG;
    const speed = practiceSpeed(day, bankDeg);
    const level = speed.kias === null ? null : powerFor(day, speed.kias);
    const holding = speed.kias === null ? null : powerFor(day, speed.kias, { bankDeg });
    return {
      bankDeg,
      stage: 0,
      speed,
      power: powerOf(day, level, holding),
      steps: [
        steadyEntry(day, speed.kias),
        'Lift the wing or lean forward and look, then roll with aileron and rudder together',
        'Ease back as the lift tilts; aileron neutral at the bank, a finger of opposite as it steepens',
        'Outside: the horizon against the cowling; inside: a glance at altimeter and ball',
        `Begin the roll-out ${rollOutLeadDeg(bankDeg)}° before the heading; let the back pressure go at the same rate`,
        'The same the other way, then by heading: cardinal points, shortest way',
      ],
      usualFaults: [
        'No back pressure as the bank goes in: height goes in the first 90°',
        'Looking inside: bank and nose wander',
        'Rolling out late, past the heading',
      ],
      cautions: [vaCaution(day), STALL_IN_A_TURN],
    };
  },
};

export const climbingTurnBrief: ManeuverBrief = {
  id: 'climbing-turn',
  title: 'Climbing turns',
  short: 'Climb turns',
  variants: ['left', 'right'],
  lossFt: 100,
  gainFt: 700,
  picture: 'altitude-ladder',
  travels: false,
  minutes: () => 2.5,
  fly(day) {
    const bankDeg = day.input.bankDeg ?? CLIMBING_BANK_DEG;
    const vy = day.airplane.vyKias;
    const speed = bookSpeed(
      day,
      vy === undefined ? 1.5 * day.airplane.vs1Kias : atWeightKias(day, vy),
      vy === undefined ? 'half again the stall speed, for want of the book’s' : 'best rate at today’s weight',
      { bankDeg },
    );
    const climb = speed.kias === null ? null : climbAt(day, speed.kias);
    return {
      bankDeg,
      stage: 0,
      speed,
      power: fullThrottle(day, speed.kias),
      figures: climb
        ? [
            figure('Climb, wings level', climb.fpm, 'ft/min', 'a little less in the turn; full throttle', {
              from: climb.from,
            }),
          ]
        : [],
      steps: [
        steadyEntry(day, null),
        `Climb first: nose up, full power, trim for ${speed.kias === null ? 'climb speed' : speedWords(day, speed.kias)}, right rudder`,
        `Then roll to ${bankDeg}°; speed by pitch, the power stays`,
        'The outer wing lifts more in a climb: hold off the bank with a little opposite aileron',
        'Left and right ask for different rudder; watch the ball',
        `Begin the roll-out ${rollOutLeadDeg(bankDeg)}° before the heading; level off with a tenth of the rate as lead`,
      ],
      usualFaults: [
        'Asking for more climb than the airplane has: the speed goes',
        'Bank creeping in, not held off',
        'Too little right rudder in the left turn',
      ],
      cautions: [
        STALL_IN_A_TURN,
        'A long climb with the nose up hides traffic ahead and heats the engine: lower it every 500 ft.',
      ],
    };
  },
};

export const descendingTurnBrief: ManeuverBrief = {
  id: 'descending-turn',
  title: 'Descending turns',
  short: 'Desc. turns',
  variants: ['left', 'right'],
  lossFt: 700,
  gainFt: 100,
  picture: 'altitude-ladder',
  travels: false,
  losesHeight: true,
  minutes: () => 2.5,
  fly(day) {
    const bankDeg = day.input.bankDeg ?? CLIMBING_BANK_DEG;
    const { approachKias, vs1Kias } = day.airplane;
    const base = approachKias === undefined ? 1.5 * vs1Kias : approachKias + 10;
    const speed = bookSpeed(day, atWeightKias(day, base), 'ten knots over the approach, easy to hold', {
      bankDeg,
    });
    const level = speed.kias === null ? null : powerFor(day, speed.kias);
    const descending =
      speed.kias === null ? null : powerFor(day, speed.kias, { bankDeg, verticalFpm: -DESCENT_FPM });
    return {
      bankDeg,
      stage: 0,
      speed,
      power: powerOf(day, level, descending),
      figures: [figure('Descend at', DESCENT_FPM, 'ft/min', 'powered; gliding, speed by pitch alone')],
      steps: [
        steadyEntry(day, null),
        `Carburettor heat, then ${powerWords(day, descending?.value)}; nose down for ${DESCENT_FPM} ft/min, trim`,
        `Roll to ${bankDeg}°; speed by pitch, rate by power`,
        'The inner wing lifts more in a descent: hold the bank in with aileron',
        'Then gliding, power idle, the same speed; then with flaps, steeper at the same speed',
        `Begin the roll-out ${rollOutLeadDeg(bankDeg)}° before the heading; level off with a tenth of the rate as lead`,
      ],
      usualFaults: [
        'Speed rising as the nose is put down too far',
        'Bank washing out instead of being held in',
        'Level-off begun at the altitude, not before it',
      ],
      cautions: [
        vaCaution(day),
        STALL_IN_A_TURN,
        'Carburettor ice forms at low power in damp air: heat on before the power comes back, and clear the engine every 500 ft in a glide.',
      ],
    };
  },
};

export const clearingTurnsBrief: ManeuverBrief = {
  id: 'clearing-turns',
  title: 'Clearing turns',
  short: 'Clearing',
  variants: ['standard'],
  lossFt: 100,
  gainFt: 100,
  picture: 'altitude-ladder',
  travels: false,
  minutes: ({ clearingMethod }) => (clearingMethod === 'one-360' ? 2 : 1.2),
  fly(day) {
    const { technique, headingDeg } = day;
    const speed = practiceSpeed(day, MEDIUM_BANK_DEG);
    const tas = speed.kias === null ? null : tasKtOf(day, speed.kias);
    const bankDeg =
      day.input.bankDeg ?? (tas === null ? 15 : Math.round(bankForTurnRateDeg(STANDARD_RATE_DEG_PER_S, tas)));
    const level = speed.kias === null ? null : powerFor(day, speed.kias);
    const side = technique.clearingFirst === 'left' ? -1 : 1;
    const other = technique.clearingFirst === 'left' ? 'right' : 'left';
    const turns = {
      'two-90': [
        `90° ${technique.clearingFirst} to ${headingWords(headingDeg + 90 * side)}: look above, level and below, and behind the wing`,
        `Back ${other} to ${headingWords(headingDeg)}, looking before the turn`,
      ],
      'one-180': [
        `180° ${technique.clearingFirst} to ${headingWords(headingDeg + 180)}: look above, level and below, and behind the wing`,
        'The maneuver begins on this heading, or turn back to the one you want',
      ],
      'one-360': [
        `A full circle to the ${technique.clearingFirst}, two minutes, looking above, level and below all the way`,
        `Roll out on ${headingWords(headingDeg)}`,
      ],
    }[technique.clearingMethod];
    return {
      bankDeg,
      stage: 0,
      speed,
      power: powerOf(day, level),
      figures: [figure('Rate', STANDARD_RATE_DEG_PER_S, '°/s', 'standard rate: two minutes for a circle')],
      steps: [
        steadyEntry(day, speed.kias),
        'In a high-wing airplane lift the wing and look before you turn that way',
        ...turns,
        'Traffic or a doubt: wait, or go elsewhere; then the call, and begin',
      ],
      usualFaults: [
        'Turning without looking: the turn is for the eyes',
        'Hurrying, so that the maneuver begins off altitude',
        'Clearing once and then looking inside',
      ],
      cautions: ['Keep clearing all through what follows: clearing turns show one moment of the sky.'],
    };
  },
};

export const coordinationRollsBrief: ManeuverBrief = {
  id: 'coordination-rolls',
  title: 'Coordination rolls',
  short: 'Rolls',
  variants: ['standard'],
  lossFt: 100,
  gainFt: 100,
  picture: 'altitude-ladder',
  travels: true,
  minutes: () => 1.5,
  fly(day) {
    const bankDeg = day.input.bankDeg ?? 20;
    const speed = practiceSpeed(day, MEDIUM_BANK_DEG);
    const level = speed.kias === null ? null : powerFor(day, speed.kias);
    return {
      bankDeg,
      stage: 0,
      speed,
      power: powerOf(day, level),
      figures: [figure('Heading', 5, '°', 'the most it may swing either side', { digits: 0 })],
      steps: [
        steadyEntry(day, speed.kias),
        `Roll to ${bankDeg}° left, and without a stop to ${bankDeg}° right; the nose stays on the point`,
        'Rudder goes in with the aileron and comes out with it',
        'Too little rudder: the nose first swings the other way; too much: it leads into the roll',
        'First slowly, then with quicker aileron; feel how the rudder must follow',
      ],
      usualFaults: [
        'Nose swinging against the roll: rudder late',
        'Rudder held on after the aileron is back',
        'Eyes on the ball instead of the point',
      ],
      cautions: [
        vaCaution(day),
        'Aileron and rudder smoothly: never full or reversed inputs, even below the maneuvering speed.',
      ],
    };
  },
};
