/** A first week with the program, as a person: cold loads, keys one by one, the second record as well as the first. */
import { writeRecordingCsv } from '@keel/core';
import { expect, type Page, test } from '@playwright/test';
import { flown } from './support/flown.ts';
import { flownLesson, ownLesson } from './support/own-lesson.ts';
import { signInQuickly } from './support/people.ts';
import { typeInto } from './support/typing.ts';

const unique = (words: string) => `${words} ${Date.now() % 1_000_000}`;
const station = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Stations' }).getByRole('link', { name, exact: true });

test('a lesson that is saved stands in the list at once, and so does the next', async ({ page }) => {
  await signInQuickly(page.request, 'idris');
  await page.goto('/brief');
  await expect(page.getByRole('table')).toBeVisible();
  for (const title of [unique('First saved'), unique('Second saved')]) {
    await page.getByRole('button', { name: 'New lesson' }).click();
    await page
      .getByRole('region', { name: 'Add a maneuver' })
      .getByRole('button', { name: 'Steep turn' })
      .click();
    await typeInto(page.getByRole('combobox', { name: 'Student' }), 'Joss');
    await page.keyboard.press('Enter');
    await page.getByRole('tab', { name: 'Day and load' }).click();
    await typeInto(page.getByLabel('Title'), title);
    await typeInto(page.getByLabel('When: time'), '1430');
    await page.keyboard.press('Tab');
    await page.getByRole('button', { name: 'Save lesson' }).click();
    await expect(page.getByText('Lesson saved').last()).toBeVisible();
    await expect(page).toHaveURL(/\/brief\/[0-9a-f-]{36}$/);
    await station(page, 'Brief').click();
    const row = page.getByRole('row', { name: new RegExp(title) });
    await expect(row).toBeVisible();
    await expect(row).toContainText('14:30');
  }
});

test('what a school cannot be is said at its field, which has the keyboard', async ({ page }) => {
  await signInQuickly(page.request, 'maren');
  await page.goto('/school');
  const latitude = page.getByLabel('Latitude');
  await typeInto(latitude, '95');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('-90 to 90').first()).toBeVisible();
  await expect(latitude).toBeFocused();
  await typeInto(latitude, '54,5');
  const runways = page.getByRole('combobox', { name: 'Runways' });
  await runways.click();
  await page.keyboard.type('13/32');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('the other end of 13 is 31').first()).toBeVisible();
  await page.getByLabel('Highest ground of the area, ft').click();
  await typeInto(page.getByLabel('Highest ground of the area, ft'), '100');
  await runways.click();
  await page.keyboard.press('Backspace');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('cannot be below the field').first()).toBeVisible();
});

