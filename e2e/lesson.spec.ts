/** One lesson along the whole line of stations, as an instructor and a student go along it. */
import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, type Page, test } from '@playwright/test';
import { drawFlight, toCsv } from '../core/src/testing/drawn-flight.ts';
import { keepFolder, lessonsOf, signIn, signInQuickly } from './support/people.ts';
import { typeInto } from './support/typing.ts';

const FOLDER = keepFolder();
const FILE = join(FOLDER, 'never-seen.csv');

/** A flight that the program has never seen: a dip of 150 ft for six seconds in the left turn. */
test.beforeAll(() => {
  const flight = drawFlight({
    turns: [
      { atS: 30, bankDeg: -45, turnDeg: -360 },
      { atS: 85, bankDeg: 45, turnDeg: 360 },
    ],
    dips: [{ channel: 'alt_ft', fromS: 42, fullFromS: 45, fullToS: 51, toS: 54, size: -150 }],
    airspeedKt: 92,
  });
  writeFileSync(FILE, toCsv(flight, { header: ['keelpath-recording: 1', 'date: 2026-11-20'] }));
});

/** One weight instead of a load seat by seat. */
async function weigh(page: Page, lb: string): Promise<void> {
  await page.getByText('One weight', { exact: true }).click();
  await typeInto(page.getByLabel('Weight, lb'), lb);
}

async function openLesson(page: Page): Promise<string> {
  await page.getByRole('button', { name: 'New lesson' }).click();
  await page.getByRole('button', { name: 'Steep turns', exact: true }).click();
  await page.getByRole('tab', { name: 'Day and load' }).click();
  await page.getByRole('combobox', { name: 'Student' }).click();
  await page.getByRole('option', { name: 'Amara Oduwole-Finch' }).click();
  await typeInto(page.getByLabel('Title'), 'Steep turns, end to end');
  await weigh(page, '2200');
  await page.getByRole('button', { name: 'Save lesson' }).click();
  await page.getByRole('button', { name: 'Go to Fly' }).waitFor();
  return page.url().split('/').pop() ?? '';
}

