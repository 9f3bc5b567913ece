/** A chief's Monday: a blind round graded by keys and closed, and a stage check from the designation to what is shown again. */
import { expect, test } from '@playwright/test';
import { signInQuickly } from './support/people.ts';
import { typeInto } from './support/typing.ts';

test('a round is drawn, graded by keys without a verdict in sight, and closed', async ({ page }) => {
  await signInQuickly(page.request, 'maren');
  await page.goto('/insight');
  await expect(page.getByRole('heading', { name: 'Who needs a call' })).toBeVisible();
  await page.getByRole('button', { name: 'Do we grade alike' }).click();
  await page.getByRole('button', { name: 'New round' }).click();
  await typeInto(page.getByRole('textbox', { name: 'Name of the round' }), 'Advent');
  await typeInto(page.getByRole('textbox', { name: 'Attempts' }), '3');
  await page.getByRole('button', { name: 'Draw and begin' }).click();
  await expect(page.getByRole('heading', { name: 'Advent' })).toBeVisible();
  for (const [i, grade] of ['2', '4', '3'].entries()) {
    await expect(page.getByRole('heading', { name: new RegExp(`^${i + 1} of 3: `) })).toBeVisible();
    await expect(page.getByText(/satisfactory/)).toHaveCount(0);
    await page.keyboard.press(grade);
    await expect(page.getByRole('button', { name: new RegExp(`^${grade}`), pressed: true })).toBeVisible();
    if (i < 2) await page.keyboard.press(']');
  }
  await expect(page.getByText('you have graded all')).toBeVisible();
  await page.getByRole('button', { name: 'Close the round' }).click();
  const spread = page.getByRole('region', { name: 'How all graded it' });
  await expect(spread.getByRole('listitem').filter({ hasText: '3 alone, not yet steady' })).toContainText(
    'you',
  );
  await expect(spread).toContainText('The program:');
  await page.getByRole('link', { name: 'All rounds' }).click();
  // One instructor's grades are compared with nobody's.
  await expect(page.getByRole('region', { name: 'In blind rounds', exact: true })).toContainText(
    'No closed round has grades of two instructors yet',
  );
});

test('a stage check: the oral part first, one task not passed, closed, trained', async ({ page }) => {
  await signInQuickly(page.request, 'maren');
  await page.goto('/path');
  await page.getByRole('link', { name: 'Edda Marrowby' }).click();
  await page.getByRole('button', { name: 'Designate a checker' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('combobox', { name: 'Checker' }).click();
  await page.getByRole('option', { name: 'Maren Thackwray' }).click();
  await dialog.getByRole('button', { name: 'Draw the plan' }).click();
  await expect(page.getByText('oral part open')).toBeVisible();
  const [oral, flight] = ['Oral part', 'Flight'].map((name) =>
    page.getByRole('region', { name, exact: true }),
  );
  await expect(flight.getByRole('button')).toHaveCount(0);
  for (const question of await oral.getByRole('group').all()) {
    await question.getByRole('button', { name: 'satisfactory', exact: true }).click();
    await expect(question.getByRole('button', { pressed: true })).toHaveText('satisfactory');
  }
  await expect(page.getByText('flight open')).toBeVisible();
  // One task that is not passed is enough to close it; what was not shown is shown again with it.
  await flight.getByRole('group').first().getByRole('button', { name: 'unsatisfactory' }).click();
  await page.getByRole('button', { name: 'Close with this result' }).click();
  await expect(page.getByRole('heading', { name: 'Result: not passed' })).toBeVisible();
  await expect(flight.getByRole('button')).toHaveCount(0);
  const letter = await page.request.get(
    (await page.getByRole('link', { name: 'The letter' }).getAttribute('href')) ?? '',
  );
  expect(letter.headers()['content-type']).toBe('application/pdf');
  const again = page.getByRole('region', { name: 'To be shown again' });
  await expect(again).toContainText('Preflight');
  await typeInto(again.getByRole('textbox', { name: 'Training given, minutes' }), '40');
  await typeInto(again.getByRole('textbox', { name: 'What was trained' }), 'The walk-round, item by item');
  await again.getByRole('button', { name: 'Save training' }).click();
  await expect(again).toContainText('40 min: The walk-round, item by item');
  await page.getByRole('link', { name: 'The path' }).click();
  await expect(page.getByRole('button', { name: 'Show again what was not passed' })).toBeVisible();
});
