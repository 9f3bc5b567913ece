/** The kneeboard: black on white, large figures, one maneuver a panel, tolerances and cautions on it. */
import {
  type Airplane,
  askedWords,
  cardSaid,
  clockIn,
  flownWords,
  HANDBOOK_FIRST,
  isSaid,
  type Lesson,
  picturePlanned,
  planNoticeSaid,
  speedIn,
  type TargetCard,
  toleranceSaid,
  unitsFor,
} from '@keel/core';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { makePdf } from '../http/pdf.ts';
import { pictureSvg } from '../paper/picture-svg.ts';
import { type FieldOfSchool, fieldPanel, fieldPartsOf } from './kneeboard-field.ts';
import { kneeboardFigures } from './kneeboard-figures.ts';
import { triesOf, triesTable } from './kneeboard-tries.ts';

const MM_TO_PT = 72 / 25.4;
/** A sheet across has two panels side by side, to be folded or cut. */
const SIZES = {
  a5: { width: 148 * MM_TO_PT, height: 210 * MM_TO_PT, abreast: 1 },
  'half-letter': { width: 5.5 * 72, height: 8.5 * 72, abreast: 1 },
  a4: { width: 297 * MM_TO_PT, height: 210 * MM_TO_PT, abreast: 2 },
  letter: { width: 11 * 72, height: 8.5 * 72, abreast: 2 },
} as const;
export const KNEEBOARD_SIZES = ['a5', 'half-letter', 'a4', 'letter'] as const;
export type KneeboardSize = (typeof KNEEBOARD_SIZES)[number];

const PANEL = 1;
const MARGIN = 22;
const SCALES = [1, 0.95, 0.9, 0.86, 0.82, 0.78];
const NOTICE =
  'Training aid, not a flight instrument and not a sign-off. The airplane’s handbook, local rules and your instructor come first.';

/** `zone`: the school's, by whose clock the lesson begins. */
export async function kneeboardPdf(
  lesson: Lesson,
  airplane: Airplane,
  size: KneeboardSize,
  zone: string,
  field: FieldOfSchool,
): Promise<Buffer> {
  const atField = fieldPartsOf(lesson, airplane, field);
  const panels = groups(lesson.cards).length + atField.length;
  let pdf: Buffer = Buffer.alloc(0);
  // A panel never runs over its page: what is too long is set a little smaller, down to what can still be read.
  for (const scale of SCALES) {
    const pages = { count: 0 };
    pdf = await makePdf(definition({ lesson, airplane, zone, atField }, SIZES[size], scale, pages));
    if (pages.count <= Math.ceil((panels + 1) / SIZES[size].abreast)) break;
  }
  return pdf;
}

interface Printed {
  lesson: Lesson;
  airplane: Airplane;
  zone: string;
  atField: ReturnType<typeof fieldPartsOf>;
}

function definition(
  { lesson, airplane, zone, atField }: Printed,
  page: (typeof SIZES)[KneeboardSize],
  scale: number,
  counted: { count: number },
): TDocumentDefinitions {
  const { abreast } = page;
  const width = (page.width - 2 * MARGIN * abreast) / abreast;
  const panels = [
    ...groups(lesson.cards).map((cards) => panel(cards, { lesson, airplane, width, scale })),
    ...atField.map((parts) => fieldPanel(parts, width, scale)),
  ];
  return {
    pageSize: { width: page.width, height: page.height },
    pageMargins: [MARGIN, MARGIN, MARGIN, 34],
    defaultStyle: { font: 'Atkinson', fontSize: 9 * scale, lineHeight: 1.12 * scale, color: '#000' },
    info: { title: `${lesson.title}, ${lesson.student.name}` },
    footer: (current, pages) => {
      counted.count = pages;
      return footer(current, pages);
    },
    // Two of them share a sheet where they fit; one that would run over its edge begins the next.
    pageBreakBefore: ({ headlineLevel, pageNumbers }) => headlineLevel === PANEL && pageNumbers.length > 1,
    content:
      abreast === 2
        ? pairs([frontPage(lesson, width, zone), ...panels], width)
        : [
            ...frontPage(lesson, width, zone),
            ...panels.map(
              (stack, i): Content => ({
                stack,
                headlineLevel: PANEL,
                margin: [0, 0, 0, 14],
                ...(i === 0 && { pageBreak: 'before' }),
              }),
            ),
          ],
  };
}

/** Two by two, a sheet a pair. */
function pairs(stacks: readonly Content[][], width: number): Content[] {
  const sheets: Content[] = [];
  for (let i = 0; i < stacks.length; i += 2)
    sheets.push({
      columns: [
        { width, stack: stacks[i] },
        // A column rather than a gap, which every row inside would take over.
        { width: 2 * MARGIN, text: '' },
        { width, stack: stacks[i + 1] ?? [] },
      ],
      ...(i > 0 && { pageBreak: 'before' as const }),
    });
  return sheets;
}

