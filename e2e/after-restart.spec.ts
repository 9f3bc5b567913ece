/** After the program was stopped and started again: all of it is there. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { programs } from '../playwright.config.ts';
import { keepFolder, signInQuickly } from './support/people.ts';

test('lesson, recording, score, grade and comment outlive a restart', async ({ browser }) => {
  const { lessonId, recordingId, place } = JSON.parse(readFileSync(join(keepFolder(), 'kept.json'), 'utf8'));
  // In the program that it was made in.
  const context = await browser.newContext({ baseURL: programs[Number(place)] });
  const page = await context.newPage();
  await signInQuickly(page.request, 'idris');
  await page.goto(`/brief/${lessonId}`);
  await expect(page.getByRole('heading', { name: 'Amara Oduwole-Finch' })).toBeVisible();
  await page.goto(`/debrief/${recordingId}`);
  await expect(page.getByText('First out of tolerance: altitude, 150 ft low')).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: 'Looked inside' })).toBeVisible();
  await expect(page.getByLabel('Your grade').getByRole('button', { name: /not yet steady/ })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
});
