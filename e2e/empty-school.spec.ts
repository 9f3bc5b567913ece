/**
 * From nothing to the first signature: a school set up, its airplane, its student, a lesson planned, printed, flown, graded and
 * signed, by hand and by keys.
 */
import { execFileSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, type Locator, test } from '@playwright/test';
import { freePort } from '../scripts/lib/free-port.mjs';
import { startDemo } from '../scripts/lib/start-demo.mjs';
import { typeInto } from './support/typing.ts';

/** The most that a newcomer presses, and the most fields that have to be filled in. */
const MOST_PRESSES = 60;
const MOST_FIELDS = 25;

/** The same at another width, by a finger below 1000: `KEEL_WIDTH=820`, `KEEL_WIDTH=390`. */
const WIDTH = Number(process.env.KEEL_WIDTH ?? 1280);
test.use({ viewport: { width: WIDTH, height: WIDTH < 1000 ? 844 : 800 }, hasTouch: WIDTH < 1000 });

let program: Awaited<ReturnType<typeof startDemo>>;
const data = mkdtempSync(join(tmpdir(), 'keel-empty-'));

test.beforeAll(async () => {
  test.setTimeout(180_000);
  // Where the tests run as root, the database runs as another.
  chmodSync(data, 0o755);
  program = await startDemo({
    data: join(data, 'school'),
    port: await freePort(),
    pgPort: await freePort(),
    env: { KEEL_DEMO: '0' },
  });
});
test.afterAll(async () => {
  await program.stop();
  rmSync(data, { recursive: true, force: true });
});

/** What a recorder brings home: a steep turn to the left. */
function recording(): string {
  const file = join(data, 'flown.csv');
  execFileSync('npm', ['run', '-s', 'fly', '--', '--maneuver', 'steep-turn', '--out', file]);
  return file;
}

/** A hand that counts. */
function hand() {
  const count = { presses: 0, fields: 0 };
  return {
    count,
    press: async (on: Locator) => {
      await on.click();
      count.presses++;
    },
    fill: async (field: Locator, text: string) => {
      await typeInto(field, text);
      count.fields++;
    },
  };
}

