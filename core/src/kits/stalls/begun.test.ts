/** A stall that was begun and left before any sign is an attempt where one was briefed, and nothing where none was. */
import { fleet } from '../../airplane/fleet.ts';
import { scoreRecording } from '../../debrief/score-recording.ts';
import { flyManeuver } from '../../fly/fly.ts';
import { findStandard } from '../../standards/standards.ts';

const standard = findStandard('faa-private')!;

describe.each(fleet.map((airplane) => [airplane.id, airplane] as const))('%s', (_, airplane) => {
  const flight = (maneuver: string, habit?: string) =>
    flyManeuver({ airplane, maneuver, ...(habit && { habit: `${maneuver}/${habit}` }), seed: 12 });

  test('power off, let go above any sign: no stall reached, unsatisfactory', () => {
    const { recording, card } = flight('power-off-stall', 'wrong-cue');
    const { attempts } = scoreRecording(recording, { standard, airplane, briefs: [card] });
    const [attempt] = attempts.filter(({ maneuver }) => maneuver === 'power-off-stall');
    expect(attempt.examiner).toBe('unsatisfactory');
    const reached = attempt.requirements.find(({ id }) => id === 'power-off-stall/full-stall');
    expect(reached?.held).not.toBe(true);
  });

  test.each(['descent', 'gliding-turn', 'best-glide'])(
    '%s is none, though a stall was briefed too',
    (maneuver) => {
      const { recording, card } = flight(maneuver);
      const stall = flight('power-off-stall').card;
      const { attempts } = scoreRecording(recording, { standard, airplane, briefs: [card, stall] });
      expect(attempts.filter((one) => one.maneuver.includes('stall'))).toEqual([]);
    },
  );

  test('slow flight whose recovery climbs, the flaps coming in, is no power-on stall', () => {
    const { recording, card } = flight('slow-flight', 'climb-on-recovery');
    const stall = flight('power-on-stall').card;
    const { attempts } = scoreRecording(recording, { standard, airplane, briefs: [card, stall] });
    expect(attempts.map(({ maneuver }) => maneuver)).toEqual(['slow-flight']);
  });
});
