/** The way to solo in real Chromium: from Today to a briefed lesson, a gate, a signature, the week by hand and by keys. */
import { expect, type Page, test } from '@playwright/test';
import { lessonsOf, PEOPLE, signInQuickly } from './support/people.ts';
import { typeInto } from './support/typing.ts';

async function studentOf(page: Page, name: string): Promise<string> {
  const students = await (await page.request.get('/api/students')).json();
  return students.find((one: { name: string }) => one.name.startsWith(name)).id;
}

test('from Today to a proposed, booked and briefed lesson in under a minute', async ({ page }) => {
  await signInQuickly(page.request, 'petra');
  await page.goto('/');
  const began = Date.now();
  const line = page.getByRole('listitem').filter({ hasText: 'Wren' }).filter({ hasText: '11:30' });
  await expect(line).toContainText('no lesson yet');
  await line.getByRole('button', { name: 'Propose a lesson' }).click();
  const dialog = page.getByRole('dialog');
  // Each with its reason.
  await expect(dialog.getByRole('row').nth(1)).toContainText(
    /due for a refresher|not yet steady|needs help|next/,
  );
  await dialog.getByRole('button', { name: 'Plan this lesson' }).click();
  await expect(page).toHaveURL(/\/brief\/[0-9a-f-]{36}/);
  await expect(page.getByRole('heading', { name: /Wren/ }).first()).toBeVisible();
  expect(Date.now() - began).toBeLessThan(60_000);
  // What is made of a proposal is asked for its reason.
  const why = page.getByLabel('Why did you change the proposal?');
  await expect(why).toHaveCount(0);
  await page.getByRole('tab', { name: 'Order' }).click();
  await page
    .getByRole('button', { name: /^Remove/ })
    .last()
    .click();
  await typeInto(why, 'The wind is up.');
  await page.getByRole('button', { name: 'Save lesson' }).click();
  await expect(page.getByText('Lesson saved.')).toBeVisible();
  await expect(why).toHaveCount(0);
  // It stands at the hour that was booked, and the booking is a lesson from now on.
  await page.goto('/');
  await expect(line).toContainText('needs a recording');
});

test('students by skills: sorted, moved through by keys, opened', async ({ page }) => {
  await signInQuickly(page.request, 'maren');
  await page.goto('/path');
  await page.getByRole('button', { name: 'Requirements left' }).click();
  const rows = page.locator('table.matrix tbody tr');
  await expect(rows.first()).toContainText('Joss');
  await page.getByRole('button', { name: /^Joss Pennifold, Preflight/ }).focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight');
  await expect(page.locator(':focus')).toHaveAttribute('aria-label', /Straight and level: .*%/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: /Joss Pennifold: Straight and level/ })).toBeVisible();
  await expect(page.getByLabel('Standing', { exact: true })).toContainText(/\d+ of \d+ attempts count/);
});

test('a gate closes with a paper, and one that ends before it begins is refused', async ({ page }) => {
  await signInQuickly(page.request, 'idris');
  const id = await studentOf(page, 'Nell');
  await page.goto(`/path/${id}`);
  const gates = page.getByLabel('Solo requirements', { exact: true });
  await gates.getByRole('button', { name: /^Knowledge test/ }).click();
  await typeInto(gates.getByRole('textbox', { name: 'Given on' }), '20 Nov 2026');
  await typeInto(gates.getByRole('textbox', { name: 'Ends on' }), '1 Nov 2026');
  await page.keyboard.press('Escape');
  await gates.getByRole('button', { name: 'Confirm' }).click();
  await expect(page.getByText(/before it begins/)).toBeVisible();
  await typeInto(gates.getByRole('textbox', { name: 'Ends on' }), '');
  await gates.getByRole('button', { name: 'Confirm' }).click();
  await expect(gates.getByRole('button', { name: /^Knowledge test/ })).toBeHidden();
  await gates.getByRole('button', { name: /^Show \d+ complete/ }).click();
  await expect(gates.getByRole('button', { name: /^Knowledge test confirmed by Idris/ })).toBeVisible();
  // Nothing on the page says that anyone is ready for solo.
  await expect(page.getByText(/ready for solo/i)).toHaveCount(0);
});

test('an entry is drafted from the flight, signed with the password, and corrected by another', async ({
  page,
}) => {
  await signInQuickly(page.request, 'idris');
  await page.goto(`/logbook/${await studentOf(page, 'Joss')}`);
  const toSign = page.getByLabel('To sign');
  await toSign.getByRole('button', { name: 'Draft logbook entry' }).first().waitFor();
  const waiting = await toSign.getByRole('button', { name: 'Draft logbook entry' }).count();
  await toSign.getByRole('button', { name: 'Draft logbook entry' }).first().click();
  await toSign.getByRole('button', { name: 'Sign', exact: true }).click();
  const dialog = page.getByRole('dialog');
  await typeInto(dialog.getByLabel('Your password'), 'not the password');
  await dialog.getByRole('button', { name: 'Sign it' }).click();
  await expect(page.getByText('Nothing was signed.')).toBeVisible();
  await typeInto(dialog.getByLabel('Your password'), PEOPLE.idris.password);
  await dialog.getByRole('button', { name: 'Sign it' }).click();
  await expect(dialog).toBeHidden();
  await expect(toSign.getByRole('button', { name: 'Draft logbook entry' })).toHaveCount(waiting - 1);
  const row = page.getByLabel('Signed', { exact: true }).locator('tbody tr').first();
  await row.getByRole('button', { name: 'Correct' }).click();
  await expect(toSign.getByText('corrects a signed entry')).toBeVisible();
  // Others of these tests may have drafted something for him meanwhile.
  const correction = toSign.locator('.draft-line').filter({ hasText: 'corrects a signed entry' });
  await correction.getByRole('button', { name: 'Delete draft' }).click();
  await expect(toSign.getByText('corrects a signed entry')).toBeHidden();
});

