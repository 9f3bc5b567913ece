/** Students by skills, from a row for each student. */
import {
  dayIn,
  figuresOf,
  gatesBriefly,
  type Matrix,
  STANDINGS,
  type StandingWord,
  summaryOn,
} from '@keel/core';
import type { DataSource } from 'typeorm';
import { SchoolEntity, zoneOf } from '../db/entities.ts';
import type { Viewer } from '../http/env.ts';
import { studentsInLittle } from '../scope.ts';
import { closingsOfAll } from './closings.ts';
import { summariesOf } from './skill-records.ts';
import { syllabusOf } from './syllabus-of.ts';

const short = (value: number): number => Math.round(100 * value) / 100;

export async function matrixOf(database: DataSource, viewer: Viewer, now = new Date()): Promise<Matrix> {
  const { schoolId } = viewer;
  const school = await database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId });
  const on = dayIn(now, zoneOf(school));
  const students = await studentsInLittle(database, viewer);
  const ids = students.map(({ id }) => id);
  const [syllabus, summaries, flown, teaching, closings] = await Promise.all([
    syllabusOf(database, school),
    summariesOf(database, schoolId, ids),
    database.query<{ student: string; at: Date }[]>(
      `SELECT wanted.id AS student, last.at FROM unnest($2::uuid[]) AS wanted(id)
       CROSS JOIN LATERAL (SELECT flown_at AS at FROM attempt
         WHERE school_id = $1 AND student_id = wanted.id ORDER BY flown_at DESC LIMIT 1) last`,
      [schoolId, ids],
    ),
    database.query<{ student: string; name: string }[]>(
      `SELECT teaching.student_id AS student, string_agg(account.name, ', ' ORDER BY account.name) AS name
       FROM teaching JOIN account ON account.school_id = teaching.school_id AND account.id = teaching.instructor_id
       WHERE teaching.school_id = $1 AND (until IS NULL OR until > now()) GROUP BY teaching.student_id`,
      [schoolId],
    ),
    closingsOfAll(database, schoolId, ids),
  ]);
  const figures = figuresOf(school.figures);
  const lastBy = new Map(flown.map(({ student, at }) => [student, at.toISOString()]));
  const teacherBy = new Map(teaching.map(({ student, name }) => [student, name]));
  return {
    on,
    syllabus: { id: syllabus.id, title: syllabus.title },
    skills: syllabus.skills.map(({ id, title, gates }) => ({ skill: id, title, gating: gates.length > 0 })),
    students: students.map(({ id, name, born }) => {
      const summary = summaries.get(id) ?? {};
      const standings = new Map<string, StandingWord>();
      const cells = syllabus.skills.map((skill): Matrix['students'][number]['cells'][number] => {
        const known = summary[skill.id];
        if (!known || known[0] === 0) return null;
        const { standing, chance, rustyInDays } = summaryOn(known, on, skill.staleAfterDays, figures);
        standings.set(skill.id, standing);
        return [
          STANDINGS.indexOf(standing),
          chance && [short(chance.p), short(chance.low), short(chance.high)],
          known[2],
          rustyInDays,
        ];
      });
      const gates = gatesBriefly({ syllabus, born, on, standings, closings: closings.get(id) ?? [] });
      return {
        id,
        name,
        instructor: teacherBy.get(id) ?? '',
        lastFlownAt: lastBy.get(id) ?? null,
        gatesOpen: gates.filter(({ state }) => state !== 'closed').length,
        cells,
      };
    }),
  };
}
