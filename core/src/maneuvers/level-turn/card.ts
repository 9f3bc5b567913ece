/** The card of level turns. */

import { steadyEntry, vaNote } from '../../card/words.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { heldLevel, MEDIUM_BANK_DEG, STALL_IN_A_TURN } from '../../kits/turns/card.ts';
import { turnPicture } from '../../kits/turns/picture.ts';
import { rollOutLeadDeg } from '../../mechanics/turning.ts';

export const levelTurnCard: Card = {
  purpose: 'Looking, rolling, pulling and rolling out in one movement: the turn onto downwind.',
  heeds: ['entrySpeed'],
  turnsByHeading: true,
  lossFt: 150,
  gainFt: 150,
  picture: turnPicture(),
  travels: false,
  minutes: () => 3,
  fly(day) {
    const bankDeg = day.input.bankDeg ?? MEDIUM_BANK_DEG;
    const held = heldLevel(day, bankDeg);
    const { speed } = held;
    return {
      ...held,
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
      cautions: [vaNote(day), STALL_IN_A_TURN],
    };
  },
};
