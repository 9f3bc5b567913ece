/**
 * The debrief on paper, for the student: of each attempt what went well, what went first, one thing for next time; then its
 * keel, the picture flown, and what happened in order.
 */
import {
  attemptName,
  clockIn,
  type GradeSaid,
  gradesCalled,
  HANDBOOK_FIRST,
  happened,
  OBSERVATIONS,
  PARAMETER_NAMES,
  type Picture,
  type RecordingView,
  readLessonStatements,
  readStatements,
  type Statement,
  sortStatements,
  standingVerdict,
  takenAlong,
  textOf,
  unitsFor,
  unsaidHelp,
  VERDICT_WORDS,
} from '@keel/core';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { makePdf } from '../http/pdf.ts';
import { pictureSvg } from '../paper/picture-svg.ts';
import { keelSvg } from './keel-svg.ts';

export const DEBRIEF_SIZES = ['a4', 'letter'] as const;
type DebriefSize = (typeof DEBRIEF_SIZES)[number];

const PAGE_MARGIN = 44;
/** Of the narrower of the two sheets. */
const WIDTH = 595 - 2 * PAGE_MARGIN;
/** More would make the sheet a list again; the screen has them all. */
const MOST_ITEMS = 5;
const PICTURE = { width: WIDTH, height: 190, words: true };
const NOTICE = `A record of practice, not a sign-off. ${HANDBOOK_FIRST}`;

/** Of each attempt by its number: the brief's picture, flown. */
export type Pictures = ReadonlyMap<number, Picture>;

/** `zone`: the school's, by whose clock it was flown. */
export const debriefPdf = (...of: Parameters<typeof definition>): Promise<Buffer> =>
  makePdf(definition(...of));

export function definition(
  recording: RecordingView,
  zone: string,
  pictures: Pictures = new Map(),
  grades = gradesCalled(),
  size: DebriefSize = 'a4',
): TDocumentDefinitions {
  const attempts = recording.score?.attempts ?? [];
  const sorted = sortStatements(attempts, recording.statements);
  const { ofLesson } = sorted;
  const lesson = readLessonStatements(ofLesson, recording.parked);
  return {
    pageSize: size === 'letter' ? 'LETTER' : 'A4',
    pageMargins: [PAGE_MARGIN, PAGE_MARGIN, PAGE_MARGIN, 48],
    defaultStyle: { font: 'Atkinson', fontSize: 9.5, lineHeight: 1.15, color: '#11211e' },
    info: { title: `Debrief, ${recording.student.name}` },
    footer: (current, pages) => ({
      margin: [PAGE_MARGIN, 8, PAGE_MARGIN, 0],
      fontSize: 7,
      columns: [
        { text: NOTICE },
        { text: `${current} / ${pages}`, alignment: 'right', width: 40, fontSize: 8 },
      ],
    }),
    content: [
      ...heading(recording, zone),
      ...(lesson.nextTime ? [pressed('One thing for next time', lesson.nextTime)] : []),
      ...comments(ofLesson),
      ...attempts.map((_, i) => attemptBlock(recording, sorted, i, lesson.parked, pictures.get(i), grades)),
      ...(attempts.length === 0 ? [{ text: 'No attempt was found in this recording.' }] : []),
    ],
  };
}

function heading(
  { student, lessonTitle, flownAt, airplane, standard, focus, flownIn }: RecordingView,
  zone: string,
): Content[] {
  const when = clockIn(flownAt, zone, 'ddd D MMM YYYY HH:mm');
  return [
    { text: student.name, fontSize: 20, bold: true },
    {
      text: [lessonTitle, when, airplane.registration ?? airplane.name, standard.shortName]
        .filter((part) => part !== null)
        .join(' · '),
      color: '#586a64',
      margin: [0, 0, 0, 8],
    },
    ...(flownIn === 'trainer'
      ? [{ text: 'Flown in the trainer: it completes no solo requirement and enters no logbook.' }]
      : []),
    ...(focus ? [{ text: [{ text: 'Focus  ', bold: true }, focus] }] : []),
  ];
}

