/**
 * The confusion table: synthetic pilots as known truth. Every habit that a recording can show is flown with many
 * seeds, in still air and in light and moderate turbulence; counted is how often the maneuver is found, how often the
 * finding of the habit's name is drawn, how often a clean flight draws any, and how often it is judged to standard.
 */
import { findStandard, fleet, flyManeuver, rooms, scoreRecording, type Turbulence } from '@keel/core';

const AIRS: readonly Turbulence[] = ['none', 'light', 'moderate'];
const airplane = fleet[0];
const standard = findStandard('faa-private');

export interface Confusion {
  maneuver: string;
  /** A finding's id, or `none` for a clean flight. */
  habit: string;
  turbulence: Turbulence;
  flights: number;
  /** Flights in which the finding of the habit was drawn; for clean flights, those in which none was. */
  right: number;
  /** Flights in which the maneuver was listed at all, and those in which all of it was to the examiner's standard. */
  found: number;
  satisfactory: number;
  /** Flights in which nothing was drawn that is more than a note. */
  faultless: number;
  /** How many flights each other finding was drawn in. */
  others: Record<string, number>;
}

/** Every maneuver with every habit, and clean, in each air; clearing turns are none without what they clear for. */
export function cases(): { maneuver: string; habit: string; turbulence: Turbulence }[] {
  return rooms
    .filter(({ clears }) => !clears)
    .flatMap(({ id, pilot }) =>
      ['none', ...pilot.habits.map((habit) => `${id}/${habit}`)].flatMap((habit) =>
        AIRS.map((turbulence) => ({ maneuver: id, habit, turbulence })),
      ),
    );
}

export function confusionOf(one: ReturnType<typeof cases>[number], seeds: number): Confusion {
  if (!standard) throw new Error('the default standard is missing');
  let [right, found, satisfactory, faultless] = [0, 0, 0, 0];
  const others: Record<string, number> = {};
  for (let seed = 1; seed <= seeds; seed++) {
    const { recording, card } = flyManeuver({ airplane, weightLb: 2300, seed, ...one });
    const { attempts } = scoreRecording(recording, {
      standard,
      airplane,
      briefs: [card],
      clearsBeforeEach: true,
    });
    const own = attempts.filter(({ maneuver }) => maneuver === one.maneuver);
    if (own.length > 0) found++;
    if (own.length > 0 && own.every(({ examiner }) => examiner === 'satisfactory')) satisfactory++;
    const findings = attempts.flatMap((attempt) => attempt.findings);
    if (findings.every(({ severity }) => severity === 'note')) faultless++;
    const drawn = new Set<string>(findings.map(({ id }) => id));
    if (one.habit === 'none' ? drawn.size === 0 : drawn.has(one.habit)) right++;
    for (const id of drawn) if (id !== one.habit) others[id] = (others[id] ?? 0) + 1;
  }
  return { ...one, flights: seeds, right, found, satisfactory, faultless, others };
}

/** A line a case, and the totals that matter. */
export function confusionLines(table: readonly Confusion[]): string[] {
  const line = ({ maneuver, habit, turbulence, flights, right, found, satisfactory, others }: Confusion) => {
    const name = `${habit === 'none' ? `${maneuver}, clean` : habit} (${turbulence})`;
    const besides = Object.entries(others)
      .sort((a, b) => b[1] - a[1])
      .map(([id, count]) => `${id} ${count}`);
    const judged = habit === 'none' ? `, to standard ${satisfactory}` : '';
    return `${name}: ${right} of ${flights}, found ${found}${judged}${besides.length > 0 ? `   besides: ${besides.join(', ')}` : ''}`;
  };
  const share = (name: string, rows: readonly Confusion[], of: (row: Confusion) => number) => {
    const sum = (one: (row: Confusion) => number) => rows.reduce((total, row) => total + one(row), 0);
    return `${name}: ${((100 * sum(of)) / sum((row) => row.flights)).toFixed(1)} %`;
  };
  return [
    ...table.map(line),
    ...AIRS.flatMap((air) => {
      const rows = table.filter((row) => row.turbulence === air);
      const clean = rows.filter((row) => row.habit === 'none');
      const habits = rows.filter((row) => row.habit !== 'none');
      return [
        share(`maneuvers found, turbulence ${air}`, rows, (row) => row.found),
        share(`habits found, turbulence ${air}`, habits, (row) => row.right),
        share(`clean flights without a finding, turbulence ${air}`, clean, (row) => row.right),
        share(`clean flights without a fault, turbulence ${air}`, clean, (row) => row.faultless),
        share(`clean flights to standard, turbulence ${air}`, clean, (row) => row.satisfactory),
      ];
    }),
  ];
}
