/** The right seat with nothing connected: a lesson of two attempts by taps alone, the network cut, the tablet reloaded, graded by hand. */
import { expect, test } from '@playwright/test';
import { ownLesson } from './support/own-lesson.ts';
import { signInQuickly } from './support/people.ts';

test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true });

test('two attempts are begun, ended, said and kept, one of them without a network; the lesson stands graded by hand', async ({
  page,
  context,
}) => {
  const lessonId = await ownLesson(page, 'Nothing connected');
  await signInQuickly(page.request, 'idris');
  await page.goto(`/seat/${lessonId}`);
  const tap = (name: string | RegExp) => page.getByRole('button', { name, exact: true }).tap();
  await tap(/^Engine started/);

  await tap(/^Steep turns/);
  await expect(page.getByText('45').first()).toBeVisible();
  await tap('Begin: Steep turn, left, attempt 1');
  await expect(page.getByText('step 1 of')).toBeVisible();
  await tap(/Show the next/);
  await expect(page.getByText('step 2 of')).toBeVisible();
  await tap('good');
  await tap('End the attempt');
  await expect(page.getByRole('heading', { name: 'Steep turn, left · attempt 1' })).toBeVisible();
  await tap('Unaided');
  await tap(/^4 /);
  await tap(/^3 /);
  await tap('rudder');
  await expect(page.getByRole('status').filter({ hasText: /^kept: .*, rudder$/ })).toBeVisible();
  await tap('late');
  await tap('Undo');
  await expect(page.getByRole('button', { name: 'late', exact: true })).toHaveAttribute(
    'aria-pressed',
    'false',
  );

  // The stall: nothing is shown while it is flown, and a reload in the middle of it forgets nothing.
  await tap(/^Power-off stalls/);
  await tap('Begin: Power-off stall, straight, attempt 1');
  await expect(page.getByText('Enter at')).toHaveCount(0);
  await page.reload();
  await expect(page.getByText('Power-off stall, straight')).toBeVisible();
  await expect(page.getByText('no recorder: what you tap is kept')).toBeVisible();
  await context.setOffline(true);
  await tap('mark');
  await tap('End the attempt');
  await tap('Prompted');
  await expect(page.getByText(/^no network, [3-5] marks kept$/)).toBeVisible();
  await tap('Lesson over …');
  await expect(page.getByText('One attempt does not count yet.')).toBeVisible();
  await tap(/^\d\d:\d\d Power-off stall/);
  await tap(/^2 /);
  await tap('Lesson over …');
  await tap('Keep 2 as graded by hand');
  await context.setOffline(false);
  await expect(page.getByText('no recorder: what you tap is kept')).toBeVisible({ timeout: 30_000 });
  await page.getByRole('link', { name: 'To the lesson' }).tap();
  const byHand = page.getByRole('region', { name: 'Without a recording' });
  await expect(byHand).toContainText('3 alone, not yet steady Steep turn left, unaided: good, rudder', {
    timeout: 30_000,
  });
  await expect(byHand).toContainText('2 with help Power-off stall, straight, prompted: mark');
});
