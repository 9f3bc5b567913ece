/** The week: who and what is taken when; booked, moved, cancelled with a reason. */
import { createRoute, z } from '@hono/zod-openapi';
import {
  bookingCancelSchema,
  bookingInputSchema,
  bookingMoveSchema,
  clockIn,
  dayAfter,
  daylightOn,
  instantOf,
  isoDay,
  type Week,
  weekSchema,
} from '@keel/core';
import type { DataSource } from 'typeorm';
import { IsNull } from 'typeorm';
import {
  AccountEntity,
  AirplaneEntity,
  BookingEntity,
  type BookingRow,
  SchoolEntity,
  zoneOf,
} from '../db/entities.ts';
import { json, jsonBody, router, type Viewer } from '../http/env.ts';
import { given } from '../http/given.ts';
import { notFound, Problem } from '../http/problem.ts';
import { addToTrail } from '../people/trail.ts';
import { visibleStudents } from '../scope.ts';
import { bookingsIn, checkBooking, rangeOf, shownTo, withoutConflict } from './bookings.ts';
import { unbookedIn } from './lesson-booking.ts';

const schoolOf = (database: DataSource, { schoolId }: Viewer) =>
  database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId });

const MONDAY = 1;
/** The Monday of a day’s week, by the calendar alone. */
const mondayOf = (day: string): string =>
  dayAfter(day, -((new Date(`${day}T00:00:00Z`).getUTCDay() - MONDAY + 7) % 7));

async function weekOf(database: DataSource, viewer: Viewer, day: string): Promise<Week> {
  const { schoolId } = viewer;
  const school = await schoolOf(database, viewer);
  const zone = zoneOf(school);
  const monday = mondayOf(day);
  const days = Array.from({ length: 7 }, (_, i) => dayAfter(monday, i));
  const { position } = school.settings;
  const [rows, staff, airplanes, students] = [
    await bookingsIn(database, schoolId, instantOf(monday, zone), instantOf(dayAfter(monday, 7), zone)),
    await database
      .getRepository(AccountEntity)
      .createQueryBuilder('account')
      .where("account.schoolId = :schoolId AND account.role <> 'student' AND account.closedAt IS NULL", {
        schoolId,
      })
      .orderBy('account.name')
      .getMany(),
    await database.getRepository(AirplaneEntity).find({ where: { schoolId }, order: { id: 'ASC' } }),
    viewer.role === 'student'
      ? await database.getRepository(AccountEntity).findBy({ schoolId, id: viewer.id })
      : await visibleStudents(database, viewer),
  ];
  const unbooked = await unbookedIn(
    database,
    schoolId,
    students.map(({ id }) => id),
    instantOf(monday, zone),
    instantOf(dayAfter(monday, 7), zone),
  );
  return {
    monday,
    zone,
    days: days.map((one) => ({
      day: one,
      daylight: position ? daylightOn(instantOf(`${one} 12:00:00`, zone), position) : null,
    })),
    bookings: rows.map((row) => shownTo(viewer, row)),
    unbooked: unbooked.map(({ studentId, at, ...lesson }) => ({
      ...lesson,
      at: at.toISOString(),
      student: { id: studentId, name: students.find(({ id }) => id === studentId)?.name ?? '' },
    })),
    instructors: staff.map(({ id, name }) => ({ id, name })),
    airplanes: airplanes.filter(({ data }) => !data.retired).map(({ id, data }) => ({ id, name: data.name })),
    students: students.filter(({ closedAt }) => closedAt === null).map(({ id, name }) => ({ id, name })),
    usualHours: Object.fromEntries(
      [...staff, ...students]
        .filter(({ usualHours }) => usualHours.length > 0)
        .map(({ id, usualHours }) => [id, usualHours]),
    ),
  };
}

/** A booking that the viewer may change. @throws Problem 404. */
async function requireBooking(database: DataSource, viewer: Viewer, id: string): Promise<BookingRow> {
  const { schoolId, role } = viewer;
  const row = await database.getRepository(BookingEntity).findOneBy({ schoolId, id, cancelled: IsNull() });
  const theirs =
    row && (row.studentId === viewer.id || row.instructorId === viewer.id || row.madeBy === viewer.id);
  const pupil =
    row?.studentId && role === 'instructor'
      ? (await visibleStudents(database, viewer)).some((one) => one.id === row.studentId)
      : false;
  if (!row || !(role === 'chief' || theirs || pupil)) throw notFound('booking');
  return row;
}

