/** Takeoff and landing: the day at the field typed key by key, its cards, and the approaches of a flight. */
import { expect, type Page, test } from '@playwright/test';
import { seriousViolations } from './support/axe.ts';
import { lessonsOf, plannedLesson, signInQuickly } from './support/people.ts';
import { typeInto } from './support/typing.ts';

const part = (page: Page, name: string) => page.getByRole('region', { name, exact: true });

test('a runway and its wind are typed, the cards follow, and a runway that cannot be is refused at its field', async ({
  page,
}) => {
  await signInQuickly(page.request, 'idris');
  await page.goto(`/brief/${(await plannedLesson(page.request)).id}`);
  await page.getByRole('tab', { name: 'Day and load' }).click();
  const field = (label: RegExp) => page.getByLabel(label);
  await typeInto(page.getByRole('combobox', { name: 'Runway' }), '99');
  await expect(page.getByText('An end of a runway, such as 24 or 06L', { exact: true })).toBeVisible();
  await typeInto(page.getByRole('combobox', { name: 'Runway' }), '06');
  await page.keyboard.press('Escape');
  await typeInto(field(/^Usable runway/), '2400');
  await typeInto(field(/^Wind from/), '90');
  await typeInto(field(/^Wind, kt/), '10');
  await typeInto(field(/^Gusts/), '8');
  await expect(page.getByText(/gusts/).first()).toBeVisible();
  await typeInto(field(/^Gusts/), '18');
  await typeInto(field(/^Temperature at the field/), '10.5');

  await page.getByRole('tab', { name: 'Takeoff and landing' }).click();
  // 30° off: half of the gust across, the steady wind ahead.
  await expect(part(page, 'Takeoff')).toContainText('9 knots from the right');
  await expect(part(page, 'Takeoff')).toContainText('9 knots');
  await expect(part(page, 'Takeoff')).toContainText('No turning back');
  await expect(part(page, 'Pattern')).toContainText('Downwind 240°');
  await expect(part(page, 'Approach and landing')).toContainText('half of the gusts');
  await expect(part(page, 'Run-up')).toContainText('So does no drop at all');
  expect(await seriousViolations(page)).toEqual([]);
});

test('the approaches of a flight are looked at one after the other, by keys', async ({ page }) => {
  await signInQuickly(page.request, 'idris');
  const flown = (await lessonsOf(page.request, 'Joss')).flatMap(({ recordings }) => recordings)[0];
  await page.goto(`/debrief/${flown.id}`);
  await page.getByRole('radiogroup', { name: 'View' }).getByText('Approaches').click();
  const list = page.getByRole('navigation', { name: 'Approaches' });
  const picks = list.getByRole('button');
  await expect(picks.first()).toHaveAttribute('aria-current', 'true');
  const count = await picks.count();
  expect(count).toBeGreaterThan(1);
  await picks.first().focus();
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await expect(picks.nth(1)).toHaveAttribute('aria-current', 'true');
  await expect(page).toHaveURL(/approach=1/);
  const marks = part(page, 'At the marks');
  await expect(marks).toContainText(/Speed at 300.ft/);
  await expect(marks).toContainText('Known to');
  await expect(part(page, 'Run-up and takeoffs')).toContainText('off the ground at');
  await page.reload();
  await expect(picks.nth(1)).toHaveAttribute('aria-current', 'true');
  expect(await seriousViolations(page)).toEqual([]);
});
