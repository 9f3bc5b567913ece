/** A school of one’s own in real Chromium: people come by a link and go, the account is one’s own, the school is settled. */
import { expect, type Page, test } from '@playwright/test';
import { seriousViolations } from './support/axe.ts';
import { signIn, signInQuickly } from './support/people.ts';
import { typeInto } from './support/typing.ts';

const PASSWORD = 'lantern gravel moss';

/** The link that a dialog shows once. */
const shownLink = async (page: Page) => page.getByLabel('The link').inputValue();

test('someone is invited, comes by the link, is helped with the password, and goes', async ({
  page,
  browser,
}) => {
  const email = `piet-${Date.now()}@fellside.example`;
  await signIn(page, 'maren');
  await page.goto('/people');
  await page.getByRole('button', { name: 'Invite someone' }).click();
  const dialog = page.getByRole('dialog');
  await typeInto(dialog.getByLabel('Name'), 'Piet Alder');
  await typeInto(dialog.getByLabel('Email, to sign in with'), email);
  await dialog.getByRole('button', { name: 'Create the link' }).click();
  const link = await shownLink(page);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('row', { name: /Piet Alder.*student.*invited, not joined yet/ })).toBeVisible();

  const other = await browser.newContext();
  const guest = await other.newPage();
  await guest.goto(link);
  await typeInto(guest.getByLabel('Password of your own'), 'qwertyuiop');
  await guest.getByRole('button', { name: 'Accept and sign in' }).click();
  await expect(guest.getByRole('alert')).toContainText('tried first');
  await typeInto(guest.getByLabel('Password of your own'), PASSWORD);
  expect(await seriousViolations(guest)).toEqual([]);
  await guest.getByRole('button', { name: 'Accept and sign in' }).click();
  await expect(guest.getByRole('heading', { name: 'Your next lesson' })).toBeVisible();
  await guest.goto(link);
  await expect(guest.getByRole('alert')).toContainText('was used');

  await page.reload();
  const menu = page.getByRole('button', { name: 'Actions for Piet Alder' });
  await menu.click();
  await page.getByRole('menuitem', { name: 'Create a password link' }).click();
  const reset = await shownLink(page);
  await page.keyboard.press('Escape');
  await guest.goto(reset);
  await typeInto(guest.getByLabel('Password of your own'), 'another set of words');
  await guest.getByRole('button', { name: 'Keep this password' }).click();
  await typeInto(guest.getByLabel('Email'), email);
  await typeInto(guest.getByLabel('Password', { exact: true }), 'another set of words');
  await guest.getByRole('button', { name: 'Sign in' }).click();
  await expect(guest.getByRole('heading', { name: 'Your next lesson' })).toBeVisible();

  await menu.click();
  await page.getByRole('menuitem', { name: 'Close the account' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Close the account' }).click();
  await expect(page.getByText('account is closed')).toBeVisible();
  await guest.reload();
  await expect(guest.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await other.close();

  await page.goto('/school');
  const trail = page.getByRole('region', { name: 'Who did what when' });
  await expect(trail.getByRole('row').nth(1)).toContainText('account closed');
  await expect(trail.getByRole('row').nth(1)).toContainText('Maren');
});

test('an invitation that cannot be made says so at its fields', async ({ page }) => {
  await signInQuickly(page.request, 'maren');
  await page.goto('/people');
  await page.getByRole('button', { name: 'Invite someone' }).click();
  const dialog = page.getByRole('dialog');
  await typeInto(dialog.getByLabel('Email'), 'nowhere');
  await dialog.getByRole('button', { name: 'Create the link' }).click();
  await expect(dialog.getByText('write a name')).toBeVisible();
  await expect(dialog.getByLabel('Email')).toHaveAttribute('aria-invalid', 'true');
});

test('the school is settled by its chief, and by nobody else', async ({ page, browser }) => {
  await signInQuickly(page.request, 'maren');
  await page.goto('/school');
  const lonDeg = -2.5 - Number((Math.random() / 2).toFixed(4));
  await typeInto(page.getByLabel('Latitude'), '54.5');
  await typeInto(page.getByLabel('Longitude'), String(lonDeg));
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved. New lessons')).toBeVisible();
  const { settings } = await (await page.request.get('/api/school')).json();
  expect(settings.position).toEqual({ latDeg: 54.5, lonDeg });
  const student = await browser.newContext();
  await signInQuickly(student.request, 'nell');
  const looks = await student.newPage();
  await looks.goto('/school');
  await expect(looks.getByRole('textbox', { name: 'Name', exact: true })).toBeDisabled();
  await expect(looks.getByRole('button', { name: 'Save' })).toBeHidden();
  await student.close();
});

test('a table of people is looked at, then all are invited at once and their links taken along', async ({
  page,
}) => {
  const mark = Date.now();
  await signIn(page, 'maren');
  await page.goto('/people');
  await page.getByRole('button', { name: 'Invite many' }).click();
  const dialog = page.getByRole('dialog');
  const table = dialog.getByLabel('The table');
  await typeInto(table, 'person and phone\nA 1');
  await expect(dialog.getByRole('alert')).toContainText('“name” and “email”');
  await typeInto(
    table,
    [
      'Name;E-mail;Instructor',
      `Ada Fell;ada-${mark}@fellside.example;Petra Lindqvale`,
      `Ben Gill;ben-${mark}@fellside.example;Nobody Known`,
      'Nell Again;nell@skelmere.example;',
      'No Address;nowhere;',
    ].join('\n'),
  );
  await expect(dialog.getByLabel('Left out').getByRole('listitem')).toHaveText([
    /Line 4 is left out: nell@skelmere\.example is already in the school/,
    /Line 5 is left out: “nowhere” is not an e-mail address/,
  ]);
  await expect(dialog.getByRole('row', { name: /Ada Fell.*Petra Lindqvale/ })).toBeVisible();
  await expect(
    dialog.getByRole('row', { name: /Ben Gill.*nobody here is called Nobody Known/ }),
  ).toBeVisible();
  await dialog.getByRole('button', { name: 'Invite 2' }).click();
  await expect(dialog.getByText('2 are invited.')).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    dialog.getByRole('link', { name: 'Download the links' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('invitations.csv');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('row', { name: new RegExp(`Ada Fell.*student.*ada-${mark}`) })).toBeVisible();
});

test('what a minor’s guardian agreed to is written down, and the student sees it', async ({ page }) => {
  const mark = `Seen by the club’s committee, ${Date.now()}`;
  await signIn(page, 'maren');
  await page.goto('/people');
  await page.getByRole('button', { name: 'Actions for Nell Ashgrove' }).click();
  await page.getByRole('menuitem', { name: 'Agreements' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Agreement').click();
  await page.getByRole('option', { name: 'Something else, in words' }).click();
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog.getByRole('alert')).toHaveText('say to what');
  await typeInto(dialog.getByLabel('In words'), mark);
  await typeInto(dialog.getByLabel('A parent or guardian agrees, by name'), 'Rowan Ashgrove');
  await dialog.getByRole('button', { name: 'Save' }).click();
  const kept = dialog.getByRole('listitem').filter({ hasText: mark });
  await expect(kept).toContainText('Rowan Ashgrove, for the student');

  await signInQuickly(page.request, 'nell');
  await page.goto('/me');
  const own = page.getByRole('listitem').filter({ hasText: mark });
  await own.getByRole('button', { name: 'Withdraw' }).click();
  await expect(own).toContainText('Withdrawn on');
});

test('a chief names the grades and keeps a lesson to begin with; a person settles their own name and sheets', async ({
  page,
}) => {
  const title = `Second hour ${Date.now()}`;
  await signInQuickly(page.request, 'maren');
  await page.goto('/school');
  const names = page.getByRole('region', { name: 'Names of the grades' });
  await typeInto(names.getByLabel('Grade 2'), 'with help');
  const wind = page.getByLabel('Wind at most, kt', { exact: true });
  await typeInto(wind, '14');
  await page.getByRole('button', { name: 'Save' }).click();
  // One of five says nothing of the others.
  await expect(page.getByText('all five, or none')).toHaveCount(4);
  await typeInto(wind, '');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved. New lessons')).toBeVisible();

  await page.goto('/brief/new');
  await page.getByRole('tab', { name: 'Day and load' }).click();
  await typeInto(page.getByLabel('Title'), title);
  await page.getByRole('tab', { name: 'Order' }).click();
  await page.getByRole('button', { name: 'The four fundamentals' }).click();
  await page.getByRole('button', { name: 'Save this order as a usual lesson' }).click();
  await expect(page.getByRole('button', { name: title })).toBeVisible();

  await page.goto('/school');
  await expect(names.getByLabel('Grade 2')).toHaveValue('with help');
  await typeInto(names.getByLabel('Grade 2'), 'guided');
  await page.getByRole('button', { name: `Remove ${title}` }).click();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved. New lessons')).toBeVisible();
  await expect(page.getByText(title)).toHaveCount(0);

  await page.goto('/me');
  const own = page.getByRole('region', { name: 'Yours, on every device' });
  await own.getByLabel('Theme').click();
  await page.getByRole('option', { name: 'dark', exact: true }).click();
  await expect(page.locator('html')).toHaveAttribute('data-mantine-color-scheme', 'dark');
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-mantine-color-scheme', 'dark');
  await own.getByLabel('Theme').click();
  await page.getByRole('option', { name: 'as the device says' }).click();
  await expect(page.locator('html')).toHaveAttribute('data-mantine-color-scheme', 'light');
});
