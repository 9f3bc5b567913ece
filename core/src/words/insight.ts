/** What a school sees of itself, as tables in words: one source for the page, the file and the paper of a meeting. */
import type { Call, FleetFigures, Grading, Sticks, ToSolo } from '../insight/answers.ts';
import { LEAST_PAIRS } from '../insight/kappa.ts';
import { LEAST_BLIND } from '../insight/kinder.ts';
import { LEAST_OWN } from '../insight/own-grades.ts';
import { LEAST_EVENTS } from '../insight/survival.ts';
import { findRoom } from '../maneuvers/registry.ts';
import { numberText } from '../units/text.ts';
import { dayText } from './day.ts';
import { plural } from './figures.ts';
import { VERDICT_WORDS } from './names.ts';

export interface TableRow {
  cells: string[];
  /** The page that it opens. */
  to?: string;
  /** Ought to be seen first. */
  told?: boolean;
}

export interface Table {
  title: string;
  /** What is counted, and what it cannot say. */
  note: string;
  columns: string[];
  rows: TableRow[];
  /** Said in place of rows. */
  none: string;
}

/** A finding by its name alone, where no figures go with it. */
export function findingName(id: string): string {
  const [maneuver, name = id] = id.split('/');
  const room = findRoom(maneuver);
  const words = name
    .split('-')
    .map((word) => WHOLE[word] ?? word)
    .join(' ');
  return room ? `${room.title}: ${words}` : capital(words);
}

/** Of the words that names are short in. */
const WHOLE: Readonly<Record<string, string>> = {
  alt: 'altitude',
  va: 'V_A',
  rollout: 'roll-out',
  vs: 'V_S',
};

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
const maneuverTitle = (maneuver: string): string => findRoom(maneuver)?.title ?? maneuver;
const NOTHING = '–';
const days = (n: number): string => plural(n, 'day');

/** Between two figures; an end that the data do not reach is left open. */
const between = (
  interval: { low: number | null; high: number | null } | null,
  text: (value: number) => string,
): string => {
  if (!interval || (interval.low === null && interval.high === null)) return '';
  const [low, high] = [interval.low, interval.high].map((end) => (end === null ? '…' : text(end)));
  return `${low} to ${high}`;
};

const inBrackets = (text: string): string => (text ? ` (${text})` : '');

const of = (value: number | null, digits = 0): string =>
  value === null ? NOTHING : numberText(value, digits);
const withInterval = (
  value: number | null,
  interval: Parameters<typeof between>[0],
  digits: number,
): string =>
  value === null
    ? NOTHING
    : `${numberText(value, digits)}${inBrackets(between(interval, (end) => numberText(end, digits)))}`;

/** Fewer than a figure takes. */
const tooFew = (n: number, least: number, what: string): string =>
  `${plural(n, what)}: too few, ${least} are needed`;

function callText({ kind, days: n, count, about }: Call): string {
  switch (kind) {
    case 'idle':
      return `Has not flown for ${days(n)}`;
    case 'solo-uncovered':
      return `Solo in ${about} on ${count === 1 ? 'a day' : `${count} days`} without a solo endorsement in force`;
    case 'paper-ends':
      return n < 0
        ? `${about} ends in ${days(-n)}`
        : n === 0
          ? `${about} ends today`
          : `${about} ended ${days(n)} ago`;
    case 'ungraded':
      return `${plural(count ?? 0, 'flight')} not graded, the oldest ${days(n)} ago`;
    case 'unsigned':
      return `${plural(count ?? 0, 'flight')} without a signed logbook entry, the oldest ${days(n)} ago`;
    case 'many-instructors':
      return `${count} instructors in the last 8 lessons`;
  }
}

