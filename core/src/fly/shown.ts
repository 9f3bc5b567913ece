/** What a steady hand does with a card, so that a student can see the shape of it beside the own line. */
import { median } from '../units/numbers.ts';
import { flyManeuver } from './fly.ts';
import { deviationOf, type Lane } from './lanes.ts';
import type { Demonstration, TrainerOptions } from './trainer-types.ts';

const DEMONSTRATION_STEP_S = 0.5;
/** Of what follows the maneuver, this much is shown. */
const SETTLING_S = 6;
const TURN_EDGE_DEG = 5;

export function demonstrationOf(options: TrainerOptions, lanes: readonly Lane[]): Demonstration {
  const { recording, events } = flyManeuver({
    airplane: options.airplane,
    maneuver: options.card.maneuver,
    variant: options.card.variant,
    card: options.card,
    groundFt: options.groundFt,
    weightLb: options.card.weightLb,
    skill: 0.93,
    recorder: { rateHz: 1 / DEMONSTRATION_STEP_S, noise: false },
  });
  // What follows the lead-in is the maneuver.
  const markS = events.find(({ name }) => name !== 'lead-in')?.atS ?? 0;
  const { timeS, channels } = recording;
  // A turn is laid over the student's from the same bank on.
  const banked = timeS.findIndex((t, i) => t >= markS && Math.abs(channels.bank_deg![i]) > TURN_EDGE_DEG);
  const beganS = options.card.bankDeg > 0 && banked >= 0 ? timeS[banked] : markS;
  const overS = events.find(({ name }) => name === 'settle')?.atS ?? timeS.at(-1)!;
  const rows = [...timeS.keys()].filter((i) => timeS[i] >= beganS && timeS[i] <= overS + SETTLING_S);
  const at = (name: keyof typeof channels, i: number) => channels[name]![i];
  const endedS =
    events.findLast(({ name }) => name === 'roll-out' || name === 'settle')?.atS ?? timeS.at(-1)!;
  const held = rows.filter(
    (i) => timeS[i] > beganS + 0.3 * (endedS - beganS) && timeS[i] < beganS + 0.8 * (endedS - beganS),
  );
  return {
    stepS: DEMONSTRATION_STEP_S,
    attitude: {
      pitchDeg: median(held.map((i) => at('pitch_deg', i))),
      bankDeg: median(held.map((i) => at('bank_deg', i))),
    },
    lanes: lanes.map((lane) =>
      rows.map((i) =>
        deviationOf(lane, {
          alt_ft: at('alt_ft', i),
          ias_kt: at('ias_kt', i),
          hdg_deg: at('hdg_deg', i),
          bank_deg: at('bank_deg', i),
        }),
      ),
    ),
  };
}
