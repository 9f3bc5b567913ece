/** The brief's form: what a person types, and how it becomes a lesson. */
import {
  type Airplane,
  type Conditions,
  findRoom,
  hasBalance,
  InputError,
  inputWords,
  type Lesson,
  type LessonInput,
  type LessonItem,
  type LessonPlan,
  type LessonRequest,
  type Loading,
  type Me,
  planLesson,
  runwayEndSchema,
  type TargetCard,
  type TechniqueOverrides,
  USUAL_MANEUVER,
} from '@keel/core';

/** Empty text stands for nothing typed. */
export type Typed = number | string;

export const NUMBER_FIELDS = {
  weightLb: { label: 'Weight', unit: 'lb' },
  groundFt: { label: 'Highest ground', unit: 'ft' },
  qnhHpa: { label: 'QNH', unit: 'hPa' },
  altimeterInHg: { label: 'Altimeter setting', unit: 'inHg' },
  pressureAltitudeFt: { label: 'Pressure altitude', unit: 'ft' },
  oatC: { label: 'Temperature', unit: '°C' },
  headingDeg: { label: 'Entry heading', unit: '°' },
  cloudBaseFt: { label: 'Cloud base', unit: 'ft' },
  cloudClearanceFt: { label: 'Keep below cloud', unit: 'ft' },
  airspaceBaseFt: { label: 'Airspace base', unit: 'ft' },
  fieldOatC: { label: 'Temperature at the field', unit: '°C' },
  windFromDeg: { label: 'Wind from', unit: '°' },
  windKt: { label: 'Wind', unit: 'kt' },
  gustKt: { label: 'Gusts', unit: 'kt' },
  runwayFt: { label: 'Usable runway', unit: 'ft' },
  blockMin: { label: 'Block', unit: 'min' },
  transitMin: { label: 'To the area', unit: 'min' },
  reserveMin: { label: 'Fuel reserve', unit: 'min' },
  fuelGal: { label: 'Fuel at the start', unit: 'gal' },
} as const;
export type NumberKey = keyof typeof NUMBER_FIELDS;
/** Of mercury, as ICAO Doc 7488 has it. */
const HPA_PER_INHG = 33.8639;

/** These may stay empty: then there is no such limit, or the usual figure is taken. */
const OPTIONAL: readonly NumberKey[] = [
  'cloudBaseFt',
  'cloudClearanceFt',
  'airspaceBaseFt',
  'windKt',
  'fieldOatC',
  'windFromDeg',
  'gustKt',
  'runwayFt',
  'blockMin',
  'transitMin',
  'reserveMin',
];

export interface BriefForm extends Record<NumberKey, Typed> {
  studentId: string;
  airplaneId: string;
  standardId: string;
  title: string;
  /** The end in use, such as 24; empty where none was chosen. */
  runway: string;
  /** ISO 8601; empty where what is typed is no moment. */
  plannedAt: string;
  air: 'qnh' | 'inHg' | 'pressure';
  /** What is put on each station; a weight typed instead where the airplane file has no stations. */
  loadBy: 'stations' | 'weight';
  stations: Record<string, Typed>;
  items: LessonItem[];
  technique: TechniqueOverrides;
  focus: string;
  parked: string[];
}

export const emptyForm = (): BriefForm => ({
  studentId: '',
  airplaneId: '',
  standardId: 'faa-private',
  title: '',
  plannedAt: new Date(Math.ceil(Date.now() / 3_600_000) * 3_600_000).toISOString(),
  weightLb: '',
  groundFt: '',
  air: 'qnh',
  qnhHpa: 1013,
  altimeterInHg: 29.92,
  pressureAltitudeFt: 4500,
  oatC: 6,
  headingDeg: 360,
  cloudBaseFt: '',
  cloudClearanceFt: 500,
  airspaceBaseFt: '',
  windKt: '',
  fieldOatC: '',
  windFromDeg: '',
  gustKt: '',
  runwayFt: '',
  runway: '',
  blockMin: 75,
  transitMin: 6,
  reserveMin: 30,
  fuelGal: '',
  loadBy: 'stations',
  stations: {},
  items: [],
  technique: {},
  focus: '',
  parked: [],
});

/** Usual weights for an airplane just picked: two people in front, three quarters of the fuel. */
export function usualLoad(airplane: Airplane): Partial<BriefForm> {
  const loaded = hasBalance(airplane);
  const [front] = airplane.stations ?? [];
  return {
    loadBy: loaded ? 'stations' : 'weight',
    stations: front ? { [front.id]: 340 } : {},
    fuelGal: airplane.fuel ? Math.round(airplane.fuel.usableGal * 0.75) : '',
    weightLb: airplane.maxWeightLb - 160,
  };
}

/** How pressure is entered where the school sets its altimeters so. */
export const airBy = (unit: Me['pressureUnit'] | undefined): BriefForm['air'] =>
  unit === 'inHg' ? 'inHg' : 'qnh';

export const pressureWords = ({ air, qnhHpa, altimeterInHg }: BriefForm): string =>
  air === 'qnh' ? `QNH ${qnhHpa}` : air === 'inHg' ? `altimeter ${altimeterInHg}` : '';

/** A setting of 29.92 typed as it is often written, without its point, is one all the same. */
export const hPaOf = (inHg: number): number => (inHg > 100 ? inHg / 100 : inHg) * HPA_PER_INHG;

