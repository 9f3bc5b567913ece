/** An airplane comes into the school: like another, or from nothing; what was not compared with its book is said. */
import { expect, test } from '@playwright/test';
import { signInQuickly } from './support/people.ts';
import { typeInto } from './support/typing.ts';

test('an airplane like another is to be compared with its book, and every brief says so until it is', async ({
  page,
}) => {
  const name = `Quarry Finch ${Date.now() % 100_000}`;
  await signInQuickly(page.request, 'maren');
  await page.goto('/hangar');
  await page.getByRole('button', { name: 'Add an airplane' }).click();
  await typeInto(page.getByLabel('Its name'), name);
  await page.getByRole('button', { name: 'Add the airplane' }).click();

  await page.getByRole('tab', { name: 'Speeds to compare' }).click();
  await typeInto(page.getByLabel('Best glide, kt'), '66');
  await page.getByLabel('Compared with this airplane’s own handbook: speeds').click();
  await expect(page.getByRole('tab', { name: 'Speeds', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Next: flaps and calibration' }).click();
  await expect(page.getByRole('tab', { name: /^Flaps/ })).toHaveAttribute('aria-selected', 'true');
  await page.getByRole('button', { name: 'Save airplane' }).click();
  await expect(page.getByText(`${name} saved`)).toBeVisible();
  await expect(page.getByText(/Not yet compared with this airplane’s own handbook: flaps/)).toBeVisible();

  await page.goto('/brief/new');
  await page
    .getByRole('region', { name: 'Add a maneuver' })
    .getByRole('button', { name: 'Steep turn' })
    .click();
  await page.getByRole('tab', { name: 'Day and load' }).click();
  await page.getByRole('combobox', { name: 'Airplane' }).click();
  await page.getByRole('option', { name }).click();
  await expect(
    page.getByText('Not yet compared with this airplane’s own handbook: flaps and calibration, weights'),
  ).toBeVisible();

  // Out of sight again for the tests that come after.
  await page.goto('/hangar');
  await page.getByRole('button', { name: new RegExp(name) }).click();
  await page.getByRole('button', { name: 'Retire', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Return to use' })).toBeVisible();
});

test('from nothing it takes a name, a weight and three speeds; what is missing is shown where it is', async ({
  page,
}) => {
  const name = `Bare Fell ${Date.now() % 100_000}`;
  await signInQuickly(page.request, 'maren');
  await page.goto('/hangar');
  await page.getByRole('button', { name: 'Add an airplane' }).click();
  await page.getByRole('combobox', { name: 'Most like yours' }).click();
  await page.getByRole('option', { name: /^None/ }).click();
  await typeInto(page.getByLabel('Its name'), name);
  await page.getByRole('button', { name: 'Type its numbers' }).click();
  await page.getByRole('button', { name: 'Save airplane' }).click();
  await expect(page.getByRole('tab', { name: /Speeds.*3 to correct/ })).toHaveAttribute(
    'aria-selected',
    'true',
  );
  await expect(page.getByLabel('Stall, landing flaps, kt')).toBeFocused();
  for (const [label, kt] of [
    ['Stall, landing flaps, kt', '38'],
    ['Stall, flaps up, kt', '44,5'],
    ['Maneuvering, kt', '95'],
  ])
    await typeInto(page.getByLabel(label), kt);
  await page.getByRole('tab', { name: /Weights/ }).click();
  await typeInto(page.getByLabel('Maximum weight, lb'), '1670');
  await page.getByRole('button', { name: 'Save airplane' }).click();
  await expect(page.getByRole('button', { name: new RegExp(name) })).toHaveAttribute('aria-current', 'true');
  await page.getByRole('button', { name: 'Retire', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Return to use' })).toBeVisible();
});