export function weekRoutes() {
  const answer = json(weekSchema, 'The week');
  const params = z.object({ id: z.uuid() });
  const spanOf = ({ during }: BookingRow) => {
    const [from, until] = during.slice(1, -1).replaceAll('"', '').split(',');
    return { from: new Date(from).toISOString(), until: new Date(until).toISOString() };
  };
  return router()
    .openapi(
      createRoute({
        method: 'get',
        path: '/week',
        summary: 'The week of a day, with daylight at the field',
        request: { query: z.object({ day: isoDay.optional() }) },
        responses: { 200: answer },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const day =
          c.req.valid('query').day ??
          clockIn(new Date(), zoneOf(await schoolOf(database, viewer)), 'YYYY-MM-DD');
        return c.json(await weekOf(database, viewer, day), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/bookings',
        summary: 'Book; the id is the client’s own. What is taken answers 409 and names by whom and when',
        request: { body: jsonBody(bookingInputSchema) },
        responses: { 200: answer, 201: answer },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const booking = c.req.valid('json');
        const school = await schoolOf(database, viewer);
        const { id, kind, from, until, studentId, instructorId, lessonId, words } = booking;
        const day = clockIn(from, zoneOf(school), 'YYYY-MM-DD');
        const { schoolId } = viewer;
        const airplaneRowId = await checkBooking(database, viewer, school, booking);
        const during = rangeOf(from, until);
        const of = { studentId, instructorId, airplaneRowId, lessonId };
        const row = { schoolId, id, kind, during, ...of, words, madeBy: viewer.id, version: 1 };
        const isNew = await withoutConflict(database, viewer, school, booking, () =>
          database.transaction(async (manager) => {
            // Of the same sent twice at once the second waits for the first: then its own id is in nobody's way.
            await manager.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 0))', [`booking ${id}`]);
            const there = await manager.findOneBy(BookingEntity, { schoolId, id });
            if (there && there.madeBy !== viewer.id) throw new Problem(409, 'This id is used elsewhere.');
            if (there) return false;
            await manager.insert(BookingEntity, row);
            await addToTrail(manager, viewer, 'booked', id, { kind, from, until });
            return true;
          }),
        );
        const week = await weekOf(database, viewer, day);
        return isNew ? c.json(week, 201) : c.json(week, 200);
      },
    )
    .openapi(
      createRoute({
        method: 'put',
        path: '/bookings/{id}',
        summary: 'Move a booking; `version` is the one that was read',
        request: { params, body: jsonBody(bookingMoveSchema) },
        responses: { 200: answer },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const row = await requireBooking(database, viewer, c.req.valid('param').id);
        const { version, from, until, airplaneId, instructorId, agreed } = c.req.valid('json');
        const school = await schoolOf(database, viewer);
        const airplane =
          row.airplaneRowId === null
            ? null
            : await database
                .getRepository(AirplaneEntity)
                .findOneBy({ schoolId: viewer.schoolId, rowId: row.airplaneRowId });
        const moved = bookingInputSchema.safeParse({
          ...row,
          from,
          until,
          agreed,
          airplaneId: airplaneId === undefined ? (airplane?.id ?? null) : airplaneId,
          instructorId: instructorId === undefined ? row.instructorId : instructorId,
        });
        if (row.lessonId && moved.success && moved.data.airplaneId !== airplane?.id)
          throw new Problem(422, 'airplaneId: the lesson is briefed for another airplane. Change it there.');
        if (!moved.success) throw new Problem(422, moved.error.issues[0].message);
        const airplaneRowId = await checkBooking(database, viewer, school, moved.data);
        await withoutConflict(database, viewer, school, moved.data, () =>
          database.transaction(async (manager) => {
            const { affected } = await manager.update(
              BookingEntity,
              { schoolId: viewer.schoolId, id: row.id, version, cancelled: IsNull() },
              {
                during: rangeOf(from, until),
                airplaneRowId,
                instructorId: moved.data.instructorId,
                version: version + 1,
              },
            );
            if (affected === 0)
              throw new Problem(
                409,
                'This booking was moved or cancelled in another window: load the week again.',
              );
            await addToTrail(manager, viewer, 'booking moved', row.id, { before: spanOf(row), from, until });
            // The lesson goes with it.
            if (row.lessonId)
              await manager.query(
                'UPDATE lesson SET planned_at = $3, version = version + 1 WHERE school_id = $1 AND id = $2',
                [viewer.schoolId, row.lessonId, from],
              );
          }),
        );
        return c.json(await weekOf(database, viewer, clockIn(from, zoneOf(school), 'YYYY-MM-DD')), 200);
      },
    )
    .openapi(
      createRoute({
        method: 'post',
        path: '/bookings/{id}/cancel',
        summary: 'Cancel a booking, and say why',
        request: { params, body: jsonBody(bookingCancelSchema) },
        responses: { 200: answer },
      }),
      async (c) => {
        const { viewer, database } = given(c);
        const row = await requireBooking(database, viewer, c.req.valid('param').id);
        const { why, words } = c.req.valid('json');
        const cancelled = { by: viewer.id, at: new Date().toISOString(), why, words };
        await database.transaction(async (manager) => {
          await manager.update(
            BookingEntity,
            { schoolId: viewer.schoolId, id: row.id, cancelled: IsNull() },
            { cancelled, version: row.version + 1 },
          );
          await addToTrail(manager, viewer, 'booking cancelled', row.id, { why });
        });
        const school = await schoolOf(database, viewer);
        return c.json(
          await weekOf(database, viewer, clockIn(spanOf(row).from, zoneOf(school), 'YYYY-MM-DD')),
          200,
        );
      },
    );
}
