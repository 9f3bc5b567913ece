/** One cause and one advice, by how it was flown: never that of another maneuver, never two at once. */
import { fleet } from '../airplane/fleet.ts';
import { flyManeuver } from '../fly/fly.ts';
import { findStandard } from '../standards/standards.ts';
import { KNOTS } from '../words/figures.ts';
import { textOf } from '../words/say.ts';
import { causeSaid } from '../words/score/causes.ts';
import { type HeightLeft, heightCause } from './causes.ts';
import { scoreRecording } from './score-recording.ts';

const LEFT: HeightLeft = {
  flying: 'turn',
  phase: 'established',
  cause: 'pitch',
  offFt: -120,
  bankDeg: 45,
  loadG: 1.2,
  slowKt: 0,
};
const said = (more: Partial<HeightLeft>): string => {
  const { why, tryNext } = causeSaid(heightCause({ ...LEFT, ...more }), KNOTS)!;
  return `${textOf(why)} ${textOf(tryNext)}`;
};

const CAUSES = ['pitch', 'less-energy', 'more-energy'] as const;

test.each(CAUSES)('slow flight is never told of the turn, of the bank or of a dive (%s)', (cause) => {
  for (const offFt of [-120, 120])
    for (const phase of ['entry', 'established', 'recovery'])
      expect(said({ flying: 'slow', bankDeg: 3, cause, offFt, phase })).not.toMatch(
        /turn|bank|steepen|shallow/i,
      );
});

test('a sink slow and wings level wants power, and a climb in the recovery wants a push', () => {
  expect(said({ flying: 'slow', cause: 'less-energy', bankDeg: 0 })).toMatch(/Add power at once/);
  expect(said({ flying: 'slow', cause: 'pitch', offFt: 120, phase: 'recovery', bankDeg: 0 })).toMatch(/Push/);
});

test.each(CAUSES)('climbing and slow in a steep turn: the nose down, and the power left (%s)', (cause) => {
  const words = said({ offFt: 150, slowKt: 12, cause });
  expect(words).toMatch(/Lower the nose/);
  expect(words).toMatch(/Leave the power/);
  expect(words).not.toMatch(/Reduce power|more bank|degrees of bank/);
});

test.each(CAUSES)('straight flight is never told of load or bank (%s)', (cause) => {
  for (const offFt of [-120, 120])
    expect(said({ flying: 'straight', bankDeg: 2, cause, offFt })).not.toMatch(/bank|turn|load| g\b/);
});

describe('flown', () => {
  const scored = (maneuver: string, habit: string) => {
    const { recording, card } = flyManeuver({
      airplane: fleet[0],
      maneuver,
      habit: `${maneuver}/${habit}`,
      seed: 1,
    });
    const { attempts } = scoreRecording(recording, {
      standard: findStandard('faa-private')!,
      airplane: fleet[0],
      briefs: [card],
    });
    return attempts.find((attempt) => attempt.maneuver === maneuver)!;
  };

  test('a spin silences every other advice', () => {
    const { findings, chain } = scored('power-off-stall', 'spin-entry');
    const talking = findings.filter(({ silent }) => !silent).map(({ id }) => id);
    expect(talking).toEqual(['power-off-stall/spin-entry']);
    expect(chain.every(({ because }) => because === undefined)).toBe(true);
  });

  test('a climb in the recovery of slow flight is told to push', () => {
    const { chain } = scored('slow-flight', 'climb-on-recovery');
    expect(chain.find(({ parameter }) => parameter === 'altitude')!.because).toEqual({
      code: 'slow-rise-in-recovery',
    });
  });
});
