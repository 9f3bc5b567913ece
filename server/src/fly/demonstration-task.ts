/** A maneuver of a lesson's cards flown by the synthetic pilot, as a task: flown, kept, and asked to be scored. */
import {
  dayIn,
  demonstrationLegs,
  flyLesson,
  type HabitIn,
  InputError,
  inputWords,
  type TargetCard,
  writeRecordingCsv,
} from '@keel/core';
import { AirplaneEntity, LessonEntity } from '../db/entities.ts';
import { keepUpload } from '../debrief/keep-upload.ts';
import { zoneOfSchool } from '../scope.ts';
import type { Handler } from '../tasks/handler.ts';

export interface DemonstrationInput {
  lessonId: string;
  card: TargetCard;
  habit: string;
  habitIn: HabitIn;
  seed: number;
  /** Who asked for it. */
  by: string;
}

export const demonstrationTask: Handler = async ({ schoolId, input }, { database }) => {
  const { lessonId, card, habit, habitIn, seed, by } = input as DemonstrationInput;
  const lesson = await database.getRepository(LessonEntity).findOneByOrFail({ schoolId, id: lessonId });
  const airplane = await database
    .getRepository(AirplaneEntity)
    .findOneByOrFail({ schoolId, rowId: lesson.airplaneRowId });
  try {
    const { recording } = flyLesson({
      airplane: airplane.data,
      weightLb: card.weightLb,
      legs: demonstrationLegs(card, { habit, habitIn }),
      groundFt: lesson.conditions.groundFt,
      seed,
      date: dayIn(lesson.plannedAt, await zoneOfSchool(database, schoolId)),
    });
    // Kept at once: flown again, the same bytes are the recording that is there.
    const result = await keepUpload(database, {
      bytes: new TextEncoder().encode(writeRecordingCsv(recording)),
      row: {
        schoolId,
        studentId: lesson.studentId,
        lessonId,
        airplaneRowId: airplane.rowId,
        standardRowId: lesson.standardRowId,
        uploadedBy: by,
        fileName: `flown-${card.maneuver}-${habit.replace(`${card.maneuver}/`, '')}-${seed}.csv`,
        weightLb: null,
        groundFt: null,
        mapping: null,
        flownIn: 'trainer',
      },
      givenAt: lesson.plannedAt,
    });
    return async () => ({ result });
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return async () => ({ result: { refused: inputWords(error) } });
  }
};