export const callsTable = ({ calls }: { calls: readonly Call[] }): Table => ({
  title: 'Who needs a call',
  note: 'Students who have not flown for three weeks, flights that are neither graded nor signed, papers that end within a month.',
  columns: ['Student', 'What', 'Instructor'],
  none: 'Nothing is open: everybody has flown within three weeks, flights are graded and signed, no paper ends within a month.',
  rows: calls.map((call) => ({
    cells: [call.student.name, callText(call), call.instructor || 'nobody'],
    to: call.recordingId
      ? `/debrief/${call.recordingId}`
      : call.kind === 'unsigned'
        ? `/logbook/${call.student.id}`
        : `/path/${call.student.id}`,
    told: call.kind === 'solo-uncovered' || (call.kind === 'paper-ends' && call.days > 0),
  })),
});

type Agreement = Grading['instructors'][number]['verdicts'];
const kappaText = ({ pairs, kappa, interval }: Agreement, what: string): string =>
  pairs < LEAST_PAIRS
    ? tooFew(pairs, LEAST_PAIRS, what)
    : kappa === null
      ? 'nothing to tell apart: all alike'
      : withInterval(kappa, interval, 2);

const gradesApart = (lean: number | null, interval: { low: number; high: number } | null): string => {
  if (lean === null) return NOTHING;
  const sign = lean > 0 ? '+' : '';
  return `${sign}${numberText(lean, 2)}${inBrackets(between(interval, (end) => `${end > 0 ? '+' : ''}${numberText(end, 2)}`))}`;
};

type BlindLean = Grading['instructors'][number]['blind'];
const leanText = ({ attempts, lean, interval }: BlindLean): string =>
  lean === null ? tooFew(attempts, LEAST_BLIND, 'attempt') : gradesApart(lean, interval);
const toldText = ({ lean, told }: BlindLean): string =>
  lean === null
    ? NOTHING
    : told
      ? lean > 0
        ? 'kinder than the others'
        : 'harder than the others'
      : 'as the others';

export function gradingTables(grading: Grading): Table[] {
  return [
    {
      title: 'In blind rounds',
      note: 'Grades of the same attempts, given without a name, a verdict or another’s grade. Kinder or harder is said only where luck would make anyone lean so far once in twenty schools, all instructors tested together.',
      columns: [
        'Instructor',
        'Attempts',
        'Grades above the others',
        'Says',
        'Agreement with the others, κ',
        'Answer',
      ],
      none: 'No closed round has grades of two instructors yet. In a round they grade the same attempts blind; only that can say who is kinder.',
      rows: grading.instructors
        .filter(({ blind }) => blind.attempts > 0)
        .map(({ instructor, blind, others, answer }) => ({
          cells: [
            instructor.name,
            String(blind.attempts),
            leanText(blind),
            toldText(blind),
            kappaText(others, 'comparison'),
            answer ?? '',
          ],
          told: blind.told,
        })),
    },
    {
      title: 'Beside the program’s verdicts',
      note: 'Grade 3 or 4 against “within the standard”. A difference may be the instructor’s or the program’s: it judges the program as much.',
      columns: ['Instructor', 'Attempts', 'Same', 'Agreement, κ', 'Graded higher', 'Graded lower'],
      none: 'No attempt has both a grade and a verdict.',
      rows: grading.instructors
        .filter(({ verdicts }) => verdicts.pairs > 0)
        .map(({ instructor, verdicts, kinderThanProgram, harderThanProgram }) => ({
          cells: [
            instructor.name,
            String(verdicts.pairs),
            String(verdicts.same),
            kappaText(verdicts, 'attempt'),
            String(kinderThanProgram),
            String(harderThanProgram),
          ],
        })),
    },
    {
      title: 'By maneuver, in blind rounds',
      note: `Each instructor in each maneuver; from ${LEAST_BLIND} attempts on, all tested together.`,
      columns: ['Maneuver', 'Instructor', 'Attempts', 'Grades above the others', 'Says'],
      none: `Nobody has graded ${LEAST_BLIND} attempts of one maneuver blind.`,
      rows: grading.byManeuver
        .filter(({ lean }) => lean !== null)
        .map((one) => ({
          cells: [
            maneuverTitle(one.maneuver),
            one.instructor.name,
            String(one.attempts),
            leanText(one),
            toldText(one),
          ],
          told: one.told,
        })),
    },
    {
      title: 'How students grade themselves',
      note: `A student’s own grade less the instructor’s. From ${LEAST_OWN} attempts with both on.`,
      columns: ['Student', 'Attempts', 'Grades above the instructor’s', 'Says'],
      none: 'No attempt has a grade of both.',
      rows: grading.students.map(({ student, pairs, lean, interval, told }) => ({
        cells: [
          student.name,
          String(pairs),
          lean === null ? tooFew(pairs, LEAST_OWN, 'attempt') : gradesApart(lean, interval),
          lean === null ? NOTHING : (told ?? 'calibrated'),
        ],
        to: `/path/${student.id}`,
        told: told !== null,
      })),
    },
  ];
}

