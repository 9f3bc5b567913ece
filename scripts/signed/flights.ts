/**
 * What synthetic pilots are given by the program, in three airs: well flown, and with habits where they fail the standard. The
 * reader says so of the very flight, and of the same pilot in still air: what fails in gusts alone is the air's, not the habit's.
 */
import { findStandard, fleet, flyManeuver, requireRoom, scoreRecording, type Turbulence } from '@keel/core';
import { readVerdict } from './reader.ts';
import { briefOf, JUDGED } from './table.ts';

const AIRS: readonly Turbulence[] = ['none', 'light', 'moderate'];

interface Tally {
  air: Turbulence;
  what: 'well flown' | 'failing habits';
  satisfactory: number;
  unsatisfactory: number;
  /** Not scored, or nothing found of it. */
  neither: number;
}

const standard = findStandard('faa-private')!;

function flight(
  airplane: (typeof fleet)[number],
  maneuver: string,
  habit: string | null,
  air: Turbulence,
  seed: number,
) {
  const { recording, card } = flyManeuver({
    airplane,
    maneuver,
    ...(habit && { habit: `${maneuver}/${habit}` }),
    turbulence: air,
    seed,
  });
  const program = () => {
    const { attempts } = scoreRecording(recording, { standard, airplane, briefs: [card] });
    const own = attempts.filter((one) => one.maneuver === maneuver);
    return (own.find(({ examiner }) => examiner === 'unsatisfactory') ?? own[0])?.examiner;
  };
  const reader = () =>
    readVerdict(
      { timeS: recording.timeS, of: recording.channels as Record<string, Float64Array> },
      briefOf(card, airplane.flaps),
    ).verdict;
  return { program, reader };
}

const tally = (air: Turbulence, what: Tally['what'], verdicts: readonly (string | undefined)[]): Tally => ({
  air,
  what,
  satisfactory: verdicts.filter((one) => one === 'satisfactory').length,
  unsatisfactory: verdicts.filter((one) => one === 'unsatisfactory').length,
  neither: verdicts.filter((one) => one === undefined || one === 'not-scored').length,
});

/** Well flown in every airplane; each habit in one, the airplanes in turn. */
export function flightTallies(seeds: readonly number[]): Tally[] {
  let turn = 0;
  const habits = JUDGED.flatMap((maneuver) => {
    const { pilot, unrecorded = [] } = requireRoom(maneuver);
    return pilot.habits
      .filter((name) => !unrecorded.includes(name))
      .map((habit) => ({ maneuver, habit, airplane: fleet[turn++ % fleet.length] }));
  });
  const failing = habits
    .flatMap((one) => seeds.map((seed) => ({ ...one, seed })))
    .filter(
      ({ airplane, maneuver, habit, seed }) =>
        flight(airplane, maneuver, habit, 'none', seed).reader() === 'unsatisfactory',
    );
  return AIRS.flatMap((air) => [
    tally(
      air,
      'well flown',
      JUDGED.flatMap((maneuver) =>
        fleet.flatMap((airplane) =>
          seeds.map((seed) => flight(airplane, maneuver, null, air, seed).program()),
        ),
      ),
    ),
    tally(
      air,
      'failing habits',
      failing.flatMap(({ airplane, maneuver, habit, seed }) => {
        const { reader, program } = flight(airplane, maneuver, habit, air, seed);
        return reader() === 'unsatisfactory' ? [program()] : [];
      }),
    ),
  ]);
}

export const tallyLines = (tallies: readonly Tally[]): string[] =>
  tallies.map(
    ({ air, what, satisfactory, unsatisfactory, neither }) =>
      `${what}, ${air}: ${satisfactory} satisfactory, ${unsatisfactory} unsatisfactory, ${neither} not scored or not found, of ${satisfactory + unsatisfactory + neither}`,
  );