test('brief, fly, debrief, path', async ({ page }) => {
  await signIn(page, 'idris');
  const lessonId = await openLesson(page);
  // V_A 102 kt at 2,400 lb is 97.66 at 2,200, and 97.3 with the fuel of taxi and climb burned: rounded down.
  await expect(page.getByLabel('Target card')).toContainText('97 kt');

  await page.getByRole('button', { name: 'Go to Fly' }).click();
  await page.getByLabel('Recording file').setInputFiles(FILE);
  // The file is of another day than the lesson was planned for.
  await page.getByRole('button', { name: 'Attach the recording' }).click();
  await page.getByRole('button', { name: 'Go to Debrief' }).click();

  await expect(page.getByRole('heading', { name: 'Steep turn left' })).toBeVisible();
  await expect(page.getByText('First out of tolerance: altitude, 150 ft low')).toBeVisible();
  await expect(page.getByLabel('Verdict')).toContainText('Not yet to standard');
  await expect(page.getByLabel('Verdict')).toContainText('−150 ft');
  await expect(
    page.getByRole('slider', { name: 'Cursor in the keel chart' }).locator('canvas'),
  ).toBeVisible();

  // The evidence moves the cursor to the moment it happened.
  await page.getByLabel('Sequence of events').getByRole('button').first().click();
  await expect(page.getByRole('slider', { name: 'Cursor in the keel chart' })).toHaveAttribute(
    'aria-valuetext',
    /Altitude −150 ft/,
  );

  await page.keyboard.press('3');
  await expect(page.getByLabel('Your grade').getByRole('button', { name: /not yet steady/ })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.keyboard.press('p');
  await expect(page.getByText('Who flew: prompted')).toBeVisible();
  await typeInto(page.getByLabel('Comment'), 'Looked inside at the wrong moment.');
  await page.getByRole('button', { name: 'Save comment' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Looked inside' })).toBeVisible();

  await page.getByRole('button', { name: 'More for this recording' }).click();
  await page.getByRole('menuitem', { name: 'Score again' }).click();
  await expect(page.getByText('Nothing changed.')).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: 'Looked inside' })).toBeVisible();

  await page.keyboard.press(']');
  await expect(page.getByRole('heading', { name: 'Steep turn right' })).toBeVisible();
  await expect(page.getByLabel('Verdict')).toContainText('To standard');

  const recordingId = /debrief\/([^?]+)/.exec(page.url())?.[1] ?? '';
  await page.getByRole('navigation', { name: 'Stations' }).getByText('Path').click();
  // The debrief’s own heading begins with the name as well.
  await expect(page).toHaveURL(/\/path\//);
  await expect(page.getByRole('heading', { name: 'Amara Oduwole-Finch', exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'Steep turns', exact: true }).click();
  const row = page
    .getByRole('row')
    .filter({ has: page.locator(`a[href="/debrief/${recordingId}?attempt=0"]`) });
  await expect(row).toContainText('prompted');
  await expect(row).toContainText('150 %');
  await expect(row).toContainText('3 alone, not yet steady');
  writeFileSync(
    join(FOLDER, 'kept.json'),
    JSON.stringify({ lessonId, recordingId, place: process.env.TEST_PARALLEL_INDEX ?? '0' }),
  );
});

test('the same file scores the same from the command line, and its bytes come back', async ({ page }) => {
  const { recordingId } = JSON.parse(readFileSync(join(FOLDER, 'kept.json'), 'utf8'));
  await signInQuickly(page.request, 'idris');
  const { score } = await (await page.request.get(`/api/recordings/${recordingId}`)).json();
  const options = ['--format', 'json', '--airplane', 'cairn-4', '--weight-lb', '2200', '--ground-ft', '1900'];
  const direct = JSON.parse(
    execFileSync('npm', ['run', '-s', 'score', '--', FILE, ...options], { encoding: 'utf8' }),
  );
  // The lesson's brief stands beside the targets; nothing that is judged follows from it.
  const withoutBrief = (attempts: object[]) => attempts.map((attempt) => ({ ...attempt, brief: undefined }));
  expect(withoutBrief(score.attempts)).toEqual(withoutBrief(direct.attempts));
  const bytes = await (await page.request.get(`/api/recordings/${recordingId}/file`)).body();
  const sha256 = (data: Buffer) => createHash('sha256').update(data).digest('hex');
  expect(sha256(bytes)).toBe(sha256(readFileSync(FILE)));
});

test('a file that cannot be read says where and why, and nothing else is lost', async ({ page }) => {
  await signInQuickly(page.request, 'idris');
  const [planned] = (await lessonsOf(page.request, 'Nell')).filter(
    (lesson) => lesson.recordings.length === 0,
  );
  await page.goto(`/fly/${planned.id}`);
  await page.getByLabel('Recording file').setInputFiles({
    name: 'broken.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('time_s,alt_ft,ias_kt,hdg_deg\n0,4500,95,1\n0,4500,95,1\n'),
  });
  await expect(page.getByRole('alert')).toContainText(
    'broken.csv, line 3, column 1 (time_s): the same time stands twice',
  );
  await expect(page.getByRole('button', { name: 'Choose a file' })).toBeEnabled();
});

test('the mark in the speed window moves the card, by keys and by hand, and never leaves the window', async ({
  page,
}) => {
  await signInQuickly(page.request, 'idris');
  await page.goto('/brief/new');
  await page
    .getByRole('region', { name: 'Add a maneuver' })
    .getByRole('button', { name: 'Steep turns' })
    .click();
  await page.getByRole('tab', { name: 'Day and load' }).click();
  await weigh(page, '2240');
  await page.getByRole('tab', { name: 'Cards' }).click();
  const mark = page.getByRole('button', { name: /Target 92 kt at 45°/ });
  await mark.focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByLabel('Target card')).toContainText('90 kt');
  for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowRight');
  await expect(page.getByLabel('Target card')).toContainText('load 1.56 g');

  const moved = page.getByRole('button', { name: /Target 90 kt at 50°/ });
  const box = (await moved.boundingBox())!;
  await page.mouse.move(box.x + 22, box.y + 22);
  await page.mouse.down();
  await page.mouse.move(box.x + 22, box.y - 300, { steps: 6 });
  await page.mouse.up();
  // V_A at what 2,240 lb have become is 98.2 kt: the mark stops five below.
  await expect(page.getByRole('button', { name: /Target 93 kt at 50°/ })).toBeVisible();
});

test('nonsense in the form is refused by name, and stays in the form', async ({ page }) => {
  await signInQuickly(page.request, 'idris');
  await page.goto('/brief/new');
  await page.getByRole('tab', { name: 'Day and load' }).click();
  await weigh(page, '2600');
  await expect(
    page.getByLabel('Load').getByText('weight 2600 lb: must be from 1480 to 2400 lb'),
  ).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save lesson' })).toBeDisabled();
  await expect(page.getByLabel('Weight, lb')).toHaveValue('2600');
});

test('a maneuver is shown by the synthetic pilot with a habit, and says what it is at Debrief', async ({
  page,
}) => {
  await signInQuickly(page.request, 'idris');
  const [planned] = (await lessonsOf(page.request, 'Nell')).filter(
    (lesson) => lesson.recordings.length === 0,
  );
  await page.goto(`/fly/${planned.id}`);
  await page.getByRole('combobox', { name: 'Maneuver' }).click();
  await page.getByRole('option', { name: 'Steep turns' }).click();
  await page.getByRole('combobox', { name: 'Habit' }).click();
  await page.getByRole('option', { name: 'rollout late' }).click();
  await page.getByRole('button', { name: 'Fly it' }).click();
  await page.getByRole('button', { name: 'Go to Debrief' }).click();
  await expect(page.getByText('Flown in the trainer.')).toBeVisible();
  await expect(page.getByLabel('Sequence of events')).toContainText(/Rolled out \d+° past the heading/);
});

test('an attempt that was none can be discarded, and brought back with what was said of it', async ({
  page,
}) => {
  await signInQuickly(page.request, 'petra');
  const [flown] = (await lessonsOf(page.request, 'Tomas')).filter(
    ({ title, recordings }) => title.startsWith('Steep') && recordings.length > 0,
  );
  await page.goto(`/debrief/${flown.recordings[0].id}?attempt=0`);
  const attempts = page.getByRole('navigation', { name: 'Attempts in order' }).getByRole('button');
  await expect(attempts).toHaveCount(4);
  await page.getByRole('button', { name: 'Edges, split, merge, discard' }).click();
  await page.getByRole('button', { name: 'Discard this attempt' }).click();
  await expect(attempts).toHaveCount(3);
  await expect(page.getByText('Entries for attempts that are no longer found')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(attempts).toHaveCount(4);
  await expect(page.getByText('Entries for attempts that are no longer found')).toHaveCount(0);
});

test('an override needs a reason, keeps it, and leaves what was worked out in sight', async ({ page }) => {
  await signInQuickly(page.request, 'petra');
  const [flown] = (await lessonsOf(page.request, 'Edda')).filter(
    ({ title, recordings }) => title.startsWith('Steep') && recordings.length > 0,
  );
  await page.goto(`/debrief/${flown.recordings[0].id}?attempt=0`);
  await expect(page.getByLabel('Verdict')).toContainText('Not yet to standard');
  await page.getByRole('button', { name: 'Override, discontinue' }).click();
  await expect(page.getByRole('button', { name: 'Override', exact: true })).toBeDisabled();
  await typeInto(page.getByLabel('Reason (stays on record)'), 'The point was lost behind a shower.');
  await page.getByRole('button', { name: 'Override', exact: true }).click();
  await expect(page.getByLabel('Verdict')).toContainText('To standard');
  await expect(page.getByLabel('Verdict')).toContainText('The point was lost behind a shower.');
  await expect(page.getByLabel('Verdict')).toContainText('As scored: not yet to standard');
});

test('a student grades first, then sees the verdict; and sees nothing of another student', async ({
  page,
}) => {
  await signInQuickly(page.request, 'idris');
  const withFlight = async (name: string) =>
    (await lessonsOf(page.request, name)).filter(
      ({ title, recordings }) => recordings.length > 0 && title !== 'In the trainer',
    );
  const [flown] = await withFlight('Nell');
  const [joss] = await withFlight('Joss');
  await page.context().clearCookies();

  await signIn(page, 'nell');
  await expect(page.getByRole('cell', { name: 'Joss Pennifold' })).toHaveCount(0);
  await page.goto(`/debrief/${flown.recordings[0].id}?attempt=3`);
  await expect(page.getByRole('heading', { name: 'How was it?' })).toBeVisible();
  await expect(page.getByLabel('Verdict')).toHaveCount(0);
  await page.getByRole('button', { name: /with help/ }).click();
  await expect(page.getByLabel('Verdict')).toBeVisible();
  await expect(page.getByText('Your own: 2, with help.')).toBeVisible();

  for (const path of [
    `/recordings/${joss.recordings[0].id}`,
    `/recordings/${joss.recordings[0].id}/file`,
    `/recordings/${joss.recordings[0].id}/attempts/0/keel`,
    `/lessons/${joss.id}`,
    `/students/${joss.student.id}/path`,
  ]) {
    expect([path, (await page.request.get(`/api${path}`)).status()]).toEqual([path, 404]);
  }
  await page.goto(`/debrief/${joss.recordings[0].id}`);
  await expect(page.getByRole('alert')).toContainText('no such recording');
});
