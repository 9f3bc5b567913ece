/** The brief as a new instructor goes through it: compose, load, look at each card, print, share. */
import { expect, type Page, test } from '@playwright/test';
import { plannedLesson, signInQuickly } from './support/people.ts';
import { typeInto } from './support/typing.ts';

const order = (page: Page) =>
  page.getByRole('region', { name: 'Order of the lesson' }).locator('li strong').allTextContents();

test('a whole lesson is composed, ordered, loaded, briefed, saved and printed', async ({ page }) => {
  await signInQuickly(page.request, 'idris');
  await page.goto('/brief/new');
  await typeInto(page.getByRole('combobox', { name: 'Student' }), 'Joss');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /Review before solo/ }).click();
  await expect
    .poll(() => order(page))
    .toEqual(['Slow flight', 'Power-off stalls', 'Power-on stalls', 'Steep turns', 'Best glide']);
  await page.getByRole('region', { name: 'Add a maneuver' }).getByRole('button', { name: 'Climbs' }).click();
  await page.getByRole('button', { name: 'Remove Power-on stalls' }).click();

  // By the keyboard: the glide two places up.
  await page.getByRole('button', { name: 'Move Best glide', exact: true }).focus();
  const announced = page.locator('[id^=DndLiveRegion]');
  for (const [key, words] of [
    ['Space', 'Best glide over place 4 of 5'],
    ['ArrowUp', 'Best glide over place 3 of 5'],
    ['ArrowUp', 'Best glide over place 2 of 5'],
    ['Space', 'Best glide put down at place 2 of 5'],
  ]) {
    await page.keyboard.press(key);
    await expect(announced).toContainText(words);
  }
  await expect
    .poll(() => order(page))
    .toEqual(['Slow flight', 'Best glide', 'Power-off stalls', 'Steep turns', 'Climbs']);
  // By hand: the steep turns to the front.
  const from = (await page.getByRole('button', { name: 'Move Steep turns', exact: true }).boundingBox())!;
  const to = (await page.getByRole('button', { name: 'Move Slow flight', exact: true }).boundingBox())!;
  await page.mouse.move(from.x + 20, from.y + 20);
  await page.mouse.down();
  await page.mouse.move(from.x + 20, from.y - 10, { steps: 4 });
  await page.mouse.move(to.x + 20, to.y + 4, { steps: 12 });
  await expect(announced).toContainText('Steep turns over place 1 of 5');
  await page.mouse.up();
  await expect.poll(async () => (await order(page))[0]).toBe('Steep turns');

  await page.getByRole('tab', { name: 'Day and load' }).click();
  await typeInto(page.getByLabel('Front seats, lb'), '170');
  await typeInto(page.getByLabel('Rear seats, lb'), '400');
  await typeInto(page.getByLabel('Baggage, lb'), '110');
  await expect(page.getByText(/Stop\..*behind the aft limit/).first()).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save lesson' })).toBeDisabled();
  await typeInto(page.getByLabel('Front seats, lb'), '340');
  await typeInto(page.getByLabel('Rear seats, lb'), '0');
  await expect(page.getByText('inside the envelope all the way')).toBeVisible();
  await typeInto(page.getByLabel('Block, min'), '30');
  await expect(page.getByText(/Warning\..*the block is 30/)).toBeVisible();
  await typeInto(page.getByLabel('Block, min'), '90');
  await typeInto(page.getByLabel('Cloud base, ft'), '4800');
  await expect(page.getByText(/Stop\. Best glide: off today/)).toBeVisible();
  await typeInto(page.getByLabel('Cloud base, ft'), '');
  await typeInto(page.getByLabel('Title'), 'Review, in our order');

  await page.getByRole('tab', { name: 'Focus and faults' }).click();
  await typeInto(page.getByLabel('Focus of the lesson'), 'Look out first');
  await page.getByRole('tab', { name: 'Technique' }).click();
  await page.getByRole('combobox', { name: 'Circles each way' }).click();
  await page.getByRole('option', { name: 'two' }).click();
  await expect(page.getByRole('button', { name: 'as the school: one' })).toBeVisible();

  await page.getByRole('button', { name: 'Save lesson' }).click();
  await page.getByRole('button', { name: 'Go to Fly' }).waitFor();
  await expect(page.getByLabel('Target card')).toContainText('two circles');

  await page.getByRole('button', { name: 'Kneeboard PDF' }).click();
  const href = await page.getByRole('menuitem', { name: 'Kneeboard, A5' }).getAttribute('href');
  const pdf = await page.request.get(href ?? '');
  expect([pdf.status(), pdf.headers()['content-type']]).toEqual([200, 'application/pdf']);
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
});

