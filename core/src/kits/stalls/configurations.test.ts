/** Stalls in every setting of the flaps that they can be briefed in: found, named by it, and judged by whom it concerns. */
import { fleet } from '../../airplane/fleet.ts';
import { targetCard } from '../../brief/target-card.ts';
import { scoreRecording } from '../../debrief/score-recording.ts';
import { flyManeuver } from '../../fly/fly.ts';
import { requireRoom } from '../../maneuvers/registry.ts';
import { findStandard, SCHOOL_STANDARD_ID } from '../../standards/standards.ts';
import { attemptName } from '../../words/names.ts';

const schoolStandard = findStandard(SCHOOL_STANDARD_ID)!;
const standard = (id: string) => findStandard(id)!;
const UNUSUAL = fleet.flatMap((airplane) =>
  (['power-off-stall', 'power-on-stall'] as const).flatMap((maneuver) =>
    (requireRoom(maneuver).card.configurations ?? [])
      .slice(1)
      .map((configuration) => [airplane.id, maneuver, configuration, airplane] as const),
  ),
);

const flown = (of: Omit<Parameters<typeof flyManeuver>[0], 'groundFt'>, standardId: string) => {
  const { recording, card } = flyManeuver({ ...of, groundFt: 1900 });
  const context = { airplane: of.airplane, groundFt: 1900, briefs: [card], schoolStandard };
  return { card, score: scoreRecording(recording, { ...context, standard: standard(standardId) }) };
};

test.each(UNUSUAL)('%s, %s, %s: found and named with its flaps', (_, maneuver, configuration, airplane) => {
  const { card, score } = flown({ airplane, maneuver, configuration, seed: 3 }, 'faa-private');
  expect(card.configuration).toBe(configuration);
  const [attempt, ...more] = score.attempts;
  expect(more).toEqual([]);
  expect(attempt).toMatchObject({ maneuver, configuration, examiner: 'satisfactory' });
  expect(attemptName(attempt)).toMatch(new RegExp(`, ${configuration}$`));
  expect(attempt.findings).toEqual([]);
});

// From memory of FAA-S-ACS-6C: power-off stalls are flown in the landing configuration.
test('a clean power-off stall is not the FAA’s task, and the school judges it', () => {
  const { card, score } = flown(
    { airplane: fleet[0], maneuver: 'power-off-stall', configuration: 'clean' },
    'faa-private',
  );
  expect(card.tolerancesFrom).toBe(schoolStandard.name);
  expect(score.attempts[0].judgedBy).toBe(SCHOOL_STANDARD_ID);
  expect(score.attempts[0].judgedAs).toMatchObject({ code: 'other-configuration' });
});

// From memory of the AMC to the PPL(A) skill test: a clean stall; approaches to the stall with approach and landing flaps.
test('the skill test asks for a full stall clean, and for the approach to it with flaps', () => {
  const asked = (configuration: 'clean' | 'takeoff' | 'landing') =>
    targetCard({
      airplane: fleet[0],
      standard: standard('easa-ppl'),
      schoolStandard,
      maneuver: 'power-off-stall',
      configuration,
    }).requirements.map(({ id }) => id.split('/')[1]);
  expect(asked('clean')).toContain('full-stall');
  expect(asked('clean')).not.toContain('stall-approached');
  for (const configuration of ['takeoff', 'landing'] as const) {
    expect(asked(configuration)).toContain('stall-approached');
    expect(asked(configuration)).not.toContain('full-stall');
  }
});

test('of two briefed stalls each is held against the one with its flaps', () => {
  const airplane = fleet[0];
  const card = (configuration: 'clean' | 'landing', altitudeFt: number) =>
    targetCard({
      airplane,
      standard: standard('faa-private'),
      maneuver: 'power-off-stall',
      configuration,
      altitudeFt,
    });
  const { recording } = flyManeuver({ airplane, maneuver: 'power-off-stall', configuration: 'clean' });
  const { attempts } = scoreRecording(recording, {
    airplane,
    standard: standard('faa-private'),
    // The nearer in height is the one with the other flaps.
    briefs: [card('landing', 4500), card('clean', 6000)],
  });
  expect(attempts[0].brief?.altitudeFt).toBe(6000);
});

test('a setting that a maneuver does not leave open is refused by name', () => {
  const of = (maneuver: string, configuration: 'landing') => () =>
    targetCard({ airplane: fleet[0], standard: standard('faa-private'), maneuver, configuration });
  expect(of('power-on-stall', 'landing')).toThrow(/card\/configuration .*takeoff, clean/);
  expect(of('steep-turn', 'landing')).toThrow(/card\/configuration .*"known":""/);
});
