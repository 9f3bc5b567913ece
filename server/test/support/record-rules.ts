/** Who may do what with a student’s path, record and week. */
import { randomUUID } from 'node:crypto';
import { DEFAULT_SYLLABUS } from '@keel/core';
import { byStaff, everyone, ofStudent, type Rule } from './rules.ts';

const someone = { name: 'x', lastsDays: null, gate: null, source: 'x', fromMemory: false };
const entry = { date: '2026-11-02', airplane: 'Cairn', blockMin: 60 };
const limits = {
  windKt: 12,
  crosswindKt: 5,
  gustSpreadKt: 5,
  ceilingFt: 2500,
  visibilitySm: 5,
  runways: ['06'],
  fuelGal: 20,
  from: '09:00',
  until: '17:00',
};
const releaseDay = {
  at: '2026-11-20T12:00:00Z',
  runway: '06',
  windFromDeg: 60,
  windKt: 5,
  visibilitySm: 10,
  ceilingFt: null,
  fuelGal: null,
  knowsRunway: null,
};
let hour = 0;

/** @param ids of the student and of their instructor, once they are known. */
export function recordRules(ids: () => { student: string; instructor: string }): Record<string, Rule> {
  const at = (rest: string) => () => `/students/${ids().student}${rest}`;
  return {
    'GET /path': { allowed: { ...everyone(200), student: 403, classmate: 403 } },
    'GET /students/{id}/path/{skill}': { path: at('/path/steep-turn'), allowed: ofStudent, others: 404 },
    'GET /students/{id}/stage-checks': { path: at('/stage-checks'), allowed: ofStudent, others: 404 },
    'POST /students/{id}/stage-checks': {
      path: at('/stage-checks'),
      body: () => ({ id: randomUUID(), checkerId: randomUUID(), plannedAt: '2026-12-20T10:00:00Z' }),
      allowed: { chief: 422, stranger: 404 },
      others: 403,
    },
    'GET /students/{id}/proposal': { path: at('/proposal'), allowed: ofStudent, others: 404 },
    'POST /students/{id}/proposal': {
      path: at('/proposal'),
      body: () => ({ plannedAt: '2026-12-02T10:00:00Z' }),
      allowed: byStaff(201),
      others: 404,
    },
    'POST /students/{id}/gates/{gate}': {
      path: at('/gates/english'),
      body: () => ({ id: randomUUID(), body: { words: 'spoke with the student' } }),
      allowed: byStaff(201),
      others: 404,
    },
    'POST /students/{id}/gates/{gate}/reopen': {
      path: at('/gates/medical/reopen'),
      body: () => ({ why: 'a slip' }),
      allowed: byStaff(409),
      others: 404,
    },
    'PUT /students/{id}/born': {
      path: at('/born'),
      body: () => ({ born: '2005-03-04' }),
      allowed: byStaff(200),
      others: 404,
    },
    'POST /students/{id}/skills/{skill}/words': {
      path: at('/skills/steep-turn/words'),
      body: () => ({ id: randomUUID(), words: 'gone through on the ground' }),
      allowed: byStaff(204),
      others: 404,
    },
    'GET /students/{id}/agreements': { path: at('/agreements'), allowed: ofStudent, others: 404 },
    'POST /students/{id}/agreements': {
      path: at('/agreements'),
      body: () => ({
        id: randomUUID(),
        body: { kind: 'agreed', what: 'recordings', on: '2026-11-01' },
      }),
      allowed: { ...byStaff(201), student: 403, classmate: 404 },
      others: 404,
    },
    'GET /syllabuses': { allowed: everyone(200) },
    'PUT /syllabuses/{id}': {
      path: () => '/syllabuses/own',
      body: () => ({ version: 99, data: DEFAULT_SYLLABUS }),
      allowed: { chief: 409, stranger: 409 },
      others: 403,
    },
    'PUT /syllabus': {
      body: () => ({ id: 'none-of-this-name' }),
      allowed: { chief: 404, stranger: 404 },
      others: 403,
    },
    'GET /students/{id}/landings': { path: at('/landings'), allowed: ofStudent, others: 404 },
    'POST /students/{id}/landings': {
      path: at('/landings'),
      body: () => ({
        id: randomUUID(),
        body: { kind: 'full-stop', count: 1, flownAt: '2026-11-02T10:00:00Z' },
      }),
      allowed: byStaff(201),
      others: 404,
    },
    'POST /students/{id}/landings/{recording}/{nth}': {
      path: () => `/students/${ids().student}/landings/${randomUUID()}/0`,
      body: () => ({ id: randomUUID(), body: { unaided: true } }),
      allowed: byStaff(404),
      others: 404,
    },
    'GET /students/{id}/release': { path: at('/release'), allowed: ofStudent, others: 404 },
    'POST /students/{id}/limits': {
      path: at('/limits'),
      body: () => ({ id: randomUUID(), limits }),
      allowed: byStaff(201),
      others: 404,
    },
    'POST /students/{id}/release/look': {
      path: at('/release/look'),
      body: () => releaseDay,
      allowed: byStaff(200),
      others: 404,
    },
    'POST /students/{id}/release': {
      path: at('/release'),
      body: () => ({ id: randomUUID(), day: releaseDay }),
      allowed: byStaff(201),
      others: 404,
    },
    'GET /students/{id}/release.pdf': { path: at('/release.pdf'), allowed: ofStudent, others: 404 },
    'GET /students/{id}/logbook': { path: at('/logbook'), allowed: ofStudent, others: 404 },
    'PUT /students/{id}/logbook/drafts/{draft}': {
      path: () => `/students/${ids().student}/logbook/drafts/${randomUUID()}`,
      body: () => ({ version: 0, entry }),
      allowed: byStaff(200),
      others: 404,
    },
    'DELETE /students/{id}/logbook/drafts/{draft}': {
      path: () => `/students/${ids().student}/logbook/drafts/${randomUUID()}`,
      allowed: byStaff(200),
      others: 404,
    },
    'POST /students/{id}/logbook/drafts/{draft}/sign': {
      path: () => `/students/${ids().student}/logbook/drafts/${randomUUID()}/sign`,
      body: () => ({ password: 'not the password', version: 1 }),
      allowed: byStaff(403),
      others: 404,
    },
    'POST /students/{id}/logbook/import': {
      path: at('/logbook/import'),
      body: () => ({ text: 'Date,Airplane,Block\n2026-11-02,Cairn,1:00\n' }),
      allowed: byStaff(200),
      others: 404,
    },
    'GET /students/{id}/logbook.csv': { path: at('/logbook.csv'), allowed: ofStudent, others: 404 },
    'GET /students/{id}/endorsements/{endorsementId}/paper': {
      path: at(`/endorsements/${randomUUID()}/paper`),
      // There is none of that id, and nobody learns more than that.
      allowed: everyone(404),
    },
    'GET /students/{id}/{paper}': { path: at('/logbook.pdf'), allowed: ofStudent, others: 404 },
    'GET /endorsement-templates': { allowed: everyone(200) },
    'PUT /endorsement-templates': {
      body: () => [{ id: 'own', title: 'Own', text: 'As it is.', ...someone, name: undefined }],
      allowed: { chief: 200, stranger: 200 },
      others: 403,
    },
    'POST /students/{id}/endorsements': {
      path: at('/endorsements'),
      body: () => ({
        id: randomUUID(),
        password: 'not the password',
        endorsement: { title: 'x', text: 'as it is', date: '2026-11-02' },
      }),
      allowed: byStaff(403),
      others: 404,
    },
    'GET /week': { allowed: everyone(200) },
    // Each an hour of its own: whoever may book finds it free.
    'POST /bookings': {
      body: () => {
        const from = new Date(Date.UTC(2026, 11, 1) + 3_600_000 * hour++);
        const until = new Date(from.getTime() + 1_800_000);
        return {
          id: randomUUID(),
          kind: 'lesson',
          from: from.toISOString(),
          until: until.toISOString(),
          studentId: ids().student,
          instructorId: ids().instructor,
          airplaneId: 'cairn-4',
        };
      },
      allowed: { chief: 201, instructor: 201, student: 201, classmate: 403 },
      others: 404,
    },
    'PUT /people/{id}/usual-hours': {
      path: () => `/people/${randomUUID()}/usual-hours`,
      body: () => ({ hours: [] }),
      allowed: everyone(404),
    },
    'PUT /bookings/{id}': {
      path: () => `/bookings/${randomUUID()}`,
      body: () => ({ version: 1, from: '2026-12-20T10:00:00Z', until: '2026-12-20T11:00:00Z' }),
      allowed: everyone(404),
    },
    'POST /bookings/{id}/cancel': {
      path: () => `/bookings/${randomUUID()}/cancel`,
      body: () => ({ why: 'weather' }),
      allowed: everyone(404),
    },
    'POST /me/calendar': { allowed: everyone(201) },
    'GET /calendar/{token}': { path: () => '/calendar/none.ics', allowed: everyone(404), nobody: 404 },
    'GET /today': { allowed: everyone(200) },
    'GET /devices': { allowed: { chief: 200, stranger: 200 }, others: 403 },
    'POST /devices': {
      body: () => ({ name: 'Box', airplaneId: 'cairn-4' }),
      allowed: { chief: 201, stranger: 201 },
      others: 403,
    },
    'DELETE /devices/{id}': {
      path: () => `/devices/${randomUUID()}`,
      allowed: { chief: 404, stranger: 404 },
      others: 403,
    },
    // A device's key alone opens a feed: a cookie does not, whoever it is of.
    'PUT /feed/{flightId}/{seq}': {
      path: () => `/feed/${randomUUID()}/0`,
      body: () => ({}),
      allowed: everyone(401),
    },
    'GET /feed/{flightId}': { path: () => `/feed/${randomUUID()}`, allowed: everyone(401) },
    'POST /feed/{flightId}/end': { path: () => `/feed/${randomUUID()}/end`, allowed: everyone(401) },
    'GET /clock': { allowed: everyone(200) },
    'GET /live/unmatched': { allowed: byStaff(200), others: 200 },
    'POST /live/{id}/lesson': {
      path: () => `/live/${randomUUID()}/lesson`,
      body: () => ({ lessonId: randomUUID() }),
      allowed: byStaff(404),
      others: 404,
    },
    'GET /live': { allowed: everyone(200) },
    'GET /lessons/{id}/notes': { path: () => `/lessons/${randomUUID()}/notes`, allowed: everyone(404) },
    'POST /lessons/{id}/notes': {
      path: () => `/lessons/${randomUUID()}/notes`,
      body: () => ({ id: randomUUID(), atMs: 0, body: { kind: 'mark', text: 'late' } }),
      allowed: { chief: 404, instructor: 404, otherInstructor: 404, stranger: 404 },
      others: 403,
    },
    'DELETE /lessons/{id}/notes/{noteId}': {
      path: () => `/lessons/${randomUUID()}/notes/${randomUUID()}`,
      allowed: everyone(404),
    },
    'PUT /notes/{noteId}/voice': {
      path: () => `/notes/${randomUUID()}/voice`,
      body: () => ({}),
      allowed: { chief: 404, instructor: 404, otherInstructor: 404, stranger: 404 },
      others: 403,
    },
    'GET /notes/{noteId}/voice': { path: () => `/notes/${randomUUID()}/voice`, allowed: everyone(404) },
    'GET /live/{id}/events': { path: () => `/live/${randomUUID()}/events`, allowed: everyone(404) },
  };
}
