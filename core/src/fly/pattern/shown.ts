/** The pattern as the instructor shows it, from wherever the airplane is. */
import { type Cockpit, type Script, until } from '../../flight/pilot/cockpit.ts';
import { type Airfield, beside, heightFt, near, sideOf } from '../airfield.ts';
import { circuit, climbOut, crosswind } from '../circuit.ts';
import { finalApproach, land } from '../final.ts';
import { rollOut, takeOff } from '../ground-run.ts';

/** Well out to the side it is downwind or base; near the line, before the threshold, on final. */
const DOWNWIND_M = 500;
const BEFORE_M = -600;

export function* patternShown(c: Cockpit, field: Airfield): Script {
  const { alongM, leftM } = beside(c.flight, field);
  if (c.flight.motion.onWheels > 0.1) {
    yield* rollOut(c, field, 0.6, 3);
    yield* takeOff(c, field);
  } else if (alongM < BEFORE_M && Math.abs(leftM) < DOWNWIND_M) {
    yield* finalApproach(c, field);
    yield* land(c, field);
    yield* rollOut(c, field, 0.6, 2);
    return;
  } else if (sideOf(field) * leftM > DOWNWIND_M) {
    yield* circuit(c, field, 'stop');
    return;
  } else if (heightFt(c, field) < 600) {
    c.aim.bank = { by: 'heading', deg: near(c, field.runwayDeg), mostDeg: 15 };
    yield* climbOut(c, field, 650);
  }
  yield* crosswind(c, field);
  yield* circuit(c, field, 'stop');
  yield* until(c, 5, () => false);
}
