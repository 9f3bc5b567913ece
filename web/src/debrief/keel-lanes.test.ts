import type { KeelLane, KeelTrace } from '@keel/core';
import { chartHeight, deviationText, edgeText, reachOf, targetText } from './keel-lanes.ts';

const lane = (part: Partial<KeelLane>): KeelLane => ({
  parameter: 'altitude',
  unit: 'ft',
  target: 4500,
  low: -100,
  high: 100,
  required: true,
  judgedS: [[0, 3]],
  deviation: [0, 40, null, -131],
  used: [0, 0.4, null, -1.31],
  ...part,
});
const trace = (lanes: KeelLane[]): KeelTrace => ({ timeS: [0, 1, 2, 3], lanes, track: null });

test('a deviation is said with its sign and unit, at the row under the cursor', () => {
  const altitude = lane({});
  const text = (atS: number) => deviationText(trace([altitude]), altitude, atS, 'kt');
  expect([text(0), text(1.9), text(2.5), text(9)]).toEqual(['0 ft', '+40 ft', 'not measured', '−131 ft']);
});

test('speeds are said in the airplane’s own unit', () => {
  const speed = lane({ parameter: 'airspeed', unit: 'kt', target: 95, deviation: [10, 10, 10, 10] });
  expect(deviationText(trace([speed]), speed, 1, 'kt')).toBe('+10 kt');
  // 10 kt are 11.5 mph.
  expect(deviationText(trace([speed]), speed, 1, 'mph')).toBe('+12 mph');
  expect([targetText(speed, 'kt'), targetText(speed, 'mph')]).toEqual(['95 kt', '109 mph']);
});

test('the ball is centred, forces have two digits', () => {
  const ball = lane({ parameter: 'coordination', unit: 'g', target: 0, deviation: [0.034, 0, 0, 0] });
  expect(targetText(ball, 'kt')).toBe('centred');
  expect(deviationText(trace([ball]), ball, 0, 'kt')).toBe('+0.03 g');
});

test('a lane reaches a little past its furthest, and never so far that the band is a line', () => {
  expect(reachOf(lane({}))).toBe(1.75);
  expect(reachOf(lane({ used: [0, 2] }))).toBeCloseTo(2.24, 6);
  expect(reachOf(lane({ used: [0, 40] }))).toBe(3.2);
  expect(reachOf(lane({}), lane({ used: [-2.5] }))).toBeCloseTo(2.8, 6);
  expect(chartHeight(4) - chartHeight(3)).toBe(92);
});

test('a heading is what a compass shows, its edges as well', () => {
  const north = lane({ parameter: 'heading', unit: 'deg', target: 360, low: -15, high: 15 });
  expect([targetText(north, 'kt'), edgeText(north, 15, 'kt'), edgeText(north, -15, 'kt')]).toEqual([
    '360°',
    '015°',
    '345°',
  ]);
  const east = lane({ parameter: 'heading', unit: 'deg', target: 5, low: -10, high: 10 });
  expect([targetText(east, 'kt'), edgeText(east, -10, 'kt')]).toEqual(['005°', '355°']);
});
