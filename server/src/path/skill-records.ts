/** What each skill’s attempts come to, kept as rows, so that no screen reads a history to say where somebody stands. */
import {
  evidenceByHand,
  type FlownAttempt,
  figuresOf,
  recordOf,
  rulesOf,
  type SkillSummary,
  type Syllabus,
  type SyllabusSkill,
  summaryOf,
} from '@keel/core';
import type { EntityManager } from 'typeorm';
import { AccountEntity, type School, SchoolEntity, SkillRecordEntity, zoneOf } from '../db/entities.ts';
import type { Handler } from '../tasks/handler.ts';
import { enteredOf } from './entered.ts';
import { syllabusOf } from './syllabus-of.ts';

export type FlownEvidence = FlownAttempt & {
  maneuver: string;
  recordingId: string;
  attempt: number;
  /** The worst tolerance used, signed. */
  worst: number | null;
};

/** A student’s attempts as the model sees them, in the order flown, without opening what else is kept of each. */
export async function evidenceRows(
  source: Pick<EntityManager, 'query'>,
  { schoolId, id }: { schoolId: string; id: string },
): Promise<FlownEvidence[]> {
  const rows: (Omit<FlownEvidence, 'at'> & { at: Date })[] = await source.query(
    `SELECT maneuver, variant, depth, configuration, flown_in AS "flownIn", help, verdict, abs(worst) AS "toleranceUsed", worst, grade, critical,
       broken_off AS "brokenOff", in_bulk AS "helpInBulk", unseen AS "restsOnUnseen", moderate_air AS "moderateAir", day::text, flown_at AS at,
       recording_id AS "recordingId", attempt
     FROM attempt WHERE school_id = $1 AND student_id = $2
     ORDER BY flown_at, recording_id, attempt`,
    [schoolId, id],
  );
  return rows.map((row) => ({ ...row, at: row.at.toISOString() }));
}

export const feeds = (
  { maneuver, variants }: SyllabusSkill,
  one: { maneuver: string; variant?: string | null },
) => one.maneuver === maneuver && (!variants || variants.includes(one.variant ?? ''));

/**
 * Works a student’s skills out anew, in the transaction of what changed them.
 * @param touched maneuvers and skills by hand whose attempts changed; all of them when left out.
 */
export async function writeRecords(
  manager: EntityManager,
  school: School,
  studentId: string,
  touched?: ReadonlySet<string>,
): Promise<void> {
  if (touched?.size === 0) return;
  const { id: schoolId } = school;
  const student = { schoolId, id: studentId };
  const syllabus = await syllabusOf(manager, school);
  const wanted = syllabus.skills.filter(
    (skill) => !touched || touched.has(skill.maneuver ?? skill.id) || touched.has(skill.id),
  );
  if (wanted.length === 0) return;
  // Asked at every tap of a grade: what is not wanted is not read.
  const recorded = wanted.some(({ maneuver }) => maneuver !== null);
  const flown = recorded ? await evidenceRows(manager, student) : [];
  const entered = await enteredOf(manager, student);
  const words: { skill: string; at: Date }[] = await manager.query(
    'SELECT skill, created_at AS at FROM skill_word WHERE school_id = $1 AND student_id = $2',
    [schoolId, studentId],
  );
  const zone = zoneOf(school);
  const rows = wanted.map((skill) => ({
    schoolId,
    studentId,
    skill: skill.id,
    record: recordOf({
      evidence: [...flown.filter((one) => feeds(skill, one)), ...evidenceByHand(entered, skill, zone)].sort(
        (a, b) => Date.parse(a.at) - Date.parse(b.at),
      ),
      asked: { rules: rulesOf(syllabus, skill), asks: skill.asks, byHand: skill.maneuver === null },
      staleAfterDays: skill.staleAfterDays,
      cleared: words.filter((word) => word.skill === skill.id).map(({ at }) => at.toISOString()),
      figures: figuresOf(school.figures),
    }),
  }));
  await manager.upsert(SkillRecordEntity, rows, ['schoolId', 'studentId', 'skill']);
  await manager.query(
    `INSERT INTO student_summary (school_id, student_id, skills) VALUES ($1, $2, $3)
     ON CONFLICT (school_id, student_id) DO UPDATE SET skills = student_summary.skills || EXCLUDED.skills`,
    [
      schoolId,
      studentId,
      JSON.stringify(Object.fromEntries(rows.map(({ skill, record }) => [skill, summaryOf(record)]))),
    ],
  );
}

/** By student, the skills of many in little. */
export async function summariesOf(
  source: Pick<EntityManager, 'query'>,
  schoolId: string,
  students: readonly string[],
): Promise<Map<string, Record<string, SkillSummary>>> {
  const rows: { id: string; skills: Record<string, SkillSummary> }[] = await source.query(
    'SELECT student_id AS id, skills FROM student_summary WHERE school_id = $1 AND student_id = ANY($2)',
    [schoolId, students],
  );
  return new Map(rows.map(({ id, skills }) => [id, skills]));
}

/** All students of a school, after its syllabus, its judge’s figures or the model changed. */
export const recordsTask: Handler =
  async ({ schoolId }) =>
  async (manager) => {
    const school = await manager.findOneByOrFail(SchoolEntity, { id: schoolId });
    const syllabus: Syllabus = await syllabusOf(manager, school);
    const students = await manager.find(AccountEntity, {
      select: { id: true },
      where: { schoolId, role: 'student' },
    });
    await manager.query('DELETE FROM skill_record WHERE school_id = $1 AND NOT skill = ANY($2)', [
      schoolId,
      syllabus.skills.map(({ id }) => id),
    ]);
    await manager.query('DELETE FROM student_summary WHERE school_id = $1', [schoolId]);
    for (const { id } of students) await writeRecords(manager, school, id);
    return {};
  };
