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
  const { input, technique } = day;
  const rows = rowsFor(input.standard, { maneuver: 'steep-turn' });
  const bankDeg = input.bankDeg ?? rows.find((row) => row.parameter === 'bank')?.target ?? USUAL_BANK_DEG;
  const toleranceKt = rows.find((row) => row.parameter === 'airspeed')?.high ?? 10;
  const speed = practiceSpeed(day, bankDeg, toleranceKt);
  if (speed.kias === null) {
    day.missing.airspeedKias = { code: 'stall-above-va', params: { bankDeg } };
  }
  const level = speed.kias === null ? null : powerFor(day, speed.kias);
  const turning = speed.kias === null ? null : turningPower(day, speed.kias, bankDeg, level);
  const maneuver = technique.steepPower === 'leave' ? level : turning;
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
    // The airplane has the power to fly level, and not to turn so.
    ...(level && !maneuver && { powerMissing: { code: 'not-held-level', params: { bankDeg } } }),
    params: { addPower: add },
  };
}

type Power = ReturnType<typeof powerFor>;

/**
 * What the turn takes: the model's at its bank, scaled so that it says at 45° what the book does, since that figure is what this
 * airplane's instructors use. Null where full throttle does not hold it level.
 */
function turningPower(day: Day, kias: number, bankDeg: number, level: Power): Power {
  const holding = powerFor(day, kias, { bankDeg });
  const usual = powerFor(day, kias, { bankDeg: USUAL_BANK_DEG });
  const bookAdd = day.technique.powerUnit === '%' ? undefined : levelPowerOf(day.airplane)?.steepTurnAdd;
  if (!holding || !level || bookAdd === undefined) return holding;
  const modelAdd = usual ? usual.value - level.value : 0;
  if (!(modelAdd > 0)) return holding;
  const value = level.value + bookAdd * ((holding.value - level.value) / modelAdd);
  return value > (day.airplane.maxRpm ?? Number.POSITIVE_INFINITY) ? null : { ...level, value };
}
