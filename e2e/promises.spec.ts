/** What the interface promises: words survive a server that is away, nothing typed is lost by leaving, a link shows the same. */

import { expect, test } from '@playwright/test';
import { scriptAndStyleBytes } from '../scripts/lib/first-page.ts';
import { flownLesson, ownLesson } from './support/own-lesson.ts';
import { signIn, signInQuickly } from './support/people.ts';
import { typeInto } from './support/typing.ts';

test('while the server is away what is said is kept, through a reload, and goes by itself when it is back', async ({
  page,
  context,
}) => {
  const recording = await flownLesson(page, 'Server away');
  await page.goto(`/debrief/${recording}`);
  await expect(page.getByRole('slider', { name: 'Cursor in the keel chart' })).toBeVisible();
  await context.setOffline(true);
  await page.keyboard.press('3');
  const grades = page.getByLabel('Your grade').locator('fieldset').first();
  await expect(grades.getByRole('button', { pressed: true })).toContainText('3');
  await typeInto(page.getByLabel('Comment').first(), 'Said while nobody heard.');
  await page
    .getByLabel('More for this attempt')
    .getByRole('button', { name: 'Save comment', exact: true })
    .last()
    .click();
  await expect(page.getByText('2 entries are on the way')).toBeVisible();
  await typeInto(page.getByLabel('Comment').first(), 'Typed, and not yet said.');
  await context.setOffline(false);
  await expect(page.getByText('on the way')).toBeHidden({ timeout: 15_000 });
  await expect(page.getByLabel('Comment').first()).toHaveValue('Typed, and not yet said.');
  const { statements } = await (await page.request.get(`/api/recordings/${recording}`)).json();
  expect(statements.map(({ body }: { body: { kind: string } }) => body.kind)).toEqual(['grade', 'comment']);

  // Said, and the page closed before the server is back.
  await context.setOffline(true);
  await page.keyboard.press('Escape');
  await page.getByRole('heading', { name: 'Steep turn left' }).click();
  await page.keyboard.press('4');
  await expect(page.getByText('One entry is on the way')).toBeVisible();
  await context.setOffline(false);
  await page.reload();
  await expect
    .poll(async () => {
      const { statements: later } = await (await page.request.get(`/api/recordings/${recording}`)).json();
      return later.length;
    })
    .toBe(3);
});

test('a link carries the attempt, the moment and the view; another attempt has its own', async ({ page }) => {
  const recording = await flownLesson(page, 'A link');
  await page.goto(`/debrief/${recording}?attempt=1&see=compare`);
  await expect(page.getByRole('heading', { name: 'Steep turn right' })).toBeVisible();
  await expect(page.getByRole('radio', { name: 'Compare' })).toBeChecked();
  const keel = page.getByRole('slider', { name: 'Cursor in the keel chart' });
  await keel.focus();
  await page.keyboard.press('ArrowRight');
  await expect(page).toHaveURL(/[?&]at=\d/);
  const moment = Number(await keel.getAttribute('aria-valuenow'));
  await page.reload();
  // To the tenth of a second, as the address has it.
  await expect
    .poll(async () => Math.abs(Number(await keel.getAttribute('aria-valuenow')) - moment))
    .toBeLessThan(0.1);
  await page.keyboard.press('[');
  await expect(page.getByRole('heading', { name: 'Steep turn left' })).toBeVisible();
  await expect(page).not.toHaveURL(/attempt=1/);
});

test('leaving a brief that is not saved asks; staying keeps what was typed', async ({ page }) => {
  const lesson = await ownLesson(page, 'Left behind');
  await page.goto(`/brief/${lesson}`);
  await page.getByRole('tab', { name: 'Focus and faults' }).click();
  await typeInto(page.getByLabel('Focus of the lesson'), 'Feet first');
  await page.getByRole('link', { name: 'Path', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: 'Not saved yet' });
  await dialog.getByRole('button', { name: 'Stay here' }).click();
  await expect(page.getByLabel('Focus of the lesson')).toHaveValue('Feet first');
  await page.getByRole('link', { name: 'Path', exact: true }).click();
  await dialog.getByRole('button', { name: 'Leave without saving' }).click();
  await expect(page).toHaveURL(/\/path/);
});

