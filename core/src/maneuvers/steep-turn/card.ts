/** The card of steep turns. */
import { levelPowerOf } from '../../airplane/schema.ts';
import { type Day, powerFor, roundPower, STEEPEST_DEG } from '../../card/day.ts';
import { powerOf, practiceSpeed } from '../../card/figures.ts';
import type { Flown } from '../../card/flown.ts';
import type { Card } from '../../kits/attempt/room.ts';
import { rowsFor } from '../../scoring/standard.ts';
import { speedWindowPicture } from './picture.ts';

const USUAL_BANK_DEG = 45;

export const steepTurnCard: Card = {
  heeds: ['steepTrim', 'steepAltitudeBy', 'steepPower', 'steepReversal', 'steepCircles', 'entrySpeed'],
  turnsByHeading: true,
  ownFigures: ['turn-rpm'],
  lossFt: 200,
  gainFt: 200,
  picture: speedWindowPicture,
  travels: false,
  // Two turns of half a minute a circle, the reversal or the pause between them, and settling.
  mostBankDeg: () => STEEPEST_DEG,
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
    day.missing.airspeedKias = { code: 'stall-above-va', params: { bankDeg } };
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
  return {
    bankDeg,
    stage: 0,
    speed,
    power,
    params: { addPower: add },
  };
}
