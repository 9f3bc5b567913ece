/** Students by skills, from a row for each student. */
import {
  type Closing,
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

export interface MatrixWanted {
  search: string;
  /** `name`, `last`, `gates`, or a skill’s id: the weakest first. */
  sort: string;
  limit: number;
}

type Row = Matrix['students'][number];
type Cell = Row['cells'][number];

/** Only those that are shown are worked out in full; what they are sorted by, of all. */
export async function matrixOf(
  database: DataSource,
  viewer: Viewer,
  { search, sort, limit }: MatrixWanted,
  now = new Date(),
): Promise<Matrix> {
  const { schoolId } = viewer;
  const school = await database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId });
  const zone = zoneOf(school);
  const on = dayIn(now, zone);
  const [all, teaching, syllabus] = await Promise.all([
    studentsInLittle(database, viewer),
    teachersOf(database, schoolId),
    syllabusOf(database, school),
  ]);
  const wanted = search.trim().toLowerCase();
  const found = all.filter(({ id, name }) =>
    `${name} ${teaching.get(id) ?? ''}`.toLowerCase().includes(wanted),
  );
  const figures = figuresOf(school.figures);
  const staleAfter = new Map(syllabus.skills.map(({ id, staleAfterDays }) => [id, staleAfterDays]));

  const sorted = await inOrder();
  const page = sorted.slice(0, limit);
  const ids = page.map(({ id }) => id);
  const [summaries, closings, last] = await Promise.all([
    summariesOf(database, schoolId, ids),
    closingsOfAll(database, schoolId, ids),
    lastFlown(database, schoolId, ids),
  ]);
  return {
    on,
    syllabus: { id: syllabus.id, title: syllabus.title },
    skills: syllabus.skills.map(({ id, title, gates }) => ({ skill: id, title, gating: gates.length > 0 })),
    total: found.length,
    students: page.map(({ id, name, born }): Row => {
      const summary = summaries.get(id) ?? {};
      const standings = new Map<string, StandingWord>();
      const cells = syllabus.skills.map((skill): Cell => {
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
      return {
        id,
        name,
        instructor: teaching.get(id) ?? '',
        lastFlownAt: last.get(id) ?? null,
        gatesOpen: gatesOpen(standings, born, closings.get(id) ?? []),
        cells,
      };
    }),
  };

  function gatesOpen(
    standings: ReadonlyMap<string, StandingWord>,
    born: string | null,
    closed: readonly Closing[],
  ): number {
    const gates = gatesBriefly({ syllabus, born, on, zone, standings, closings: closed });
    return gates.filter(({ state }) => state !== 'closed').length;
  }

  /** All that were found, the weakest, the longest away or the nearest first. */
  async function inOrder(): Promise<typeof found> {
    const every = found.map(({ id }) => id);
    const by = (key: Map<string, number | string>) =>
      [...found].sort((a, b) => ((key.get(a.id) ?? '') < (key.get(b.id) ?? '') ? -1 : 1));
    if (sort === 'last') return by(await lastFlown(database, schoolId, every));
    if (sort === 'gates') {
      const closings = await closingsOfAll(database, schoolId, every);
      return by(
        new Map(found.map(({ id, born }) => [id, gatesOpen(new Map(), born, closings.get(id) ?? [])])),
      );
    }
    const stale = staleAfter.get(sort);
    if (stale === undefined) return found;
    const summaries = await summariesOf(database, schoolId, every);
    return by(
      new Map(
        every.map((id) => {
          const summary = summaries.get(id)?.[sort];
          if (!summary) return [id, 0];
          const { standing, chance } = summaryOn(summary, on, stale, figures);
          return [id, WEAKEST_FIRST.indexOf(standing) + (chance?.p ?? 0)];
        }),
      ),
    );
  }
}

const WEAKEST_FIRST: readonly StandingWord[] = ['not flown', 'shown', 'guided', 'rusty', 'holding', 'ready'];

/** By student, the names of who teaches them now. */
export async function teachersOf(database: DataSource, schoolId: string): Promise<Map<string, string>> {
  const rows = await database.query<{ student: string; name: string }[]>(
    `SELECT teaching.student_id AS student, string_agg(account.name, ', ' ORDER BY account.name) AS name
     FROM teaching JOIN account ON account.school_id = teaching.school_id AND account.id = teaching.instructor_id
     WHERE teaching.school_id = $1 AND (until IS NULL OR until > now()) GROUP BY teaching.student_id`,
    [schoolId],
  );
  return new Map(rows.map(({ student, name }) => [student, name]));
}

async function lastFlown(
  database: DataSource,
  schoolId: string,
  students: readonly string[],
): Promise<Map<string, string>> {
  const rows = await database.query<{ student: string; at: Date }[]>(
    `SELECT wanted.id AS student, last.at FROM unnest($2::uuid[]) AS wanted(id)
     CROSS JOIN LATERAL (SELECT flown_at AS at FROM attempt
       WHERE school_id = $1 AND student_id = wanted.id ORDER BY flown_at DESC LIMIT 1) last`,
    [schoolId, students],
  );
  return new Map(rows.map(({ student, at }) => [student, at.toISOString()]));
}