test('each maneuver has the picture that suits it, and its mark moves the card', async ({ page }) => {
  await signInQuickly(page.request, 'idris');
  const planned = await plannedLesson(page.request);
  await page.goto(`/brief/${planned.id}`);
  const card = page.getByLabel('Target card');

  await page.getByRole('button', { name: 'Slow flight' }).click();
  const curve = page.getByRole('button', { name: /Target 47 kt, 2.100 rpm\. Arrow keys move it/ });
  await curve.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(card).toContainText('49 kt');
  await expect(card).toContainText('chosen for today');
  // However long it is pushed, it stays above the warning.
  for (let i = 0; i < 15; i++) await page.keyboard.press('ArrowLeft');
  await expect(card).toContainText('45 kt');

  await page.getByRole('button', { name: 'Power-off', exact: true }).click();
  await expect(page.getByText('may lose 400 ft')).toBeVisible();
  await expect(page.getByRole('button', { name: /Target 5.500 ft\. Arrow keys/ })).toBeVisible();
  await page.getByText('Where it fits', { exact: true }).click();
  const ladder = page.getByRole('slider', { name: 'Entry altitude' });
  await expect(ladder).toHaveAttribute('aria-valuenow', '5500');
  await ladder.focus();
  await page.keyboard.press('ArrowUp');
  // Cloud at 6,400 less 500, less the 200 it may rise.
  await expect(ladder).toHaveAttribute('aria-valuenow', '5700');
  await expect(page.getByRole('button', { name: 'Save lesson' })).toBeEnabled();
});

test('a lesson edited in two windows: the second is told, and keeps what it typed', async ({
  page,
  context,
}) => {
  await signInQuickly(page.request, 'idris');
  const planned = await plannedLesson(page.request);
  const other = await context.newPage();
  for (const [window, title] of [
    [page, 'First window'],
    [other, 'Second window'],
  ] as const) {
    await window.goto(`/brief/${planned.id}`);
    await window.getByRole('tab', { name: 'Day and load' }).click();
    await typeInto(window.getByLabel('Title'), title);
  }
  await page.getByRole('button', { name: 'Save lesson' }).click();
  await page.getByRole('button', { name: 'Go to Fly' }).waitFor();
  await other.getByRole('button', { name: 'Save lesson' }).click();
  await expect(other.getByRole('alert')).toContainText('changed in another window');
  await expect(other.getByLabel('Title')).toHaveValue('Second window');
  await expect(other.getByRole('button', { name: 'Load the newer version' })).toBeVisible();
});

test('the student sees the cards, and can change nothing', async ({ page }) => {
  await signInQuickly(page.request, 'nell');
  const planned = await plannedLesson(page.request);
  await page.goto(`/brief/${planned.id}`);
  await expect(page.getByLabel('Target card')).toContainText('Steep turns');
  await expect(page.getByText('The pull begins at 30°, not at 45°')).toBeVisible();
  await expect(page.getByRole('tab', { name: 'Order' })).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Save lesson' })).toHaveCount(0);
});

test('a link to a lesson asks for the sign-in and then shows the lesson', async ({ page, request }) => {
  await signInQuickly(request, 'nell');
  const planned = await plannedLesson(request);
  await page.goto(`/brief/${planned.id}`);
  await typeInto(page.getByLabel('Email'), 'nell@skelmere.example');
  await typeInto(page.getByLabel('Password', { exact: true }), 'student-at-skelmere');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByLabel('Target card')).toBeVisible();
});

test('the chief edits an airplane; what does not fit is said at its field', async ({ page }) => {
  await signInQuickly(page.request, 'maren');
  await page.goto('/hangar');
  await page.getByRole('button', { name: /Brackwater Sedge/ }).click();
  await page.getByText('Fit against the book').click();
  await expect(page.getByRole('row', { name: /climb at 0 ft, 63 KIAS/ })).toContainText('040');
  await page.getByRole('button', { name: 'Edit' }).click();
  await page.getByRole('tab', { name: 'Speeds' }).click();
  const stall = page.getByLabel('Stall, flaps up, kt');
  await typeInto(stall, '120');
  await expect(
    page.getByText('the maneuvering speed (93) must be above the stall with flaps up (120)'),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Save airplane' }).click();
  // Refused, and the first field that is wrong has the keyboard.
  await expect(page.locator('input:focus')).toHaveAttribute('data-error', 'true');
  await typeInto(stall, '42');
  await typeInto(page.getByLabel('Steep turns, the maker’s, kt'), '81');
  await page.getByRole('button', { name: 'Save airplane' }).click();
  await expect(page.getByText('Brackwater Sedge saved')).toBeVisible();
  await page.getByText('Book numbers').click();
  await expect(page.getByText('81', { exact: false }).first()).toBeVisible();

  const bad = { name: 'bad.json', mimeType: 'application/json', buffer: Buffer.from('{"id": "x"}') };
  await page.locator('input[type=file]').setInputFiles(bad);
  await expect(page.getByText('bad.json: name: This is needed')).toBeVisible();
});

test('an instructor reads the hangar and cannot change it', async ({ page }) => {
  await signInQuickly(page.request, 'idris');
  await page.goto('/hangar');
  await expect(page.getByText('The chief instructor changes these numbers.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Edit' })).toHaveCount(0);
  await expect(page.getByRole('link', { name: 'Download the file' })).toBeVisible();
});

test('the chief chooses how the school flies, and the next card follows', async ({ page }) => {
  await signInQuickly(page.request, 'maren');
  await page.goto('/technique');
  await page.getByRole('combobox', { name: 'Power in a power-on stall' }).click();
  await page.getByRole('option', { name: '65 %' }).click();
  await page.getByRole('button', { name: 'Save technique' }).click();
  await expect(page.getByText('Saved. New lessons use it.')).toBeVisible();
  await page.goto('/brief/new');
  await page
    .getByRole('region', { name: 'Add a maneuver' })
    .getByRole('button', { name: 'Power-on stalls' })
    .click();
  await page.getByRole('tab', { name: 'Cards' }).click();
  await expect(page.getByLabel('Target card')).toContainText('65 % power or whatever full throttle gives');
});