test('a booking is made, moved by keys, and what is taken is said with name and hour', async ({ page }) => {
  await signInQuickly(page.request, 'maren');
  await page.goto('/week?day=2027-03-01');
  await page.getByRole('button', { name: 'Book', exact: true }).click();
  const dialog = page.getByRole('dialog');
  const choose = async (label: string, option: string) => {
    await dialog.getByLabel(label, { exact: true }).click();
    await page.getByRole('option', { name: option }).click();
  };
  await choose('Student', 'Edda Marrowby');
  await choose('Instructor', 'Petra Lindqvale');
  await dialog.getByRole('button', { name: 'Book', exact: true }).click();
  await expect(dialog).toBeHidden();
  const booking = page.locator('.booking');
  await expect(booking).toHaveAttribute('aria-label', /10:00 to 11:30/);
  await booking.focus();
  await page.keyboard.press('Enter');
  const heard = page.getByRole('status').filter({ hasText: / to \d\d:\d\d/ });
  await expect(heard).toContainText(/Picked up: .*10:00 to 11:30/);
  // What is picked up listens a moment later: a press before that is nobody's.
  await expect(async () => {
    await page.keyboard.press('ArrowDown');
    await expect(heard).toContainText('10:30 to 12:00', { timeout: 1500 });
  }).toPass();
  await page.keyboard.press('Enter');
  await expect(booking).toHaveAttribute('aria-label', /10:30 to 12:00/);
  await page.reload();
  await expect(booking).toHaveAttribute('aria-label', /10:30 to 12:00/);

  await page.getByRole('button', { name: 'Book', exact: true }).click();
  await choose('Student', 'Nell Ashgrove');
  await choose('Instructor', 'Idris Vellacott');
  await dialog.getByRole('button', { name: 'Book', exact: true }).click();
  await expect(page.getByText(/is taken by Edda Marrowby, Mon 1 Mar 10:30 to 12:00/)).toBeVisible();
});

test('a booking is dragged by hand, and outside somebody’s usual hours it is asked whether they agreed', async ({
  page,
}) => {
  await signInQuickly(page.request, 'maren');
  await page.goto('/week?day=2027-04-05');
  await page.getByRole('button', { name: 'Availability' }).click();
  const dialog = page.getByRole('dialog');
  const choose = async (label: string, option: string | RegExp) => {
    await dialog.getByLabel(label, { exact: true }).click();
    await page.getByRole('option', { name: option }).click();
  };
  await choose('Person', /Tomas/);
  await typeInto(dialog.getByLabel('Monday'), 'mornings');
  await expect(dialog.getByText(/“mornings” is not a time range/)).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Save availability' })).toBeDisabled();
  await typeInto(dialog.getByLabel('Monday'), '9-12');
  await typeInto(dialog.getByLabel('Tuesday'), '9 to 12:30, 14 to 18');
  await dialog.getByRole('button', { name: 'Save availability' }).click();
  await expect(dialog).toBeHidden();

  await page.getByRole('button', { name: 'Book', exact: true }).click();
  await choose('Student', /Tomas/);
  await choose('Instructor', 'Petra Lindqvale');
  await dialog.getByRole('button', { name: 'Book', exact: true }).click();
  await expect(dialog).toBeHidden();
  const booking = page.locator('.booking');
  await expect(booking).toHaveAttribute('aria-label', /Mon.* 10:00 to 11:30/);

  /** By so many days and hours, in steps as a hand moves. */
  const drag = async (days: number, hours: number) => {
    const box = (await booking.boundingBox())!;
    const columns = await page.locator('.week-day').evaluateAll((all) => all.map((one) => one.clientWidth));
    const [x, y] = [box.x + box.width / 2, box.y + 12];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + 10, y + 4);
    await page.mouse.move(x + days * columns[0], y + 40 * hours, { steps: 8 });
    await page.mouse.up();
  };
  await drag(1, -0.5);
  await expect(booking).toHaveAttribute('aria-label', /Tue.* 09:30 to 11:00/);
  await drag(0, 2);
  await expect(
    page.getByText(/usually has time on a Tuesday from 09:00 to 12:30, 14:00 to 18:00/),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(booking).toHaveAttribute('aria-label', /Tue.* 09:30 to 11:00/);
  await drag(0, 2);
  await page.getByRole('button', { name: 'Book it anyway' }).click();
  await expect(booking).toHaveAttribute('aria-label', /Tue.* 11:30 to 13:00/);
  await page.reload();
  await expect(booking).toHaveAttribute('aria-label', /Tue.* 11:30 to 13:00/);
});

test('a student sees what stands between them and solo, and the one thing to practise', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await signInQuickly(page.request, 'nell');
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Your next lesson' })).toBeVisible();
  const practise = page.getByLabel('To practise').getByRole('link', { name: 'Practise in the trainer' });
  await expect(practise).toHaveAttribute('href', /\/trainer\?maneuver=/);
  const [{ student }] = await lessonsOf(page.request, 'Nell');
  for (const path of ['/', '/path', `/logbook/${student.id}`, `/solo/${student.id}`, '/week']) {
    await page.goto(path, { waitUntil: 'networkidle' });
    expect([path, await page.evaluate(() => document.documentElement.scrollWidth)]).toEqual([path, 390]);
  }
});
