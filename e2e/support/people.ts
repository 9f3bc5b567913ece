import { mkdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { APIRequestContext, Page } from '@playwright/test';
import { typeInto } from './typing.ts';

/** The demo's people that the tests sign in as. */
export const PEOPLE = {
  idris: { email: 'idris@skelmere.example', password: 'instructor-at-skelmere' },
  petra: { email: 'petra@skelmere.example', password: 'instructor-at-skelmere' },
  maren: { email: 'maren@skelmere.example', password: 'chief-at-skelmere' },
  nell: { email: 'nell@skelmere.example', password: 'student-at-skelmere' },
  joss: { email: 'joss@skelmere.example', password: 'student-at-skelmere' },
} as const;
export type PersonKey = keyof typeof PEOPLE;

/** What one run leaves for the next, after a restart; Playwright empties its own folder in between. */
export function keepFolder(): string {
  const folder = process.env.KEEL_E2E_FOLDER ?? join(tmpdir(), 'keel-e2e');
  mkdirSync(folder, { recursive: true });
  return folder;
}

/** Through the form, as a person does. */
export async function signIn(page: Page, who: PersonKey): Promise<void> {
  await page.goto('/sign-in');
  await typeInto(page.getByLabel('Email'), PEOPLE[who].email);
  await typeInto(page.getByLabel('Password', { exact: true }), PEOPLE[who].password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  // Today comes first; a test begins at the lessons.
  await page
    .getByRole('navigation', { name: 'Stations' })
    .getByRole('link', { name: 'Brief', exact: true })
    .click();
  await page.getByRole('heading', { name: 'Lessons', level: 1 }).waitFor();
}

/** Through the API, where the form is not what is tested. */
export async function signInQuickly(request: APIRequestContext, who: PersonKey): Promise<void> {
  const answer = await request.post('/api/session', { data: PEOPLE[who] });
  if (!answer.ok()) throw new Error(`${who} cannot sign in: ${answer.status()}`);
}

interface LessonRow {
  id: string;
  student: { id: string; name: string };
  title: string;
  plannedAt: string;
  recordings: { id: string }[];
}

/** The demo's lessons of a student, newest first. */
export async function lessonsOf(request: APIRequestContext, name: string): Promise<LessonRow[]> {
  const { items: lessons } = (await (await request.get('/api/lessons?limit=200')).json()) as {
    items: LessonRow[];
  };
  return lessons.filter((lesson) => lesson.student.name.startsWith(name));
}

/** When tests plan lessons of their own. */
export const OWN_LESSON_AT = '2026-11-30T09:30:00.000Z';

/** The lesson that the demo has planned for Nell; other tests plan some of their own. */
export async function plannedLesson(request: APIRequestContext): Promise<LessonRow> {
  const found = (await lessonsOf(request, 'Nell')).find(
    ({ recordings, title, plannedAt }) =>
      recordings.length === 0 &&
      title !== 'In the air now' &&
      Date.parse(plannedAt) !== Date.parse(OWN_LESSON_AT),
  );
  if (!found) throw new Error('the demo has planned no lesson for Nell');
  return found;
}
