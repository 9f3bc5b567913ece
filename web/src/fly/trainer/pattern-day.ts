/** What is practised beside the lesson's cards: the pattern with the day's runway and wind, and the ways into a spin. */
import {
  endDeg,
  type Lesson,
  type Me,
  type PatternOptions,
  TRAP_TITLES,
  TRAPS,
  type TrainerOptions,
  type TrapKind,
} from '@keel/core';

/** Ways to practise at the field, by their place in the address. */
export const PATTERNS = {
  runway: 'Pattern, from the takeoff',
  final: 'Pattern, from final',
} as const;
export type PatternKind = keyof typeof PATTERNS;

/** By the order in which the card has them. */
export const trapPlace = (kind: TrapKind): number => TRAPS.indexOf(kind);

export const isTrap = (value: string | null): value is TrapKind => value !== null && value in TRAP_TITLES;
export const isPattern = (value: string | null): value is PatternKind => value !== null && value in PATTERNS;

/** Where no runway was entered it lies along north, and the card says so. */
const NO_RUNWAY = '36';
/** Long enough for every airplane here, where the lesson says no length. */
const USUAL_FT = 3300;

export interface PatternDay {
  options: Pick<TrainerOptions, 'windFromDeg' | 'windKt'> & { pattern: PatternOptions };
  runway: string;
  /** No runway was entered, and one is assumed. */
  assumed: boolean;
  lengthFt: number;
}

export function patternDay(
  { conditions }: Pick<Lesson, 'conditions'>,
  me: Pick<Me, 'fieldFt' | 'fieldRules' | 'runways'>,
  from: PatternKind,
): PatternDay {
  const { runway: entered, runwayFt, windFromDeg, windKt, gustKt } = conditions;
  const runway = entered ?? me.runways[0]?.split('/')[0] ?? NO_RUNWAY;
  const wind = windFromDeg === undefined || windKt === undefined ? {} : { windFromDeg, windKt };
  return {
    options: {
      ...wind,
      pattern: {
        fieldFt: me.fieldFt,
        runwayDeg: endDeg(runway),
        rules: me.fieldRules,
        ...(gustKt !== undefined && { gustKt }),
        from,
      },
    },
    runway,
    assumed: entered === undefined,
    lengthFt: runwayFt ?? USUAL_FT,
  };
}
