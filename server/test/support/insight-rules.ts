/** Who may see what of the school itself: the chief all, an instructor their own, a student nothing. */
import { randomUUID } from 'node:crypto';
import type { Rule } from './rules.ts';

/** Of each school its own: the chief of another is a chief there. */
const chiefs = (status: number): Rule => ({ allowed: { chief: status, stranger: status }, others: 403 });
const teachers = (status: number): Rule => ({
  allowed: { chief: status, instructor: status, otherInstructor: status, stranger: status },
  others: 403,
});
const none = randomUUID();

export const INSIGHT_RULES: Record<string, Rule> = {
  'GET /insight/calls': chiefs(200),
  'GET /insight/grading': teachers(200),
  'GET /insight/sticks': chiefs(200),
  'GET /insight/solo': chiefs(200),
  'GET /insight/airplanes': chiefs(200),
  'GET /insight/{part}/csv': { path: () => '/insight/calls/csv', ...chiefs(200) },
  'GET /insight/meeting.pdf': chiefs(200),
  'POST /insight/exceedances/{id}/{nth}/seen': {
    path: () => `/insight/exceedances/${none}/0/seen`,
    ...chiefs(404),
  },
  'PUT /insight/answer': { body: () => ({ words: '' }), ...teachers(204) },
  'GET /rounds': teachers(200),
  'POST /rounds': {
    body: () => ({ id: randomUUID(), title: 'x', draw: 1, maneuver: 'climb' }),
    ...chiefs(422),
  },
  'GET /rounds/{id}': { path: () => `/rounds/${none}`, ...teachers(404) },
  'PUT /rounds/{id}/grades/{nth}': {
    path: () => `/rounds/${none}/grades/0`,
    body: () => ({ grade: 3 }),
    ...teachers(404),
  },
  'POST /rounds/{id}/close': { path: () => `/rounds/${none}/close`, ...chiefs(404) },
};
