/** Every dialog, at a desk, in a hand and at twice the size: whole, closed by Escape, its errors at their fields. */
import { expect, type Locator, type Page } from '@playwright/test';
import { seriousViolations } from './support/axe.ts';
import { hurdles } from './support/hurdles.ts';
import { lessonsOf } from './support/people.ts';
import { expectWithin, walkPickers } from './support/pickers.ts';
import { roaming } from './support/roaming.ts';
import { typeInto } from './support/typing.ts';

interface Dialog {
  at: string;
  /** What is pressed, one after the other. */
  press: readonly (string | RegExp)[];
  /** What sends its form, which is refused while it is empty. */
  sends?: string;
}
const DIALOGS: Record<string, Dialog> = {
  'invite someone': { at: '/people', press: ['Invite someone'], sends: 'Create the link' },
  'invite many': { at: '/people', press: ['Invite many'] },
  'who teaches': { at: '/people', press: ['Actions for Nell Ashgrove', 'Who teaches'] },
  agreements: { at: '/people', press: ['Actions for Nell Ashgrove', 'Agreements'] },
  'close an account': { at: '/people', press: ['Actions for Nell Ashgrove', 'Close the account'] },
  'add an airplane': { at: '/hangar', press: ['Add an airplane'] },
  'copy a standard': { at: '/standards', press: ['Make a copy'] },
  'a new round': { at: '/insight?part=grading', press: ['New round'], sends: 'Draw and begin' },
  'questions of stage checks': { at: '/school', press: ['Replace by a table'] },
  'designate a checker': { at: '/path/:student', press: ['Designate a checker'], sends: 'Draw the plan' },
  book: { at: '/week', press: ['Book'], sends: 'Book' },
  'a logbook entry': { at: '/logbook/:student', press: ['New entry'] },
  endorse: { at: '/logbook/:student', press: ['Endorse'] },
  'correct a recording': {
    at: '/debrief/:recording',
    press: ['More for this recording', 'Correct its details'],
  },
  'delete a recording': {
    at: '/debrief/:recording',
    press: ['More for this recording', 'Delete the recording'],
  },
};
const SIZES = [
  [390, 844, 'touch'],
  [640, 400, 'mouse'],
  [1280, 800, 'mouse'],
] as const;

async function filledIn(page: Page, path: string): Promise<string> {
  if (!path.includes(':')) return path;
  const lessons = await lessonsOf(page.request, 'Nell');
  const flown = lessons.find(({ recordings }) => recordings.length > 0)!;
  return path.replace(':student', flown.student.id).replace(':recording', flown.recordings[0].id);
}

async function open(page: Page, press: Dialog['press']): Promise<void> {
  for (const name of press) {
    const exact = typeof name === 'string';
    const item = page.getByRole('menuitem', { name, exact });
    await item.or(page.getByRole('button', { name, exact })).first().click();
  }
  await expect(page.getByRole('dialog')).toBeVisible();
}

/** Every error stands at its field; the first field has the keyboard and is in sight. */
async function errorsAtTheirFields(form: Locator): Promise<void> {
  const wrong = form.locator('[aria-invalid="true"]');
  await expect(wrong.first()).toBeFocused();
  await expect(wrong.first()).toBeInViewport();
  for (const field of await wrong.all()) {
    const below = await field.evaluate((input) => {
      const ids = input.getAttribute('aria-describedby')?.split(' ') ?? [];
      const said = ids.map((id) => document.getElementById(id)).find((one) => one?.textContent);
      return said
        ? said.getBoundingClientRect().top - input.getBoundingClientRect().bottom
        : Number.POSITIVE_INFINITY;
    });
    expect(below, `${await field.getAttribute('id')}: its error stands at it`).toBeLessThan(60);
  }
}

/** A dialog's form, emptied and sent, is refused at its fields. */
async function refusedWhenEmpty(page: Page, sends: string): Promise<void> {
  const dialog = page.getByRole('dialog');
  for (const field of await dialog.locator('input[type=text]:visible:enabled, input[type=email]').all()) {
    if (await field.getAttribute('readonly')) continue;
    await field.click();
    await page.keyboard.press('Control+A');
    await page.keyboard.press('Delete');
  }
  await page.keyboard.press('Escape');
  if (!(await dialog.isVisible())) return;
  await dialog.getByRole('button', { name: sends, exact: true }).click();
  await errorsAtTheirFields(dialog);
}

for (const [name, { at, press, sends }] of Object.entries(DIALOGS)) {
  roaming(`${name}: whole at every size, and closed by Escape`, async ({ roam }) => {
    const { page, errors } = roam;
    await roam.to(await filledIn(page, at));
    const device = await page.context().newCDPSession(page);
    for (const [width, height, by] of SIZES) {
      await device.send('Emulation.setTouchEmulationEnabled', { enabled: by === 'touch', maxTouchPoints: 5 });
      await page.setViewportSize({ width, height });
      await open(page, press);
      const dialog = page.getByRole('dialog');
      expectWithin(await dialog.boundingBox(), page, name);
      await expect.poll(() => seriousViolations(page), { message: String(width) }).toEqual([]);
      await expect.poll(() => hurdles(page, by), { message: `${width}, by ${by}` }).toEqual([]);
      await walkPickers(page, dialog);
      if (sends) await refusedWhenEmpty(page, sends);
      await page.keyboard.press('Escape');
      await expect(dialog).toHaveCount(0);
      // The keyboard is where it was, not at the beginning of the page.
      await expect.poll(() => page.evaluate(() => document.activeElement !== document.body)).toBe(true);
    }
    await device.send('Emulation.setTouchEmulationEnabled', { enabled: false });
    await device.detach();
    expect(errors).toEqual([]);
  });
}

/** A page's form, what is left empty in it, and what sends it. */
const FORMS: Record<string, [at: string, emptied: RegExp[], sends: string]> = {
  'the school': ['/school', [/^Name/, /^Elevation of the field/], 'Save'],
};
for (const [name, [at, emptied, sends]] of Object.entries(FORMS)) {
  roaming(`${name}: what is missing is said at its field, in a hand and at a desk`, async ({ roam }) => {
    const { page } = roam;
    await roam.to(at);
    for (const [width, height] of SIZES) {
      await page.setViewportSize({ width, height });
      const main = page.locator('main');
      for (const label of emptied) await typeInto(main.getByLabel(label).first(), '');
      await page.getByRole('button', { name: sends, exact: true }).click();
      await errorsAtTheirFields(main);
    }
  });
}