const pressed = (label: string, text: string): Content => ({
  margin: [0, 6, 0, 6],
  table: {
    widths: ['*'],
    body: [
      [
        {
          text: [
            { text: `${label}  `, color: '#586a64' },
            { text, bold: true },
          ],
          margin: [4, 3, 4, 3],
        },
      ],
    ],
  },
  layout: { hLineColor: () => '#0b5a53', vLineColor: () => '#0b5a53' },
});

const comments = (statements: readonly Statement[]): Content[] =>
  statements.flatMap(({ body, authorName }) =>
    body.kind === 'comment' || body.kind === 'mark'
      ? [
          {
            text: [body.text, { text: `  ${authorName}`, color: '#586a64' }],
            margin: [0, 2, 0, 0],
          } as Content,
        ]
      : [],
  );

function attemptBlock(
  recording: RecordingView,
  { byAttempt, ofLesson }: ReturnType<typeof sortStatements>,
  index: number,
  parked: readonly string[],
  picture: Picture | undefined,
  grades: readonly GradeSaid[],
): Content {
  const { attempts, judge } = recording.score!;
  const attempt = attempts[index];
  const statements = readStatements(
    byAttempt[index],
    unsaidHelp(attempts, index, { demonstrationFirst: recording.demonstrationFirst, ofLesson }),
  );
  const grade = grades.find((one) => one.grade === statements.grade);
  const own = grades.find((one) => one.grade === statements.selfGrade?.grade);
  const verdict = VERDICT_WORDS[standingVerdict(attempt[judge], statements)];
  const units = unitsFor(recording.airplane);
  const items = happened(attempt, units).filter(
    ({ id, severity }) => severity === 'critical' || !id || !parked.includes(id),
  );
  const keel = recording.keels[index];
  const { well, first, next } = takenAlong(attempt, statements, parked, units);
  return {
    unbreakable: true,
    margin: [0, 12, 0, 0],
    stack: [
      { canvas: [{ type: 'line', x1: 0, y1: 0, x2: WIDTH, y2: 0, lineWidth: 0.6, lineColor: '#c6d0ca' }] },
      {
        margin: [0, 6, 0, 2],
        columns: [
          {
            text: `${index + 1}. ${attemptName(attempt)}`,
            fontSize: 13,
            bold: true,
          },
          {
            text: statements.discontinued ? `Discontinued for ${statements.discontinued}` : verdict,
            bold: true,
            alignment: 'right',
            width: 170,
          },
        ],
      },
      {
        color: '#586a64',
        text: [
          statements.help === 'unknown' ? 'who flew not entered' : statements.help.replaceAll('-', ' '),
          ...(grade ? [`grade ${grade.grade}, ${grade.name}`] : []),
          ...(own ? [`your own ${own.grade}, ${own.name}`] : []),
          ...statements.observed.map(
            (item) => `seen: ${OBSERVATIONS.find((one) => one.item === item)!.says.toLowerCase()}`,
          ),
        ].join(' · '),
      },
      ...(statements.override ? [{ text: `Instructor’s override: ${statements.override.reason}` }] : []),
      ...(well.length > 0
        ? [{ text: [{ text: 'Went well  ', color: '#586a64' }, `${well.join('. ')}.`] } as Content]
        : []),
      ...(first
        ? [
            {
              text: [
                { text: 'First out of tolerance  ', color: '#586a64' },
                { text: first, bold: true },
              ],
            } as Content,
          ]
        : []),
      ...(next ? [pressed('One thing for next time', next)] : []),
      ...(keel?.length
        ? [{ svg: keelSvg(keel, PARAMETER_NAMES), width: WIDTH, margin: [0, 6, 0, 4] } as Content]
        : []),
      ...(picture
        ? [
            { text: picture.title.replace('V_A', 'VA'), color: '#586a64', margin: [0, 2, 0, 0] } as Content,
            { svg: pictureSvg(picture, PICTURE), width: PICTURE.width, margin: [0, 2, 0, 4] } as Content,
          ]
        : []),
      {
        ol: items.slice(0, MOST_ITEMS).map(({ title, time, tryNext }) => ({
          text: [`${textOf(title)} `, { text: `at ${time}. `, color: '#586a64' }, { text: textOf(tryNext) }],
        })),
      },
      ...(items.length > MOST_ITEMS
        ? [{ text: `And ${items.length - MOST_ITEMS} more on the screen.`, color: '#586a64' }]
        : []),
      ...comments(byAttempt[index]),
    ],
  };
}
