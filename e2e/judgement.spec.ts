/** What the recording does not tell is asked, once; and what a standard asks is the chief instructor's to say. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { findAirplane, flyManeuver, writeRecordingCsv } from '@keel/core';
import { expect, type Page, test } from '@playwright/test';
import { flownLesson, ownLesson } from './support/own-lesson.ts';
import { keepFolder, lessonsOf, signInQuickly } from './support/people.ts';
import { typeInto } from './support/typing.ts';

/** Twice in one flight, one after the other, without some columns: what is said of one may be said of the other as well. */
async function flownTwiceWithout(page: Page, maneuver: string, missing: readonly string[], title: string) {
  const { recording } = flyManeuver({
    airplane: findAirplane('cairn-4')!,
    maneuver,
    seed: 1 + (Date.now() % 40_000),
    recorder: { rateHz: 4 },
  });
  const twice = (column: Float64Array) => Float64Array.of(...column, ...column);
  const { timeS } = recording;
  const lastS = timeS[timeS.length - 1] + 0.25;
  const kept = Object.entries(recording.channels).filter(([name]) => !missing.includes(name));
  const flown = {
    ...recording,
    timeS: Float64Array.of(...timeS, ...timeS.map((s) => s + lastS)),
    channels: Object.fromEntries(kept.map(([name, column]) => [name, twice(column!)])),
  };
  const file = join(keepFolder(), `${maneuver}-twice.csv`);
  writeFileSync(file, writeRecordingCsv(flown));
  await page.goto(`/fly/${await ownLesson(page, title)}`);
  await page.getByLabel('Recording file').setInputFiles(file);
  await page.getByRole('button', { name: 'Attach the recording' }).click();
  await page.getByRole('button', { name: 'Go to Debrief' }).click({ timeout: 30_000 });
  await expect(page.getByLabel('Verdict').getByText('Pass/fail items')).toBeVisible();
}

const scoreShown = async (page: Page) => {
  const id = page.url().match(/debrief\/([\w-]+)/)![1];
  return (await (await page.request.get(`/api/recordings/${id}`)).json()).score;
};

test('flaps that were not recorded are said with one tap, and a requirement shows the moment that it rests on', async ({
  page,
}) => {
  await flownTwiceWithout(page, 'power-off-stall', ['flaps_deg'], 'Without flaps');
  const verdict = page.getByLabel('Verdict');
  const taps = verdict.getByRole('group', { name: /Flaps were not recorded/ });
  await taps.getByLabel('and in the other one of this flight').check();
  await taps.getByRole('button', { name: 'landing' }).click();
  await expect(taps).toBeHidden({ timeout: 15_000 });
  const stalls = async () =>
    (await scoreShown(page)).attempts.map(
      ({ configuration }: { configuration: string | null }) => configuration,
    );
  await expect.poll(stalls, { timeout: 15_000 }).toEqual(['landing', 'landing']);

  await verdict
    .getByRole('button', { name: /\d met/ })
    .first()
    .click();
  const shown = verdict.getByRole('button', { name: /break at/ });
  const keel = page.getByRole('slider', { name: 'Cursor in the keel chart' });
  const before = await keel.getAttribute('aria-valuenow');
  await shown.click();
  await expect(keel).not.toHaveAttribute('aria-valuenow', before!);
});

test('power that was not recorded is seen by the instructor, in both stalls of the flight at once', async ({
  page,
}) => {
  const missing = ['rpm', 'power_pct', 'throttle'];
  await flownTwiceWithout(page, 'power-on-stall', missing, 'Without power');
  const row = page.getByLabel('Verdict').getByRole('listitem').filter({ hasText: '65 % power' });
  await row.getByLabel('and in the other one of this flight').check();
  await row.getByRole('button', { name: 'I saw it: met' }).click();
  type Asked = { id: string; held: boolean | null };
  const held = async () =>
    (await scoreShown(page)).attempts.map(
      ({ requirements }: { requirements: Asked[] }) =>
        requirements.find(({ id }) => id === 'power-on-stall/power')?.held,
    );
  await expect.poll(held, { timeout: 15_000 }).toEqual([true, true]);
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
  await typeInto(dialog.getByRole('textbox').first(), name);
  await dialog.getByRole('button', { name: /copy/i }).click();
  await page.getByRole('navigation', { name: 'Standards' }).getByRole('button', { name }).click();
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  const save = page.getByRole('button', { name: 'Save as version 2' });
  await expect(save).toBeDisabled();
  await typeInto(page.getByLabel('Steep turns, Altitude, lowest'), '-50');
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
  await sheet.getByRole('button', { name: 'Enter a flight' }).click();
  await sheet.getByRole('combobox', { name: 'What', exact: true }).click();
  await page.getByRole('option', { name: 'Slow flight' }).click();
  await sheet.getByRole('combobox', { name: 'Variant' }).click();
  await page.getByRole('option', { name: 'landing', exact: true }).click();
  const keep = sheet.getByRole('button', { name: 'Save' });
  await expect(keep).toBeDisabled();
  await sheet.getByRole('combobox', { name: 'With how much help' }).click();
  await page.getByRole('option', { name: 'prompted' }).click();
  await sheet.getByRole('button', { name: /with help/ }).click();
  const words = `Power late ${Date.now()}`;
  await typeInto(sheet.getByRole('textbox', { name: 'Comment' }), words);
  await keep.click();
  const entry = sheet.getByRole('listitem').filter({ hasText: words });
  await expect(entry).toContainText('by Idris Vellacott');
  await entry.getByRole('button', { name: 'Remove' }).click();
  await typeInto(entry.getByLabel('Reason for removing it'), 'Entered for the wrong student.');
  await entry.getByRole('button', { name: 'Remove' }).click();
  await expect(entry).toContainText('Removed by Idris Vellacott: Entered for the wrong student.');
});
