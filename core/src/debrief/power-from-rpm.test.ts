/**
 * Power of a power-on stall where only revolutions or a manifold pressure were recorded: through the airplane's own book,
 * or not at all.
 */

import { findAirplane, fleet } from '../airplane/fleet.ts';
import { airplaneSchema } from '../airplane/schema.ts';
import { flyManeuver } from '../fly/fly.ts';
import { percentOfManifold } from '../performance/engine.ts';
import { performanceOf } from '../performance/fit.ts';
import { percentOfRpm } from '../performance/level.ts';
import type { Recording } from '../recording/columns/recording.ts';
import { findStandard } from '../standards/standards.ts';
import { without } from '../testing/drawn-lesson/recorder.ts';
import { scoreRecording } from './score-recording.ts';

const standard = findStandard('faa-private')!;
const airplane = fleet[0];

test.each(fleet)('percent of power from what is set is that of the book ($id)', (one) => {
  const model = performanceOf(one)!;
  for (const { pressureAltitudeFt, power, ktas, powerPct } of one.book!.cruise!) {
    const weightLb = one.maxWeightLb;
    // The book gives true airspeed: found here by the indicated speed that has it.
    const kiasOf = (tas: number) => tas * Math.sqrt((1 - 6.8756e-6 * pressureAltitudeFt) ** 4.2559);
    const percent =
      model.propeller.kind === 'constant-speed'
        ? percentOfManifold(model.engine, power, pressureAltitudeFt)
        : percentOfRpm(model, power, kiasOf(ktas), { weightLb, pressureAltitudeFt });
    expect(Math.abs(percent - powerPct!)).toBeLessThan(4);
  }
});

function named(
  habit: string,
  change: (recording: Recording) => Recording,
  own = airplane,
  flown = airplane,
): string[] {
  const { recording, card } = flyManeuver({
    airplane: flown,
    weightLb: flown.maxWeightLb - 100,
    seed: 1,
    maneuver: 'power-on-stall',
    habit,
  });
  const { attempts } = scoreRecording(change(recording), { standard, airplane: own, briefs: [card] });
  expect(attempts.map(({ maneuver }) => maneuver)).toEqual(['power-on-stall']);
  return attempts.flatMap(({ findings }) => findings.map(({ id }) => id));
}
const LITTLE = 'power-on-stall/power-too-low';
const rpmOnly = (recording: Recording) => without(recording, 'power_pct', 'throttle');

test('too little power is named from revolutions', () => expect(named(LITTLE, rpmOnly)).toContain(LITTLE));
test('enough is not', () => expect(named('none', rpmOnly)).toEqual([]));
test('without a book nothing is said', () => {
  const { book, power, ...rest } = airplane;
  expect(named(LITTLE, rpmOnly, airplaneSchema.parse(rest))).not.toContain(LITTLE);
});
test('with neither column nothing is said', () =>
  expect(named('none', (recording) => without(recording, 'power_pct', 'throttle', 'rpm'))).toEqual([]));

describe('where a governor holds the turns', () => {
  const ouzel = findAirplane('ouzel-4')!;
  const manifoldOnly = (recording: Recording) => without(recording, 'power_pct', 'throttle');
  const turnsOnly = (recording: Recording) => without(recording, 'power_pct', 'throttle', 'map_inhg');
  test('too little power is named from the manifold pressure, enough is not', () => {
    expect(named(LITTLE, manifoldOnly, ouzel, ouzel)).toContain(LITTLE);
    expect(named('none', manifoldOnly, ouzel, ouzel)).toEqual([]);
  });
  test('revolutions tell nothing, and nothing is said', () =>
    expect(named(LITTLE, turnsOnly, ouzel, ouzel)).not.toContain(LITTLE));
});
