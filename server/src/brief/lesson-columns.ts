/** What a lesson's input comes to. */
import {
  InputError,
  inputWords,
  type LessonRequest,
  type lessonInputSchema,
  planLesson,
  planNoticeSaid,
  unitsFor,
  watchForByManeuver,
} from '@keel/core';
import type { DataSource } from 'typeorm';
import type { z } from 'zod';
import { SchoolEntity } from '../db/entities.ts';
import { requireAirplane } from '../hangar/routes.ts';
import type { Viewer } from '../http/env.ts';
import { Problem } from '../http/problem.ts';
import { recurringOf } from '../path/recurring.ts';
import { requireStudent } from '../scope.ts';
import { requireStandard, schoolStandardOf } from '../standards/newest.ts';
import { techniqueOf } from '../technique/routes.ts';

/** The rows that a lesson's input stands for, with the plan worked out here: the browser only previews it. */
export async function lessonColumns(
  database: DataSource,
  viewer: Viewer,
  input: z.infer<typeof lessonInputSchema>,
) {
  await requireStudent(database, viewer, input.studentId);
  const airplane = await requireAirplane(database, viewer, input.airplaneId);
  const standard = await requireStandard(database, viewer, input.standardId);
  const school = await database.getRepository(SchoolEntity).findOneByOrFail({ id: viewer.schoolId });
  const [schoolStandard, recurring] = await Promise.all([
    schoolStandardOf(database, viewer),
    recurringOf(database, { schoolId: viewer.schoolId, id: input.studentId }),
  ]);
  const { items, technique, focus, parked, conditions } = input;
  const { plan, cards } = planned({
    airplane: airplane.data,
    standard: standard.data,
    schoolStandard: schoolStandard?.data,
    technique: techniqueOf(school),
    overrides: technique,
    conditions,
    fieldFt: school.settings.fieldFt,
    items,
    watchFor: watchForByManeuver(
      recurring,
      parked,
      items.map(({ maneuver }) => maneuver),
    ),
  });
  return {
    studentId: input.studentId,
    airplaneRowId: airplane.rowId,
    standardRowId: standard.rowId,
    title: input.title,
    plannedAt: new Date(input.plannedAt),
    // What the recording is scored with where it names no weight of its own.
    conditions: { ...conditions, weightLb: plan.startWeightLb },
    items,
    technique,
    focus,
    parked,
    cards,
    plan,
  };
}

/** @throws Problem 422 for a number that cannot be, and for an airplane that must not fly so. */
function planned(request: LessonRequest): ReturnType<typeof planLesson> {
  try {
    const result = planLesson(request);
    const stop = result.plan.notices.find(({ level, item }) => level === 'stop' && item === null);
    if (stop)
      throw new Problem(
        422,
        `Not saved, since the airplane must not fly so. ${planNoticeSaid(stop, unitsFor(request.airplane))}`,
      );
    return result;
  } catch (error) {
    if (error instanceof InputError) throw new Problem(422, inputWords(error));
    throw error;
  }
}
