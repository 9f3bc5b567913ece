/** Whether instructors grade alike: against the program's verdicts, and blind against each other. */
import {
  agreementOf,
  type BlindGrade,
  type Cell,
  type Grading,
  type InsightQuery,
  leansByKind,
  leansOf,
  ownGradeLeans,
} from '@keel/core';
import type { DataSource } from 'typeorm';
import { groupBy } from '../path/group-by.ts';
import { type Asker, namesOf } from '../scope.ts';

/** From this grade on an attempt is one that could be flown alone. */
const PASSES = 3;

interface Graded {
  instructor: string;
  student: string;
  grade: number;
  self: number | null;
  within: boolean | null;
  times: number;
}

interface Blind extends BlindGrade {
  maneuver: string;
}

/** @returns of everybody to a chief, of the viewer alone to an instructor. */
export async function gradingOf(
  database: DataSource,
  viewer: Asker,
  { from, until, maneuver }: InsightQuery,
): Promise<Grading> {
  const { schoolId } = viewer;
  const asked = [schoolId, from ?? null, until ?? null, maneuver ?? null];
  const [graded, blind, names, answers]: [
    Graded[],
    Blind[],
    Map<string, string>,
    { id: string; words: string }[],
  ] = await Promise.all([
    // A deliberate error and a demonstration are nobody's own flying.
    database.query(
      `SELECT graded_by AS instructor, student_id AS student, grade, self_grade AS self,
         CASE verdict WHEN 'satisfactory' THEN true WHEN 'unsatisfactory' THEN false END AS within, count(*)::int AS times
       FROM attempt WHERE school_id = $1 AND grade IS NOT NULL AND graded_by IS NOT NULL
         AND ($2::timestamptz IS NULL OR flown_at >= $2) AND ($3::timestamptz IS NULL OR flown_at < $3::timestamptz + interval '1 day')
         AND ($4::text IS NULL OR maneuver = $4)
       GROUP BY graded_by, student_id, grade, self_grade, within`,
      asked,
    ),
    database.query(
      `SELECT round_id || ' ' || nth AS attempt, instructor_id AS instructor, grade, attempt->>'maneuver' AS maneuver
       FROM round_grade JOIN round_attempt USING (school_id, round_id, nth)
       JOIN round ON round.school_id = round_grade.school_id AND round.id = round_id
       WHERE round_grade.school_id = $1 AND closed_at IS NOT NULL
         AND ($2::timestamptz IS NULL OR closed_at >= $2) AND ($3::timestamptz IS NULL OR closed_at < $3::timestamptz + interval '1 day')
         AND ($4::text IS NULL OR attempt->>'maneuver' = $4)`,
      asked,
    ),
    namesOf(database, viewer),
    database.query('SELECT instructor_id AS id, words FROM grading_answer WHERE school_id = $1', [schoolId]),
  ]);
  const shown = (instructor: string) => viewer.role === 'chief' || instructor === viewer.id;
  const named = (id: string) => ({ id, name: names.get(id) ?? 'a former member' });
  const byInstructor = groupBy(graded, ({ instructor }) => instructor);
  const leans = new Map(leansOf(blind).map(({ instructor, ...lean }) => [instructor, lean]));
  const instructors = [...new Set([...byInstructor.keys(), ...leans.keys()])].filter(shown);
  return {
    instructors: instructors
      .map((instructor) => ({
        instructor: named(instructor),
        ...besideVerdicts(byInstructor.get(instructor) ?? []),
        blind: leans.get(instructor) ?? NEVER_BLIND,
        others: agreementOf(besideOthers(blind, instructor)),
        answer: answers.find(({ id }) => id === instructor)?.words ?? null,
      }))
      .sort((a, b) => a.instructor.name.localeCompare(b.instructor.name)),
    byManeuver: leansByKind(blind.map(({ maneuver: kind, ...one }) => ({ ...one, kind })))
      .filter(({ instructor }) => shown(instructor))
      .map(({ instructor, kind, ...lean }) => ({ ...lean, instructor: named(instructor), maneuver: kind })),
    students:
      viewer.role === 'chief'
        ? ownGradeLeans(
            graded.flatMap(({ student, grade, self, times }) =>
              self === null ? [] : [{ student, by: self - grade, times }],
            ),
          ).map(({ student, ...lean }) => ({ ...lean, student: named(student) }))
        : [],
  };
}

const NEVER_BLIND = { attempts: 0, lean: null, interval: null, p: null, told: false };

function besideVerdicts(graded: readonly Graded[]) {
  const judged = graded.filter(({ within }) => within !== null);
  const cells = judged.map(
    ({ grade, within, times }): Cell => ({ a: grade >= PASSES ? 1 : 0, b: within ? 1 : 0, times }),
  );
  const count = (a: number, b: number) =>
    cells.reduce((sum, cell) => sum + (cell.a === a && cell.b === b ? cell.times : 0), 0);
  return { verdicts: agreementOf(cells), kinderThanProgram: count(1, 0), harderThanProgram: count(0, 1) };
}

/** What one and each of the others said of the same attempts. */
function besideOthers(blind: readonly Blind[], instructor: string): Cell[] {
  return [...groupBy(blind, ({ attempt }) => attempt).values()].flatMap((grades) => {
    const own = grades.find((one) => one.instructor === instructor);
    if (!own) return [];
    return grades
      .filter((one) => one !== own)
      .map(({ grade }): Cell => ({ a: own.grade, b: grade, times: 1 }));
  });
}
