/** The airplane, its weight, the air and the runway of a day: what takeoff, pattern and landing are worked out from. */
import type { Airplane } from '../airplane/schema.ts';
import { densityRatio, pressureAltitudeFt, tasFromCas } from '../atmosphere/atmosphere.ts';
import { checkRange } from '../card/day.ts';
import { windOn } from '../mechanics/wind.ts';
import { casAtStage } from '../performance/model.ts';
import { runwayEndSchema } from '../units/runway.ts';
import type { FieldRules } from './field-rules.ts';
import { FIELD_FIGURES } from './tables.ts';

export interface FieldDay {
  airplane: Airplane;
  weightLb: number;
  /** Elevation of the field, ft. */
  fieldFt: number;
  /** At the field; null where it was not entered. */
  pressureAltitudeFt: number | null;
  fieldOatC: number | null;
  /** One end, such as 24. */
  runway: string | null;
  /** Usable for takeoff and landing. */
  runwayFt: number | null;
  /** By the same north as the runway’s number. */
  windFromDeg: number | null;
  windKt: number | null;
  /** Null where no gusts are reported. */
  gustKt: number | null;
  rules: FieldRules;
  /** The student’s own limits for wind, where an instructor has set them. */
  limits?: WindLimits | null;
}

export interface WindLimits {
  windKt: number;
  crosswindKt: number;
  gustSpreadKt: number;
}

/** What a flight's approaches are held against: the school's rules and the wind that was briefed. */
export interface AtField {
  rules: FieldRules;
  windKt: number | null;
  gustKt: number | null;
}

export const USUAL_FIELD_RULES: FieldRules = {
  patternFt: FIELD_FIGURES.patternFt,
  gateFt: FIELD_FIGURES.gateFt,
  pathDeg: FIELD_FIGURES.pathDeg,
  side: 'left',
  turnBackFt: null,
  judged: [],
  ends: [],
};

/** What a lesson says of the field. */
interface FieldConditions {
  runway?: string;
  runwayFt?: number;
  windFromDeg?: number;
  windKt?: number;
  gustKt?: number;
  fieldOatC?: number;
  qnhHpa?: number;
}

type Nullable<T> = { [K in keyof T]: T[K] | null };

/** The field of a lesson as it was planned; what was not entered is null. */
export function fieldDayOf(of: {
  airplane: Airplane;
  conditions: FieldConditions;
  weightLb: number;
  fieldFt: number;
  rules: FieldRules;
  limits?: WindLimits | null;
}): FieldDay {
  const { conditions, ...rest } = of;
  const { runway, runwayFt, windFromDeg, windKt, gustKt, fieldOatC, qnhHpa } = conditions;
  return {
    ...rest,
    pressureAltitudeFt: qnhHpa === undefined ? null : pressureAltitudeFt(of.fieldFt, qnhHpa),
    fieldOatC: fieldOatC ?? null,
    runway: runway ?? null,
    runwayFt: runwayFt ?? null,
    windFromDeg: windFromDeg ?? null,
    windKt: windKt ?? null,
    gustKt: gustKt ?? null,
  };
}

/** @throws InputError naming field and limit. */
export function checkFieldDay(of: Nullable<FieldConditions>): void {
  const limits: [keyof FieldConditions, string, number, number, string][] = [
    ['fieldOatC', 'field temperature', -60, 55, '°C'],
    ['runwayFt', 'usable runway', 300, 20_000, 'ft'],
    ['windFromDeg', 'wind direction', 0, 360, '°'],
    ['windKt', 'wind', 0, 100, 'kt'],
    ['gustKt', 'gusts', of.windKt ?? 0, 120, 'kt'],
  ];
  for (const [field, name, low, high, unit] of limits) {
    const value = of[field];
    if (typeof value === 'number') checkRange(field, name, value, low, high, unit);
  }
  if (typeof of.runway === 'string') runwayEndSchema.parse(of.runway);
}

/** Wind on the runway; what helps is the steady wind, what hurts is the gust. */
export interface RunwayWind {
  /** Against the airplane; negative from behind, and then the gust’s. */
  headKt: number;
  /** From the right positive, the gust’s. */
  crossKt: number;
}

export function runwayWind({ runway, windFromDeg, windKt, gustKt }: FieldDay): RunwayWind | null {
  if (runway === null || windFromDeg === null || windKt === null) return null;
  const steady = windOn(runway, windFromDeg, windKt);
  const gust = windOn(runway, windFromDeg, Math.max(windKt, gustKt ?? 0));
  return { headKt: Math.min(steady.headKt, gust.headKt), crossKt: gust.crossKt };
}

/** True airspeed, kt, over the field; as at the standard atmosphere’s where the day’s air is not known. */
export const fieldTasKt = (
  { airplane, pressureAltitudeFt, fieldOatC, fieldFt }: FieldDay,
  kias: number,
  stage: number,
): number =>
  tasFromCas(
    casAtStage(airplane, kias, stage),
    densityRatio(pressureAltitudeFt ?? fieldFt, fieldOatC ?? undefined),
  );