type Waited = Sticks['skills'][number]['lessons'];
const quartiles = ({ lower, median, upper, happened }: Waited, digits = 0): string =>
  happened < LEAST_EVENTS
    ? 'too few'
    : median === null
      ? `fewer than half there; a quarter within ${of(lower, digits)}`
      : `${of(median, digits)} (${of(lower, digits)} to ${upper === null ? '…' : of(upper, digits)})`;
type Rate = Sticks['faults'][number]['now'];
const rateText = ({ times, of: n, per100, interval }: Rate): string =>
  per100 === null ? NOTHING : `${withInterval(per100, interval, 0)}: ${times} in ${n}`;

const shareText = ({ times, of: n, per100, interval }: Rate): string =>
  per100 === null ? NOTHING : `${withInterval(per100, interval, 0)} %: ${times} of ${n}`;

export function sticksTables({ skills, faults }: Sticks): Table[] {
  return [
    {
      title: 'How long a skill takes',
      note: `Lessons in which a skill was flown, and hours from its first lesson, until it was ready: the middle student, and the middle half. Who is still on the way counts for as long as they have been. From ${LEAST_EVENTS} who are ready on; of the whole school, never by instructor.`,
      columns: [
        'Skill',
        'Students',
        'Ready',
        'Lessons',
        'Hours',
        'First tries within the standard',
        'Went rusty',
      ],
      none: 'Nothing has been flown yet.',
      rows: skills
        .filter(({ lessons }) => lessons.followed > 0)
        .map(({ title, lessons, hours, firstTries, wentRusty }) => ({
          cells: [
            title,
            String(lessons.followed),
            String(lessons.happened),
            quartiles(lessons),
            quartiles(hours, 1),
            shareText(firstTries),
            String(wentRusty),
          ],
        })),
    },
    {
      title: 'Faults, this quarter and the last',
      note: 'In a hundred attempts of the maneuver, with the interval that belongs to so many. More or less is said only where all the lines together would be wrong once in twenty tables.',
      columns: ['Fault', 'Last 13 weeks', '13 weeks before', 'Says'],
      none: 'No fault was found three times within half a year.',
      rows: faults.map(({ finding, now, before, told }) => ({
        cells: [
          findingName(finding),
          rateText(now),
          rateText(before),
          told ? (told === 'more' ? 'more often' : 'less often') : 'no difference shown',
        ],
        told: told !== null,
      })),
    },
  ];
}

