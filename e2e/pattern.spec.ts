/** The trainer's pattern in real Chromium: a whole circuit flown from the keyboard, takeoff to stop, then its approach at Debrief. */
import { expect, test } from '@playwright/test';
import { flyPattern } from './support/fly-pattern.ts';
import { ownLesson } from './support/own-lesson.ts';
import { signInQuickly } from './support/people.ts';
import { withoutWebGl } from './support/without-webgl.ts';

test('a circuit flown by keys from the line-up to the stop is told, and stands at Debrief', async ({
  page,
}) => {
  // On a busy machine the airplane flies slower than the clock.
  test.setTimeout(720_000);
  await withoutWebGl(page);
  const lessonId = await ownLesson(page);
  await signInQuickly(page.request, 'nell');
  await page.goto(`/fly/${lessonId}`);
  await page.getByRole('link', { name: 'Open the trainer' }).click();
  await page.getByRole('combobox', { name: 'Maneuver' }).click();
  await page.getByRole('option', { name: 'Pattern, from the takeoff' }).click();
  await expect(page.getByRole('heading', { name: 'Pattern', exact: true })).toBeVisible();
  await expect(page.getByText('Middle of the runway. Look. Full power.')).toBeVisible();
  const runway = /Runway (\d\d)/.exec((await page.locator('.trainer-card').textContent()) ?? '')?.[1];

  await flyPattern(page, 10 * Number(runway), 600);

  const landing = page.getByRole('region', { name: 'Last landing' });
  await expect(landing).toBeVisible();
  await expect(landing).toContainText('Past the threshold');
  await page.getByRole('button', { name: 'Open the debrief' }).click();
  await expect(page.getByText('Flown in the trainer.')).toBeVisible({ timeout: 30_000 });
  await expect(page.getByRole('heading', { name: 'Landing 1' })).toBeVisible({ timeout: 30_000 });
});

test('a way into a spin begins high, with its card and its caution beside it', async ({ page }) => {
  await withoutWebGl(page);
  const lessonId = await ownLesson(page);
  await signInQuickly(page.request, 'nell');
  await page.goto(`/fly/${lessonId}/trainer`);
  await page.getByRole('combobox', { name: 'Maneuver' }).click();
  await page.getByRole('option', { name: 'Skidded, base to final' }).click();
  await expect(page.getByText(/never practised, below the height/)).toBeVisible();
  await page.getByText('Recovery, in this order').click();
  await expect(page.getByText('Stick forward until it flies')).toBeVisible();
  await page.keyboard.press(' ');
  await page.keyboard.down('ArrowLeft');
  await expect(page.getByText('Hold the bank and the nose. Watch.').first()).toBeVisible({ timeout: 20_000 });
  await page.keyboard.up('ArrowLeft');
});
