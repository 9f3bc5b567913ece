/** Whether instructors grade alike, in words. */
import type { Grading } from '../../insight/answers.ts';
import { LEAST_PAIRS } from '../../insight/kappa.ts';
import { LEAST_BLIND } from '../../insight/kinder.ts';
import { LEAST_OWN } from '../../insight/own-grades.ts';
import { numberText } from '../../units/text.ts';
import { between, inBrackets, NOTHING, tooFew, withInterval } from './figures.ts';
import { maneuverTitle } from './names.ts';
import type { Table } from './table.ts';

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