const footer = (current: number, pages: number): Content => ({
  columns: [
    { text: NOTICE, fontSize: 6.5 },
    { text: `${current} / ${pages}`, alignment: 'right', fontSize: 8, width: 40 },
  ],
  margin: [MARGIN, 6, MARGIN, 0],
});

/** Left and right of a turn share a panel: their numbers differ in one heading. */
function groups(cards: readonly TargetCard[]): TargetCard[][] {
  const grouped: TargetCard[][] = [];
  for (const card of cards) {
    const last = grouped.at(-1);
    if (card.variant === 'right' && last?.length === 1 && last[0].maneuver === card.maneuver) last.push(card);
    else grouped.push([card]);
  }
  return grouped;
}

function frontPage(lesson: Lesson, width: number, zone: string): Content[] {
  const { airplane, plan, conditions } = lesson;
  const when = clockIn(lesson.plannedAt, zone, 'ddd D MMM YYYY HH:mm');
  const rows = groups(lesson.cards).map(([card]) => [
    { text: card.title, bold: true },
    {
      text: card.offToday ? 'OFF TODAY' : `${thousands(card.entry.altitudeFt)} ft`,
      alignment: 'right' as const,
    },
    { text: `${pad(card.entry.headingDeg)}°`, alignment: 'right' as const },
    { text: speedText(card, card.entry.airspeedKias), alignment: 'right' as const },
    { text: `${thousands(card.weightLb)} lb`, alignment: 'right' as const },
  ]);
  const [first] = lesson.cards;
  return [
    { text: lesson.student.name, fontSize: 20, bold: true },
    { text: `${lesson.title} · ${when}`, fontSize: 11 },
    {
      text: `${airplane.name}${airplane.registration ? `, ${airplane.registration}` : ''} · with ${lesson.instructor.name} · standard: ${lesson.standard.shortName}`,
      margin: [0, 2, 0, 6],
    },
    rule(width),
    ...(lesson.focus
      ? [
          {
            text: [{ text: 'Focus  ', bold: true }, lesson.focus],
            fontSize: 11,
            margin: [0, 6, 0, 2],
          } as Content,
        ]
      : []),
    {
      margin: [0, 6, 0, 6],
      table: { headerRows: 1, widths: ['*', 'auto', 'auto', 'auto', 'auto'], body: [HEAD, ...rows] },
      layout: 'lightHorizontalLines',
    },
    {
      text: [
        `Ground ${thousands(conditions.groundFt)} ft · floor ${thousands(first.entry.floorFt)} ft · `,
        { text: `Maneuvering speed at the start ${speedText(first, first.vaKias, true)}`, bold: true },
        ` · ${conditions.oatC} °C${conditions.qnhHpa ? ` · QNH ${conditions.qnhHpa}` : ''}`,
      ],
    },
    ...(plan
      ? [
          {
            text: `Start ${thousands(plan.startWeightLb)} lb · ${Math.round(plan.totalMin)} of ${plan.blockMin} min${plan.fuelLeftGal === null ? '' : ` · fuel used ${plan.fuelUsedGal} gal, left ${plan.fuelLeftGal} gal`}`,
            margin: [0, 3, 0, 3],
          } as Content,
          ...plan.notices
            .filter(({ level }) => level !== 'note')
            .map(
              (notice): Content => ({
                text: `${notice.level === 'stop' ? 'STOP  ' : 'Note  '}${planNoticeSaid(notice, unitsFor(first))}`,
                bold: true,
              }),
            ),
        ]
      : []),
    heading('Before each maneuver'),
    ticks(cardSaid(first).checks),
    heading('Notes'),
    ...Array.from(
      { length: 5 },
      () => ({ canvas: [{ type: 'line', x1: 0, y1: 16, x2: width, y2: 16, lineWidth: 0.4 }] }) as Content,
    ),
  ];
}

const HEAD = ['Maneuver', 'enter at', 'heading', 'speed', 'weight'].map((text, i) => ({
  text,
  fontSize: 7.5,
  alignment: i === 0 ? ('left' as const) : ('right' as const),
}));

interface PanelOf {
  lesson: Lesson;
  airplane: Airplane;
  width: number;
  scale: number;
}

