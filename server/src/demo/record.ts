/** The club’s papers, grades by hand, signed entries and this week’s bookings, all of them near today. */
import {
  dayAfter,
  dayIn,
  ENDORSEMENT_TEMPLATES,
  fillTemplate,
  type GateClosingBody,
  instantOf,
  type LandingsByHand,
  type SignedBody,
} from '@keel/core';
import type { DataSource, EntityManager } from 'typeorm';
import {
  AgreementEntity,
  BookingEntity,
  EnteredAttemptEntity,
  GateClosingEntity,
  LandingWordEntity,
  LessonEntity,
  RecordingEntity,
  SchoolEntity,
  SoloLimitsEntity,
} from '../db/entities.ts';
import { writeRecords } from '../path/skill-records.ts';
import { draftFrom } from '../record/logbook.ts';
import { keepSigned } from '../record/sign.ts';
import { rangeOf } from '../week/bookings.ts';
import { daysAgo } from './load-season.ts';
import { DEMO_PEOPLE, DEMO_SCHOOL, DEMO_ZONE, demoId } from './people.ts';
import { BY_HAND, GATES, LIMITS, WEEK, WORDS } from './record-data.ts';

const schoolId = DEMO_SCHOOL.id;
const HOUR_MS = 3_600_000;
export async function loadRecord(database: DataSource): Promise<void> {
  await database.transaction(async (manager) => {
    await grades(manager);
    await gates(manager);
    await landings(manager);
    await manager.insert(SoloLimitsEntity, {
      ...said('limits joss', 'joss', 6),
      body: LIMITS,
    });
    await agreements(manager);
    await bookings(manager);
    const school = await manager.findOneByOrFail(SchoolEntity, { id: schoolId });
    for (const { key } of DEMO_PEOPLE.filter(({ role }) => role === 'student'))
      await writeRecords(manager, school, demoId(key));
  });
  await signedFlights(database, 'joss');
  await database.transaction((manager) => endorsed(manager));
}

/** Everybody agreed when they began to learn, but for one whom nobody has asked yet. */
async function agreements(manager: EntityManager): Promise<void> {
  const on = dayIn(daysAgo(130, 0), DEMO_ZONE);
  for (const { key } of DEMO_PEOPLE.filter(({ role, key }) => role === 'student' && key !== 'edda'))
    await manager.insert(AgreementEntity, {
      ...said(`agreement ${key}`, key, 130),
      body: { kind: 'agreed', what: 'recordings', words: '', guardian: null, on, until: null },
    });
}

const teacherOf = (student: string): string =>
  demoId(DEMO_PEOPLE.find(({ key }) => key === student)!.taughtBy!);

/** What everything that is said of a student has. */
const said = (name: string, student: string, days: number) => ({
  schoolId,
  id: demoId(name),
  studentId: demoId(student),
  authorId: teacherOf(student),
  createdAt: new Date(daysAgo(days, 0).getTime() + 3 * HOUR_MS),
});

async function grades(manager: EntityManager): Promise<void> {
  for (const [student, skills] of Object.entries(BY_HAND))
    for (const [skill, list] of Object.entries(skills))
      for (const [days, grade] of list)
        await manager.insert(EnteredAttemptEntity, {
          ...said(`grade ${student} ${skill} ${days}`, student, days),
          lessonId: null,
          withdrawn: null,
          body: {
            maneuver: null,
            variant: null,
            skill,
            flownAt: daysAgo(days, 0).toISOString(),
            lessonId: null,
            help: grade > 2 ? 'unaided' : 'prompted',
            grade,
            words: '',
          },
        });
}

async function gates(manager: EntityManager): Promise<void> {
  const today = dayIn(new Date(), DEMO_ZONE);
  for (const [student, closed] of Object.entries(GATES))
    for (const [gate, [days, endsIn]] of Object.entries(closed)) {
      const body: GateClosingBody = {
        words: WORDS[gate] ?? '',
        date: dayAfter(today, -days),
        ...(endsIn !== undefined && { endsOn: dayAfter(today, endsIn) }),
      };
      await manager.insert(GateClosingEntity, {
        ...said(`gate ${student} ${gate}`, student, days),
        gate,
        body,
        undone: null,
      });
    }
}

