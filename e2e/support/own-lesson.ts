import { expect, type Page } from '@playwright/test';
import { lessonsOf, OWN_LESSON_AT, signInQuickly } from './people.ts';

/** A lesson of a test’s own, so that others find theirs as they were. */
export async function ownLesson(page: Page, title = 'In the trainer'): Promise<string> {
  await signInQuickly(page.request, 'idris');
  const [{ student }] = await lessonsOf(page.request, 'Nell');
  const made = await page.request.post('/api/lessons', {
    data: {
      studentId: student.id,
      airplaneId: 'cairn-4',
      standardId: 'faa-private',
      title,
      plannedAt: OWN_LESSON_AT,
      conditions: { weightLb: 2240, groundFt: 1900, headingDeg: 360, oatC: 4, qnhHpa: 1012 },
      items: [
        { id: 'stall', maneuver: 'power-off-stall' },
        { id: 'steep', maneuver: 'steep-turn' },
      ],
    },
  });
  return (await made.json()).id;
}

let seed = 1 + (Date.now() % 40_000);

/**
 * A lesson of the test's own with a maneuver flown into it, a steep-turn pair whose first has an overbank unless another habit
 * is named; no flight is another's.
 */
export async function flownLesson(page: Page, title: string, habit = 'steep-turn/overbank'): Promise<string> {
  const lessonId = await ownLesson(page, title);
  const [maneuver] = habit.split('/');
  const made = await page.request.post(`/api/lessons/${lessonId}/demonstration`, {
    data: { maneuver, habit, habitIn: 'first', seed: seed++ },
  });
  const { id } = await made.json();
  await expect
    .poll(async () => (await (await page.request.get(`/api/recordings/${id}`)).json()).status, {
      timeout: 30_000,
    })
    .toBe('analysed');
  return id;
}
