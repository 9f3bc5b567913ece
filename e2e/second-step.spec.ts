/** The second step of signing in, with a real authenticator's codes (RFC 6238): begun, asked for, used up, and ended. */
import { expect, type Page, test } from '@playwright/test';
import { generateSync } from 'otplib';
import { seriousViolations } from './support/axe.ts';
import { signInQuickly } from './support/people.ts';
import { typeInto } from './support/typing.ts';

const PASSWORD = 'lantern gravel moss';
const STEP_MS = 30_000;

/** What the app shows; so many steps of half a minute from now. */
const codeOf = (secret: string, steps = 0): string =>
  generateSync({ secret, epoch: Math.floor((Date.now() + steps * STEP_MS) / 1000) });

/** Somebody of the school who is in no other test, signed in. */
async function newcomer(page: Page): Promise<string> {
  const email = `ada-${Date.now()}@fellside.example`;
  await signInQuickly(page.request, 'maren');
  const invited = await page.request.post('/api/people/invitations', {
    data: { name: 'Ada Thorn', email, role: 'instructor' },
  });
  const { url } = (await invited.json()) as { url: string };
  await page.request.delete('/api/session');
  await page.goto(url);
  await typeInto(page.getByLabel('Password of your own'), PASSWORD);
  await page.getByRole('button', { name: 'Accept and sign in' }).click();
  await expect(page.getByRole('navigation', { name: 'Stations' })).toBeVisible();
  return email;
}

async function knock(page: Page, email: string): Promise<void> {
  await page.request.delete('/api/session');
  await page.goto('/sign-in');
  await typeInto(page.getByLabel('Email'), email);
  await typeInto(page.getByLabel('Password', { exact: true }), PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
}

test('a second step is put in force, asked for at the door, and ended again', async ({ page }) => {
  const email = await newcomer(page);
  await page.goto('/me');
  const section = page.getByRole('region', { name: 'A second step' });
  await section.getByRole('button', { name: 'Begin' }).click();
  const secret = ((await section.locator('code').textContent()) ?? '').replaceAll(' ', '');
  expect(await section.getByRole('link', { name: 'this link' }).getAttribute('href')).toContain(secret);

  const shown = section.getByLabel('The code that the app shows now');
  await typeInto(shown, '000000');
  await section.getByRole('button', { name: 'Switch it on' }).click();
  await expect(section.getByRole('alert')).toContainText('not what the app shows');
  const first = codeOf(secret);
  await typeInto(shown, first);
  await page.keyboard.press('Enter');
  const kept = page.getByRole('dialog', { name: 'Recovery codes' });
  await expect(kept.getByRole('listitem')).toHaveCount(10);
  expect(await seriousViolations(page)).toEqual([]);
  const [paper, otherPaper] = await kept.getByRole('listitem').allTextContents();
  await kept.getByRole('button', { name: 'I have written them down' }).click();
  await expect(section).toContainText('also asks for a code from your app');

  // The password alone opens nothing any more, and the field for the code has the keys.
  await knock(page, email);
  const code = page.getByLabel('Code from your app, or a recovery code');
  await expect(code).toBeFocused();
  await page.keyboard.type(first);
  await page.keyboard.press('Enter');
  // A code that was used is nobody's a second time.
  await expect(page.getByRole('alert')).toContainText('used before');
  await typeInto(code, paper);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('navigation', { name: 'Stations' })).toBeVisible();

  await knock(page, email);
  await typeInto(code, paper);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('used before');
  await typeInto(code, codeOf(secret, 1));
  await page.keyboard.press('Enter');
  await expect(page.getByRole('navigation', { name: 'Stations' })).toBeVisible();

  await page.goto('/me');
  await typeInto(section.getByLabel('A code, to switch it off'), otherPaper);
  await section.getByRole('button', { name: 'Switch off the second step' }).click();
  await expect(section.getByRole('button', { name: 'Begin' })).toBeVisible();
  await knock(page, email);
  await expect(page.getByRole('navigation', { name: 'Stations' })).toBeVisible();
});
