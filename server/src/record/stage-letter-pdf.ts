/** The letter of a stage check: the checker's result, and on a page of its own what recordings and the student say. */
import {
  clockIn,
  type Mark,
  maneuverName,
  type StageCheck,
  stageStateName,
  VERDICT_WORDS,
  variantAfter,
} from '@keel/core';
import type { Content } from 'pdfmake/interfaces.js';
import type { AttemptRow } from '../db/tables/attempt.ts';
import { makePdf } from '../http/pdf.ts';
import { bold, heading, type PaperOf, paper, ruled } from './paper.ts';

const NOTICE =
  'The result is the checker’s own, marked before the program said anything of the flight. It is no endorsement and releases nobody.';

const markText = (mark: Mark | undefined): string => mark ?? 'not shown';

/** An attempt of the check's own recordings, in the order flown. */
type AnnexRow = Pick<AttemptRow, 'maneuver' | 'variant' | 'verdict' | 'selfGrade'>;

/** Apart from the result, after the place for its signature. */
const annexOf = (rows: readonly AnnexRow[]): Content[] =>
  rows.length === 0
    ? []
    : [
        { stack: [heading('Annex: the recording, and the student’s own grade')], pageBreak: 'before' },
        {
          text: 'No part of the result. The verdict is the program’s, of what was recorded; the grade is the student’s own.',
          margin: [0, 0, 0, 4],
        },
        ruled(
          ['*', 130, 110],
          [
            ['Attempt', 'Verdict', 'Student’s own grade'].map(bold),
            ...rows.map(({ maneuver, variant, verdict, selfGrade }, i): Content[] => [
              `${i + 1}. ${maneuverName(maneuver, variant)}`,
              // As at Debrief: no verdict before the student has graded the own attempt.
              selfGrade === null ? 'after the student’s own grade' : VERDICT_WORDS[verdict],
              selfGrade === null ? 'none' : String(selfGrade),
            ]),
          ],
        ),
      ];

export function stageLetterPdf(check: StageCheck, of: PaperOf, annex: readonly AnnexRow[]): Promise<Buffer> {
  const { student, checker, designatedBy, plan, marks, closedAt, discontinued } = check;
  const day = clockIn(closedAt ?? check.plannedAt, of.zone, 'D MMMM YYYY');
  const rows = (
    title: string,
    list: { name: string; mark?: { mark: Mark; words: string; tries: number } }[],
  ) => [
    heading(title),
    ruled(
      ['*', 90, 40, '*'],
      [
        ['What', 'Result', 'Tries', 'Words'].map(bold),
        ...list.map(({ name, mark }): Content[] => [
          name,
          mark?.mark === 'unsatisfactory' ? bold(mark.mark) : markText(mark?.mark),
          mark ? String(mark.tries) : '',
          mark?.words ?? '',
        ]),
      ],
    ),
  ];
  return makePdf(
    paper(`Stage check of ${student.name}`, of, NOTICE, [
      {
        text: [
          `Checked on ${day} by ${checker.name}, designated by ${designatedBy.name}. `,
          check.byOwnInstructor ? 'The checker teaches the student; the chief instructor allowed it. ' : '',
          { text: `Result: ${stageStateName(check.state)}.`, bold: true },
          discontinued ? ` Broken off: ${discontinued}` : '',
        ],
        fontSize: 11,
        margin: [0, 0, 0, 6],
      },
      ...rows(
        'Oral part',
        plan.questions.map(({ id, asks }) => ({ name: asks, mark: marks.questions[id] })),
      ),
      ...rows(
        'Flight',
        plan.tasks.map(({ id, title, variant }) => ({
          name: `${title} ${variantAfter(variant ?? '')}`.trimEnd(),
          mark: marks.tasks[id],
        })),
      ),
      ...(check.retraining.length === 0
        ? []
        : [
            heading('Training since'),
            ...check.retraining.map(
              ({ byName, at, minutes, words }): Content =>
                `${clockIn(at, of.zone, 'D MMMM YYYY')}, ${byName}, ${minutes} min: ${words}`,
            ),
          ]),
      { text: 'Checker: ______________________   Date: ____________', margin: [0, 36, 0, 0] },
      ...annexOf(annex),
    ]),
  );
}
