/** From clean to landing flaps without leaving slow flight: briefed, flown, told and judged in every airplane. */
import { fleet } from '../../airplane/fleet.ts';
import { scoreRecording } from '../../debrief/score-recording.ts';
import { flyManeuver } from '../../fly/fly.ts';
import { findStandard } from '../../standards/standards.ts';

const standard = findStandard('faa-private')!;
const fly = (airplane: (typeof fleet)[number], variant: string) =>
  flyManeuver({ airplane, maneuver: 'slow-flight', variant, seed: 2 });
type Flown = ReturnType<typeof fly>;

const scored = (airplane: (typeof fleet)[number], { recording }: Flown, briefs: Flown['card'][]) =>
  scoreRecording(recording, { airplane, standard, briefs, weightLb: briefs[0]?.weightLb }).attempts;
const configured = (attempt: ReturnType<typeof scored>[number]) =>
  attempt.requirements.find(({ id }) => id === 'slow-flight/configuration');

describe.each(fleet)('$id', (airplane) => {
  const flown = fly(airplane, 'clean-to-landing');

  test('flown well it is one slow flight, to standard, and says how long it was clean first', () => {
    const attempts = scored(airplane, flown, [flown.card]);
    expect(attempts.map(({ maneuver, variant }) => `${maneuver} ${variant}`)).toEqual([
      'slow-flight clean-to-landing',
    ]);
    expect(attempts[0].examiner).toBe('satisfactory');
    expect(attempts[0].findings.filter(({ severity }) => severity !== 'note')).toEqual([]);
    expect(configured(attempts[0])).toMatchObject({ held: true });
    expect(configured(attempts[0])?.evidence).toEqual({
      code: 'clean-then-landing',
      params: { lastedS: expect.any(Number) },
    });
  });

  test('the flaps let down on the way to it is slow flight with landing flaps, and not what was briefed', () => {
    const landing = fly(airplane, 'landing');
    const [attempt] = scored(airplane, landing, [flown.card]);
    expect(attempt).toMatchObject({ variant: 'landing', examiner: 'unsatisfactory' });
    expect(configured(attempt)).toMatchObject({ held: false });
  });

  test('where nobody briefed it, nothing is called so', () => {
    const attempts = scored(airplane, flown, []);
    expect(attempts.map(({ variant }) => variant)).not.toContain('clean-to-landing');
  });
});

test('without a flap column nothing claims it', () => {
  const [airplane] = fleet;
  const flown = fly(airplane, 'clean-to-landing');
  const { flaps_deg: _, ...channels } = flown.recording.channels;
  const bare = { ...flown, recording: { ...flown.recording, channels } };
  const [attempt] = scored(airplane, bare, [flown.card]);
  expect(configured(attempt)).toMatchObject({ held: null });
});