export function soloTables({ lessons, hours, weeks, forecasts, fleet }: ToSolo): Table[] {
  const row = (name: string, waited: Waited, digits: number): TableRow => ({
    cells: [
      name,
      String(waited.followed),
      String(waited.happened),
      quartiles(waited, digits),
      between(waited.medianInterval, (end) => of(end, digits)) || NOTHING,
    ],
  });
  return [
    {
      title: 'To the first solo',
      note: `From the first flight to the first solo time in a signed entry: the middle student, and the middle half. Who has not soloed counts for as long as they have flown. From ${LEAST_EVENTS} who have soloed on.`,
      columns: ['Counted in', 'Students', 'Soloed', 'Middle (middle half)', 'The middle lies between'],
      none: 'Nobody has flown yet.',
      rows:
        lessons.followed === 0
          ? []
          : [row('Lessons', lessons, 0), row('Hours', hours, 1), row('Weeks', weeks, 0)],
    },
    {
      title: 'Whether forecasts held',
      note: 'What the path page said of the lessons to go, kept after each flight, against when the skills were ready. Four in five are meant to hold. An estimate that is still open is not counted.',
      columns: ['Lessons flown by then', 'Forecasts', 'Held', 'Ready earlier', 'Later'],
      none: 'No forecast has come to its end yet.',
      rows: forecasts
        .filter(({ made }) => made > 0)
        .map(({ lessons: when, made, held, early, late }) => ({
          cells: [
            when,
            String(made),
            `${held} (${numberText((100 * held) / made)} %)`,
            String(early),
            String(late),
          ],
        })),
    },
    {
      title: 'Airplanes, the last year',
      note: 'From the bookings and the recordings.',
      columns: [
        'Airplane',
        'Bookings',
        'Hours booked',
        'Recorded flights',
        'Cancelled',
        'Hours of maintenance',
      ],
      none: 'There is no airplane.',
      rows: fleet.map(({ name, bookings, bookedHours, flights, cancelled, maintenanceHours }) => ({
        cells: [
          name,
          String(bookings),
          numberText(bookedHours, 1),
          String(flights),
          Object.entries(cancelled)
            .map(([why, times]) => `${times} ${why}`)
            .join(', ') || 'none',
          numberText(maintenanceHours, 1),
        ],
      })),
    },
  ];
}

export function fleetTables(fleet: FleetFigures): Table[] {
  return [
    {
      title: 'Too fast for a limit',
      note: 'From recorded airspeed alone. Look at the airplane before its next flight.',
      columns: ['Airplane', 'Day', 'What', 'Indicated', 'Limit', 'Seen'],
      none: 'No recorded airspeed was above a limit within a year.',
      rows: fleet.flatMap(({ airplane, exceeded }) =>
        exceeded.map(({ recordingId, flownAt, finding, kias, limitKias, seenAt }) => ({
          cells: [
            airplane.name,
            dayText(flownAt.slice(0, 10)),
            findingName(finding),
            `${numberText(kias)} kt`,
            `${numberText(limitKias)} kt`,
            seenAt ? 'yes' : 'not yet',
          ],
          to: `/debrief/${recordingId}`,
          told: seenAt === null,
        })),
      ),
    },
    {
      title: 'Figures beside the book',
      note: 'From steady parts of every recording, by half-year. A drift is something to look at, never a diagnosis: engine, propeller, rigging, an instrument or the table of the book may be behind it.',
      columns: ['Airplane', 'Figure', 'Book', 'At first', 'Lately', 'Says'],
      none: 'There are not enough recordings of one airplane to say a figure.',
      rows: fleet.flatMap(({ airplane, figures }) =>
        figures.map(({ label, unit, book, periods, drifts }) => {
          const digits = unit === 'kt' ? 1 : 0;
          const said = ({ value, uncertainty, from }: (typeof periods)[number]) =>
            `${numberText(value, digits)} ± ${numberText(uncertainty, digits)} ${unit}, from ${from.slice(0, 7)}`;
          const [first, last] = [periods[0], periods[periods.length - 1]];
          return {
            cells: [
              airplane.name,
              capital(label),
              book === null ? NOTHING : `${numberText(book, digits)} ${unit}`,
              periods.length > 1 ? said(first) : NOTHING,
              said(last),
              drifts ? 'look at it' : 'within its error',
            ],
            told: drifts,
          };
        }),
      ),
    },
  ];
}

export const verdictName = (verdict: string): string =>
  VERDICT_WORDS[verdict as keyof typeof VERDICT_WORDS] ?? verdict;