function panel(cards: TargetCard[], { lesson, airplane, width, scale }: PanelOf): Content[] {
  const [card] = cards;
  const figures = kneeboardFigures(cards);
  const column = width / 3;
  const perRow = 3;
  const rows: Content[] = [];
  for (let i = 0; i < figures.length; i += perRow) {
    rows.push({
      columns: figures.slice(i, i + perRow).map(({ label, value, unit, note }) => ({
        width: column - 8,
        stack: [
          { text: label, fontSize: 7.5 * scale },
          {
            text: [
              { text: value, fontSize: 19 * scale, bold: true },
              { text: ` ${unit}`, fontSize: 8 * scale },
            ],
            lineHeight: 1,
          },
          { text: note, fontSize: 7 * scale },
        ],
      })),
      columnGap: 8,
      margin: [0, 3, 0, 1],
    });
  }
  const said = cardSaid(card);
  return [
    {
      columns: [
        { text: card.title, fontSize: 17 * scale, bold: true },
        { text: flownWords(cards), alignment: 'right', fontSize: 10 * scale, margin: [0, 6, 0, 0] },
      ],
    },
    ...(said.offToday
      ? [{ text: said.offToday, bold: true, fontSize: 12 * scale, margin: [0, 4, 0, 4] } as Content]
      : []),
    rule(width),
    ...rows,
    ...flapRows(card),
    ...powerRows(card),
    rule(width, 4),
    {
      columns: [
        { width: '*', stack: [heading('In order'), { ol: said.steps, fontSize: 8.6 * scale }] },
        { width: 12, text: '' },
        {
          width: width * 0.34,
          stack: [
            {
              svg: pictureSvg(picturePlanned(card, airplane), {
                width: width * 0.34,
                height: 74,
                words: false,
              }),
              width: width * 0.34,
              margin: [0, 5, 0, 0],
            },
            heading('Watch for'),
            { ul: said.watchFor, fontSize: 8 * scale },
            heading(card.tolerancesFrom ? `Tolerances (${card.tolerancesFrom})` : 'Tolerances'),
            {
              ul: card.tolerances.filter(isSaid).map((row) => toleranceSaid(row, card)),
              fontSize: 8.6 * scale,
              bold: true,
            },
          ],
        },
      ],
    },
    ...(askedWords(card) === ''
      ? []
      : [heading('Pass/fail items'), { text: `${askedWords(card)}.`, fontSize: 7.6 * scale } as Content]),
    triesTable(cards, triesOf(card, lesson)),
    heading('Cautions'),
    // The footer says the last of them on every page.
    {
      ul: said.cautions.filter((caution) => caution !== HANDBOOK_FIRST).map(whole),
      fontSize: 7.4 * scale,
    },
  ];
}

function flapRows(card: TargetCard): Content[] {
  if (card.flaps.length === 0) return [];
  const unit = card.power?.unit ?? '';
  const body = card.flaps.map(({ deg, below, atKias, balloonFt, addPower }) => [
    { text: `${deg}°`, bold: true },
    { text: `at ${speedText(card, atKias)}` },
    { text: `never above ${speedText(card, below, true)}`, bold: true },
    { text: balloonFt === null ? '' : `may rise ${balloonFt} ft` },
    { text: addPower === null ? '' : `then +${addPower} ${unit}` },
  ]);
  return [
    { text: 'Flaps', fontSize: 7.5, margin: [0, 4, 0, 0] },
    { table: { widths: ['auto', '*', 'auto', 'auto', 'auto'], body }, layout: 'noBorders', fontSize: 8.4 },
  ];
}

function powerRows(card: TargetCard): Content[] {
  if (card.powerTable.length === 0) return [];
  const { powerTable } = card;
  return [
    {
      margin: [0, 4, 0, 0],
      fontSize: 8.4,
      layout: 'lightHorizontalLines',
      table: {
        widths: powerTable.map(() => '*').concat('auto'),
        body: [
          ['', ...powerTable.map(({ kias }) => ({ text: speedText(card, kias), bold: true }))],
          [card.power?.unit ?? 'power', ...powerTable.map(({ power }) => thousands(power))],
          [
            'nose',
            ...powerTable.map(
              ({ pitchDeg }) => `${pitchDeg > 0 ? '+' : pitchDeg < 0 ? '−' : ''}${Math.abs(pitchDeg)}°`,
            ),
          ],
          ['trim', ...powerTable.map(({ trim }) => trim.replaceAll('-', ' '))],
        ],
      },
    },
  ];
}

/** Never begun on one page and ended on the next: who recovers from a spin by it does not turn pages. */
const whole = (text: string): Content => ({ text, unbreakable: true }) as Content;
const heading = (text: string): Content => ({ text, bold: true, fontSize: 9.5, margin: [0, 5, 0, 1] });
const rule = (width: number, above = 2): Content => ({
  canvas: [{ type: 'line', x1: 0, y1: 0, x2: width, y2: 0, lineWidth: 1 }],
  margin: [0, above, 0, 2],
});
/** Boxes to tick with a pencil. */
const ticks = (items: readonly string[]): Content =>
  ({
    stack: items.map((text) => ({
      columns: [
        { width: 12, canvas: [{ type: 'rect', x: 0, y: 2, w: 7, h: 7, lineWidth: 0.7 }] },
        { width: '*', text },
      ],
    })),
    fontSize: 8.6,
  }) as Content;

const thousands = (value: number) => value.toLocaleString('en-US', { maximumFractionDigits: 0 });
const pad = (deg: number) => String(Math.round(deg)).padStart(3, '0');

/** A speed in the card's unit; a limit is rounded down. */
function speedText(card: TargetCard, kias: number | null, limit = false): string {
  if (kias === null) return '—';
  const shown = speedIn(kias, card.speedUnit);
  return `${limit ? Math.floor(shown) : Math.round(shown)} ${card.speedUnit}`;
}
