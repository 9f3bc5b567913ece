/** A lesson planned as the club plans all of its own, and the card that an item of it is flown from. */
import {
  type Conditions,
  findAirplane,
  findStandard,
  type LessonItem,
  planLesson,
  SCHOOL_STANDARD_ID,
  type TargetCard,
  techniqueSchema,
} from '@keel/core';
import { DEMO_TECHNIQUE, FIELD_FT } from './club.ts';

/** `watchFor`: what the cards name from the lessons before, by maneuver. */
export const planAtClub = (lesson: {
  airplane: string;
  standard: string;
  conditions: Conditions;
  items: LessonItem[];
  watchFor?: Parameters<typeof planLesson>[0]['watchFor'];
}) =>
  planLesson({
    ...lesson,
    airplane: findAirplane(lesson.airplane)!,
    standard: findStandard(lesson.standard)!,
    schoolStandard: findStandard(SCHOOL_STANDARD_ID),
    technique: techniqueSchema.parse(DEMO_TECHNIQUE),
    fieldFt: FIELD_FT,
  });

export const cardFor = (
  cards: readonly TargetCard[],
  item: Pick<LessonItem, 'maneuver' | 'variant'>,
): TargetCard =>
  cards.find(
    ({ maneuver, variant }) => maneuver === item.maneuver && (!item.variant || variant === item.variant),
  )!;
