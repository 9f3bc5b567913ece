/** A student’s way to solo, put together from rows: nothing here opens a score. */
import {
  type Booked,
  type Closing,
  dayIn,
  type Forecast,
  feedsForecast,
  figuresOf,
  flownByStudent,
  forecastOf,
  type GateState,
  type GatesInput,
  gateStates,
  isEnough,
  type Path,
  type PathSkill,
  recentOf,
  rulesOf,
  type SkillRecord,
  type StandingOnDay,
  type Stem,
  type Syllabus,
  saidGate,
  standingOn,
  standingReason,
  weeksOf,
} from '@keel/core';
import type { DataSource, EntityManager } from 'typeorm';
import {
  type Account,
  LessonEntity,
  type School,
  SchoolEntity,
  SkillRecordEntity,
  zoneOf,
} from '../db/entities.ts';
import { techniqueOf } from '../technique/routes.ts';
import { bookedOf } from './booked.ts';
import { closingsOf } from './closings.ts';
import { enteredOf } from './entered.ts';
import { recurringOf } from './recurring.ts';
import { evidenceRows, type FlownEvidence, feeds } from './skill-records.ts';
import { latestAirplaneUnit, speedUnitOf } from './speed-unit.ts';
import { syllabusOf } from './syllabus-of.ts';

type Source = DataSource | EntityManager;

/** What is known of a student on a day. */
export interface Known {
  school: School;
  syllabus: Syllabus;
  on: string;
  records: Map<string, SkillRecord>;
  standings: Map<string, StandingOnDay>;
  gates: GateState[];
}

export async function knownOf(source: Source, student: Account, now = new Date()): Promise<Known> {
  const { schoolId } = student;
  const school = await source.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId });
  const zone = zoneOf(school);
  const on = dayIn(now, zone);
  const [syllabus, rows, closings] = [
    await syllabusOf(source, school),
    await source.getRepository(SkillRecordEntity).findBy({ schoolId, studentId: student.id }),
    await closingsOf(source, student),
  ];
  const records = new Map(rows.map(({ skill, record }) => [skill, record]));
  const standings = standingsOf(syllabus, school, records, on);
  return {
    school,
    syllabus,
    on,
    records,
    standings,
    gates: gatesOf(syllabus, closings, standings, student, { on, zone }),
  };
}

function standingsOf(
  syllabus: Syllabus,
  school: School,
  records: ReadonlyMap<string, SkillRecord>,
  on: string,
): Map<string, StandingOnDay> {
  const figures = figuresOf(school.figures);
  return new Map(
    syllabus.skills.map((skill) => {
      const record = records.get(skill.id) ?? NOTHING;
      return [skill.id, standingOn(record, on, skill.staleAfterDays, figures)];
    }),
  );
}

const gatesOf = (
  syllabus: Syllabus,
  closings: Closing[],
  standings: ReadonlyMap<string, StandingOnDay>,
  { born }: Account,
  today: Pick<GatesInput, 'on' | 'zone'>,
): GateState[] =>
  gateStates({
    syllabus,
    closings,
    standings: new Map([...standings].map(([skill, { standing }]) => [skill, standing])),
    born,
    ...today,
  });

/** Of a skill that nobody has flown. */
export const NOTHING: SkillRecord = {
  word: 'not flown',
  state: null,
  lastCountedDay: null,
  restored: false,
  missing: [{ code: 'nothing-flown' }],
  trend: 'too few',
  days: 0,
  counted: 0,
  flown: 0,
  recent: [],
};

export async function pathOf(database: DataSource, student: Account, now = new Date()): Promise<Path> {
  const { id, name, schoolId, born } = student;
  const [known, lessons, flown, byHand, recurring, booked, airplaneUnit] = await Promise.all([
    knownOf(database, student, now),
    database.getRepository(LessonEntity).countBy({ schoolId, studentId: id }),
    evidenceRows(database, student),
    enteredOf(database, student),
    recurringOf(database, student),
    bookedOf(database, student, now),
    latestAirplaneUnit(database, student),
  ]);
  const { school, syllabus, on, records, standings, gates } = known;
  return {
    student: { id, name, born },
    lessons,
    judge: techniqueOf(school).judge,
    on,
    syllabus: {
      id: syllabus.id,
      title: syllabus.title,
      source: syllabus.source,
      fromMemory: syllabus.fromMemory,
    },
    model: {
      from: isEnough(school.figures) ? 'school' : 'prior',
      attempts: school.figures?.attempts ?? 0,
    },
    skills: syllabus.skills.map(
      (skill): PathSkill => ({
        skill: skill.id,
        title: skill.title,
        maneuver: skill.maneuver,
        gates: skill.gates,
        ...saidOf(standings.get(skill.id)!),
        recent: recentOf(records.get(skill.id) ?? NOTHING),
        attempts: flown.filter((one) => feeds(skill, one)).map(stemOf),
      }),
    ),
    gates: gates.map(saidGate),
    forecast: byCalendar(forecastFor(flown, known), booked),
    speedUnit: speedUnitOf(techniqueOf(school), airplaneUnit),
    recurring,
    byHand,
  };
}

const saidOf = (standing: StandingOnDay) => ({ ...standing, why: standing.why.map(standingReason) });

/** An attempt as a mark on the path. */
const stemOf = (one: FlownEvidence): Stem => ({
  recordingId: one.recordingId,
  attempt: one.attempt,
  flownAt: one.at,
  day: one.day,
  variant: one.variant ?? null,
  help: one.help,
  flownIn: one.flownIn,
  flownBy: flownByStudent(one) ? 'student' : 'instructor',
  verdict: one.verdict,
  worst: one.worst,
  grade: one.grade ?? null,
  critical: one.critical ?? false,
});

/** Lessons, and the weeks that they take at the pace that remains. */
const byCalendar = (forecast: Forecast, booked: Booked): Path['forecast'] =>
  forecast.lessons && 'pace' in forecast
    ? { ...forecast, weeks: weeksOf(forecast.lessons, forecast.pace.everyDays, booked) }
    : 'why' in forecast
      ? { lessons: null, why: standingReason(forecast.why) }
      : forecast;

function forecastFor(flown: readonly FlownEvidence[], { school, syllabus, records, on }: Known): Forecast {
  const scored = syllabus.skills.filter(feedsForecast);
  return forecastOf(
    scored.map((skill) => ({
      skill,
      rules: rulesOf(syllabus, skill),
      record: records.get(skill.id) ?? NOTHING,
    })),
    flown.flatMap((one) => {
      const skill = scored.find((candidate) => feeds(candidate, one));
      return skill ? [{ ...one, skill: skill.id }] : [];
    }),
    on,
    figuresOf(school.figures),
  );
}

/** What is forecast of a student alone, with the day that it is of. */
export async function forecastToday(
  source: Source,
  student: Account,
): Promise<{ on: string; forecast: Forecast }> {
  const [known, flown] = [await knownOf(source, student), await evidenceRows(source, student)];
  return { on: known.on, forecast: forecastFor(flown, known) };
}
