/** What explains an attempt at Debrief, held against what the pilot did and what was recorded. */
import { fleet } from '../airplane/fleet.ts';
import { flyManeuver } from '../fly/fly.ts';
import { rooms } from '../maneuvers/registry.ts';
import { findStandard } from '../standards/standards.ts';
import { scoreWithTrack } from './score-recording.ts';
import { keelTrace, keelTraceSchema } from './trace.ts';

const airplane = fleet[0];
const standard = findStandard('faa-private')!;

function told(maneuver: string, without: readonly string[] = []) {
  const flown = flyManeuver({ airplane, maneuver, seed: 3, weightLb: 2300 });
  const channels = Object.fromEntries(
    Object.entries(flown.recording.channels).filter(([name]) => !without.includes(name)),
  );
  const { score, track, attempts, context } = scoreWithTrack(
    { ...flown.recording, channels },
    {
      standard,
      schoolStandard: findStandard('school-pre-solo')!,
      airplane,
      weightLb: 2300,
      briefs: [flown.card],
    },
  );
  const [trace] = attempts.map((attempt, i) =>
    keelTraceSchema.parse(keelTrace(track, attempt, score.attempts[i], { context })),
  );
  const atOf = (name: string) => flown.events.find((event) => event.name === name)!.atS;
  return { flown, trace, story: trace.story!, atOf };
}

test('a stall is told by its events, at the moments at which the pilot made them', () => {
  const { story, trace, atOf, flown } = told('power-off-stall');
  const at = (id: string) => story.events.find((event) => event.id === id)?.atS ?? Number.NaN;
  expect(Math.abs(at('break') - atOf('break'))).toBeLessThan(1.5);
  expect(Math.abs(at('release') - atOf('unload'))).toBeLessThan(1.5);
  expect(at('power')).toBeGreaterThan(at('break'));
  expect(story.events.map(({ atS }) => atS)).toEqual(
    story.events.map(({ atS }) => atS).sort((a, b) => a - b),
  );
  // Each stage of flaps, from where to where, as the pilot moved them.
  const moves = flown.events.filter(({ name }) => name === 'flaps-in').map(({ atS }) => atS);
  const flaps = story.events.filter(({ id }) => id.startsWith('flaps'));
  expect(flaps.map(({ name }) => name)).toEqual(['30→20°', '20→10°', '10→0°']);
  for (const [i, { atS }] of flaps.entries()) expect(Math.abs(atS - moves[i])).toBeLessThan(1.5);
  // Enlarged about the break, and within the attempt.
  expect(story.around).toMatchObject({ event: 'break', atS: at('break') });
  expect(story.around!.fromS).toBeLessThan(at('break') - 8);
  // The lowest of the altitude is where it is said to be.
  const altitude = story.lanes.find(({ name }) => name === 'altitude')!.values;
  const lowest = Math.min(
    ...altitude.filter((value, i) => value !== null && trace.timeS[i] > at('break')).map(Number),
  );
  const there = altitude[trace.timeS.findIndex((s) => s >= at('lowest'))]!;
  expect(there - lowest).toBeLessThan(15);
});

test('the warning lies above the stall, and both move with the load', () => {
  const { story } = told('steep-turn');
  const [airspeed] = story.lanes;
  const [warning, stall] = airspeed.lines;
  expect([warning.name, stall.name]).toEqual(['warning', 'stall']);
  for (const [i, value] of warning.values.entries()) expect(value!).toBeGreaterThan(stall.values[i]!);
  // At 45° of bank a wing stalls at 1.19 times the speed [√1.41, the load of a level turn].
  const most = Math.max(...stall.values.map(Number));
  expect(most / Math.min(...stall.values.map(Number))).toBeGreaterThan(1.12);
});

test('what was not recorded is not drawn', () => {
  const { story } = told('power-off-stall', ['flaps_deg', 'elevator', 'aileron', 'pitch_deg']);
  expect(story.lanes.map(({ name }) => name)).toEqual(['airspeed', 'altitude', 'power']);
  expect(story.events.filter(({ id }) => id.startsWith('flaps'))).toEqual([]);
});

test('no story has more than six lanes', () => {
  for (const { id, story } of rooms) expect([id, story?.lanes.length ?? 0]).toEqual([id, expect.any(Number)]);
  // Six are drawn at a time, and a stall's stick is a tap away.
  expect(Math.max(...rooms.map(({ story }) => story?.lanes.length ?? 0))).toBeLessThanOrEqual(7);
});
