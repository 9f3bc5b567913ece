/**
 * Faults of slow flight and stalls drawn to the figure: each is named once its size passes its threshold and not
 * before, in air that no flight model has flown.
 */
import { fleet } from '../airplane/fleet.ts';
import { targetCard } from '../brief/target-card.ts';
import { findStandard } from '../standards/standards.ts';
import { drawOne, powerOffStall, powerOnStall, slowFlight } from '../testing/drawn-lesson/exact.ts';
import type { Pen } from '../testing/drawn-lesson/pen.ts';
import { scoreRecording } from './score-recording.ts';

const standard = findStandard('faa-private')!;

/** What slow flight is too fast for, only a brief or the airplane's own speed says. */
const briefs = [
  targetCard({ airplane: fleet[0], standard, maneuver: 'slow-flight', variant: 'landing', groundFt: 1900 }),
];

function named(draw: (pen: Pen) => void): string[] {
  const { attempts } = scoreRecording(drawOne(draw), {
    standard,
    airplane: fleet[0],
    weightLb: 2250,
    briefs,
  });
  return attempts
    .filter(({ maneuver }) => /slow|stall/.test(maneuver))
    .flatMap(({ findings }) => findings.map(({ id }) => id));
}

describe.each([
  ['slow-flight', slowFlight({})],
  ['power-off-stall', powerOffStall({})],
  ['power-on-stall', powerOnStall({})],
])('%s', (_, draw) => {
  test('flown cleanly has no finding', () => expect(named(draw)).toEqual([]));
});

describe.each([
  ['slow-flight/too-fast', slowFlight({ heldKt: 59 }), [61, 63, 64].map((heldKt) => slowFlight({ heldKt }))],
  [
    'slow-flight/balloon-on-flap',
    slowFlight({ balloonFt: 42 }),
    [60, 90, 150].map((balloonFt) => slowFlight({ balloonFt })),
  ],
  [
    'slow-flight/altitude-loss-entry',
    slowFlight({ entryLossFt: 42 }),
    [60, 90, 150].map((entryLossFt) => slowFlight({ entryLossFt })),
  ],
  [
    'slow-flight/sink-before-power',
    slowFlight({ sinkFt: 42 }),
    [65, 90, 150].map((sinkFt) => slowFlight({ sinkFt })),
  ],
  [
    'slow-flight/heading-drift-left',
    slowFlight({ driftLeftDeg: 8 }),
    [12, 18, 30].map((driftLeftDeg) => slowFlight({ driftLeftDeg })),
  ],
  [
    'slow-flight/too-much-bank',
    slowFlight({ bankDeg: 18 }),
    [22, 26, 30].map((bankDeg) => slowFlight({ bankDeg })),
  ],
  ['slow-flight/stall-warning', slowFlight({}), [1, 2, 4].map((warnedS) => slowFlight({ warnedS }))],
  [
    'slow-flight/climb-on-recovery',
    slowFlight({ climbFt: 85 }),
    [115, 150, 250].map((climbFt) => slowFlight({ climbFt })),
  ],
  [
    'slow-flight/flaps-all-at-once',
    slowFlight({ flapsInGapS: 5 }),
    [1, 2].map((flapsInGapS) => slowFlight({ flapsInGapS })),
  ],
  [
    'power-off-stall/no-stabilized-descent',
    powerOffStall({ descentS: 8 }),
    [0, 2].map((descentS) => powerOffStall({ descentS })),
  ],
  [
    'power-off-stall/heading-drift',
    powerOffStall({ driftDeg: 8 }),
    [-13, 13, 20, 35].map((driftDeg) => powerOffStall({ driftDeg })),
  ],
  [
    'power-off-stall/wing-drop',
    powerOffStall({ dropDeg: 16 }),
    [-24, 24, 35, 50].map((dropDeg) => powerOffStall({ dropDeg })),
  ],
  [
    'power-off-stall/late-recovery',
    powerOffStall({ lateS: 2 }),
    [4, 5, 7].map((lateS) => powerOffStall({ lateS, lossFt: 180 })),
  ],
  [
    'power-off-stall/excess-altitude-loss',
    powerOffStall({ lossFt: 225 }),
    [280, 350, 500].map((lossFt) => powerOffStall({ lossFt })),
  ],
  [
    'power-off-stall/nose-too-low',
    powerOffStall({ pushedDeg: 0 }),
    [-12, -18, -25].map((pushedDeg) => powerOffStall({ pushedDeg })),
  ],
  [
    'power-off-stall/secondary-stall',
    powerOffStall({}),
    [5, 7, 9].map((againS) => powerOffStall({ againS })),
  ],
  [
    'power-off-stall/flaps-up-without-climb',
    // The drag stage comes in with the power; it is the rest that waits.
    powerOffStall({ flapsInS: 1, flapsInGapS: 16 }),
    [2, 3].map((flapsInGapS) => powerOffStall({ flapsInS: 1, flapsInGapS })),
  ],
  [
    'power-off-stall/power-before-pitch',
    powerOffStall({ lateS: 1, powerFirstS: 0.3 }),
    [2, 2.5].map((powerFirstS) => powerOffStall({ lateS: 2.8, powerFirstS })),
  ],
  [
    'power-on-stall/pitch-too-steep',
    powerOnStall({ steepDeg: 18 }),
    [32, 38, 45].map((steepDeg) => powerOnStall({ steepDeg })),
  ],
])('%s', (id, before, past) => {
  test('is not named before its threshold', () => expect(named(before)).not.toContain(id));
  test.each(past.map((draw, k) => [k + 1, draw] as const))('is named past it, size %i', (_, draw) => {
    expect(named(draw)).toContain(id);
  });
});
