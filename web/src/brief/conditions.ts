/** The brief's form: what a person types, and how it becomes a card. */
import {
  type Airplane,
  type Conditions,
  InputError,
  type Lesson,
  type Standard,
  steepTurnCard,
  type TargetCard,
} from '@keel/core';

export interface BriefForm {
  studentId: string;
  airplaneId: string;
  standardId: string;
  title: string;
  /** ISO 8601. */
  plannedAt: string;
  weightLb: number | string;
  groundFt: number | string;
  air: 'qnh' | 'pressure';
  qnhHpa: number | string;
  pressureAltitudeFt: number | string;
  oatC: number | string;
  headingDeg: number | string;
  /** Set by moving the mark; the card's own choice until then. */
  airspeedKias?: number;
  bankDeg?: number;
}

export const NUMBER_FIELDS = {
  weightLb: 'Weight',
  groundFt: 'Highest ground',
  qnhHpa: 'QNH',
  pressureAltitudeFt: 'Pressure altitude',
  oatC: 'Temperature',
  headingDeg: 'Entry heading',
} as const;
export type NumberField = keyof typeof NUMBER_FIELDS;

export const emptyForm = (): BriefForm => ({
  studentId: '',
  airplaneId: '',
  standardId: 'faa-private',
  title: 'Steep turns',
  plannedAt: new Date(Math.ceil(Date.now() / 3_600_000) * 3_600_000).toISOString(),
  weightLb: '',
  groundFt: '',
  air: 'qnh',
  qnhHpa: 1013,
  pressureAltitudeFt: 4500,
  oatC: 6,
  headingDeg: 360,
});

export const formOf = (lesson: Lesson): BriefForm => ({
  ...emptyForm(),
  studentId: lesson.student.id,
  airplaneId: lesson.airplane.id,
  standardId: lesson.standard.id,
  title: lesson.title,
  plannedAt: lesson.plannedAt,
  ...lesson.conditions,
  air: lesson.conditions.pressureAltitudeFt === undefined ? 'qnh' : 'pressure',
  qnhHpa: lesson.conditions.qnhHpa ?? 1013,
  pressureAltitudeFt: lesson.conditions.pressureAltitudeFt ?? 4500,
});

/** The form's numbers; a field left empty is named. */
export function conditionsOf(form: BriefForm): {
  conditions?: Conditions;
  errors: Partial<Record<NumberField, string>>;
} {
  const errors: Partial<Record<NumberField, string>> = {};
  const number = (field: NumberField): number => {
    const value = form[field];
    if (typeof value === 'number') return value;
    errors[field] = 'Write a number';
    return Number.NaN;
  };
  const conditions: Conditions = {
    weightLb: number('weightLb'),
    groundFt: number('groundFt'),
    oatC: number('oatC'),
    headingDeg: number('headingDeg'),
    ...(form.air === 'qnh'
      ? { qnhHpa: number('qnhHpa') }
      : { pressureAltitudeFt: number('pressureAltitudeFt') }),
    ...(form.airspeedKias !== undefined && { airspeedKias: form.airspeedKias }),
    ...(form.bankDeg !== undefined && { bankDeg: form.bankDeg }),
  };
  return Object.keys(errors).length > 0 ? { errors } : { conditions, errors };
}

const FIELD_OF: [RegExp, NumberField][] = [
  [/^weight/, 'weightLb'],
  [/^ground/, 'groundFt'],
  [/^QNH/, 'qnhHpa'],
  [/^pressure/, 'pressureAltitudeFt'],
  [/^temperature/, 'oatC'],
  [/^heading/, 'headingDeg'],
];

/** The card for what is typed so far, or which field stands in its way. */
export function previewCard(
  form: BriefForm,
  airplane: Airplane | undefined,
  standard: Standard | undefined,
  watchFor: string[],
): { card?: TargetCard; errors: Partial<Record<NumberField, string>> } {
  const { conditions, errors } = conditionsOf(form);
  if (!airplane || !standard || !conditions) return { errors };
  try {
    return { card: steepTurnCard({ airplane, standard, ...conditions, watchFor }), errors };
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    const field = FIELD_OF.find(([pattern]) => pattern.test(error.message))?.[1] ?? 'weightLb';
    return { errors: { [field]: error.message } };
  }
}