test('from the set-up link to the first kneeboard, flight, grade and signature', async ({
  page,
  browser,
}) => {
  test.setTimeout(120_000);
  const errors: string[] = [];
  page.on('console', (message) => message.type() === 'error' && errors.push(message.text()));
  const { press, fill, count } = hand();
  await page.goto(/setup: (\S+)/.exec(program.output())![1]);
  await fill(page.getByLabel('Name of the school'), 'Fell Side Flying');
  await fill(page.getByLabel(/^Elevation of the field/), '1180');
  await fill(page.getByLabel(/^Highest ground/), '1900');
  await press(page.getByRole('combobox', { name: 'Pressure in' }));
  await press(page.getByRole('option', { name: 'inches of mercury' }));
  await fill(page.getByLabel('Your name'), 'Ada Thorn');
  await fill(page.getByLabel(/^Email/), 'ada@fell.example');
  await fill(page.getByRole('textbox', { name: 'Password' }), 'seven grey lambs on a wall');
  await press(page.getByRole('button', { name: /set up/i }));

  const steps = page.getByRole('region', { name: 'The first half hour' });
  await press(steps.getByRole('link', { name: 'An airplane' }));
  await press(page.getByRole('button', { name: 'Add an airplane' }));
  await fill(page.getByLabel('Its name'), 'Quarry Finch');
  await press(page.getByRole('button', { name: 'Add the airplane' }));
  await press(page.getByRole('tab', { name: /^Weights/ }));
  await fill(page.getByLabel('Maximum weight, lb'), '2350');
  await press(page.getByRole('button', { name: 'Save airplane' }));
  await expect(page.getByText('Quarry Finch saved')).toBeVisible();

  // On a phone the rarer places are in one's own menu.
  if (WIDTH < 640) {
    await press(page.getByRole('button', { name: /Ada Thorn/ }));
    await press(page.getByRole('menuitem', { name: 'People' }));
  } else await press(page.getByRole('link', { name: 'People' }));
  await press(page.getByRole('button', { name: 'Invite someone' }));
  const dialog = page.getByRole('dialog');
  await fill(dialog.getByLabel('Name', { exact: false }).first(), 'Wren Vale');
  await fill(dialog.getByLabel(/^Email/), 'wren@fell.example');
  // Nobody else teaches here: it is the chief instructor without a press.
  await expect(dialog.getByText('Ada Thorn')).toBeVisible();
  await press(dialog.getByRole('button', { name: 'Create the link' }));
  const link = await page.getByLabel('The link').inputValue();
  await page.keyboard.press('Escape');
  await expect(page.getByText('Wren Vale').first()).toBeVisible();

  // The student, on a phone.
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await phone.goto(link);
  await typeInto(phone.getByRole('textbox', { name: /password/i }).first(), 'nine tall herons at dusk');
  await phone.keyboard.press('Enter');
  await expect(phone.getByRole('heading', { name: 'Your next lesson' })).toBeVisible();

  await page.reload();
  await press(steps.getByRole('link', { name: 'A lesson' }));
  await expect(page.getByRole('combobox', { name: 'Student' })).toHaveValue('Wren Vale');
  await press(
    page.getByRole('region', { name: 'Add a maneuver' }).getByRole('button', { name: 'Steep turn' }),
  );
  await press(page.getByRole('tab', { name: 'Day and load' }));
  await fill(page.getByLabel('Altimeter setting, inHg'), '30.12');
  await press(page.getByRole('button', { name: 'Save lesson' }));
  await expect(page.getByRole('button', { name: 'Kneeboard PDF' })).toBeVisible();
  await press(page.getByRole('button', { name: 'Kneeboard PDF' }));
  const [paper] = await Promise.all([
    page.waitForEvent('download'),
    press(page.getByRole('menuitem').first()),
  ]);
  expect(paper.suggestedFilename()).toMatch(/\.pdf$/);
  expect(count.presses).toBeLessThanOrEqual(MOST_PRESSES);
  expect(count.fields).toBeLessThanOrEqual(MOST_FIELDS);
  console.log(`set-up to kneeboard: ${count.presses} presses, ${count.fields} fields`);

  await phone.reload();
  await expect(phone.getByText('Steep turns').first()).toBeVisible();

  // Flown, with whatever the student's agreement asks for first.
  await press(page.getByRole('button', { name: 'Go to Fly' }));
  await press(page.getByRole('button', { name: 'Wren agrees that flights are recorded' }));
  await page.getByLabel('Recording file').setInputFiles(recording());
  await press(page.getByRole('button', { name: 'Attach the recording' }));
  await press(page.getByRole('button', { name: 'Go to Debrief' }));
  await expect(page.getByRole('heading', { name: 'Steep turn left' })).toBeVisible();
  // Flown alone, to standard: two keys, or two buttons for a thumb.
  if (WIDTH < 1000) {
    await press(page.getByRole('button', { name: /alone, to standard/ }));
    await press(page.getByRole('button', { name: /unaided/ }));
  } else {
    await page.keyboard.press('4');
    await page.keyboard.press('u');
  }
  await expect(page.getByText('Who flew: unaided')).toBeVisible();
  await press(page.getByRole('navigation', { name: 'Stations' }).getByText('Path'));
  await press(page.getByRole('button', { name: 'Record', exact: true }));
  await press(page.getByRole('menuitem', { name: 'Logbook and endorsements' }));
  await press(page.getByRole('button', { name: 'Draft logbook entry' }));
  await press(page.getByRole('button', { name: 'Sign', exact: true }));
  await page.keyboard.type('seven grey lambs on a wall');
  await press(page.getByRole('button', { name: 'Sign it' }));
  await expect(page.getByRole('region', { name: 'Signed' })).toContainText('Ada Thorn');
  expect(errors).toEqual([]);
});