test('single keys can be switched off, and the list says what they do', async ({ page }) => {
  const recording = await flownLesson(page, 'No single keys');
  await page.goto(`/debrief/${recording}`);
  await expect(page.getByRole('heading', { name: 'Steep turn left' })).toBeVisible();
  await page.keyboard.press('?');
  await page.getByLabel('Single-key shortcuts').uncheck();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
  await page.keyboard.press(']');
  await page.keyboard.press('2');
  await expect(page.getByRole('heading', { name: 'Steep turn left' })).toBeVisible();
  const { statements } = await (await page.request.get(`/api/recordings/${recording}`)).json();
  expect(statements).toEqual([]);
  // It goes with the person: the next test is the same one's.
  const back = await page.request.patch('/api/me', { data: { settings: { singleKeys: true } } });
  expect((await back.json()).settings.singleKeys).toBe(true);
});

test('one sees where one is signed in, and ends what one does not know', async ({ page, browser }) => {
  await signIn(page, 'petra');
  const elsewhere = await browser.newContext();
  await signInQuickly(elsewhere.request, 'petra');
  await page.goto('/me');
  const others = page.getByRole('row').filter({ has: page.getByRole('button', { name: 'End' }) });
  await expect(page.getByRole('row').filter({ hasText: 'this one' })).toContainText('Linux');
  for (let left = await others.count(); left > 0; left--) {
    await others.first().getByRole('button', { name: 'End' }).click();
    await expect(others).toHaveCount(left - 1);
  }
  expect((await elsewhere.request.get('/api/me')).status()).toBe(401);
  expect((await page.request.get('/api/me')).status()).toBe(200);
  await elsewhere.close();
});

test('the first page is light: script and style over the wire, until it is quiet', async ({ browser }) => {
  for (const path of ['/sign-in', '/']) {
    const context = await browser.newContext();
    if (path === '/') await signInQuickly(context.request, 'idris');
    const bytes = await scriptAndStyleBytes(context, path);
    expect(bytes).toBeGreaterThan(50_000);
    expect(bytes).toBeLessThan(path === '/' ? 225_000 : 150_000);
    await context.close();
  }
});

test('a recording sent with the wrong weight and ground is put right; one that is deleted can be taken back', async ({
  page,
}) => {
  const recording = await flownLesson(page, 'Put right');
  await page.goto(`/debrief/${recording}`);
  await expect(page.getByRole('heading', { name: 'Steep turn left' })).toBeVisible();
  await page.getByRole('button', { name: 'More for this recording' }).click();
  await page.getByRole('menuitem', { name: 'Correct its details' }).click();
  await typeInto(page.getByRole('dialog').getByLabel('Weight, lb'), '2111');
  await typeInto(page.getByRole('dialog').getByLabel('Highest ground of the area, ft'), '2600');
  await page.getByRole('button', { name: 'Correct and score again' }).click();
  await expect(page.locator('.title-bar')).toContainText(/2.111 lb/, {
    timeout: 20_000,
  });
  const { score } = await (await page.request.get(`/api/recordings/${recording}`)).json();
  expect(score.groundFt).toBe(2600);
  await page.getByRole('button', { name: 'More for this recording' }).click();
  await page.getByRole('menuitem', { name: 'Delete the recording' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Delete the recording' }).click();
  await expect(page).toHaveURL(/\/debrief$/);
  expect((await page.request.get(`/api/recordings/${recording}`)).status()).toBe(404);
  await page.getByRole('button', { name: 'Restore it' }).click();
  await expect(page.getByRole('heading', { name: 'Steep turn left' })).toBeVisible();
});

test('a view that meets what it cannot show stops alone: the frame goes on, and loading again brings it back', async ({
  page,
}) => {
  await signInQuickly(page.request, 'idris');
  await page.route(/\/api\/week/, (route) => route.fulfill({ json: { bookings: 'none that I know' } }));
  await page.goto('/week');
  const stopped = page.getByRole('alert').filter({ hasText: 'This view stopped' });
  await expect(stopped).toContainText('What was saved is safe');
  await page.getByRole('link', { name: 'Hangar' }).click();
  await expect(page.getByRole('heading', { name: 'Hangar', level: 1 })).toBeVisible();
  await page.unroute(/\/api\/week/);
  await page.getByRole('link', { name: 'Week', exact: true }).click();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Week', level: 1 })).toBeVisible();
  await expect(stopped).toHaveCount(0);
});
