/** Takeoff and landing on the kneeboard: two panels, out and back, where the lesson has its runway. */
import {
  type Airplane,
  type FieldPartSaid,
  type FieldRules,
  fieldCards,
  fieldDayOf,
  fieldSaid,
  type Lesson,
  unitsFor,
  type WindLimits,
} from '@keel/core';
import type { Content } from 'pdfmake/interfaces.js';

export interface FieldOfSchool {
  fieldFt: number;
  rules: FieldRules;
  /** The student's own, where an instructor has set them. */
  limits: WindLimits | null;
}

const OUT: readonly FieldPartSaid['id'][] = ['taxi', 'run-up', 'takeoff'];
const BACK: readonly FieldPartSaid['id'][] = ['pattern', 'approach', 'go-around', 'after'];

/** The parts of each panel, by its title; none without a runway. */
export function fieldPartsOf(
  { conditions, plan }: Pick<Lesson, 'conditions' | 'plan'>,
  airplane: Airplane,
  field: FieldOfSchool,
): [title: string, parts: FieldPartSaid[]][] {
  if (conditions.runway === undefined) return [];
  const weightLb = plan?.startWeightLb ?? conditions.weightLb;
  const said = fieldSaid(
    fieldCards(fieldDayOf({ airplane, conditions, weightLb, ...field })),
    unitsFor(airplane),
  );
  return [
    ['Out', said.filter(({ id }) => OUT.includes(id))],
    ['Back', said.filter(({ id }) => BACK.includes(id))],
  ];
}

export const fieldPanel = (
  [title, parts]: ReturnType<typeof fieldPartsOf>[number],
  width: number,
  scale: number,
): Content[] => [
  { text: title, fontSize: 15 * scale, bold: true },
  { canvas: [{ type: 'line', x1: 0, y1: 0, x2: width, y2: 0, lineWidth: 1 }], margin: [0, 1, 0, 2] },
  ...parts.flatMap((part) => partOf(part, scale)),
];

function partOf({ title, lines, lists, caution }: FieldPartSaid, scale: number): Content[] {
  const small = 7.4 * scale;
  return [
    { text: title, bold: true, fontSize: 10 * scale, margin: [0, 4 * scale, 0, 1] },
    ...(lines.length > 0
      ? [
          {
            table: {
              widths: ['auto', 'auto', '*'],
              body: lines.map(({ label, value, note }) => [
                { text: label, fontSize: small },
                { text: value ?? '……', bold: true, fontSize: 8.6 * scale },
                { text: note ?? '', fontSize: 6.8 * scale },
              ]),
            },
            layout: {
              hLineWidth: () => 0,
              vLineWidth: () => 0,
              paddingTop: () => 0.4,
              paddingBottom: () => 0.4,
            },
          } as Content,
        ]
      : []),
    ...lists.map(
      (list): Content => ({
        text: [{ text: `${list.title}: `, bold: true }, `${list.items.join(' · ')}.`],
        fontSize: small,
        margin: [0, 1.5, 0, 0],
      }),
    ),
    ...(caution
      ? [{ text: caution, bold: true, fontSize: small, margin: [0, 1.5, 0, 0], unbreakable: true } as Content]
      : []),
  ];
}
