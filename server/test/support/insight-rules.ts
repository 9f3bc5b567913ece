/** Who may see what of the school itself, and of stage checks: the chief all, an instructor their own, a student nothing of the school. */
import { randomUUID } from 'node:crypto';
import { everyone, type Rule } from './rules.ts';

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
  'GET /stage-questions': teachers(200),
  'PUT /stage-questions': { body: () => ({ version: 99, questions: null }), ...chiefs(409) },
  'GET /stage-checks/{id}': { path: () => `/stage-checks/${none}`, allowed: everyone(404) },
  'GET /stage-checks/{id}/letter.pdf': {
    path: () => `/stage-checks/${none}/letter.pdf`,
    allowed: everyone(404),
  },
  'PUT /stage-checks/{id}/{kind}/{of}': {
    path: () => `/stage-checks/${none}/tasks/task-1`,
    body: () => ({ mark: 'satisfactory' }),
    ...teachers(404),
  },
  'POST /stage-checks/{id}/close': {
    path: () => `/stage-checks/${none}/close`,
    body: () => ({ discontinued: 'weather' }),
    ...teachers(404),
  },
  'POST /stage-checks/{id}/retraining': {
    path: () => `/stage-checks/${none}/retraining`,
    body: () => ({ id: randomUUID(), skills: ['x'], minutes: 1, words: 'x' }),
    ...teachers(404),
  },
  'POST /rounds/{id}/close': { path: () => `/rounds/${none}/close`, ...chiefs(404) },
};
