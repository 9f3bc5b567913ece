/** What the recording does not tell is asked, once; and what a standard asks is the chief instructor's to say. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { findAirplane, flyManeuver, writeRecordingCsv } from '@keel/core';
import { expect, test } from '@playwright/test';
import { flownLesson, ownLesson } from './support/own-lesson.ts';
import { keepFolder, lessonsOf, signInQuickly } from './support/people.ts';

test('flaps that were not recorded are said with one tap, and a requirement shows the moment that it rests on', async ({
  page,
}) => {
  const { recording } = flyManeuver({
    airplane: findAirplane('cairn-4')!,
    maneuver: 'power-off-stall',
    seed: 1 + (Date.now() % 40_000),
    recorder: { rateHz: 4 },
  });
  const { flaps_deg: _, ...channels } = recording.channels;
  // Twice, one after the other: what is said of one stall may be said of the other as well.
  const twice = (column: Float64Array) => Float64Array.of(...column, ...column);
  const { timeS } = recording;
  const lastS = timeS[timeS.length - 1] + 0.25;
  const flown = {
    ...recording,
    timeS: Float64Array.of(...timeS, ...timeS.map((s) => s + lastS)),
    channels: Object.fromEntries(Object.entries(channels).map(([name, column]) => [name, twice(column!)])),
  };
  const file = join(keepFolder(), 'no-flaps.csv');
  writeFileSync(file, writeRecordingCsv(flown));
  await page.goto(`/fly/${await ownLesson(page, 'Without flaps')}`);
  await page.getByLabel('Recording file').setInputFiles(file);

  await page.getByRole('button', { name: 'Go to Debrief' }).click({ timeout: 30_000 });
  const verdict = page.getByLabel('Verdict');
  await expect(verdict.getByText('Asked before any band')).toBeVisible();
  const taps = verdict.getByRole('group', { name: /Flaps were not recorded/ });
  await taps.getByLabel('and in the other one of this flight').check();
  await taps.getByRole('button', { name: 'landing' }).click();
  await expect(taps).toBeHidden({ timeout: 15_000 });
  const stalls = async () => {
    const id = page.url().match(/debrief\/([\w-]+)/)![1];
    const { score } = await (await page.request.get(`/api/recordings/${id}`)).json();
    return score.attempts.map(({ configuration }: { configuration: string | null }) => configuration);
  };
  await expect.poll(stalls, { timeout: 15_000 }).toEqual(['landing', 'landing']);

  await verdict.getByRole('button', { name: /held/ }).first().click();
  const shown = verdict.getByRole('button', { name: /break at/ });
  const keel = page.getByRole('slider', { name: 'Cursor in the keel chart' });
  const before = await keel.getAttribute('aria-valuenow');
  await shown.click();
  await expect(keel).not.toHaveAttribute('aria-valuenow', before!);
});

test('recovered without a stall: the verdict says so, and its figure leads to where the recovery began', async ({
  page,
}) => {
  const id = await flownLesson(page, 'No stall', 'power-off-stall/wrong-cue');
  await page.goto(`/debrief/${id}?attempt=0`);
  const verdict = page.getByLabel('Verdict');
  await expect(verdict).toContainText('Not yet to standard');
  await expect(verdict).toContainText('no stall was flown');
  const { score } = await (await page.request.get(`/api/recordings/${id}`)).json();
  const failed = score.attempts[0].requirements.find(({ held }: { held: boolean | null }) => held === false);
  const keel = page.getByRole('slider', { name: 'Cursor in the keel chart' });
  await page.keyboard.press('Escape');
  await verdict.getByRole('button', { name: /no stall was flown/ }).click();
  await expect
    .poll(async () => Math.abs(Number(await keel.getAttribute('aria-valuenow')) - failed.atS))
    .toBeLessThan(0.5);
});

test('the chief copies a standard, sees what a narrower band would change, and saves it as a version', async ({
  page,
}) => {
  await signInQuickly(page.request, 'maren');
  await page.goto('/standards');
  await page.getByRole('button', { name: 'Make a copy' }).click();
  const name = `Our own ${Date.now() % 1_000_000}`;
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('textbox').first().fill(name);
  await dialog.getByRole('button', { name: /copy/i }).click();
  await page.getByRole('navigation', { name: 'Standards' }).getByRole('button', { name }).click();
  await page.getByRole('button', { name: 'Change it' }).click();
  const save = page.getByRole('button', { name: 'Save as version 2' });
  await expect(save).toBeDisabled();
  await page.getByLabel('Steep turns, Altitude, lowest').fill('-50');
  await page.getByRole('button', { name: 'See what would change' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'latest' })).toBeVisible({ timeout: 30_000 });
  await save.click();
  await expect(page.getByText('version 2')).toBeVisible();
});

test('an attempt that nothing recorded is entered, graded, and taken back with a reason', async ({
  page,
}) => {
  await signInQuickly(page.request, 'idris');
  const [{ student }] = await lessonsOf(page.request, 'Nell');
  await page.goto(`/path/${student.id}`);
  const sheet = page.getByRole('region', { name: 'Flown without a recording' });
  await sheet.getByRole('button', { name: 'Enter one' }).click();
  await sheet.getByRole('combobox', { name: 'What', exact: true }).click();
  await page.getByRole('option', { name: 'Slow flight' }).click();
  await sheet.getByRole('combobox', { name: 'Which' }).click();
  await page.getByRole('option', { name: 'landing' }).click();
  const keep = sheet.getByRole('button', { name: 'Keep it' });
  await expect(keep).toBeDisabled();
  await sheet.getByRole('combobox', { name: 'With how much help' }).click();
  await page.getByRole('option', { name: 'prompted' }).click();
  await sheet.getByRole('button', { name: /guided/ }).click();
  const words = `Power late ${Date.now()}`;
  await sheet.getByRole('textbox', { name: 'Words' }).fill(words);
  await keep.click();
  const entry = sheet.getByRole('listitem').filter({ hasText: words });
  await expect(entry).toContainText('by Idris Vellacott');
  await entry.getByRole('button', { name: 'Take it back' }).click();
  await entry.getByLabel('Why it is taken back').fill('Entered for the wrong student.');
  await entry.getByRole('button', { name: 'Take it back' }).click();
  await expect(entry).toContainText('Taken back by Idris Vellacott: Entered for the wrong student.');
});
