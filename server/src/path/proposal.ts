/** The next lesson worth flying, as far as it fits the day: proposed, and made into a lesson by one action. */
import {
  asWritten,
  type Coded,
  type LessonInput,
  lessonInputSchema,
  planNoticeAlone,
  proposalReason,
  proposeLesson,
  requireRoom,
  type TargetCard,
  unitsFor,
  type WordedProposal,
  wordedProposal,
} from '@keel/core';
import type { DataSource } from 'typeorm';
import { lessonColumns } from '../brief/lesson-columns.ts';
import {
  type Account,
  AirplaneEntity,
  type Lesson,
  LessonEntity,
  SchoolEntity,
  StandardEntity,
} from '../db/entities.ts';
import type { Viewer } from '../http/env.ts';
import { Problem } from '../http/problem.ts';
import { newestStandards } from '../standards/newest.ts';
import { knownOf } from './path-of.ts';
import { recurringOf } from './recurring.ts';
import { evidenceRows, feeds } from './skill-records.ts';

const USUAL_BLOCK_MIN = 75;

const NO_TIME: Coded = { code: 'no-time-that-day' };

/** What somebody says of the day before the proposal is made. */
interface SaidOfDay {
  plannedAt: string;
  blockMin?: number;
  cloudBaseFt?: number;
}

/**
 * What the day is like, taken from the student’s last lesson until somebody says otherwise; but for its clouds, which are
 * another day’s.
 */
export async function dayOf(database: DataSource, viewer: Viewer, student: Account) {
  const { schoolId } = viewer;
  const last = await database
    .getRepository(LessonEntity)
    .findOne({ where: { schoolId, studentId: student.id }, order: { plannedAt: 'DESC' } });
  const school = await database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId });
  const airplane = last
    ? await database.getRepository(AirplaneEntity).findOneBy({ schoolId, rowId: last.airplaneRowId })
    : await database.getRepository(AirplaneEntity).findOne({ where: { schoolId }, order: { id: 'ASC' } });
  if (!airplane) throw new Problem(422, 'There is no airplane yet: put one into the hangar first.');
  const of =
    last && (await database.getRepository(StandardEntity).findOneBy({ schoolId, rowId: last.standardRowId }));
  const standardId = of?.id ?? (await newestStandards(database, viewer))[0]?.id;
  if (!standardId) throw new Problem(422, 'There is no standard yet.');
  const { cloudBaseFt: _, ...conditions }: Lesson['conditions'] = last?.conditions ?? {
    weightLb: airplane.data.maxWeightLb,
    groundFt: school.settings.areaGroundFt,
    headingDeg: 360,
    oatC: 10,
  };
  return { airplaneId: airplane.id, units: unitsFor(airplane.data), standardId, conditions };
}

export interface Proposed {
  proposal: WordedProposal;
  /** The lesson that it comes to. */
  input: ReturnType<typeof lessonInputSchema.parse>;
  cards: TargetCard[];
}

/** What cannot be flown so low under the clouds, or no longer fits, is left out and the next thing taken. */
export async function proposalFor(
  database: DataSource,
  viewer: Viewer,
  student: Account,
  { plannedAt, blockMin, cloudBaseFt }: SaidOfDay,
): Promise<Proposed> {
  const known = await knownOf(database, student, new Date(plannedAt));
  const [recurring, flown, day] = [
    await recurringOf(database, student),
    await evidenceRows(database, student),
    await dayOf(database, viewer, student),
  ];
  const flownVariants = new Map(
    known.syllabus.skills.map((skill) => [
      skill.id,
      flown.filter((one) => feeds(skill, one)).map((one) => one.variant ?? ''),
    ]),
  );
  const refused = new Map<string, Coded>();
  const minutes = blockMin ?? day.conditions.blockMin ?? USUAL_BLOCK_MIN;
  for (;;) {
    const proposed = proposeLesson({
      syllabus: known.syllabus,
      standings: known.standings,
      openGates: new Set(known.gates.filter(({ state }) => state !== 'closed').map(({ id }) => id)),
      recurring,
      flownVariants,
      blockMin: minutes,
      refused: (maneuver) => refused.get(maneuver) ?? null,
    });
    const proposal = wordedProposal(proposed, day.units);
    if (proposal.items.length === 0) {
      const [[maneuver, why] = []] = refused;
      throw new Problem(
        422,
        maneuver
          ? `Nothing that is due can be flown on such a day. ${requireRoom(maneuver).title}: ${why && proposalReason(why)} Put the lesson together by hand at Brief, or wait for another day.`
          : 'Nothing is left to propose by the syllabus: put the lesson together by hand at Brief.',
      );
    }
    const given: LessonInput = {
      studentId: student.id,
      airplaneId: day.airplaneId,
      standardId: day.standardId,
      title: proposal.title.slice(0, 120),
      plannedAt,
      conditions: { ...day.conditions, blockMin: minutes, ...(cloudBaseFt !== undefined && { cloudBaseFt }) },
      items: proposal.items.map(({ id, maneuver, variant, demonstrations, attempts }) => ({
        id,
        maneuver: maneuver as NonNullable<LessonInput['items']>[number]['maneuver'],
        ...(variant && { variant }),
        demonstrations,
        attempts,
      })),
      focus: proposal.focus,
    };
    const input = lessonInputSchema.parse(given);
    const { plan, cards } = await lessonColumns(database, viewer, input);
    const bad = proposal.items.filter(({ id }) => {
      const stop = plan.notices.some(({ level, item }) => item === id && level === 'stop');
      return stop || plan.entries.some(({ item, fits }) => item === id && !fits);
    });
    if (bad.length === 0) return { proposal, input, cards };
    for (const { id, maneuver } of bad) {
      const against = plan.notices.find(({ item }) => item === id);
      refused.set(maneuver, against ? asWritten(planNoticeAlone(against, day.units)) : NO_TIME);
    }
  }
}
