/** What the coach says in a school's own words; a ladder of practice; and looking around in the trainer. */
import { expect, test } from '@playwright/test';
import { lessonsOf, signInQuickly } from './support/people.ts';
import { typeInto } from './support/typing.ts';
import { withoutWebGl } from './support/without-webgl.ts';

test('the chief puts a sentence otherwise; nine words are refused at their field; the program’s comes back', async ({
  page,
}) => {
  await signInQuickly(page.request, 'maren');
  await page.goto('/coach?maneuver=descent');
  const field = page.getByRole('textbox', { name: /^In the school’s words/ }).first();
  const save = page.getByRole('button', { name: 'Save words' });
  await typeInto(field, 'one two three four five six seven eight nine');
  await expect(page.getByText('at most 8 words')).toBeVisible();
  await expect(save).toBeDisabled();
  await typeInto(field, 'Power back. The nose follows.');
  await save.click();
  await expect(page.getByText('Used from the next flight on.')).toBeVisible();
  await page.reload();
  await expect(field).toHaveValue('Power back. The nose follows.');
  await typeInto(field, '');
  await save.click();
  await page.reload();
  await expect(field).toHaveValue('');

  await signInQuickly(page.request, 'nell');
  await page.goto('/coach');
  await expect(page.getByText('Only the chief instructor can edit these.')).toBeVisible();
  await expect(save).toHaveCount(0);
});

test('in the trainer: looked left while the key is held, and practised what recurs', async ({ page }) => {
  await withoutWebGl(page);
  await signInQuickly(page.request, 'idris');
  // No other test adds to what he has flown.
  const lesson = (await lessonsOf(page.request, 'Joss')).find(({ title }) =>
    title.startsWith('Steep turns'),
  )!;
  await page.goto(`/fly/${lesson.id}/trainer?maneuver=steep-turn`);
  const view = (name: string) => page.getByRole('img', { name, exact: true });
  await expect(view('The view ahead')).toBeVisible();
  await page.keyboard.down('j');
  await expect(view('The view left')).toBeVisible();
  await page.keyboard.up('j');
  await expect(view('The view ahead')).toBeVisible();
  const around = page.getByRole('group', { name: 'Look around' });
  await expect(around.getByRole('button', { name: /^Left/ })).toContainText('looked now');
  await expect(around.getByRole('button', { name: /^Right/ })).toContainText('not looked');

  const ladder = page.getByRole('region', { name: 'Practise' });
  await expect(ladder.getByRole('heading')).toContainText(/in \d of the last \d/);
  await expect(ladder.getByRole('button')).toHaveCount(4);
  await ladder.getByRole('button', { name: 'On your own' }).click();
  await expect(page.getByText('Coaching off: nothing is said, as in an examination')).toBeVisible();
  await ladder.getByRole('button', { name: /Fly it with me/ }).click();
  await expect(page.getByText(/Coaching on: the instructor flies the/)).toBeVisible();
});