/** The circuits of the last weeks, flown without the recorder. */
async function landings(manager: EntityManager): Promise<void> {
  const days: readonly (readonly [number, Partial<LandingsByHand>])[] = [
    [26, { kind: 'touch-and-go', count: 5, bounced: true, unaided: false, takenOver: false }],
    [19, { kind: 'touch-and-go', count: 6, unaided: true, crosswindKt: 4 }],
    [12, { kind: 'touch-and-go', count: 6, unaided: true, crosswindKt: 7 }],
    [12, { kind: 'go-around', count: 2, decidedByStudent: true }],
    [5, { kind: 'full-stop', count: 2, unaided: true, powerOff: true }],
    [5, { kind: 'touch-and-go', count: 4, unaided: true }],
  ];
  for (const [i, [ago, line]] of days.entries())
    await manager.insert(LandingWordEntity, {
      ...said(`landings joss ${i}`, 'joss', ago),
      recordingId: null,
      nth: null,
      body: { place: DEMO_SCHOOL.name, flownAt: daysAgo(ago, 1).toISOString(), ...line },
    });
}

/** Every flight but the last two is signed; those wait for it. */
async function signedFlights(database: DataSource, student: string): Promise<void> {
  const recordings = await database
    .getRepository(RecordingEntity)
    .find({ where: { schoolId, studentId: demoId(student) }, order: { flownAt: 'ASC' } });
  for (const recording of recordings.slice(0, -2)) {
    const entry = await draftFrom(database, recording);
    await database.transaction((manager) =>
      signedBy(manager, {
        name: `signed ${recording.id}`,
        student,
        recordingId: recording.id,
        at: new Date(recording.flownAt.getTime() + 3 * HOUR_MS),
        body: { kind: 'entry', entry },
      }),
    );
  }
}

async function endorsed(manager: EntityManager): Promise<void> {
  const template = ENDORSEMENT_TEMPLATES.find(({ id }) => id === 'knowledge-test')!;
  const text = fillTemplate(template.text, { student: 'Joss Pennifold', airplane: 'the Cairn' });
  const at = daysAgo(20, 2);
  await signedBy(manager, {
    name: 'endorsed joss',
    student: 'joss',
    recordingId: null,
    at,
    body: {
      kind: 'endorsement',
      endorsement: {
        title: template.title,
        text,
        airplane: 'Cairn',
        date: dayIn(at, DEMO_ZONE),
        endsOn: null,
        gate: template.gate,
      },
    },
  });
}

async function signedBy(
  manager: EntityManager,
  one: { name: string; student: string; recordingId: string | null; at: Date; body: SignedBody },
): Promise<void> {
  const row = {
    id: demoId(one.name),
    kind: one.body.kind,
    studentId: demoId(one.student),
    recordingId: one.recordingId,
    replaces: null,
    body: one.body,
    signerId: teacherOf(one.student),
    signedAt: one.at,
  };
  // What was signed before today: the school is of this very hour.
  await keepSigned(manager, null, schoolId, row);
}

const inDays = (day: number, clock: string): string =>
  instantOf(`${dayAfter(dayIn(new Date(), DEMO_ZONE), day)} ${clock}:00`, DEMO_ZONE).toISOString();

/** When a lesson is booked for; undefined where it is not. */
export function plannedFor(key: string): string | undefined {
  const booked = WEEK.find(([, , , , , lesson]) => lesson === key);
  return booked && inDays(booked[0], booked[1]);
}

async function bookings(manager: EntityManager): Promise<void> {
  const at = inDays;
  for (const [day, from, until, student, airplane, lesson] of WEEK) {
    const row = {
      schoolId,
      id: demoId(`booking ${day} ${from} ${airplane}`),
      during: rangeOf(at(day, from), at(day, until)),
      airplaneRowId: demoId(`airplane ${airplane}`),
      madeBy: demoId('maren'),
    };
    if (!student) await manager.insert(BookingEntity, { ...row, kind: 'maintenance', words: 'Fifty hours' });
    else
      await manager.insert(BookingEntity, {
        ...row,
        kind: 'lesson',
        studentId: demoId(student),
        instructorId: teacherOf(student),
        lessonId: lesson
          ? demoId(`lesson ${lesson}`)
          : day === 0 && student === 'joss'
            ? await lessonToday(manager, at(day, from))
            : null,
      });
  }
}

/** One of today’s lessons is put together already: like the last one, and once more. */
async function lessonToday(manager: EntityManager, plannedAt: string): Promise<string> {
  const last = await manager.findOneOrFail(LessonEntity, {
    where: { schoolId, studentId: demoId('joss') },
    order: { plannedAt: 'DESC' },
  });
  const id = demoId('lesson joss today');
  await manager.insert(LessonEntity, { ...last, id, plannedAt: new Date(plannedAt), focus: 'As on the day' });
  return id;
}
