/** What a school asks before solo, in its own words: a syllabus copied and edited by form, and the texts of endorsements. */
import { expect, test } from '@playwright/test';
import { signInQuickly } from './support/people.ts';
import { typeInto } from './support/typing.ts';

test('a syllabus is copied, a skill put, a figure hardened, a gate added; what does not fit is said where it stands', async ({
  page,
}) => {
  const id = `ours-${Date.now()}`;
  await signInQuickly(page.request, 'maren');
  await page.goto('/syllabus');
  await page.getByRole('button', { name: 'Copy and edit' }).click();
  await typeInto(page.getByLabel('Its id'), 'Not An Id');
  const save = page.getByRole('button', { name: 'Save the copy' });
  await expect(page.getByText('1 thing needs correcting')).toBeVisible();
  await expect(save).toBeDisabled();
  await typeInto(page.getByLabel('Its id'), id);
  const ready = page.getByRole('region', { name: 'What makes a skill ready' });
  await typeInto(ready.getByLabel('Counted attempts'), '7');
  await typeInto(ready.getByLabel('Chance, %', { exact: true }), '180');
  await expect(save).toBeDisabled();
  await typeInto(ready.getByLabel('Chance, %', { exact: true }), '85');

  const skills = page.getByRole('region', { name: 'Skills', exact: true });
  await skills
    .getByRole('button', { name: /^Slow flight/ })
    .first()
    .click();
  await typeInto(skills.getByLabel('Refresher due after, days'), '14');
  const gates = page.getByRole('region', { name: 'Solo requirements', exact: true });
  await gates.getByRole('button', { name: 'Add a requirement' }).click();
  await gates.getByRole('button', { name: /^A new requirement/ }).click();
  await typeInto(gates.getByLabel('Title'), 'Mountain weather evening');
  await expect(save).toBeEnabled();
  await save.click();

  await expect(page.getByText('Not in use.')).toBeVisible();
  await expect(page.getByText('7 counted attempts')).toBeVisible();
  await expect(page.getByText('a chance of 85 %')).toBeVisible();
  await expect(page.getByRole('row', { name: /^Slow flight/ })).toContainText('14 days');
  await expect(page.getByText('Mountain weather evening')).toBeVisible();
  const kept = await (await page.request.get('/api/syllabuses')).json();
  expect(kept.find((one: { id: string }) => one.id === id)).toMatchObject({
    version: 1,
    own: true,
    taught: false,
    data: { ready: { attempts: 7, chance: 0.85 } },
  });
});

test('an endorsement reads as it will be signed; of two chiefs the second is told', async ({ page }) => {
  // Two long texts, key by key.
  test.setTimeout(150_000);
  await signInQuickly(page.request, 'maren');
  await page.goto('/endorsements');
  const solo = page.getByRole('region', { name: 'Solo flight, first 90 days' });
  await expect(solo.getByText(/Reads:.*A\. Student/)).toBeVisible();
  const before = (await solo.getByLabel('Text').inputValue()).replace(' Never above cloud.', '');
  await typeInto(solo.getByLabel('Text'), `${before} {weather}`);
  await expect(solo.getByText('Other braces stay as they are.')).toBeVisible();
  await typeInto(solo.getByLabel('Text'), `${before} Never above cloud.`);

  // Another window is first.
  const title = `Crosswind, ${Date.now()}`;
  const there = await (await page.request.get('/api/endorsement-templates')).json();
  await page.request.put('/api/endorsement-templates', {
    data: there.map((one: { id: string }) => (one.id === 'crosswind' ? { ...one, title } : one)),
  });
  await page.getByRole('button', { name: 'Save texts' }).click();
  await expect(page.getByRole('alert')).toContainText('changed in another window');
  await expect(solo.getByLabel('Text')).toHaveValue(`${before} Never above cloud.`);
  await page.getByRole('button', { name: 'Save texts' }).click();
  await expect(page.getByText('What was signed before stays as it was signed.')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('region', { name: title, exact: true })).toBeVisible();
  await expect(solo.getByLabel('Text')).toHaveValue(`${before} Never above cloud.`);
});