test('a closed account is reopened by its link, and erased once its name is typed', async ({ page }) => {
  await signInQuickly(page.request, 'maren');
  const name = unique('Rowan');
  const invited = await page.request.post('/api/people/invitations', {
    data: { name, email: `${name.replace(' ', '-').toLowerCase()}@fellside.example`, role: 'student' },
  });
  const token = new URL((await invited.json()).url).pathname.split('/').at(-1);
  await page.goto('/people');
  const guest = await page
    .context()
    .browser()!
    .newContext({ baseURL: new URL(page.url()).origin });
  const accepted = await guest.request.post(`/api/invitations/${token}`, {
    data: { password: 'lantern gravel moss' },
  });
  expect(accepted.status()).toBe(201);
  await guest.close();
  await page.reload();
  const close = async () => {
    await page.getByRole('button', { name: `Actions for ${name}` }).click();
    await page.getByRole('menuitem', { name: 'Close the account' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Close the account' }).click();
  };
  await close();
  const closed = page.getByRole('region', { name: 'Closed accounts' });
  await closed.getByRole('button', { name: `Reopen ${name}’s account` }).click();
  await expect(page.getByLabel('The link')).toHaveValue(/\/reset\//);
  await page.keyboard.press('Escape');
  await close();
  await closed.getByRole('button', { name: `Erase ${name}` }).click();
  const dialog = page.getByRole('dialog');
  const erase = dialog.getByRole('button', { name: `Erase ${name}` });
  await expect(erase).toBeDisabled();
  await dialog.getByLabel(/type the name/).click();
  await page.keyboard.type(name);
  await erase.click();
  await expect(page.getByText(`${name} is erased`)).toBeVisible();
  await expect(page.getByRole('row', { name: new RegExp(name) })).toHaveCount(0);
});

test('a booking in the small hours is asked about, and drawn where it is', async ({ page }) => {
  await signInQuickly(page.request, 'maren');
  await page.goto('/week?day=2027-03-01');
  await page.getByRole('button', { name: 'Book', exact: true }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('combobox', { name: 'What' }).click();
  await page.getByRole('option', { name: 'Solo' }).click();
  await dialog.getByRole('combobox', { name: 'Student' }).click();
  await page.getByRole('option').first().click();
  await typeInto(dialog.getByLabel('From', { exact: true }), '2 Mar 2027');
  await typeInto(dialog.getByLabel('From: time'), '0100');
  await page.keyboard.press('Tab');
  await dialog.getByRole('button', { name: 'Book', exact: true }).click();
  await expect(dialog.getByRole('alert')).toContainText('from 01:00 to 02:30, in the night');
});

test('what is half typed of an attempt stays while it is scored again', async ({ page }) => {
  const recording = await flownLesson(page, unique('Half typed'));
  await page.goto(`/debrief/${recording}`);
  const comment = page.getByLabel('More for this attempt').getByLabel('Comment');
  await comment.click();
  await page.keyboard.type('The nose was');
  const scoredAt = async () =>
    (await (await page.request.get(`/api/recordings/${recording}`)).json()).scoredAt as string;
  const before = await scoredAt();
  await page.request.post(`/api/recordings/${recording}/rescore`);
  await expect.poll(scoredAt, { timeout: 30_000 }).not.toBe(before);
  // A word said brings the new score onto the page.
  await page.getByRole('group', { name: 'Your grade' }).getByRole('button').nth(2).click();
  await expect(
    page.getByRole('group', { name: 'Your grade' }).getByRole('button', { pressed: true }),
  ).toContainText('3');
  await page.waitForLoadState('networkidle');
  await expect(comment).toHaveValue('The nose was');
});

test('a student who has yet to judge an attempt does not read the instructor’s grade of it', async ({
  page,
  browser,
}) => {
  const recording = await flownLesson(page, unique('Graded first'));
  const { score } = await (await page.request.get(`/api/recordings/${recording}`)).json();
  const [{ startS, endS, maneuver }] = score.attempts;
  const said = await page.request.post(`/api/recordings/${recording}/statements`, {
    data: { id: crypto.randomUUID(), body: { kind: 'grade', grade: 3, startS, endS, maneuver } },
  });
  expect(said.ok()).toBe(true);
  await page.goto('/');
  const context = await browser.newContext({ baseURL: new URL(page.url()).origin });
  await signInQuickly(context.request, 'nell');
  const student = await context.newPage();
  await student.goto(`/debrief/${recording}?view=lesson`);
  const first = student.getByRole('region', { name: 'All attempts' }).getByRole('button').first();
  await expect(first).toContainText('grade it first');
  await expect(first).not.toContainText(/grade \d/);
  await context.close();
});

test('what is flown stands at Debrief as soon as it is scored, and the trainer’s beside the lesson', async ({
  page,
}) => {
  const title = unique('Flown and listed');
  const lessonId = await ownLesson(page, title);
  await page.goto('/debrief');
  await expect(page.getByRole('table')).toBeVisible();
  await expect(page.getByRole('row', { name: new RegExp(title) })).toHaveCount(0);
  // Drawn, it is practice: the lesson is still to fly.
  await page.request.post(`/api/lessons/${lessonId}/demonstration`, {
    data: { maneuver: 'steep-turn', habit: 'none', seed: 7 },
  });
  await station(page, 'Fly').click();
  await page.getByRole('link', { name: title }).click();
  await page.getByLabel('Recording file').setInputFiles({
    name: 'flight.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(writeRecordingCsv(flown(100_000 + (Date.now() % 40_000)))),
  });
  // The file was weighed and placed otherwise than the lesson: what was briefed holds unless the other is chosen.
  const differs = page.getByRole('dialog', { name: 'flight.csv differs from the lesson' });
  await expect(differs.getByRole('radio', { name: /2.240 lb, as briefed/ })).toBeChecked();
  await differs.getByRole('button', { name: 'Attach the recording' }).click();
  await expect(page.getByRole('button', { name: 'Go to Debrief' })).toBeVisible({ timeout: 30_000 });
  // Back, and back again, with nothing loaded anew.
  await page.goBack();
  await expect(page.getByRole('heading', { name: 'Lessons to fly' })).toBeVisible();
  await expect(page.getByRole('row', { name: new RegExp(title) })).toHaveCount(0);
  await page.goBack();
  await expect(page.getByRole('row', { name: new RegExp(title) })).toContainText('Flown');
});
