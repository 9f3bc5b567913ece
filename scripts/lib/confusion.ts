/**
 * The confusion table: synthetic pilots as known truth. Every habit that a recording can show is flown with many
 * seeds, in still air and in light turbulence; counted is how often the finding of its name is drawn, and how often a
 * clean flight draws any.
 */
import { findStandard, fleet, flyManeuver, rooms, scoreRecording, type Turbulence } from '@keel/core';

const AIRS: readonly Turbulence[] = ['none', 'light'];
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
  /** How many flights each other finding was drawn in. */
  others: Record<string, number>;
}

/** Every maneuver with every habit, and clean, in either air; clearing turns are none without what they clear for. */
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
  let right = 0;
  const others: Record<string, number> = {};
  for (let seed = 1; seed <= seeds; seed++) {
    const { recording, card } = flyManeuver({ airplane, weightLb: 2300, seed, ...one });
    const { attempts } = scoreRecording(recording, {
      standard,
      airplane,
      briefs: [card],
      clearsBeforeEach: true,
    });
    const drawn = new Set<string>(attempts.flatMap(({ findings }) => findings.map(({ id }) => id)));
    if (one.habit === 'none' ? drawn.size === 0 : drawn.has(one.habit)) right++;
    for (const id of drawn) if (id !== one.habit) others[id] = (others[id] ?? 0) + 1;
  }
  return { ...one, flights: seeds, right, others };
}

/** A line a case, and the totals that matter. */
export function confusionLines(table: readonly Confusion[]): string[] {
  const line = ({ maneuver, habit, turbulence, flights, right, others }: Confusion) => {
    const name = `${habit === 'none' ? `${maneuver}, clean` : habit} (${turbulence})`;
    const besides = Object.entries(others)
      .sort((a, b) => b[1] - a[1])
      .map(([id, count]) => `${id} ${count}`);
    return `${name}: ${right} of ${flights}${besides.length > 0 ? `   besides: ${besides.join(', ')}` : ''}`;
  };
  const share = (name: string, rows: readonly Confusion[]) => {
    const sum = (of: (row: Confusion) => number) => rows.reduce((total, row) => total + of(row), 0);
    return `${name}: ${((100 * sum((row) => row.right)) / sum((row) => row.flights)).toFixed(1)} %`;
  };
  return [
    ...table.map(line),
    ...AIRS.flatMap((air) => [
      share(
        `habits found, turbulence ${air}`,
        table.filter((row) => row.turbulence === air && row.habit !== 'none'),
      ),
      share(
        `clean flights without a finding, turbulence ${air}`,
        table.filter((row) => row.turbulence === air && row.habit === 'none'),
      ),
    ]),
  ];
}
