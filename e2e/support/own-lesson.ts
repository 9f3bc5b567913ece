import type { Page } from '@playwright/test';
import { lessonsOf, signInQuickly } from './people.ts';

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
      plannedAt: '2026-11-30T09:30:00Z',
      conditions: { weightLb: 2240, groundFt: 1900, headingDeg: 360, oatC: 4, qnhHpa: 1012 },
      items: [
        { id: 'stall', maneuver: 'power-off-stall' },
        { id: 'steep', maneuver: 'steep-turn' },
      ],
    },
  });
  return (await made.json()).id;
}
