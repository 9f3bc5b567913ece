/** Students by skills, from the rows of what each skill’s attempts come to. */
import { dayIn, gateStates, type Matrix, type SkillRecord, type StandingWord } from '@keel/core';
import { type DataSource, In, IsNull } from 'typeorm';
import { GateClosingEntity, SchoolEntity, zoneOf } from '../db/entities.ts';
import type { Viewer } from '../http/env.ts';
import { visibleStudents } from '../scope.ts';
import { keelOf, NOTHING, standingsOf } from './path-of.ts';
import { syllabusOf } from './syllabus-of.ts';

export async function matrixOf(database: DataSource, viewer: Viewer, now = new Date()): Promise<Matrix> {
  const { schoolId } = viewer;
  const school = await database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId });
  const on = dayIn(now, zoneOf(school));
  const students = (await visibleStudents(database, viewer)).filter(({ closedAt }) => closedAt === null);
  const ids = students.map(({ id }) => id);
  const [syllabus, rows, flown, teaching, closings]: [
    Awaited<ReturnType<typeof syllabusOf>>,
    { student: string; skill: string; record: SkillRecord }[],
    { student: string; at: Date }[],
    { student: string; name: string }[],
    { studentId: string; gate: string }[],
  ] = await Promise.all([
    syllabusOf(database, school),
    database.query(
      'SELECT student_id AS student, skill, record FROM skill_record WHERE school_id = $1 AND student_id = ANY($2)',
      [schoolId, ids],
    ),
    database.query(
      `SELECT wanted.id AS student, last.at FROM unnest($2::uuid[]) AS wanted(id)
       CROSS JOIN LATERAL (SELECT flown_at AS at FROM attempt
         WHERE school_id = $1 AND student_id = wanted.id ORDER BY flown_at DESC LIMIT 1) last`,
      [schoolId, ids],
    ),
    database.query(
      `SELECT teaching.student_id AS student, string_agg(account.name, ', ' ORDER BY account.name) AS name
       FROM teaching JOIN account ON account.school_id = teaching.school_id AND account.id = teaching.instructor_id
       WHERE teaching.school_id = $1 AND (until IS NULL OR until > now()) GROUP BY teaching.student_id`,
      [schoolId],
    ),
    database.getRepository(GateClosingEntity).find({
      select: { studentId: true, gate: true, id: true, body: true, createdAt: true },
      where: { schoolId, studentId: In(ids), undone: IsNull() },
    }),
  ]);
  const recordsBy = groupBy(rows, ({ student }) => student);
  const closingsBy = groupBy(closings as { studentId: string }[], ({ studentId }) => studentId);
  const lastBy = new Map(flown.map(({ student, at }) => [student, at.toISOString()]));
  const teacherBy = new Map(teaching.map(({ student, name }) => [student, name]));
  return {
    on,
    syllabus: { id: syllabus.id, title: syllabus.title },
    skills: syllabus.skills.map(({ id, title, gates }) => ({ skill: id, title, gating: gates.length > 0 })),
    students: students.map(({ id, name, born }) => {
      const records = new Map((recordsBy.get(id) ?? []).map(({ skill, record }) => [skill, record]));
      const standings = standingsOf(syllabus, school, records, on);
      const words = new Map<string, StandingWord>(
        [...standings].map(([skill, one]) => [skill, one.standing]),
      );
      const gates = gateStates({
        syllabus,
        born,
        on,
        standings: words,
        closings: (closingsBy.get(id) ?? []).map((row) => {
          const one = row as unknown as { id: string; gate: string; createdAt: Date; body: object };
          return {
            id: one.id,
            gate: one.gate,
            byName: '',
            at: one.createdAt.toISOString(),
            body: { words: '', ...one.body },
          };
        }),
      });
      return {
        id,
        name,
        instructor: teacherBy.get(id) ?? '',
        lastFlownAt: lastBy.get(id) ?? null,
        gatesOpen: gates.filter(({ state }) => state !== 'closed').length,
        cells: syllabus.skills.map((skill) => {
          const { standing, chance, rustyInDays } = standings.get(skill.id)!;
          return { standing, chance, rustyInDays, recent: keelOf(records.get(skill.id) ?? NOTHING) };
        }),
      };
    }),
  };
}

function groupBy<T>(list: readonly T[], key: (one: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const one of list) {
    const group = groups.get(key(one));
    if (group) group.push(one);
    else groups.set(key(one), [one]);
  }
  return groups;
}
