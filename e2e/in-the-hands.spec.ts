/** A newcomer's days: graded by one thumb, booked in four presses, flown without a logger, planned again and thrown away. */
import { writeRecordingCsv } from '@keel/core';
import { expect, type Locator, type Page, test } from '@playwright/test';
import { flown } from './support/flown.ts';
import { ownLesson } from './support/own-lesson.ts';
import { lessonsOf, signInQuickly } from './support/people.ts';
import { typeInto } from './support/typing.ts';

/** Presses are counted: what a hand does, without what it types. */
function counted() {
  let presses = 0;
  return {
    press: async (on: Locator) => {
      await on.click();
      presses++;
    },
    presses: () => presses,
  };
}

/** Nothing runs past the window sideways. */
const whole = async (page: Page) =>
  expect(
    await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
  ).toBeLessThanOrEqual(0);

test('on a phone a student grades the latest flight by one thumb, answers, and asks for next time', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await signInQuickly(page.request, 'nell');
  await page.goto('/');
  const waiting = page.getByRole('region', { name: 'To grade' });
  await expect(waiting).toContainText('for your grade');
  await waiting.getByRole('link', { name: 'Grade the latest' }).click();
  const squares = page.getByRole('navigation', { name: 'Attempts by number' });
  await expect(squares).toBeVisible();
  // The strip's blocks are too narrow for a thumb: it is not there.
  await expect(page.getByRole('navigation', { name: 'Attempts in order' })).toBeHidden();
  const next = squares.getByRole('button', { name: 'Next attempt' });
  const ungraded = squares.getByRole('button', { name: /, not graded/ });
  // The latest flight may have one attempt alone, which is graded then.
  const anyOfThem = squares.getByRole('button', { name: /graded/ }).first();
  await ungraded.first().click();
  await expect(page.getByText('The keel and the verdict are shown once you have graded')).toBeVisible();
  await page.getByRole('group', { name: 'Your own grade' }).getByRole('button', { name: /^3/ }).click();
  await expect(page.getByRole('region', { name: 'Verdict' })).toBeVisible();
  await whole(page);
  for (const size of await Promise.all(
    [next, squares.getByRole('button', { name: 'Previous attempt' }), anyOfThem].map((one) =>
      one.boundingBox(),
    ),
  ))
    expect(Math.min(size!.width, size!.height)).toBeGreaterThanOrEqual(44);

  const words = `Pulled too early ${Date.now() % 100_000}`;
  await typeInto(page.getByLabel('Your words on this attempt'), words);
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('listitem').filter({ hasText: words })).toBeVisible();

  await page.getByText('The lesson', { exact: true }).click();
  const question = `When do I begin to roll out, ${Date.now() % 100_000}?`;
  await typeInto(page.getByLabel('Your question for next time'), question);
  await page.keyboard.press('Tab');
  await whole(page);

  await signInQuickly(page.request, 'idris');
  await expect(async () => {
    await page.goto('/');
    await expect(page.getByText(question)).toBeVisible({ timeout: 2000 });
  }).toPass();
});