export function formOf(lesson: Lesson, unit?: Me['pressureUnit']): BriefForm {
  const { conditions } = lesson;
  const form = emptyForm();
  for (const field of Object.keys(NUMBER_FIELDS) as NumberKey[]) {
    const value = conditions[field as keyof Conditions];
    if (typeof value === 'number') form[field] = value;
    else if (OPTIONAL.includes(field) && field.endsWith('BaseFt')) form[field] = '';
  }
  return {
    ...form,
    studentId: lesson.student.id,
    airplaneId: lesson.airplane.id,
    standardId: lesson.standard.id,
    title: lesson.title,
    runway: conditions.runway ?? '',
    plannedAt: lesson.plannedAt,
    air: conditions.pressureAltitudeFt === undefined ? airBy(unit) : 'pressure',
    ...(unit === 'inHg' &&
      conditions.qnhHpa !== undefined && {
        altimeterInHg: Math.round((100 * conditions.qnhHpa) / HPA_PER_INHG) / 100,
      }),
    loadBy: conditions.loading ? 'stations' : 'weight',
    stations: conditions.loading?.stations ?? {},
    fuelGal: conditions.loading?.fuelGal ?? '',
    items: lesson.items.map((item) =>
      // A speed or bank of a lesson from before each maneuver had its own.
      item.maneuver === USUAL_MANEUVER
        ? { airspeedKias: conditions.airspeedKias, bankDeg: conditions.bankDeg, ...item }
        : item,
    ),
    technique: lesson.technique,
    focus: lesson.focus,
    parked: lesson.parked,
  };
}

export type FieldErrors = Partial<Record<NumberKey | 'plannedAt' | 'runway', string>>;

/** The form's numbers; a field left empty is named. */
export function conditionsOf(
  form: BriefForm,
  airplane: Airplane | undefined,
): { conditions?: Conditions; errors: FieldErrors } {
  const errors: FieldErrors = {};
  if (form.plannedAt === '') errors.plannedAt = 'When the lesson is, with its time';
  const number = (field: NumberKey): number => {
    const value = form[field];
    if (Number.isFinite(value)) return value as number;
    errors[field] = 'Write a number';
    return Number.NaN;
  };
  const end = runwayEndSchema.safeParse(form.runway);
  if (form.runway !== '' && !end.success) errors.runway = 'An end of a runway, such as 24 or 06L';
  /** An empty field is an empty seat; a text that is no number is refused. */
  const station = (id: string): number => {
    const lb = form.stations[id] ?? '';
    if (Number.isNaN(lb)) errors.fuelGal = 'The weight on a seat is not a number';
    return Number(lb);
  };
  const optional = Object.fromEntries(
    OPTIONAL.filter((field) => form[field] !== '').map((field) => [field, number(field)]),
  ) as Partial<Conditions>;
  const byStations = form.loadBy === 'stations' && airplane !== undefined && hasBalance(airplane);
  const loading: Loading | undefined = byStations
    ? {
        stations: Object.fromEntries((airplane?.stations ?? []).map(({ id }) => [id, station(id)])),
        fuelGal: number('fuelGal'),
      }
    : undefined;
  const conditions: Conditions = {
    weightLb: byStations ? (airplane?.maxWeightLb ?? 0) : number('weightLb'),
    loading,
    groundFt: number('groundFt'),
    headingDeg: number('headingDeg'),
    oatC: number('oatC'),
    ...(form.air === 'pressure'
      ? { pressureAltitudeFt: number('pressureAltitudeFt') }
      : { qnhHpa: form.air === 'inHg' ? hPaOf(number('altimeterInHg')) : number('qnhHpa') }),
    ...optional,
    ...(form.runway !== '' && { runway: form.runway }),
  };
  return Object.keys(errors).length > 0 ? { errors } : { conditions, errors };
}

export interface Preview {
  plan?: LessonPlan;
  /** The cards of each item, under its id. */
  cards: Map<string, TargetCard[]>;
  errors: FieldErrors;
  /** What stands in the way and belongs to no field. */
  problem?: string;
}

/** The plan for what is typed so far, or which field stands in its way. */
export function preview(
  form: BriefForm,
  request: Omit<LessonRequest, 'conditions' | 'items' | 'overrides'> | null,
): Preview {
  const { conditions, errors } = conditionsOf(form, request?.airplane);
  const cards = new Map<string, TargetCard[]>();
  if (!request || !conditions) return { cards, errors };
  try {
    const planned = planLesson({ ...request, conditions, items: form.items, overrides: form.technique });
    let next = 0;
    for (const { item, cards: count } of planned.plan.entries) {
      cards.set(item, planned.cards.slice(next, next + count));
      next += count;
    }
    return { plan: planned.plan, cards, errors };
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    const { path } = error;
    const words = inputWords(error);
    const field = path === 'qnhHpa' && form.air === 'inHg' ? 'altimeterInHg' : path;
    return field !== undefined && field in NUMBER_FIELDS
      ? { cards, errors: { [field]: words } }
      : { cards, errors, problem: words };
  }
}

/** What a lesson is called when nobody has named it: its maneuvers. */
export function titleOf(items: readonly LessonItem[]): string {
  const titles = [...new Set(items.map(({ maneuver }) => findRoom(maneuver)?.title ?? maneuver))];
  return titles
    .map((title, i) => (i === 0 ? title : title.charAt(0).toLowerCase() + title.slice(1)))
    .join(', ')
    .slice(0, 120);
}

export function inputOf(form: BriefForm, airplane: Airplane | undefined): LessonInput | null {
  const { conditions } = conditionsOf(form, airplane);
  if (!conditions) return null;
  const { studentId, airplaneId, standardId, plannedAt, items, technique, focus, parked } = form;
  const title = form.title.trim() || titleOf(items);
  return { studentId, airplaneId, standardId, title, plannedAt, conditions, items, technique, focus, parked };
}
