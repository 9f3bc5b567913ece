/** Logbook and training record on paper: what a clerk wants to see, and who signed it. */
import {
  clockIn,
  dayText,
  hoursAndMinutes,
  type Logbook,
  type LogEntry,
  STANDING_WORDS,
  saidGate,
  standingReason,
} from '@keel/core';
import type { Content } from 'pdfmake/interfaces.js';
import { makePdf } from '../http/pdf.ts';
import type { Known } from '../path/path-of.ts';
import { bold, heading, type PaperOf, paper, ruled } from './paper.ts';

const NOTICE =
  'As it was signed in Keel Path, by re-entering the password; the figures after a name are the first of the signature’s SHA-256. Whether an authority takes it so is for the authority to say.';

const time = (min: number): string => (min === 0 ? '' : hoursAndMinutes(min));
const count = (n: number): string => (n === 0 ? '' : String(n));
const HEAD = [
  'Date',
  'Airplane',
  'From – to',
  'Block',
  'Air',
  'Dual',
  'Solo',
  'Night',
  'Instr.',
  'Ldg day',
  'Ldg night',
  'Training and remarks',
  'Signed',
];
const WIDTHS = [52, 62, 70, 30, 30, 30, 30, 30, 30, 28, 30, '*', 100];

const line = (entry: LogEntry, signed: string): Content[] => [
  entry.date,
  entry.airplane,
  entry.from === entry.to ? entry.from : `${entry.from} – ${entry.to}`,
  time(entry.blockMin),
  time(entry.airMin),
  time(entry.dualMin),
  time(entry.soloMin),
  time(entry.nightMin),
  time(entry.instrumentMin),
  count(entry.landingsDay),
  count(entry.landingsNight),
  [entry.training, entry.remarks].filter(Boolean).join('. '),
  signed,
];

function flights(logbook: Logbook, { zone }: PaperOf): Content {
  const { totals } = logbook;
  const lines = [...logbook.signed].reverse().map((one) => {
    const by = `${one.signer}, ${clockIn(one.signedAt, zone, 'D MMM YYYY HH:mm')}, ${one.hash.slice(0, 10)}${one.origin ? `, at ${one.origin}` : ''}`;
    const cells = line(one.entry, `${by}${one.replaces ? '; corrects an earlier entry' : ''}`);
    // What was replaced stays to be read, struck out.
    return one.replacedBy
      ? cells.map((cell): Content => ({ text: cell as string, decoration: 'lineThrough', color: '#586a64' }))
      : cells;
  });
  const sum = [
    bold('Total'),
    `${totals.flights} flights`,
    '',
    ...[
      totals.blockMin,
      totals.airMin,
      totals.dualMin,
      totals.soloMin,
      totals.nightMin,
      totals.instrumentMin,
    ].map((min) => bold(hoursAndMinutes(min))),
    bold(String(totals.landingsDay)),
    bold(String(totals.landingsNight)),
    '',
    '',
  ];
  return { fontSize: 7.5, stack: [ruled(WIDTHS, [HEAD.map(bold), ...lines, sum])] };
}

type Endorsed = Logbook['endorsements'][number];

const signedBy = ({ signer, signedAt, hash, origin, endorsement }: Endorsed, zone: string): Content => ({
  text: [
    `Signed by ${signer}${origin ? ` at ${origin}` : ''}`,
    ...(endorsement.certificate
      ? [`certificate ${endorsement.certificate.number}, to ${dayText(endorsement.certificate.holdsUntil)}`]
      : []),
    `${clockIn(signedAt, zone, 'D MMM YYYY HH:mm')}, ${hash.slice(0, 10)}`,
    ...(endorsement.endsOn ? [`valid until ${dayText(endorsement.endsOn)}`] : []),
  ].join('; '),
  fontSize: 8,
  color: '#586a64',
});

const endorsements = (logbook: Logbook, { zone }: PaperOf): Content[] =>
  logbook.endorsements.flatMap((one): Content[] => [
    heading(one.endorsement.title),
    one.endorsement.text,
    signedBy(one, zone),
  ]);

/** One endorsement, to be carried along: its words, who signed it, and until when it holds. */
export const endorsementPdf = (student: string, one: Endorsed, of: PaperOf): Promise<Buffer> =>
  makePdf(
    paper(one.endorsement.title, of, NOTICE, [
      { text: `For ${student}`, margin: [0, 0, 0, 10] },
      { text: one.endorsement.text, fontSize: 12, lineHeight: 1.35, margin: [0, 0, 0, 10] },
      signedBy(one, of.zone),
      {
        text: 'Where ink is asked for:   Instructor: ______________________   Certificate: ______________   Date: ____________',
        margin: [0, 40, 0, 0],
      },
    ]),
  );

export const logbookPdf = (logbook: Logbook, of: PaperOf): Promise<Buffer> =>
  makePdf(
    paper(
      `Logbook: ${logbook.student.name}`,
      of,
      NOTICE,
      [flights(logbook, of), ...endorsements(logbook, of)],
      true,
    ),
  );

/** For a stage check: where each skill and gate stands, then hours and endorsements. */
export function trainingRecordPdf(logbook: Logbook, known: Known, of: PaperOf): Promise<Buffer> {
  const { syllabus, standings, gates, on } = known;
  const { totals } = logbook;
  return makePdf(
    paper(`Training record: ${logbook.student.name}`, of, `${NOTICE} It signs nothing and releases nobody.`, [
      {
        text: `As of ${on}, by “${syllabus.title}” (${syllabus.source}${syllabus.fromMemory ? ', from memory' : ''}).`,
      },
      heading('Hours'),
      {
        text: `${totals.flights} flights, ${hoursAndMinutes(totals.blockMin)} block, ${hoursAndMinutes(totals.dualMin)} dual, ${hoursAndMinutes(totals.soloMin)} solo, ${totals.landingsDay + totals.landingsNight} landings.`,
      },
      heading('Skills'),
      ruled(
        [115, 48, 78, '*'],
        [
          ['Skill', 'Standing', 'Chance next time', 'Why'].map(bold),
          ...syllabus.skills.map(({ id, title }) => {
            const one = standings.get(id)!;
            const { chance } = one;
            const said = chance
              ? `${Math.round(100 * chance.p)} % (${Math.round(100 * chance.low)}–${Math.round(100 * chance.high)})`
              : '—';
            return [title, STANDING_WORDS[one.standing], said, one.why.map(standingReason).join('; ')];
          }),
        ],
      ),
      heading('Gates'),
      ruled(
        [115, 48, '*'],
        [
          ['Gate', 'State', 'Confirmed by, valid until'].map(bold),
          ...gates
            .map(saidGate)
            .map(({ title, state, says, closing }) => [
              title,
              state,
              closing
                ? `${says}${says.includes(closing.byName) ? '' : `; ${closing.byName}`}, ${clockIn(closing.at, of.zone, 'D MMM YYYY')}${closing.words ? `: ${closing.words}` : ''}`
                : says,
            ]),
        ],
      ),
      ...endorsements(logbook, of),
    ]),
  );
}
