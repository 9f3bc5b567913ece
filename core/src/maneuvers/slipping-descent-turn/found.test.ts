import { fleet } from '../../airplane/fleet.ts';
import type { TargetCard } from '../../card/card.ts';
import { scoreRecording } from '../../debrief/score-recording.ts';
import { flyManeuver } from '../../fly/fly.ts';
import type { Recording } from '../../recording/columns/recording.ts';
import { findStandard } from '../../standards/standards.ts';

const [airplane] = fleet;
const standard = findStandard('school-pre-solo')!;
const flown = (maneuver: 'slipping-descent-turn' | 'descending-turn', variant: string, habit = 'none') =>
  flyManeuver({ airplane, weightLb: 2300, maneuver, habit, variant, seed: 4 });
const found = (recording: Recording, briefs: TargetCard[] = []) =>
  scoreRecording(recording, { standard, airplane, briefs }).attempts;
const names = (recording: Recording) =>
  found(recording).map(({ maneuver, variant }) => `${maneuver} ${variant}`);

/** The same flight from a recorder that leans to one side. */
const leaning = (recording: Recording, byG: number): Recording => ({
  ...recording,
  channels: { ...recording.channels, lat_g: recording.channels.lat_g?.map((force) => force + byG) },
});

test.each(['left', 'right'])(
  'a slip to the %s is told from the recording alone, also when the recorder leans',
  (side) => {
    const { recording } = flown('slipping-descent-turn', side);
    for (const byG of [0, 0.07, -0.07])
      expect(names(leaning(recording, byG))).toContain(`slipping-descent-turn ${side}`);
  },
);

test('a descending turn with too little rudder is that, with its fault', () => {
  const { recording } = flown('descending-turn', 'left', 'descending-turn/slip');
  const [attempt] = found(recording);
  expect(attempt.maneuver).toBe('descending-turn');
  expect(attempt.findings.map(({ id }) => id)).toContain('descending-turn/slip');
});

test.each([0.07, -0.07])('a recorder that leans by %s g makes no slip of a plain turn', (byG) => {
  const { recording } = flown('descending-turn', 'left');
  expect(names(leaning(recording, byG))).toContain('descending-turn left');
});

test('without a recorded ball it is a gliding turn, and with nothing that tells the power a descending one', () => {
  const { recording } = flown('slipping-descent-turn', 'left');
  const { lat_g: _, ...channels } = recording.channels;
  expect(names({ ...recording, channels })).toContain('gliding-turn left');
  const { rpm: _r, power_pct: _p, throttle: _t, ...bare } = channels;
  expect(names({ ...recording, channels: bare })).toContain('descending-turn left');
});

test('speed, bank and roll-out heading are judged, and held by who flies it well', () => {
  const { recording, card } = flown('slipping-descent-turn', 'right');
  const [attempt] = found(recording, [card]);
  expect(attempt.maneuver).toBe('slipping-descent-turn');
  const judged = attempt.parameters.filter(({ required }) => required).map(({ parameter }) => parameter);
  expect(judged.sort()).toEqual(['airspeed', 'bank', 'rollout-heading']);
  expect(attempt.examiner).toBe('satisfactory');
});

test('a warner that sounds in a slip is critical', () => {
  const { recording, card, events } = flown('slipping-descent-turn', 'left');
  const soundS = events.find(({ name }) => name === 'roll-in')!.atS + 20;
  const stall_warn = recording.timeS.map((atS) => (atS > soundS && atS < soundS + 1.5 ? 1 : 0));
  const [attempt] = found({ ...recording, channels: { ...recording.channels, stall_warn } }, [card]);
  expect(attempt.findings).toContainEqual(
    expect.objectContaining({ id: 'slipping-descent-turn/stall-warning', severity: 'critical' }),
  );
});