test('a free place in the week is a booking after four presses', async ({ page }) => {
  await signInQuickly(page.request, 'idris');
  await page.goto('/week');
  await page.getByRole('button', { name: 'The week after' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  const { press, presses } = counted();
  const day = page.locator('.week-column').nth(6);
  const box = (await day.boundingBox())!;
  await page.mouse.click(box.x + box.width / 2, box.y + 4 * 40 + 5);
  const dialog = page.getByRole('dialog', { name: 'Book' });
  await expect(dialog.getByRole('textbox', { name: 'From: time' })).toHaveValue('11:00');
  await press(dialog.getByRole('combobox', { name: 'Student' }));
  await press(page.getByRole('option', { name: 'Joss Pennifold' }));
  await press(dialog.getByRole('button', { name: 'Book' }));
  const agreed = dialog.getByRole('button', { name: 'Book it anyway' });
  await expect(dialog.or(agreed).first())
    .toBeHidden({ timeout: 4000 })
    .catch(() => agreed.click());
  await expect(page.getByRole('button', { name: /^Joss Pennifold.*11:00 to 12:30/ })).toBeVisible();
  expect(presses() + 1).toBe(4);
});

test('a lesson without a logger is graded at the desk; it is copied, and the copy thrown away', async ({
  page,
}) => {
  await signInQuickly(page.request, 'idris');
  await page.goto('/brief');
  const title = `By hand ${Date.now() % 100_000}`;
  const { press, presses } = counted();
  await press(page.getByRole('button', { name: 'New lesson' }));
  // Nobody is guessed: it is asked at its field, which has the keyboard.
  await press(page.getByRole('button', { name: 'Steep turns', exact: true }).first());
  await press(page.getByRole('button', { name: 'Save lesson' }));
  await expect(page.getByText('Choose the student')).toBeVisible();
  await page.keyboard.type('Joss');
  await page.keyboard.press('Enter');
  await press(page.getByRole('tab', { name: 'Day and load' }));
  await typeInto(page.getByLabel('Title'), title);
  await press(page.getByRole('button', { name: 'Save lesson' }));
  await press(page.getByRole('button', { name: 'Go to Fly' }));
  expect(presses()).toBeLessThanOrEqual(8);

  const desk = page.getByRole('region', { name: 'Without a recording' });
  await desk.getByRole('button', { name: 'Grade by hand' }).click();
  await desk.getByRole('button', { name: 'Save the grades' }).click();
  await expect(desk.getByText('Grade at least one maneuver')).toBeVisible();
  await desk
    .getByRole('group', { name: /left: grade/ })
    .getByRole('button', { name: /^3/ })
    .click();
  await desk.getByRole('button', { name: 'Save the grades' }).click();
  await expect(desk.getByText('Choose who flew')).toBeVisible();
  await desk.getByRole('combobox', { name: /left: with how much help/ }).click();
  await page.getByRole('option', { name: 'unaided' }).click();
  await desk.getByRole('button', { name: 'Save the grades' }).click();
  await expect(desk.getByRole('listitem').filter({ hasText: 'alone, not yet steady' })).toContainText(
    'Steep turn left',
  );
  await page.goto('/debrief');
  await expect(page.getByRole('row', { name: new RegExp(title) })).toContainText('Graded by hand');

  await page.goto('/brief');
  await page.getByRole('link', { name: title }).click();
  await page.getByRole('button', { name: 'More for this lesson' }).click();
  await page.getByRole('menuitem', { name: 'Copy the lesson' }).click();
  await expect(page.getByRole('heading', { name: 'New lesson' })).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Student' })).toHaveValue('Joss Pennifold');
  await page.getByRole('button', { name: 'Save lesson' }).click();
  await expect(page).toHaveURL(/\/brief\/[0-9a-f-]{36}$/);
  await page.getByRole('button', { name: 'More for this lesson' }).click();
  await page.getByRole('menuitem', { name: 'Delete the lesson' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Delete the lesson' }).click();
  await expect(page).toHaveURL(/\/brief$/);
  await expect(page.getByRole('row', { name: new RegExp(title) })).toHaveCount(1);
});

test('who comes in mid-training brings hours and skills along, and who says so', async ({ page }) => {
  await signInQuickly(page.request, 'idris');
  const students = await (await page.request.get('/api/students')).json();
  const { id } = students.find(({ name }: { name: string }) => name.startsWith('Amara'));
  await page.goto(`/path/${id}`);
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Opening balance' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Save the opening balance' }).click();
  await expect(dialog.getByText('Name the record or the instructor')).toBeVisible();
  const says = `Logbook of the old school, page ${Date.now() % 1000}`;
  await typeInto(dialog.getByLabel('According to'), says);
  await typeInto(dialog.getByLabel('Block, total'), '42.5');
  await typeInto(dialog.getByLabel('Dual'), '40:00');
  await typeInto(dialog.getByLabel('Landings by day'), '130');
  await dialog.getByRole('combobox', { name: 'Steep turns' }).click();
  await page.getByRole('option', { name: /^3/ }).click();
  await dialog.getByRole('button', { name: 'Save the opening balance' }).click();
  await expect(page).toHaveURL(new RegExp(`/logbook/${id}`));
  await expect(page.getByLabel('To sign')).toContainText('42:30');
  await page.goto(`/path/${id}`);
  await expect(
    page
      .getByRole('region', { name: 'Flown without a recording' })
      .getByRole('listitem')
      .filter({ hasText: says }),
  ).toContainText('Steep turn');
});

test('the end of an attempt is moved on its chart by keys, and taken back', async ({ page }) => {
  await signInQuickly(page.request, 'idris');
  const [lesson] = (await lessonsOf(page.request, 'Joss')).filter(({ recordings }) => recordings.length > 0);
  await page.goto(`/debrief/${lesson.recordings[0].id}`);
  await page.getByRole('button', { name: 'Edges, split, merge, discard' }).click();
  const end = page.getByRole('slider', { name: 'End of the attempt' });
  await end.focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowLeft');
  await expect(page.getByText('ends 2 s earlier')).toBeVisible();
  const moved = page.getByRole('listitem').filter({ hasText: 'edges moved' });
  const before = await moved.count();
  await page.getByRole('button', { name: 'Move the edges' }).click();
  await expect(moved).toHaveCount(before + 1);
  await moved.last().getByRole('button').click();
  await expect(moved).toHaveCount(before);
});

test('opening balances come from a table, looked at line by line before any is saved', async ({ page }) => {
  await signInQuickly(page.request, 'maren');
  await page.goto('/path');
  await page.getByRole('button', { name: 'Opening balances' }).click();
  const dialog = page.getByRole('dialog');
  const says = `Old logbook ${Date.now() % 100_000}`;
  await typeInto(
    dialog.getByLabel('The table'),
    `student,as of,according to,total,landings,climbs,shoe size\nTomas Birkhollow,2026-05-01,${says},12:30,20,3,44\nNobody,2026-05-01,,1,,,`,
  );
  await expect(dialog.getByText('Columns that are left out: shoe size.')).toBeVisible();
  await expect(dialog.getByText('“Nobody” is no student here, or more than one')).toBeVisible();
  await expect(dialog.getByRole('row', { name: /Tomas/ })).toContainText('12:30');
  await dialog.getByRole('button', { name: 'Save 1' }).click();
  await expect(dialog.getByRole('status')).toContainText('1 balance is saved');
  await dialog.getByRole('button', { name: 'Close', exact: true }).last().click();
  const students = await (await page.request.get('/api/students')).json();
  const { id } = students.find(({ name }: { name: string }) => name.startsWith('Tomas'));
  await page.goto(`/logbook/${id}`);
  await expect(page.getByLabel('To sign')).toContainText('12:30');
  await page.goto(`/path/${id}`);
  await expect(page.getByRole('listitem').filter({ hasText: says })).toContainText('Climb');
});

test('a first lesson is saved after eight presses', async ({ page }) => {
  await signInQuickly(page.request, 'idris');
  await page.goto('/brief');
  const { press, presses } = counted();
  await press(page.getByRole('button', { name: 'New lesson' }));
  await press(page.getByRole('combobox', { name: 'Student' }));
  await press(page.getByRole('option', { name: /Joss/ }));
  const add = page.getByRole('region', { name: 'Add a maneuver' });
  for (const maneuver of [/^Slow flight/, /^Power-off/, /^Steep turn/])
    await press(add.getByRole('button', { name: maneuver }).first());
  await press(page.getByRole('button', { name: 'Save lesson' }));
  await expect(page.getByText('Lesson saved').last()).toBeVisible();
  expect(presses()).toBeLessThanOrEqual(8);
});

test('six attempts are graded in twelve keys', async ({ page }) => {
  const lessonId = await ownLesson(page, 'Six turns');
  const [{ student }] = await lessonsOf(page.request, 'Nell');
  const sent = await page.request.post('/api/recordings', {
    multipart: {
      studentId: student.id,
      airplaneId: 'cairn-4',
      standardId: 'faa-private',
      lessonId,
      file: {
        name: 'six.csv',
        mimeType: 'text/csv',
        buffer: Buffer.from(writeRecordingCsv(flown(200_000 + (Date.now() % 40_000), 3))),
      },
    },
  });
  const { id } = await sent.json();
  const recording = async () => (await page.request.get(`/api/recordings/${id}`)).json();
  await expect.poll(async () => (await recording()).status, { timeout: 60_000 }).toBe('analysed');
  await page.goto(`/debrief/${id}`);
  await expect(page.getByRole('slider', { name: 'Cursor in the keel chart' })).toBeVisible();
  let keys = 0;
  const press = async (key: string) => {
    await page.keyboard.press(key);
    keys++;
  };
  for (let attempt = 0; attempt < 6; attempt++) {
    await press('3');
    await expect(
      page.getByLabel('Your grade').locator('fieldset').first().getByRole('button', { pressed: true }),
    ).toContainText('3');
    if (attempt === 5) break;
    await press(']');
    // As a person does: the next grade is given to what is seen.
    await expect(page.getByText(`attempt ${attempt + 2} ·`)).toBeVisible();
  }
  await expect
    .poll(async () => {
      const { statements } = await recording();
      return statements.filter(({ body }: { body: { kind: string } }) => body.kind === 'grade').length;
    })
    .toBe(6);
  expect(keys).toBeLessThanOrEqual(12);
});
